import { buildFromAnswers } from '../../document/archetypes/buildProject';
import { answersSchema, type AnswersInput } from '../../document/archetypes/answers';
import { actsAs, type Part } from '../../document/parts/part';
import { activeVariant, type Project } from '../../document/project/project';
import { HeatSolver } from '../../heat/heatSolver';
import { warmUp } from '../../heat/transient';
import { designDrives } from '../../judgement/designDrives';
import { solveState } from '../../judgement/judgeState';
import { solveBalanced } from '../../judgement/solveBalanced';
import { solveDrive } from '../../judgement/solveDrive';
import { sweepToEnd } from '../../judgement/sweep/sweep';
import { CircuitSolver } from '../../network/circuitSolver';
import type { Expected } from './healthyEngines';

const C = 273.15;
const BAR = 1e5;
const MINUTE = 60;
const RPM = 1 / 60;
/** Oil at which a gauge is read hot. */
const HOT_K = 100 + C;
/** Where a warm-up is over [K]. */
const WARM_K = 80 + C;
/** A steady cruise, as it is expected of. */
const CRUISE = { airTemperatureK: 25 + C, roadSpeedMS: 28, load: 0.25 };
const CRUISE_SHARE = 0.4;
const LONGEST_WARM_UP_S = 40 * MINUTE;

/** The figures that are expected of a healthy engine, as this app computes them; null where there is none. */
export type Measured = {
  readonly [K in keyof Expected]: number | null;
} & {
  /** Shares of the oil that leaves the gallery at a hot idle, by group [%]. */
  readonly split: Readonly<Record<string, number>>;
  /** What oil gains from inlet to outlet of a group's bearings at the redline, oil at 100 °C [K]. */
  readonly riseK?: Readonly<Record<string, number>>;
  /** Smallest film of a group at its mean load, there [µm]. */
  readonly leastFilmUm?: Readonly<Record<string, number>>;
  /** Fed parts that are not supplied somewhere in the range. */
  readonly short: readonly string[];
};

/** What of a split a fed part counts as. */
function groupOf(part: Part): string | undefined {
  if (actsAs(part, 'mains')) return part.role === 'cam' ? 'head' : 'mains';
  if (actsAs(part, 'rods')) return 'rods';
  if (actsAs(part, 'accessory')) {
    const { duty } = part as { readonly duty: string };
    if (duty === 'lifters' || duty === 'turbo' || duty === 'unnamed') return duty;
    return duty === 'tensioner' || duty === 'phaser' || duty === 'gears' ? 'timing' : 'head';
  }
  return undefined;
}

/** Builds the engine and measures it. @throws where the answers build nothing or the circuit does not compile */
export function measuredEngine(answers: AnswersInput): Measured {
  const built = buildFromAnswers(answersSchema.parse(answers));
  if (!built.ok) throw new Error(built.why);
  return measuredProject(built.project);
}

export function measuredProject(project: Project): Measured {
  const made = CircuitSolver.of(project);
  if (!made.ok) throw new Error(JSON.stringify(made.issues));
  const { circuit } = made;
  const engine = circuit.project.engine;
  const { idleSpeedRevS, maximumSpeedRevS } = engine;
  const parts = activeVariant(project).circuit.parts;
  const at = (speedRevS: number) => solveState(circuit, circuit.stateAt(speedRevS, HOT_K));
  const gallery = (of: ReturnType<typeof at>) =>
    of.convergence.status === 'converged'
      ? of.nodes.find((n) => n.ports.includes('gallery.out'))!.pressurePa! / BAR
      : null;
  const idle = at(idleSpeedRevS);
  const full = at(maximumSpeedRevS);
  const flowOf = (of: ReturnType<typeof at>, picks: (part: Part) => boolean) => {
    const ids = new Set(parts.filter(picks).map((p) => p.id));
    return of.elements.filter((e) => ids.has(e.part)).reduce((sum, e) => sum + Math.abs(e.flowM3S), 0);
  };
  const groups = new Map<string, number>();
  for (const part of parts) {
    const group = actsAs(part, 'jets') ? (part.id === 'jets' ? 'jets' : 'timing') : groupOf(part);
    if (group !== undefined) groups.set(group, (groups.get(group) ?? 0) + flowOf(idle, (p) => p.id === part.id));
  }
  const riseK: Record<string, number> = {};
  const leastFilmUm: Record<string, number> = {};
  full.elements.forEach((e, i) => {
    const part = parts.find((p) => p.id === e.part);
    const bearing = circuit.solver.network.bearing[i];
    if (!part || !bearing || e.filmTemperatureK === null || e.temperatureK === null) return;
    const group = groupOf(part)!;
    // κ of the whole rise is what the film has taken up.
    riseK[group] = Math.max(riseK[group] ?? 0, (e.filmTemperatureK - e.temperatureK) / bearing.filmHeatShare);
    if (e.leastFilmM !== null) leastFilmUm[group] = Math.min(leastFilmUm[group] ?? Infinity, e.leastFilmM * 1e6);
  });
  const fed = [...groups.values()].reduce((sum, q) => sum + q, 0);
  const pump = parts.find((p) => actsAs(p, 'pump'));
  const cruiseRevS = Math.max(idleSpeedRevS, CRUISE_SHARE * maximumSpeedRevS);
  const drive = designDrives(engine).hotDay;
  const cold = warmUp(
    new HeatSolver(circuit),
    { ...CRUISE, airTemperatureK: 10 + C, speedRevS: cruiseRevS },
    10 + C,
    LONGEST_WARM_UP_S,
  );
  let run = cold.next();
  while (!run.done) run = cold.next();
  const warmAfter = (of: 'coolantK' | 'sumpK') => {
    const sample = run.value.samples.find((s) => (s[of] ?? 0) >= WARM_K);
    return sample ? sample.timeS / MINUTE : null;
  };
  const litres = engine.displacementM3! * 1e3;
  const sumpC = ({ heat }: ReturnType<typeof solveBalanced>) => (heat.status === 'balanced' ? heat.sumpK - C : null);
  return {
    hotIdleBar: gallery(idle),
    atSpeedBar: gallery(at(Math.min(3000 * RPM, 0.6 * maximumSpeedRevS))),
    fullSpeedBar: gallery(full),
    pumpCcPerLitre: actsAs(pump, 'pump') ? (pump.displacementM3Rev * pump.speedRatio * 1e6) / litres : null,
    overReliefPercent: (100 * flowOf(full, (p) => actsAs(p, 'relief'))) / flowOf(full, (p) => actsAs(p, 'pump')),
    useC: sumpC(solveDrive(circuit, drive)),
    cruiseC: sumpC(solveBalanced(circuit, cruiseRevS, CRUISE)),
    coolantMin: warmAfter('coolantK'),
    oilMin: warmAfter('sumpK'),
    bmepBar: (2 * engine.heat.brakePowerW!) / (engine.displacementM3! * 0.9 * maximumSpeedRevS) / BAR,
    split: Object.fromEntries([...groups].map(([group, q]) => [group, (100 * q) / fed])),
    riseK,
    leastFilmUm,
    short: sweepToEnd(circuit, 8, 6).consumers.flatMap((c) => (c.supplied ? [] : [`${c.name} ${c.verdict}`])),
  };
}
