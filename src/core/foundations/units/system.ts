import type { UnitChoice } from './displayUnit';
import { QUANTITIES } from './quantity';

/** Everything in the units of US workshops; metric is what is there without a choice. */
export const US_UNITS: UnitChoice = Object.fromEntries(Object.entries(QUANTITIES).map(([key, { us }]) => [key, us]));
export const METRIC_UNITS: UnitChoice = {};
