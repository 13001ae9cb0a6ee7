import { formatQuantity, type Quantity, type UnitChoice } from '../foundations/units';
import { sayMinutes } from '../bench/plan/sayStep';
import type { Measures } from './measures';

/** One figure that a change is weighed by: what it is called, at which condition, and which way is better. */
export interface Weighed {
  readonly id: string;
  readonly title: string;
  readonly at: string;
  readonly of: (m: Measures) => number | null;
  readonly say: (si: number, units: UnitChoice) => string;
  /** Differences smaller than this are not worth a word [SI]. */
  readonly least: number;
  readonly better: 'lower' | 'higher';
  /** Where more is no use: beyond it a difference is neither gain nor cost [SI]. */
  readonly enough?: number;
  /** What is said where there is no such figure. */
  readonly none?: string;
}

const by =
  (quantity: Quantity) =>
  (si: number, units: UnitChoice): string =>
    formatQuantity(si, quantity, units);

const BAR = 1e5;
/** A sump at this temperature sheds its water; hotter on a cold day is no gain. */
const WARM_ENOUGH_K = 353.15;

/** Every figure that is weighed, in the order in which they are told. */
export const WEIGHED: readonly Weighed[] = [
  {
    id: 'hotDayGallery',
    title: 'oil at the gallery',
    at: 'in the hardest drive',
    of: (m) => m.hotDay.galleryK,
    say: by('temperature'),
    least: 1,
    better: 'lower',
  },
  {
    id: 'hotDaySump',
    title: 'oil in the sump',
    at: 'in the hardest drive',
    of: (m) => m.hotDay.sumpK,
    say: by('temperature'),
    least: 1,
    better: 'lower',
  },
  {
    id: 'coldCruise',
    title: 'oil',
    at: 'on a cold cruise',
    of: (m) => m.coldCruiseK,
    say: by('temperature'),
    least: 1,
    better: 'higher',
    enough: WARM_ENOUGH_K,
  },
  {
    id: 'warmUp',
    title: 'time to warm oil',
    at: 'from cold at a cruise',
    of: (m) => m.warmUpS,
    say: (si) => sayMinutes(si / 60),
    least: 60,
    better: 'lower',
    none: 'not within 1 h',
  },
  {
    id: 'idle',
    title: 'gauge',
    at: 'at a hot idle',
    of: (m) => m.idlePa,
    say: by('pressure'),
    least: 0.03 * BAR,
    better: 'higher',
  },
  {
    id: 'fullSpeed',
    title: 'gauge',
    at: 'at full speed',
    of: (m) => m.fullSpeedPa,
    say: by('pressure'),
    least: 0.1 * BAR,
    better: 'higher',
  },
  {
    id: 'coldStart',
    title: 'pressure before the filter',
    at: 'with the coldest oil',
    of: (m) => m.coldStartPa,
    say: by('pressure'),
    least: 0.2 * BAR,
    better: 'lower',
  },
  {
    id: 'oil',
    title: 'oil in parts and lines',
    at: '',
    of: (m) => m.oilM3,
    say: by('volume'),
    least: 0.05e-3,
    better: 'lower',
  },
  { id: 'mass', title: 'weight', at: '', of: (m) => m.massKg, say: by('mass'), least: 0.1, better: 'lower' },
  {
    id: 'work',
    title: 'work',
    at: '',
    of: (m) => m.minutes,
    say: (si) => sayMinutes(si),
    least: 5,
    better: 'lower',
  },
  {
    id: 'items',
    title: 'items to buy',
    at: '',
    of: (m) => m.items,
    say: (si) => String(si),
    least: 1,
    better: 'lower',
  },
];
