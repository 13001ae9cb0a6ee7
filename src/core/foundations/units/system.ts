import type { UnitChoice } from './quantity';

/** Everything in the units of US workshops; metric is what is there without a choice. */
export const US_UNITS: UnitChoice = {
  pressure: 'psi',
  pressurePerSpeed: 'psi/krpm',
  flow: 'gpm',
  temperature: 'degF',
  temperatureDifference: 'dF',
  bore: 'in',
  length: 'in',
  cutLength: 'in',
  distance: 'mi',
  clearance: 'thou',
  area: 'in2',
  faceArea: 'sqin',
  volume: 'qt',
  displacement: 'in3',
  airSpeed: 'fts',
  roadSpeed: 'mph',
  heatFlow: 'hp',
  torque: 'lbfft',
  springRate: 'lbfin',
  mass: 'lb',
  force: 'lbf',
};
export const METRIC_UNITS: UnitChoice = {};
