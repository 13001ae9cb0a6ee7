import { actsAs, type PartOf } from '../../document/parts/part';
import type { CircuitSolver } from '../../network/circuitSolver';
import { accumulatorGivesM3, POLYTROPIC } from '../../physics/laws/accumulator';
import type { ProbeReading } from '../supply/probe';

/** An accumulator at a state: what it was filled to, and the pressure down to which everything is still supplied. */
export interface AccumulatorAt {
  readonly highPa: number;
  readonly lowPa: number;
}

/**
 * How far the pressure at a place may fall until the first component is short: pressures fall together, each by its
 * share.
 * @param atPa there now @param readings of every component at the same state
 */
export function lowestSuppliedPa(atPa: number, readings: readonly ProbeReading[]): number {
  const least = readings.reduce(
    (most, { pressurePa, lowPressurePa }) =>
      pressurePa !== null && pressurePa > 0 && lowPressurePa !== null
        ? Math.max(most, lowPressurePa / pressurePa)
        : most,
    0,
  );
  return Math.min(1, least) * atPa;
}

/** What the open accumulators of a circuit are charged to at the state that was solved last. */
export function accumulatorsAt(
  { variant, compiled, solver }: CircuitSolver,
  readings: readonly ProbeReading[],
): ReadonlyMap<PartOf<'accumulator'>, AccumulatorAt> {
  const at = new Map<PartOf<'accumulator'>, AccumulatorAt>();
  for (const part of variant.circuit.parts) {
    if (!actsAs(part, 'accumulator') || !part.valveOpen) continue;
    const node = compiled.nodeOfPort.get(`${part.id}.in`);
    if (node === undefined) continue;
    const highPa = solver.workspace.pressurePa[node]!;
    at.set(part, { highPa, lowPa: lowestSuppliedPa(highPa, readings) });
  }
  return at;
}

/**
 * How long an accumulator keeps everything supplied once the pump draws air: what it gives within seconds over what the
 * fed parts take.
 *
 * @param fedM3S what they take, > 0 @param atmospherePa absolute
 * @returns s @source polytropic gas, n = 1.4; the flow as at the start, so rather too short
 */
export const holdsS = (
  { volumeM3, prechargePa }: Pick<PartOf<'accumulator'>, 'volumeM3' | 'prechargePa'>,
  { highPa, lowPa }: AccumulatorAt,
  fedM3S: number,
  atmospherePa: number,
): number =>
  fedM3S > 0 ? accumulatorGivesM3({ volumeM3, prechargePa, atmospherePa }, highPa, lowPa, POLYTROPIC.fast) / fedM3S : 0;
