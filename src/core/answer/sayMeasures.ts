import { formatQuantity, type Quantity, type UnitChoice } from '../foundations/units';
import { sayMinutes } from '../bench/plan/sayStep';
import type { Measures } from './measures';

/** One figure that a change is weighed by: what it is called, at which condition, and which way is better. */
export interface Weighed {
  readonly id: string;
  readonly title: string;
  readonly at: string | ((m: Measures) => string);
  readonly of: (m: Measures) => number | null;
  readonly say: (si: number, units: UnitChoice) => string;
  /** The same of a difference, with its sign. */
  readonly sayChange: (si: number, units: UnitChoice) => string;
  /** Differences smaller than this are not worth a word [SI]. */
  readonly least: number;
  readonly better: 'lower' | 'higher';
  /** Where more is no use: beyond it a difference is neither gain nor cost [SI]. */
  readonly enough?: number;
  /** What is said where there is no such figure. */
  readonly none?: string;
}

type Say = Weighed['say'];

const signed =
  (say: Say, least = 0): Say =>
  (si, units) => {
    if (Math.abs(si) < least) return say(0, units);
    const words = say(Math.abs(si), units);
    return /[1-9]/.test(words) ? `${si < 0 ? '−' : '+'}${words}` : words;
  };

/** Less than this is shown as none: no gauge would show it [SI]. */
const SHOWN: Readonly<Partial<Record<Quantity, number>>> = { pressure: 500, temperatureDifference: 0.05, volume: 5e-6 };

const by = (quantity: Quantity, change: Quantity = quantity): Pick<Weighed, 'say' | 'sayChange'> => ({
  say: (si, units) => formatQuantity(si, quantity, units),
  sayChange: signed((si, units) => formatQuantity(si, change, units), SHOWN[change]),
});
const minutes = (si: number): string => sayMinutes(si);
const count = (si: number): string => String(Math.round(si));

/** Where a figure is taken, after a blank; empty where it is of the whole. */
export const sayAt = ({ at }: Weighed, of: Measures): string => {
  const words = typeof at === 'string' ? at : at(of);
  return words === '' ? '' : ` ${words}`;
};

const BAR = 1e5;
/** A sump at this temperature sheds its water; hotter on a cold day is no gain. */
const WARM_ENOUGH_K = 353.15;

/** Every figure that is weighed, in the order in which they are told. */
export const WEIGHED: readonly Weighed[] = [
  {
    id: 'hotDayGallery',
    title: 'oil at the gallery',
    at: ({ hotDay }) => `in the hardest drive${hotDay.drive === '' ? '' : ` (${hotDay.drive.toLowerCase()})`}`,
    of: (m) => m.hotDay.galleryK,
    ...by('temperature', 'temperatureDifference'),
    least: 1,
    better: 'lower',
  },
  {
    id: 'hotDaySump',
    title: 'oil in the sump',
    at: ({ hotDay }) => `in the hardest drive${hotDay.drive === '' ? '' : ` (${hotDay.drive.toLowerCase()})`}`,
    of: (m) => m.hotDay.sumpK,
    ...by('temperature', 'temperatureDifference'),
    least: 1,
    better: 'lower',
  },
  {
    id: 'coldCruise',
    title: 'oil',
    at: 'on a cold cruise',
    of: (m) => m.coldCruiseK,
    ...by('temperature', 'temperatureDifference'),
    least: 1,
    better: 'higher',
    enough: WARM_ENOUGH_K,
  },
  {
    id: 'warmUp',
    title: 'time to warm oil',
    at: 'from cold at a cruise',
    of: (m) => m.warmUpS,
    say: (si) => minutes(si / 60),
    sayChange: signed((si) => minutes(si / 60)),
    least: 60,
    better: 'lower',
    none: 'not within 1 h',
  },
  {
    id: 'idle',
    title: 'gauge',
    at: 'at a hot idle',
    of: (m) => m.idlePa,
    ...by('pressure'),
    least: 0.03 * BAR,
    better: 'higher',
  },
  {
    id: 'fullSpeed',
    title: 'gauge',
    at: 'at full speed',
    of: (m) => m.fullSpeedPa,
    ...by('pressure'),
    least: 0.1 * BAR,
    better: 'higher',
  },
  {
    id: 'coldStart',
    title: 'pressure before the filter',
    at: 'with the coldest oil',
    of: (m) => m.coldStartPa,
    ...by('pressure'),
    least: 0.2 * BAR,
    better: 'lower',
  },
  {
    id: 'oil',
    title: 'oil in parts and lines',
    at: '',
    of: (m) => m.oilM3,
    ...by('volume'),
    least: 0.05e-3,
    better: 'lower',
  },
  { id: 'mass', title: 'weight', at: '', of: (m) => m.massKg, ...by('mass'), least: 0.1, better: 'lower' },
  {
    id: 'work',
    title: 'work',
    at: '',
    of: (m) => m.minutes,
    say: minutes,
    sayChange: signed(minutes),
    least: 5,
    better: 'lower',
  },
  {
    id: 'items',
    title: 'items to buy',
    at: '',
    of: (m) => m.items,
    say: count,
    sayChange: signed(count),
    least: 1,
    better: 'lower',
  },
];
