import { sensedDropPa } from '../solve/evaluate';
import { CAVITATION_BELOW_ABS_PA } from '../../physics/cavitation';
import { oilShareSwallowed } from '../../physics/laws/pump';
import type { Oil } from '../../physics/oil/oil';
import { CAVITATION_MARGIN_PA } from '../solve/stopping';
import { STANDARD_GRAVITY_M_S2 } from '../../foundations/units/conversions';
import type { CompiledCircuit } from '../compile/compile';
import { Law, LAW_NAMES } from '../compile/law';
import type { HydraulicSolver } from '../solve/solver';
import type { SolveOutcome } from '../solve/stopping';
import type { OperatingState } from '../solve/state';
import type { Workspace } from '../solve/workspace';
import type { ElementResult, HydraulicResult, NodeResult } from './result';
import { elementReynolds } from './reynolds';
import { stillNodes } from './stillNodes';

const orNull = (x: number) => (Number.isFinite(x) ? x : null);
/** What must be a figure: 0 where a solve broke off without one, which its status says. */
const orZero = (x: number) => (Number.isFinite(x) ? x : 0);

/** A pressure as it may be shown; null beyond cavitation, where no figure means anything. */
const liquidPa = (gaugePa: number, { atmospherePa }: OperatingState) =>
  gaugePa + atmospherePa < CAVITATION_BELOW_ABS_PA - CAVITATION_MARGIN_PA ? null : orNull(gaugePa);

/** The oil and the state that were solved, with each node's temperature where it is not the same everywhere. */
interface DescribedState {
  readonly oil: Oil;
  readonly state: OperatingState;
  readonly nodeK?: ((node: number) => number) | undefined;
}

/**
 * Reads the solver's workspace after a solve into plain data.
 * @param nodeK temperature of a node where a heat balance found them; undefined where one temperature is held
 *   everywhere
 */
export function describeHydraulics(
  compiled: CompiledCircuit,
  solver: HydraulicSolver,
  outcome: SolveOutcome,
  { oil, state, nodeK }: DescribedState,
): HydraulicResult {
  const { network } = compiled;
  const still = stillNodes(network, solver.workspace);
  const elements = network.elementName.map((_, e) => describeElement(compiled, solver, state, e, still));
  const nodes = describeNodes(compiled, solver, elements, still, {
    oil,
    state,
    nodeK: nodeK ?? (() => state.oilTemperatureK),
  });
  return {
    state: { ...state },
    convergence: {
      status: outcome.status,
      ...(outcome.fallback ? { fallback: outcome.fallback } : {}),
      iterations: outcome.iterations,
      evaluations: outcome.evaluations,
      worstImbalanceM3S: orNull(outcome.worstImbalanceM3S),
      worstNode: network.nodeName[outcome.failingNode >= 0 ? outcome.failingNode : outcome.worstNode] ?? '',
      worstLawErrorPa: orNull(outcome.worstLawErrorPa),
      worstElement: network.elementName[outcome.worstElement] ?? '',
      flowScaleM3S: outcome.flowScaleM3S,
    },
    nodes,
    elements,
  };
}

function describeElement(
  compiled: CompiledCircuit,
  solver: HydraulicSolver,
  state: OperatingState,
  e: number,
  still: Uint8Array,
): ElementResult {
  const { network } = compiled;
  const ws = solver.workspace;
  const from = network.from[e]!;
  const to = network.to[e]!;
  const rho = ws.densityKgM3[e]!;
  const law = network.law[e]!;
  // What gets no oil has no film: shut off by the turning crank, or fed backwards.
  const hasFilm = !(law === Law.crankFedRod && ws.opening[e] === 0) && ws.flowM3S[e]! > 0;
  const film = hasFilm ? ws.film[e] : undefined;
  const coefficients = ws.filmCoefficients[e];
  const known = still[from] === 0 && still[to] === 0;
  const part = compiled.partOfElement[e]!;
  const role = [...(compiled.elementsOfPart.get(part) ?? [])].find(([, index]) => index === e)?.[0] ?? '';
  const hasOpening =
    law === Law.springValve || law === Law.pump || law === Law.crankFedRod || law === Law.thermostatPath;
  return {
    name: network.elementName[e]!,
    part,
    role,
    law: LAW_NAMES[law]!,
    fromNode: from,
    toNode: to,
    count: network.count[e]!,
    flowM3S: orZero(ws.flowM3S[e]!),
    pressureInPa: still[from] ? null : liquidPa(ws.pressurePa[from]!, state),
    pressureOutPa: still[to] ? null : liquidPa(ws.pressurePa[to]!, state),
    pressureDropPa: known
      ? orNull(ws.pressurePa[from]! - ws.pressurePa[to]! - rho * STANDARD_GRAVITY_M_S2 * network.riseM[e]!)
      : null,
    temperatureK: ws.temperatureK[e]!,
    densityKgM3: rho,
    viscosityPaS: ws.viscosityPaS[e]!,
    reynolds: orNull(elementReynolds(network, ws, e, state.speedRevS)),
    opening: hasOpening ? ws.opening[e]! : null,
    filmTemperatureK: film ? film.temperatureK : null,
    filmViscosityPaS: film ? film.viscosityPaS : null,
    frictionW: film ? film.frictionW * network.count[e]! : null,
    eccentricityRatio: film ? film.eccentricityRatio : null,
    leastFilmM: film && coefficients!.loadN > 0 ? coefficients!.clearanceM * (1 - film.eccentricityRatio) : null,
    oilShare: law === Law.pump ? oilShareOf(ws, state, e, from) : null,
    sensedPa:
      law === Law.springValve && network.sense[e]! >= 0 && still[network.sense[e]!] === 0 && still[to] === 0
        ? orNull(sensedDropPa(network, ws.pressurePa, e, rho))
        : null,
    thresholdPa: law === Law.crankFedRod ? ws.boundB[e]! : null,
  };
}

/** What of the volume that a pump swallows is oil. */
function oilShareOf(ws: Workspace, { atmospherePa }: OperatingState, pump: number, inlet: number): number {
  const inletAbsPa = Math.max(ws.pressurePa[inlet]! + atmospherePa, CAVITATION_BELOW_ABS_PA);
  return oilShareSwallowed(ws.boundB[pump]!, atmospherePa / inletAbsPa);
}

function describeNodes(
  compiled: CompiledCircuit,
  solver: HydraulicSolver,
  elements: readonly ElementResult[],
  still: Uint8Array,
  { oil, state, nodeK }: Pick<DescribedState, 'oil' | 'state'> & { readonly nodeK: (node: number) => number },
): NodeResult[] {
  const { network, nodeOfPort } = compiled;
  const ports: string[][] = network.nodeName.map(() => []);
  for (const [port, node] of nodeOfPort) ports[node]!.push(port);
  const reynolds = new Float64Array(network.nodeName.length).fill(NaN);
  for (const e of elements)
    if (e.reynolds !== null)
      for (const node of [e.fromNode, e.toNode]) if (!(reynolds[node]! >= e.reynolds)) reynolds[node] = e.reynolds;
  const ws = solver.workspace;
  return network.nodeName.map((name, i) => ({
    name,
    ports: ports[i]!,
    held: network.nodeHeld[i] === 1,
    elevationM: network.elevationM[i]!,
    pressurePa: still[i] ? null : liquidPa(ws.pressurePa[i]!, state),
    temperatureK: nodeK(i),
    viscosityPaS: oil.viscosityPaS(nodeK(i)),
    densityKgM3: oil.densityKgM3(nodeK(i)),
    reynolds: orNull(reynolds[i]!),
    imbalanceM3S: network.nodeHeld[i] ? null : orNull(ws.imbalanceKgS[i]! / oil.densityKgM3(nodeK(i))),
    still: still[i] === 1,
  }));
}
