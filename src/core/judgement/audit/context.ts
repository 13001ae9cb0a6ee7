import { unfilteredPorts } from '../../document/plumbing/filtration';
import type { Part, PartKind, PartOf } from '../../document/parts/part';
import type { Circuit, Project, Variant } from '../../document/project/project';
import { Law } from '../../network/compile/law';
import type { CompiledCircuit } from '../../network/compile/compile';
import { designDrives, useDrives, type Drive, type SteadyDrive } from '../designDrives';
import { solveDrive } from '../solveDrive';
import { dustyCore } from '../../heat/alteredParts';
import type { BalancedState } from '../solveBalanced';
import { PortGroups } from '../../document/plumbing/portGroups';
import { CircuitSolver } from '../../network/circuitSolver';
import { speedLimitRevS } from '../sweep/reachable';
import { sweepToEnd, type Sweep } from '../sweep/sweep';
import type { SolveResult } from '../stateResult';
import type { SpeedAndOil } from '../../network/solve/state';
import { solveState } from '../judgeState';

/** What one pass over the reachable states saw of an element. */
export interface Seen {
  mostDropPa: number;
  /** The largest drop against the part's own direction. */
  mostBackPa: number;
  mostDropAt: SpeedAndOil;
  /** States at which a valve was open, and the first of them from the cold side. */
  openStates: number;
  openAt: SpeedAndOil | undefined;
  leastOpening: number;
  leastOpeningAt: SpeedAndOil;
}

/** Grid for what-if sweeps: coarse, they only name who starves first. */
const WHAT_IF_SPEEDS = 10;
const WHAT_IF_TEMPERATURES = 7;

/** Everything that rules read. Rules are pure: they change nothing here. */
export interface AuditContext {
  readonly project: Project;
  readonly variant: Variant;
  readonly circuit: Circuit;
  readonly compiled: CompiledCircuit;
  readonly groups: PortGroups;
  readonly unfiltered: ReadonlySet<string>;
  readonly sweep: Sweep;
  /** By element index. */
  readonly seen: readonly Seen[];
  /** Highest pressure at each node. */
  readonly nodeHighPa: readonly (number | null)[];
  readonly states: {
    readonly coldCrank: SpeedAndOil;
    readonly coldStart: SpeedAndOil;
    readonly hotIdle: SpeedAndOil;
    readonly fullHot: SpeedAndOil;
    readonly fullCool: SpeedAndOil;
    readonly highIdle: SpeedAndOil;
  };
  /** The circuit solved at one of its states. */
  at(state: SpeedAndOil): SolveResult;
  /**
   * The circuit with some parts changed, solved at a state or swept coarsely; undefined where it cannot be computed.
   */
  solveWith(change: (part: Part) => Part, state: SpeedAndOil): SolveResult | undefined;
  sweepWith(change: (part: Part) => Part): Sweep | undefined;
  /**
   * Where the oil settles at a speed in its surroundings, with some parts changed; undefined where it cannot be
   * computed.
   */
  balance(drive: Drive, change?: (part: Part) => Part): BalancedState | undefined;
  /** The drives of the engine's use, its hardest, and a cold cruise. */
  readonly drives: { readonly use: readonly Drive[]; readonly hotDay: Drive; readonly coldCruise: SteadyDrive };
  /** The variant that this one was made from, or the first of the project; undefined for that one itself. */
  readonly stock: Variant | undefined;
  parts<K extends PartKind>(kind: K): readonly PartOf<K>[];
  part(id: string): Part | undefined;
}

/** Share of the maximum speed that counts as high idle. Common practice, no source. */
const HIGH_IDLE_SHARE = 0.4;

/** What is read off a circuit without solving it. */
type Read = Omit<AuditContext, 'sweep' | 'seen' | 'nodeHighPa' | 'at' | 'solveWith' | 'sweepWith' | 'balance'>;

function readCircuit({ project, variant, compiled }: CircuitSolver): Read {
  const { circuit } = variant;
  const first = project.variants.find((v) => v.id === variant.basedOn) ?? project.variants[0];
  return {
    project,
    variant,
    circuit,
    compiled,
    groups: PortGroups.of(circuit),
    unfiltered: unfilteredPorts(circuit),
    states: statesOf(project),
    drives: { use: useDrives(project.engine), ...designDrives(project.engine) },
    stock: first && first.id !== variant.id ? first : undefined,
    parts: (kind) => circuit.parts.filter((p): p is never => p.kind === kind),
    part: (id) => circuit.parts.find((p) => p.id === id),
  };
}

/** Surveys a circuit for the audit: sweeps it once, remembering what rules ask for. */
export function surveyCircuit(solver: CircuitSolver): AuditContext {
  const { sweep, seen } = watchedSweep(solver);
  return { ...readCircuit(solver), sweep, seen, nodeHighPa: sweep.nodeHighPa, ...answersOf(solver) };
}

/** For rules that ask for no answer. Whatever would have to be solved for one throws. */
export function plumbingContext(solver: CircuitSolver): AuditContext {
  const refuse = (): never => {
    throw new Error('a rule that reads the plumbing alone asks for an answer');
  };
  return {
    ...readCircuit(solver),
    get sweep() {
      return refuse();
    },
    get seen() {
      return refuse();
    },
    get nodeHighPa() {
      return refuse();
    },
    at: refuse,
    solveWith: refuse,
    sweepWith: refuse,
    balance: refuse,
  };
}

/** The sweep, with what each element went through on its way. */
function watchedSweep(solver: CircuitSolver): { readonly sweep: Sweep; readonly seen: readonly Seen[] } {
  const { network } = solver.compiled;
  const ws = solver.solver.workspace;
  const origin: SpeedAndOil = { speedRevS: 0, oilTemperatureK: 0 };
  const seen: Seen[] = network.elementName.map(() => ({
    mostDropPa: 0,
    mostBackPa: 0,
    mostDropAt: origin,
    openStates: 0,
    openAt: undefined,
    leastOpening: Infinity,
    leastOpeningAt: origin,
  }));
  const sweep = sweepToEnd(solver, undefined, undefined, (state) => {
    for (let e = 0; e < seen.length; e++) {
      const s = seen[e]!;
      const drop = ws.pressurePa[network.from[e]!]! - ws.pressurePa[network.to[e]!]!;
      s.mostBackPa = Math.max(s.mostBackPa, -drop);
      if (drop > s.mostDropPa) {
        s.mostDropPa = drop;
        s.mostDropAt = state;
      }
      const opening = ws.opening[e]!;
      if (opening < s.leastOpening) {
        s.leastOpening = opening;
        s.leastOpeningAt = state;
      }
      if (network.law[e] === Law.springValve && opening > 0) {
        s.openStates++;
        if (!s.openAt || state.oilTemperatureK > s.openAt.oilTemperatureK) s.openAt = state;
      }
    }
  });
  return { sweep, seen };
}

function statesOf({ engine, range }: Project): AuditContext['states'] {
  return {
    coldCrank: { speedRevS: engine.crankingSpeedRevS, oilTemperatureK: range.coldestOilK },
    coldStart: {
      speedRevS: Math.max(engine.idleSpeedRevS, Math.min(range.coldSpeedRevS, engine.maximumSpeedRevS)),
      oilTemperatureK: range.coldestOilK,
    },
    hotIdle: { speedRevS: engine.idleSpeedRevS, oilTemperatureK: range.hottestOilK },
    fullHot: { speedRevS: engine.maximumSpeedRevS, oilTemperatureK: range.hottestOilK },
    fullCool: {
      speedRevS: speedLimitRevS(engine, range, range.fullSpeedFromK),
      oilTemperatureK: range.fullSpeedFromK,
    },
    highIdle: {
      speedRevS: Math.max(engine.idleSpeedRevS, HIGH_IDLE_SHARE * engine.maximumSpeedRevS),
      oilTemperatureK: range.hottestOilK,
    },
  };
}

/** What rules ask beyond the sweep, each answer kept. */
function answersOf(solver: CircuitSolver): Pick<AuditContext, 'at' | 'solveWith' | 'sweepWith' | 'balance'> {
  const { project, variant } = solver;
  const { circuit } = variant;
  const solved = new Map<string, SolveResult>();
  const balanced = new Map<string, BalancedState>();
  const remade = (made: Variant) => {
    const variants = project.variants.map((v) => (v.id === made.id ? made : v));
    const outcome = CircuitSolver.of({ ...project, variants, activeVariant: made.id });
    return outcome.ok ? outcome.circuit : undefined;
  };
  const changed = (change: (part: Part) => Part) =>
    remade({ ...variant, circuit: { ...circuit, parts: circuit.parts.map(change) } });
  // A solver of its own for heat: the survey's workspace is read by others.
  let own: CircuitSolver | undefined;
  const fresh = (): CircuitSolver => (own ??= remade(variant) ?? solver);
  return {
    at(state) {
      const key = `${state.speedRevS} ${state.oilTemperatureK}`;
      let result = solved.get(key);
      if (!result)
        solved.set(key, (result = solveState(solver, solver.stateAt(state.speedRevS, state.oilTemperatureK))));
      return result;
    },
    solveWith(change, state) {
      const altered = changed(change);
      return altered && solveState(altered, altered.stateAt(state.speedRevS, state.oilTemperatureK));
    },
    sweepWith(change) {
      const altered = changed(change);
      return altered && sweepToEnd(altered, WHAT_IF_SPEEDS, WHAT_IF_TEMPERATURES);
    },
    balance(drive, change) {
      const clear = drive.clearShare ?? 1;
      if (change || clear < 1) {
        const altered = changed((part) => dustyCore(change ? change(part) : part, clear));
        return altered && solveDrive(altered, drive);
      }
      const key = JSON.stringify(drive);
      let known = balanced.get(key);
      if (!known) balanced.set(key, (known = solveDrive(fresh(), drive)));
      return known;
    },
  };
}
