import type { z } from 'zod';
import type { ThreadId } from './threads';

const MM2 = 1e-6;
const BAR = 1e5;
const LPM = 1e-3 / 60;
const C = 273.15;

/** Groups of the catalogue, in the order in which oil meets them. */
export const CATALOGUE_GROUPS = [
  'Pump and suction',
  'Filters',
  'Coolers and thermostats',
  'Lines and fittings',
  'Restrictors and valves',
  'Bearings and jets',
  'Turbo and accessories',
  'Returns',
  'Gauges and small parts',
] as const;
export type CatalogueGroup = (typeof CATALOGUE_GROUPS)[number];

/** A part as a file would hold it, without its id. */
export type DraftOf<S extends z.ZodType> =
  z.input<S> extends infer P ? (P extends { id: string } ? Omit<P, 'id'> : never) : never;

/** A part that a user can fit, with realistic defaults. */
export interface CatalogueEntry<D> {
  readonly id: string;
  /** In the words of the trade, lower case as it stands in a move: "fit an air cooler". */
  readonly label: string;
  readonly group: CatalogueGroup;
  readonly part: D;
  /** What to measure, and how. */
  readonly measure: string;
  /** Where the defaults come from. */
  readonly source: string;
  /** Oil that it holds where its sizes do not tell [m³]. */
  readonly oilVolumeM3?: number;
  /** Threads that its ports usually have. */
  readonly threads?: Readonly<Record<string, ThreadId>>;
}

const JUDGEMENT = 'Engineering judgement, no data of any maker.';
export const HOOPER = 'Losses: two-K form of Hooper (1981), constants by engineering judgement.';

/** Makes entries of one kind, so that each draft is held against that kind's schema. */
export const entryOf =
  <S extends z.ZodType>() =>
  (
    id: string,
    label: string,
    group: CatalogueGroup,
    part: DraftOf<S>,
    measure: string,
    more: Partial<CatalogueEntry<DraftOf<S>>> = {},
  ): CatalogueEntry<DraftOf<S>> => ({ id, label, group, part, measure, source: JUDGEMENT, ...more });

/** A rating point. @param bar drop @param lpm at this flow @param viscousShare 0 to 1 */
export const rating = (bar: number, lpm: number, viscousShare: number, mPas = 11.8, ratedDensityKgM3 = 850) => ({
  ratedPressureDropPa: bar * BAR,
  ratedFlowM3S: lpm * LPM,
  ratedViscosityPaS: mPas * 1e-3,
  ratedDensityKgM3,
  viscousShare,
});

/** ISO 4548-1 rates at 24 mm²/s; at 850 kg/m³ that is 20.4 mPa·s. */
export const filterRating = (bar: number, lpm: number, viscousShare: number) => rating(bar, lpm, viscousShare, 20.4);

export const springValve = (crackBar: number, fullBar: number, areaMm2: number) => ({
  crackPa: crackBar * BAR,
  fullOpenPa: fullBar * BAR,
  areaM2: areaMm2 * MM2,
});

export const ends = (
  ...fittings: ('hoseEndStraight' | 'hoseEnd45' | 'hoseEnd90' | 'hoseEnd180' | 'banjo' | 'drilledCorner')[]
) => fittings.map((fitting) => ({ kind: 'catalogue' as const, fitting }));

export const usualThermostat = (opensC: number, fullC: number) => ({
  opensK: opensC + C,
  fullK: fullC + C,
  areaM2: 110 * MM2,
});
