import { noFilmYet, type FilmCoefficients, type FilmState } from '../../physics/laws/journalBearing';
import type { Network } from '../compile/network';

/** Everything that changes while a network is solved, allocated once. */
export interface Workspace {
  /** By node. */
  readonly pressurePa: Float64Array;
  readonly imbalanceKgS: Float64Array;
  /** By element. */
  readonly flowM3S: Float64Array;
  /** Of the oil that enters it; where the properties are taken. */
  readonly temperatureK: Float64Array;
  readonly densityKgM3: Float64Array;
  readonly viscosityPaS: Float64Array;
  /** The flow that the linearised law wants at the present pressures. */
  readonly targetM3S: Float64Array;
  readonly byFromPa: Float64Array;
  readonly byToPa: Float64Array;
  readonly bySensePa: Float64Array;
  readonly lawErrorPa: Float64Array;
  /** Drop that the present flow needs, of one element: where the next inversion starts. */
  readonly lawDropPa: Float64Array;
  /** Law-specific, set once a state: pump V·n, rod gain, opening area; and the rod's threshold, the pump's free air. */
  readonly boundA: Float64Array;
  readonly boundB: Float64Array;
  /** Law-specific outcome: lift, fill, gate. */
  readonly opening: Float64Array;
  readonly film: readonly (FilmState | undefined)[];
  readonly filmCoefficients: readonly (FilmCoefficients | undefined)[];
}

/** @returns a zeroed workspace for a network */
export function createWorkspace(network: Network): Workspace {
  const nodes = network.nodeName.length;
  const elements = network.elementName.length;
  const perElement = () => new Float64Array(elements);
  return {
    pressurePa: new Float64Array(nodes),
    imbalanceKgS: new Float64Array(nodes),
    flowM3S: perElement(),
    temperatureK: perElement(),
    densityKgM3: perElement(),
    viscosityPaS: perElement(),
    targetM3S: perElement(),
    byFromPa: perElement(),
    byToPa: perElement(),
    bySensePa: perElement(),
    lawErrorPa: perElement(),
    lawDropPa: perElement(),
    boundA: perElement(),
    boundB: perElement(),
    opening: perElement(),
    film: network.bearing.map(
      (bearing) =>
        bearing && { flowM3S: 0, slope: 0, temperatureK: 0, viscosityPaS: 0, frictionW: 0, eccentricityRatio: 0 },
    ),
    filmCoefficients: network.bearing.map((bearing) => bearing && noFilmYet()),
  };
}
