import { centrifugalGainPa, centrifugalThresholdPa } from '../../physics/laws/crankDrilling';
import { bindFilm } from '../../physics/laws/journalBearing';
import { meanLoadShare, usualLoad } from '../../physics/laws/meanLoad';
import { fillAtSpeed, speedLoss } from '../../physics/laws/pump';
import { thermostatOpening } from '../../physics/laws/thermostat';
import type { Oil } from '../../physics/oil/oil';
import { AT, Law } from '../compile/law';
import type { EngineRunning, Network } from '../compile/network';
import type { OperatingState, TemperatureField } from './state';
import type { Workspace } from './workspace';

/**
 * Works out, once a state, all that does not change while it is solved: oil properties, pump stroke, thresholds, areas.
 * @param field temperature at every element, and thermostat openings where they are not their temperature's; undefined
 *   holds the state's temperature everywhere
 */
export function bindState(
  network: Network,
  ws: Workspace,
  oil: Oil,
  state: OperatingState,
  field?: TemperatureField,
): void {
  const heldDensity = field ? 0 : oil.densityKgM3(state.oilTemperatureK);
  const heldViscosity = field ? 0 : oil.viscosityPaS(state.oilTemperatureK);
  const p = network.parameters;
  const { running } = network;
  const loadShare = running ? loadShareOf(running, state) : 1;
  const freeAir = running ? freeAirShare(running, state.speedRevS) : 0;
  for (let e = 0; e < network.law.length; e++) {
    const temperatureK = field ? field.elementK[e]! : state.oilTemperatureK;
    const densityKgM3 = field ? oil.densityKgM3(temperatureK) : heldDensity;
    ws.temperatureK[e] = temperatureK;
    ws.densityKgM3[e] = densityKgM3;
    ws.viscosityPaS[e] = field ? oil.viscosityPaS(temperatureK) : heldViscosity;
    const at = network.parameterStart[e]!;
    switch (network.law[e]) {
      case Law.pump:
        ws.boundA[e] =
          p[at + AT.pump.volumeM3PerEngineRev]! *
          state.speedRevS *
          (1 -
            speedLoss(
              state.speedRevS,
              p[at + AT.pump.fillLossFromRevS]!,
              p[at + AT.pump.fillLossToRevS]!,
              p[at + AT.pump.fillLossShare]!,
            )) *
          fillAtSpeed(state.speedRevS, p[at + AT.pump.fillFallsFromRevS]!);
        ws.boundB[e] = freeAir;
        break;
      case Law.thermostatPath: {
        const given = field?.opening[e] ?? NaN;
        const stuck = p[at + AT.thermostatPath.stuckOpening]!;
        const free = Number.isNaN(given)
          ? thermostatOpening(temperatureK, p[at + AT.thermostatPath.opensK]!, p[at + AT.thermostatPath.fullK]!)
          : given;
        const s = stuck >= 0 ? stuck : free;
        ws.opening[e] = s;
        const share = p[at + AT.thermostatPath.isCoolerPath] === 1 ? s : 1 - s;
        ws.boundA[e] = p[at + AT.thermostatPath.areaM2]! * Math.max(share, p[at + AT.thermostatPath.leastShare]!);
        break;
      }
      case Law.crankFedRod: {
        const drilling = network.drilling[e]!;
        ws.boundA[e] = centrifugalGainPa(drilling, state.speedRevS, densityKgM3);
        ws.boundB[e] = centrifugalThresholdPa(drilling, state.speedRevS, densityKgM3);
      }
      // falls through: a rod is a bearing too
      case Law.bearing: {
        const bearing = network.bearing[e]!;
        const journalRevS = state.speedRevS * network.bearingSpeedRatio[e]!;
        bindFilm(ws.filmCoefficients[e]!, bearing, journalRevS, temperatureK, loadShare);
        const film = ws.film[e]!;
        if (!(film.temperatureK >= temperatureK)) film.temperatureK = temperatureK;
        break;
      }
      default:
    }
  }
}

/** Share of the mean bearing load at full load and full speed. */
const loadShareOf = ({ idleRevS, maximumRevS }: EngineRunning, { speedRevS, load }: OperatingState): number =>
  meanLoadShare(load ?? usualLoad(speedRevS, idleRevS, maximumRevS), speedRevS / maximumRevS);

/** Free air in the oil that the pump draws, by volume at air pressure: between idle and redline in a straight line. */
function freeAirShare({ idleRevS, maximumRevS, freeAir }: EngineRunning, speedRevS: number): number {
  if (!freeAir) return 0;
  const s = Math.min(1, Math.max(0, (speedRevS - idleRevS) / (maximumRevS - idleRevS)));
  return freeAir.atIdleShare + s * (freeAir.atRedlineShare - freeAir.atIdleShare);
}
