import { DRY_WITHIN_PA } from '../../network/dryWithin';
import type { Supply } from '../../document/parts/shapes';
import type { Check, Verdict } from '../stateResult';

/**
 * A pressure within this of its mark is near, or within a quarter of a low one; a flow within a tenth. Common practice,
 * no source.
 */
export const NEAR_PRESSURE_PA = 0.25e5;
export const NEAR_PRESSURE_SHARE = 0.25;
export const NEAR_FLOW_SHARE = 0.1;

/** Nearer than this nothing is told apart: also from a mark of zero. In the quantity's SI unit. */
const LEAST_NEAR: Readonly<Record<Check['quantity'], number>> = { pressure: 1, flow: 1e-10 };

/** Distance from a mark that counts as near, in the quantity's SI unit; greater than 0. */
export function nearDistance(quantity: Check['quantity'], limit: number): number {
  const distance =
    quantity === 'pressure' ? Math.min(NEAR_PRESSURE_PA, NEAR_PRESSURE_SHARE * limit) : NEAR_FLOW_SHARE * limit;
  return Math.max(distance, LEAST_NEAR[quantity]);
}

/** What a consumer is found with at a state. */
export interface SupplyReading {
  readonly speedRevS: number;
  readonly pumpTurns: boolean;
  /** At the consumer's inlet, gauge. */
  readonly pressurePa: number;
  /** Crankcase or tank that it discharges into. */
  readonly backPressurePa: number;
  readonly flowM3S: number;
  /** Gallery pressure below which a crank-fed rod runs dry, gate included; undefined for others. */
  readonly centrifugalPa?: number | undefined;
  /** True where the turning crank lets nothing through to a rod. */
  readonly shutOff?: boolean;
  /** A spring valve ahead of the consumer: its crack pressure and present lift. */
  readonly spring?: { readonly crackPa: number; readonly lift: number } | undefined;
}

/** Least pressure required at a speed, stated and centrifugal together; undefined where none applies. */
export function lowWaterPa(supply: Supply, speedRevS: number, centrifugalPa = 0): number | undefined {
  const needed = speedRevS >= (supply.neededFromRevS ?? 0);
  const stated =
    !needed || (supply.lowPressurePa === undefined && supply.lowPressurePerSpeedPaS === undefined)
      ? undefined
      : (supply.lowPressurePa ?? 0) + (supply.lowPressurePerSpeedPaS ?? 0) * speedRevS;
  if (centrifugalPa > 0) return Math.max(stated ?? 0, centrifugalPa);
  return stated;
}

/**
 * Judges one consumer at one state: every limit that applies, the one that decides, and the word for it.
 *
 * Stopped engine (pump does not turn): nothing is asked, the verdict is `inBand` with no check.
 * @returns the checks with margins in SI, worst first, and the verdict
 */
export function judgeSupply(supply: Supply, reading: SupplyReading): { verdict: Verdict; checks: Check[] } {
  if (!reading.pumpTurns) return { verdict: 'inBand', checks: [] };
  const checks: Check[] = [];
  const add = (
    quantity: Check['quantity'],
    side: Check['side'],
    reason: Check['reason'],
    actual: number,
    limit: number,
  ) => {
    const margin = side === 'low' ? actual - limit : limit - actual;
    checks.push({ quantity, side, reason, actual, limit, margin, nearRatio: margin / nearDistance(quantity, limit) });
  };
  const centrifugalPa = reading.centrifugalPa ?? 0;
  const low = lowWaterPa(supply, reading.speedRevS, centrifugalPa);
  const springShut = reading.spring !== undefined && reading.spring.lift === 0;
  const needed = reading.speedRevS >= (supply.neededFromRevS ?? 0);
  if (low !== undefined)
    add(
      'pressure',
      'low',
      centrifugalPa > 0 && low === centrifugalPa ? 'centrifugal' : 'stated',
      reading.pressurePa,
      low,
    );
  if (supply.highPressurePa !== undefined) add('pressure', 'high', 'stated', reading.pressurePa, supply.highPressurePa);
  if (supply.lowFlowM3S !== undefined && needed) add('flow', 'low', 'stated', reading.flowM3S, supply.lowFlowM3S);
  if (supply.highFlowM3S !== undefined) add('flow', 'high', 'stated', reading.flowM3S, supply.highFlowM3S);
  checks.sort((a, b) => a.nearRatio - b.nearRatio);
  const worst = checks[0];
  let verdict: Verdict = 'inBand';
  if (worst && worst.margin < 0) verdict = worst.side === 'low' ? 'short' : 'flooded';
  else if (reading.pressurePa - reading.backPressurePa < DRY_WITHIN_PA && !springShut) verdict = 'dry';
  else if (springShut) verdict = 'shut';
  else if (worst && worst.nearRatio < 1) verdict = 'near';
  const noPressure = reading.pressurePa - reading.backPressurePa < DRY_WITHIN_PA;
  if (reading.shutOff || (worst && worst.side === 'low' && worst.margin < 0 && noPressure)) verdict = 'dry';
  return { verdict, checks };
}

/** True for the verdicts with which a consumer counts as supplied. */
export function isSupplied(verdict: Verdict): boolean {
  return verdict === 'inBand' || verdict === 'near' || verdict === 'shut';
}
