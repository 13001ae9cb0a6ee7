import type { SpeedAndOil } from '../../network/solve/state';
import type { Engine, OperatingRange } from '../../document/project/project';

/** Highest speed that is asked of the engine with oil this cold: linear up to full speed. @returns rev/s */
export function speedLimitRevS(engine: Engine, range: OperatingRange, oilTemperatureK: number): number {
  const s = Math.min(
    1,
    Math.max(0, (oilTemperatureK - range.coldestOilK) / (range.fullSpeedFromK - range.coldestOilK)),
  );
  return Math.min(engine.maximumSpeedRevS, range.coldSpeedRevS + s * (engine.maximumSpeedRevS - range.coldSpeedRevS));
}

/** True for states that count toward ranges and worst states: from idle to the limit for the oil, and cold cranking. */
export function isReachable(engine: Engine, range: OperatingRange, state: SpeedAndOil): boolean {
  const slack = 1e-9;
  return (
    state.oilTemperatureK >= range.coldestOilK - slack &&
    state.oilTemperatureK <= range.hottestOilK + slack &&
    state.speedRevS >= engine.idleSpeedRevS - slack &&
    state.speedRevS <= speedLimitRevS(engine, range, state.oilTemperatureK) + slack
  );
}

/**
 * The states that a verdict is taken over: cold cranking first, then at each oil temperature the speeds from idle to
 * the limit, in a snake, so that each state is a neighbour of the last.
 * @param speeds ≥ 2 a temperature @param temperatures ≥ 2, from the coldest to the hottest
 */
export function reachableStates(
  engine: Engine,
  range: OperatingRange,
  speeds: number,
  temperatures: number,
): SpeedAndOil[] {
  const states: SpeedAndOil[] = [{ speedRevS: engine.crankingSpeedRevS, oilTemperatureK: range.coldestOilK }];
  for (let t = 0; t < temperatures; t++) {
    const oilTemperatureK = range.coldestOilK + ((range.hottestOilK - range.coldestOilK) * t) / (temperatures - 1);
    const limit = Math.max(engine.idleSpeedRevS, speedLimitRevS(engine, range, oilTemperatureK));
    for (let n = 0; n < speeds; n++) {
      const share = (t % 2 === 0 ? n : speeds - 1 - n) / (speeds - 1);
      states.push({ speedRevS: engine.idleSpeedRevS + (limit - engine.idleSpeedRevS) * share, oilTemperatureK });
    }
  }
  return states;
}
