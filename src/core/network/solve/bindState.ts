import { centrifugalGainPa, centrifugalThresholdPa } from '../../physics/laws/crankDrilling';
import { setFilmCoefficients } from '../../physics/laws/journalBearing';
import { speedLoss } from '../../physics/laws/pump';
import { thermostatOpening } from '../../physics/laws/thermostat';
import type { Oil } from '../../physics/oil/oil';
import { Law } from '../compile/law';
import type { Network } from '../compile/network';
import type { OperatingState, TemperatureField } from './state';
import type { Workspace } from './workspace';

/**
 * Works out, once a state, all that does not change while it is solved: oil properties, pump stroke, thresholds, areas.
 * @param field temperature at every element, and thermostat openings where they are not their temperature's; undefined holds the state's temperature everywhere
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
  for (let e = 0; e < network.law.length; e++) {
    const temperatureK = field ? field.elementK[e]! : state.oilTemperatureK;
    const densityKgM3 = field ? oil.densityKgM3(temperatureK) : heldDensity;
    ws.temperatureK[e] = temperatureK;
    ws.densityKgM3[e] = densityKgM3;
    ws.viscosityPaS[e] = field ? oil.viscosityPaS(temperatureK) : heldViscosity;
    const at = network.parameterStart[e]!;
    switch (network.law[e]) {
      case Law.pump:
        ws.boundA[e] = p[at]! * state.speedRevS * (1 - speedLoss(state.speedRevS, p[at + 7]!, p[at + 8]!, p[at + 9]!));
        break;
      case Law.thermostatPath: {
        const given = field?.opening[e] ?? NaN;
        const stuck = p[at + 7]!;
        const s =
          stuck >= 0 ? stuck : Number.isNaN(given) ? thermostatOpening(temperatureK, p[at + 3]!, p[at + 4]!) : given;
        ws.opening[e] = s;
        ws.boundA[e] = p[at]! * Math.max(p[at + 5] === 1 ? s : 1 - s, p[at + 6]!);
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
        const ratio = bearing.eccentricity.kind === 'ratio' ? bearing.eccentricity.ratio : 0;
        setFilmCoefficients(ws.filmCoefficients[e]!, bearing, state.speedRevS * network.bearingSpeedRatio[e]!, ratio);
        const film = ws.film[e]!;
        if (!(film.temperatureK >= temperatureK)) film.temperatureK = temperatureK;
        break;
      }
    }
  }
}
