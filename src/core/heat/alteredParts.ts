import { actsAs, withThermostat, type Part } from '../document/parts/part';

/** Too little to feel [W/K]. */
const NO_COOLING_WK = 1e-6;

/** A part with its cooling gone but its flow as before: a core whose fins are blocked. */
export function withoutCooling(part: Part): Part {
  return actsAs(part, 'cooler')
    ? {
        ...part,
        cooling: {
          kind: 'liquid',
          conductanceWK: NO_COOLING_WK,
          ratedOilFlowM3S: 5e-4,
          oilSideShare: 0.5,
          coolantFlowM3S: 5e-4,
        },
      }
    : part;
}

/** A part whose air cooler has dust on its core. @param clearShare what is left of its face, 0 to 1 */
export function dustyCore(part: Part, clearShare: number): Part {
  return clearShare < 1 && actsAs(part, 'cooler') && part.cooling?.kind === 'air'
    ? {
        ...part,
        cooling: {
          ...part.cooling,
          faceAreaM2: part.cooling.faceAreaM2 * clearShare,
          ratedHeatW: part.cooling.ratedHeatW * clearShare,
        },
      }
    : part;
}

/** A part with its thermostat stuck; the part itself where it has none. */
export function stuckThermostat(part: Part, stuck: 'open' | 'shut'): Part {
  return withThermostat(part, { stuck });
}
