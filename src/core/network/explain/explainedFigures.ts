import type { Part, PartKind, PartOf } from '../../document/parts/part';
import type { RatingPoint } from '../../physics/laws/twoTerm';
import { ratingOf, shimmed, type RatedPart } from '../compile/lawNumbers';

/** The figures of a part that stand in the law of one of its elements. */
export interface ExplainedFigures {
  readonly rating?: {
    readonly point: RatingPoint;
    /** Times a new element. */
    readonly load: number;
    /** Passes over those rated; 1 for what is no core. */
    readonly passes: number;
    readonly isCore?: true;
  };
  readonly bore?: { readonly boreM: number; readonly lengthM: number } | undefined;
  readonly valve?:
    | {
        readonly crackPa: number;
        readonly fullOpenPa: number;
        readonly areaM2: number;
        readonly dischargeCoefficient: number;
        readonly closedLeakM3SPa: number;
        readonly seatLeakM2?: number | undefined;
      }
    | undefined;
}

/** @param role of the element, as the expansion named it */
export function explainedFigures(part: Part, role: string): ExplainedFigures {
  return (FIGURES[part.kind] as (part: Part, role: string) => ExplainedFigures)(part, role);
}

const rated = (part: RatedPart, load: number, passes = 1) => ({ point: ratingOf(part), load, passes });
/** Its law's numbers are not the part's own, or it has none. */
const none = (): ExplainedFigures => ({});

const FIGURES: { readonly [K in PartKind]: (part: PartOf<K>, role: string) => ExplainedFigures } = {
  sump: none,
  tank: none,
  pickup: ({ screen }) => ({ rating: rated(screen, screen.load) }),
  pump: none,
  relief: (part) => ({ valve: shimmed(part) }),
  checkValve: (part) => ({ valve: part }),
  filter: (part) => ({ rating: rated(part, part.load), valve: part.bypass ?? undefined }),
  line: none,
  fitting: none,
  orifice: (part) => ({ bore: part }),
  valve: none,
  cooler: (part) => ({
    rating: { ...rated(part, 1, part.passes / part.ratedPasses), isCore: true },
    valve: part.bypass ?? undefined,
  }),
  plate: none,
  cover: none,
  sideStream: (part) => ({
    rating: rated(part, part.load),
    bore: part.metering.kind === 'orifice' ? part.metering : undefined,
  }),
  accumulator: none,
  plug: none,
  cross: none,
  ownOil: none,
  thermostat: none,
  tee: none,
  gauge: none,
  bearings: none,
  rods: none,
  jets: (part) => ({ bore: part.nozzle, valve: part.valve ?? undefined }),
  consumer: (part) => ({ rating: rated(part, 1) }),
  drain: none,
  scavenge: none,
};
