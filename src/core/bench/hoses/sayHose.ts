import { formatQuantity, type UnitChoice } from '../../foundations/units';
import { assertNever } from '../../foundations/invariant';
import type { HoseState } from '../../document/project/bench';
import type { Hose, HoseConstruction, HoseDuty } from './hoseList';
import type { HoseVerdict } from './hoseVerdicts';

export const CONSTRUCTION_WORDS: Readonly<Record<HoseConstruction, string>> = {
  rubberBraid: 'rubber, steel braid',
  ptfeBraid: 'PTFE, steel braid',
  rubberPlain: 'rubber, plain',
  suction: 'suction, with a spiral',
};
export const DUTY_WORDS: Readonly<Record<HoseDuty, string>> = {
  pressure: 'oil, pressure',
  suction: 'oil, suction',
  drain: 'oil drain',
  coolant: 'coolant',
};
export const HOSE_STATE_WORDS: Readonly<Record<HoseState, string>> = {
  toMeasure: 'to measure',
  cut: 'cut',
  oneEnd: 'one end made',
  made: 'made',
  flushed: 'flushed and capped',
  fitted: 'fitted',
  clipped: 'clipped',
};

/** "dash 10, bore 14.2 mm". */
export function sayHoseSize(hose: Pick<Hose, 'dash' | 'boreM'>, units: UnitChoice = {}): string {
  const bore = `bore ${formatQuantity(hose.boreM, 'bore', units)}`;
  return hose.dash === undefined ? bore : `dash ${hose.dash}, ${bore}`;
}

/** What is wrong with a hose and what to do. */
export function sayHoseVerdict(verdict: HoseVerdict, units: UnitChoice = {}): string {
  const l = (m: number) => formatQuantity(m, 'cutLength', units);
  switch (verdict.code) {
    case 'bend':
      return `Tightest bend ${l(verdict.bendM)}; minimum ${l(verdict.leastM)}. Route it wider or use an angled end.`;
    case 'noRoom':
      return `The two ends take up ${l(verdict.takeUpM)} of ${l(verdict.routedM)}: no hose is left. Use shorter ends.`;
    case 'tooLong':
      return `Length ${l(verdict.lengthM)}; needed ${l(verdict.wantedM)}. Too long: it rubs and levers on its ends. Trim it.`;
    case 'tooShort':
      return `Length ${l(verdict.lengthM)}; needed ${l(verdict.wantedM)}. Too short: it pulls on its ends and leaks. Make a new one.`;
    case 'exhaust':
      return `${l(verdict.distanceM)} from the exhaust: too near even with a sleeve. Take another way.`;
    case 'sleeve':
      return `${l(verdict.distanceM)} from the exhaust: fit a sleeve and a shield.`;
    case 'noSlack':
      return `Runs from the engine to the frame: leave at least ${l(verdict.neededM)} for the engine’s movement.`;
    case 'collapse':
      return 'Suction hose: use one with a spiral, which cannot collapse.';
    case 'pressure':
      return `Pressure ${formatQuantity(verdict.highPa, 'pressure', units)}; rated to ${formatQuantity(verdict.ratedPa, 'pressure', units)}. Use a hose with a higher rating.`;
    case 'temperature':
      return `Oil up to ${formatQuantity(verdict.hottestK, 'temperature', units)}; rated to ${formatQuantity(verdict.ratedK, 'temperature', units)}. Use a hose with a higher rating.`;
    case 'narrowest':
      return `The smallest bore here is ${verdict.at}, ${formatQuantity(verdict.boreM, 'bore', units)}.`;
    case 'crossed':
      return `Can be crossed with hose ${verdict.other}: label the ends and join one at a time.`;
    case 'existingTooShort':
      return `The existing hose is ${l(verdict.existingM)}; needed ${l(verdict.neededM)}. It is too short.`;
    case 'shortenExisting':
      return `Shorten the existing hose by ${l(verdict.byM)}.`;
    case 'open':
      return `Its ${verdict.end === 'from' ? 'first' : 'second'} end is joined to nothing.`;
    default:
      return assertNever(verdict);
  }
}
