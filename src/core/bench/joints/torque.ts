import { FOOT_M, INCH_M, POUND_FORCE_N } from '../../foundations/units';
import type { BoltSize, JointNote, TorqueUnit } from '../../document/project/bench';

/** One unit in newton metres. @source exact: international pound, standard gravity, inch (NIST SP 811) */
const NM_PER: Readonly<Record<TorqueUnit, number>> = {
  'N·m': 1,
  'lbf·ft': POUND_FORCE_N * FOOT_M,
  'lbf·in': POUND_FORCE_N * INCH_M,
};

export type GivenTorque = Pick<NonNullable<JointNote['torque']>, 'value' | 'unit'>;

/** A torque in newton metres. @example torqueNm({ value: 106, unit: 'lbf·in' }) // 11.9764 */
export function torqueNm({ value, unit }: GivenTorque): number {
  return value * NM_PER[unit];
}

/** A torque in another unit. @param nm [N·m] @example torqueIn(10.0331, 'lbf·in') // 88.8 */
export function torqueIn(nm: number, unit: TorqueUnit): number {
  return nm / NM_PER[unit];
}

/** A torque in all three units as they stand on a sheet; the one that was given stands as it was given. */
export function sayTorque(torque: GivenTorque): Readonly<Record<TorqueUnit, string>> {
  const nm = torqueNm(torque);
  const of = (unit: TorqueUnit, decimals: number) =>
    unit === torque.unit ? String(torque.value) : torqueIn(nm, unit).toFixed(decimals);
  return { 'N·m': of('N·m', 1), 'lbf·ft': of('lbf·ft', 1), 'lbf·in': of('lbf·in', 0) };
}

/** Dry steel bolts of property class 8.8, coarse thread [N·m]. @source handbook values, from memory */
export const BOLT_TORQUE_NM: Readonly<Record<BoltSize, number>> = { M5: 5.5, M6: 9.5, M8: 23, M10: 46, M12: 80 };
/** Into aluminium without an insert. @source handbook value, from memory; the maker's figure wins */
export const ALUMINIUM_SHARE = 0.7;

/** A figure above this many times what such a thread usually takes is asked about. */
const SNAP_FACTOR = 1.5;

/**
 * What to ask before a torque is taken that would snap its thread; undefined where it is likely.
 * @param usualNm most that such a thread usually takes [N·m]
 */
export function torqueQuestion(torque: GivenTorque, usualNm: number, thread: string): string | undefined {
  const nm = torqueNm(torque);
  if (nm <= SNAP_FACTOR * usualNm) return undefined;
  const times = (nm / usualNm).toFixed(0);
  const inInches = torqueNm({ value: torque.value, unit: 'lbf·in' });
  const meant = torque.unit !== 'lbf·in' && inInches <= SNAP_FACTOR * usualNm ? ' lbf·in meant?' : '';
  return `${torque.value} ${torque.unit} on ${thread} is ${times === '1' ? (nm / usualNm).toFixed(1) : times} times what it usually takes and may snap it.${meant}`;
}
