import type { Move } from '../../document/moves/move';
import type { Quantity } from '../../foundations/units';
import type { AuditContext } from './context';
import { COMMON_PRACTICE, type Figure, type Weight } from './finding';
import type { SpeedAndOil } from '../../network/solve/state';

/** What a rule found, before its name and its source are put to it. */
export interface Found {
  readonly weight: Weight;
  readonly part: string | null;
  readonly what: string;
  readonly why: string;
  readonly remedies?: readonly string[];
  readonly state?: SpeedAndOil;
  readonly figures?: Readonly<Record<string, Figure>>;
  readonly moves?: readonly Move[];
  /** Nothing is wrong by it, and nothing is known either. */
  readonly isUnknown?: true;
}

/** One rule of the audit: a pure function of the circuit and its answers. */
export interface Rule<Id extends string = string> {
  readonly id: Id;
  readonly title: string;
  readonly source: string;
  find(context: AuditContext): readonly Found[];
}

/** @param source where the rule comes from; common practice where nothing else is said */
export function rule<const Id extends string>(
  id: Id,
  title: string,
  find: Rule['find'],
  source = COMMON_PRACTICE,
): Rule<Id> {
  return { id, title, source, find };
}

export const fig = (si: number, quantity: Quantity): Figure => ({ si, quantity });

/** Speed and oil of the condition in which a figure was found: a sentence says them as {speed} and {oil}. */
export const when = ({ speedRevS, oilTemperatureK }: SpeedAndOil): Readonly<Record<'speed' | 'oil', Figure>> => ({
  speed: fig(speedRevS, 'speed'),
  oil: fig(oilTemperatureK, 'temperature'),
});
