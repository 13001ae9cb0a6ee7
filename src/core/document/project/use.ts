import { z } from 'zod';
import { between, nonNegative, positive } from '../parts/field';

const C = 273.15;

/** A drive for which heat is judged: a speed and load for so long, in its surroundings. */
export const driveSchema = z.strictObject({
  name: z.string().trim().min(1).max(60).meta({ title: 'Name' }),
  loadShare: between(0, 1, 'share', 'Load, share of full', { typical: [0.1, 1] }),
  speedShare: between(0.05, 1, 'share', 'Engine speed, share of the redline', { typical: [0.3, 0.95] }),
  airTemperatureK: positive('temperature', 'Ambient air', { typical: [C - 10, C + 45] }),
  roadSpeedMS: nonNegative('roadSpeed', 'Road speed', { typical: [0, 60] }),
  /** Null: until temperatures are steady. */
  durationS: positive('time', 'For', { typical: [30, 3600], description: 'Blank: until steady.' }).nullable(),
  /** What dust leaves of an air cooler. */
  clearShare: between(0.1, 1, 'share', 'Core clear of dirt', { typical: [0.4, 1] }).default(1),
});
export type UseDrive = z.infer<typeof driveSchema>;

const drive = (
  name: string,
  loadShare: number,
  speedShare: number,
  airC: number,
  roadSpeedMS: number,
  durationS: number | null,
  clearShare = 1,
): UseDrive => ({ name, loadShare, speedShare, airTemperatureK: airC + C, roadSpeedMS, durationS, clearShare });

/**
 * What an engine is used for, and the drives that decide whether its oil stays cool enough.
 * @source engineering judgement
 */
export const USES = [
  {
    id: 'street',
    label: 'Street',
    note: 'Full load for less than a minute, then a cruise.',
    drives: [drive('Full load', 1, 0.8, 35, 28, 45), drive('Cruise', 0.25, 0.4, 35, 28, null)],
  },
  {
    id: 'towing',
    label: 'Towing',
    note: 'A long climb with a trailer, on a hot day.',
    drives: [drive('Long climb', 0.7, 0.55, 38, 18, null)],
  },
  {
    id: 'hillSprint',
    label: 'Hill sprint',
    note: 'One minute at full load, from a hot idle.',
    drives: [drive('Run', 1, 0.9, 30, 25, 60)],
  },
  {
    id: 'track',
    label: 'Track',
    note: 'Sessions of 20 minutes.',
    drives: [drive('Session', 0.7, 0.85, 35, 35, 20 * 60)],
  },
  {
    id: 'endurance',
    label: 'Endurance',
    note: 'The same for hours.',
    drives: [drive('Stint', 0.7, 0.85, 35, 35, null)],
  },
  {
    id: 'boat',
    label: 'Boat',
    note: 'High load for hours, little air.',
    drives: [drive('Fast cruise', 0.8, 0.85, 30, 5, null)],
  },
  {
    id: 'offRoad',
    label: 'Off-road',
    note: 'Slow, loaded, with dust on the core.',
    drives: [drive('Slow and loaded', 0.6, 0.7, 35, 6, null, 0.6)],
  },
] as const satisfies readonly {
  readonly id: string;
  readonly label: string;
  readonly note: string;
  readonly drives: readonly UseDrive[];
}[];
export type UseId = (typeof USES)[number]['id'];
export const USE_IDS = USES.map((use) => use.id) as [UseId, ...UseId[]];

/** Where no use is stated: full load until steady on a hot day, the hardest that is asked. */
const NO_USE: readonly UseDrive[] = [drive('Full load', 1, 0.9, 35, 25, null)];

/** The drives for which an engine is judged: its own, its use's, or the hardest. */
export function drivesOf(engine: {
  readonly use?: UseId | undefined;
  readonly drives?: readonly UseDrive[] | undefined;
}): readonly UseDrive[] {
  return engine.drives ?? USES.find((use) => use.id === engine.use)?.drives ?? NO_USE;
}
