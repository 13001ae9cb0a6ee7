import { activeVariant, type Project } from '../../document/project/project';
import { galleryPort, gaugePort } from '../../document/plumbing/gaugePort';
import { atSpeedRevS } from '../../document/project/conditions';
import { engineKindOf, usualPressurePa } from '../../document/project/healthyGauge';
import type { Dense } from '../../foundations/linear/cholesky';
import { WITHIN_95 } from '../../foundations/leastSquares/leastSquares';
import { CircuitSolver } from '../../network/circuitSolver';
import { engineSpread, setSpread } from '../inputs/engineSpread';
import { inputsOf, type Input } from '../inputs/inputs';
import { RevisableCircuit } from '../inputs/revisableCircuit';
import { hypothesesOf } from './hypotheses';
import { HEALTHY_PRIOR, type HandCheck, type Hypothesis, type Severity } from './hypothesis';
import { gaugePorts } from './senderCauses';

/** A pressure read, or to be read, at a state and a port. */
export interface Look {
  readonly speedRevS: number;
  readonly oilTemperatureK: number;
  /** Nobody read the oil's temperature: it lies within plus or minus this, 95 in 100. */
  readonly oilTemperatureOffK?: number;
  readonly port: string;
  /** Minutes that it takes beyond what is fitted. @source engineering judgement */
  readonly minutes: number;
}

/** One cause in one degree, with what it would show at every look. */
export interface Case {
  readonly words: string;
  readonly pressurePa: readonly number[];
}

export interface Cause {
  readonly id: string;
  readonly title: string;
  readonly part: string;
  readonly prior: number;
  readonly cases: readonly Case[];
  readonly check: HandCheck | undefined;
}

/** What every cause would show at every look, and how far healthy engines scatter round the model there. */
export interface ExplainTable {
  readonly looks: readonly Look[];
  readonly causes: readonly Cause[];
  /** Covariance of the looks that the uncertain figures make together [Pa²], without the gauge's own. */
  readonly scatter: Dense;
  /** What healthy engines of this kind show at each look [Pa]; undefined where nothing is known of that. */
  readonly usualPa: readonly (readonly [low: number, high: number] | undefined)[];
  /** The gauge was entered while the engine was healthy: what the kind shows no longer excuses a reading. */
  readonly isFitted: boolean;
}

/** A second gauge has to be screwed in; another state only has to be driven to. @source engineering judgement */
const MINUTES = { sameGauge: 5, secondGauge: 30 } as const;
const SPEED_SHARES = [0.3, 0.55, 0.8] as const;
const TEMPERATURES_K = [313.15, 363.15, 383.15] as const;
/** Two looks so near each other are one. */
const SAME_SPEED_SHARE = 0.12;
const SAME_TEMPERATURE_K = 12;

/**
 * Looks that could be taken besides those that were: other states at the gauge, and second gauges at the state read
 * first.
 */
export function furtherLooks(project: Project, had: readonly Look[]): readonly Look[] {
  const variant = activeVariant(project);
  const gauge = gaugePort(variant.circuit.parts);
  const { engine } = project;
  const speeds = [engine.idleSpeedRevS, ...SPEED_SHARES.map((s) => s * engine.maximumSpeedRevS)];
  const isHad = (look: Look) =>
    had.some(
      (h) =>
        h.port === look.port &&
        Math.abs(h.speedRevS / look.speedRevS - 1) < SAME_SPEED_SHARE &&
        Math.abs(h.oilTemperatureK - look.oilTemperatureK) < SAME_TEMPERATURE_K,
    );
  const other =
    gauge === undefined
      ? []
      : speeds.flatMap((speedRevS) =>
          TEMPERATURES_K.map((oilTemperatureK) => ({
            speedRevS,
            oilTemperatureK,
            port: gauge,
            minutes: MINUTES.sameGauge,
          })),
        );
  const first = had[0];
  const second = first
    ? gaugePorts(variant)
        .filter((port) => port !== gauge)
        .map((port) => ({ ...first, port, minutes: MINUTES.secondGauge }))
    : [];
  return [...other, ...second].filter((look) => !isHad(look));
}

/** Solves every cause at every look. @throws where the circuit itself does not compile */
export function explainTable(project: Project, looks: readonly Look[]): ExplainTable {
  const variant = activeVariant(project);
  const gauge = gaugePort(variant.circuit.parts);
  const healthy = pressuresOf(project, looks);
  if (!healthy) throw new Error('a circuit whose readings are explained compiles');
  const caseOf = (severity: Severity): Case[] => {
    const moved =
      severity.senderAt === undefined
        ? looks
        : looks.map((l) => (l.port === gauge ? { ...l, port: severity.senderAt! } : l));
    const at = severity.project || moved !== looks ? pressuresOf(severity.project ?? project, moved) : healthy;
    if (!at || !at.every(Number.isFinite)) return [];
    return [
      {
        words: severity.words,
        pressurePa: at.map((p, i) => (severity.sender && looks[i]!.port === gauge ? severity.sender(p) : p)),
      },
    ];
  };
  const causes = hypothesesOf(project, variant).flatMap(({ severities, ...h }: Hypothesis): Cause[] => {
    const cases = between(healthy, severities.flatMap(caseOf));
    return cases.length > 0 ? [{ ...h, cases }] : [];
  });
  return {
    looks,
    causes: [
      {
        id: 'healthy',
        title: 'Nothing: a healthy engine within its tolerances',
        part: '',
        prior: HEALTHY_PRIOR,
        cases: [{ words: '', pressurePa: healthy }],
        check: undefined,
      },
      ...causes,
    ],
    usualPa: looks.map((look) => usualAt(project, look)),
    isFitted: variant.calibration?.applied !== undefined,
    scatter: withUnknownOil(scatterOf(project, looks, healthy), project, looks, healthy),
  };
}

/** What healthy engines of the project's kind show where its gauge reads; undefined elsewhere, and where no kind is stated. */
export function usualAt(
  { engine, ...project }: Project,
  look: Pick<Look, 'speedRevS' | 'oilTemperatureK' | 'port'>,
): readonly [number, number] | undefined {
  const { parts } = activeVariant({ engine, ...project }).circuit;
  if (engine.kind === undefined || (look.port !== gaugePort(parts) && look.port !== galleryPort(parts)))
    return undefined;
  const { idleSpeedRevS: idleRevS, maximumSpeedRevS } = engine;
  return usualPressurePa(engineKindOf(engine.kind), look, { idleRevS, atSpeedRevS: atSpeedRevS(maximumSpeedRevS) });
}

/** The scatter, and what an oil temperature that nobody read adds to the looks that it belongs to. */
function withUnknownOil(scatter: Dense, project: Project, looks: readonly Look[], healthy: readonly number[]): Dense {
  const offK = (look: Look) => (look.oilTemperatureOffK ?? 0) / WITHIN_95;
  if (looks.every((look) => offK(look) === 0)) return scatter;
  const warmer = pressuresOf(
    project,
    looks.map((look) => ({ ...look, oilTemperatureK: look.oilTemperatureK + offK(look) })),
  );
  return scatter.map((row, i) =>
    row.map((value, k) => {
      const off = i === k && offK(looks[i]!) > 0 && warmer ? warmer[i]! - healthy[i]! : 0;
      return Number.isFinite(off) ? value + off ** 2 : value;
    }),
  );
}

/** Degrees that are looked at between two that are solved; and from how far on the way from healthy to the first. */
const BETWEEN = 5;
const FIRST_FROM = 0.5;

/** A cause in every degree: those solved, and between them what lies between; the words are those of the nearer one. */
function between(healthy: readonly number[], solved: readonly Case[]): readonly Case[] {
  const mixed = (a: readonly number[], b: readonly number[], t: number) => a.map((v, i) => v + t * (b[i]! - v));
  return solved.flatMap((to, n) => {
    const from = n === 0 ? { words: to.words, pressurePa: healthy } : solved[n - 1]!;
    const steps = Array.from({ length: BETWEEN }, (_, k) => (k + 1) / BETWEEN).filter((t) => n > 0 || t >= FIRST_FROM);
    return steps.map((t) => ({
      words: t < 0.5 ? from.words : to.words,
      pressurePa: mixed(from.pressurePa, to.pressurePa, t),
    }));
  });
}

/**
 * Pressure at each look [Pa]; 0 where the sender's place has no oil; undefined where the circuit does not compile or a
 * state does not solve.
 */
function pressuresOf(project: Project, looks: readonly Look[]): number[] | undefined {
  const made = CircuitSolver.of(project);
  if (!made.ok) return undefined;
  const { circuit } = made;
  const states = new Map<string, Float64Array | undefined>();
  return looks.map(({ speedRevS, oilTemperatureK, port }) => {
    const key = `${speedRevS} ${oilTemperatureK}`;
    if (!states.has(key)) {
      const outcome = circuit.solveOnly(circuit.stateAt(speedRevS, oilTemperatureK));
      states.set(key, outcome.status === 'converged' ? circuit.solver.workspace.pressurePa.slice() : undefined);
    }
    const node = circuit.compiled.nodeOfPort.get(port);
    if (node === undefined) return 0;
    return states.get(key)?.[node] ?? NaN;
  });
}

/**
 * How the uncertain figures make the looks scatter together: each at one standard deviation, squares added. Figures
 * that a fit moved have what the fit left of their spread; an engine that nobody fitted has that of engines as they
 * are; one that is invented is as it says.
 */
function scatterOf(project: Project, looks: readonly Look[], healthy: readonly number[]): Dense {
  const variant = activeVariant(project);
  const revisable = new RevisableCircuit(project);
  const spread = engineSpread(project);
  const rows: number[][] = [];
  const look = (set: () => void, back: () => void) => {
    set();
    revisable.apply();
    const { circuit } = revisable;
    const row = looks.map(({ speedRevS, oilTemperatureK, port }, i) => {
      const node = circuit.compiled.nodeOfPort.get(port);
      if (node === undefined) return 0;
      const outcome = revisable.solve(circuit.stateAt(speedRevS, oilTemperatureK));
      const off = outcome.status === 'converged' ? circuit.solver.workspace.pressurePa[node]! - healthy[i]! : 0;
      return Number.isFinite(off) ? off : 0;
    });
    back();
    revisable.apply();
    rows.push(row);
  };
  const one = (input: Input) =>
    look(
      () => revisable.set(input, input.stated + input.plusMinus / WITHIN_95),
      () => revisable.set(input, input.stated),
    );
  const none = spread.groups.map(() => 0);
  none.forEach((_, c) =>
    look(
      () =>
        setSpread(
          revisable,
          spread,
          none.map((__, k) => (k === c ? 1 : 0)),
        ),
      () => setSpread(revisable, spread, none),
    ),
  );
  for (const input of inputsOf(project, variant)) if (!spread.covered.has(input.id) && input.plusMinus > 0) one(input);
  return looks.map((_, i) => looks.map((__, k) => rows.reduce((sum, row) => sum + row[i]! * row[k]!, 0)));
}

/** What a gauge should show at each look, with one standard deviation by tolerances [Pa]. */
export function expectedAt(
  project: Project,
  looks: readonly Look[],
): { pressurePa: number | null; deviationPa: number }[] {
  const healthy = pressuresOf(project, looks);
  if (!healthy?.every(Number.isFinite))
    return looks.map((_, i) => ({ pressurePa: Number.isFinite(healthy?.[i]) ? healthy![i]! : null, deviationPa: 0 }));
  const scatter = scatterOf(project, looks, healthy);
  return healthy.map((pressurePa, i) => ({ pressurePa, deviationPa: Math.sqrt(scatter[i]![i]!) }));
}
