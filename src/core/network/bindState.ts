import { centrifugalGainPa, centrifugalThresholdPa } from '../elements/crankDrilling';
import { setFilmCoefficients } from '../elements/journalBearing';
import { thermostatOpening } from '../elements/thermostat';
import type { Oil } from '../oil/oil';
import { Law } from './law';
import type { Network } from './network';
import type { OperatingState } from './state';
import type { Workspace } from './workspace';

/** Works out, once a state, all that does not change while it is solved: oil properties, pump stroke, thresholds, areas. */
export function bindState(network: Network, ws: Workspace, oil: Oil, state: OperatingState): void {
  const densityKgM3 = oil.densityKgM3(state.oilTemperatureK);
  const viscosityPaS = oil.viscosityPaS(state.oilTemperatureK);
  const p = network.parameters;
  for (let e = 0; e < network.law.length; e++) {
    ws.densityKgM3[e] = densityKgM3;
    ws.viscosityPaS[e] = viscosityPaS;
    const at = network.parameterStart[e]!;
    switch (network.law[e]) {
      case Law.pump:
        ws.boundA[e] = p[at]! * state.speedRevS * (1 - fillLoss(state.speedRevS, p[at + 7]!, p[at + 8]!, p[at + 9]!));
        break;
      case Law.thermostatPath: {
        const s = thermostatOpening(state.oilTemperatureK, p[at + 3]!, p[at + 4]!);
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
        if (!(film.temperatureK >= state.oilTemperatureK)) film.temperatureK = state.oilTemperatureK;
        break;
      }
    }
  }
}

/** Share of the stroke lost to incomplete filling at speed: 0 up to `from`, then rising linearly to `share` at `to` and staying there. */
function fillLoss(speedRevS: number, from: number, to: number, share: number): number {
  return share * Math.min(1, Math.max(0, (speedRevS - from) / (to - from)));
}
