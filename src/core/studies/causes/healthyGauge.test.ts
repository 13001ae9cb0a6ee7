import { answersSchema, type AnswersInput } from '../../document/archetypes/answers';
import { buildFromAnswers } from '../../document/archetypes/buildProject';
import { gaugePort } from '../../document/plumbing/gaugePort';
import { UNKNOWN_OIL_K } from '../../document/project/calibration';
import { atSpeedRevS } from '../../document/project/conditions';
import { activeVariant, withVariant, type Project } from '../../document/project/project';
import { seeded } from '../../foundations/random/quasiRandom';
import { CircuitSolver } from '../../network/circuitSolver';
import { drawnEngine, normalFrom, type Random } from '../../verification/testing/drawnEngine';
import { HEALTHY_ENGINES } from '../../verification/testing/healthyEngines';
import { SERVICE_GAUGES } from '../../verification/testing/serviceGauges';
import { isLong, tries } from '../../verification/testing/tries';
import { fitReadings } from '../fit/fitWork';
import { fitGroups, withFactors } from '../inputs/fitGroups';
import { explainTable, type Look } from './causeTable';
import { explainReadings } from './causeWork';
import { hypothesesOf } from './hypotheses';
import type { Severity } from './hypothesis';
import { alikeWith, rankCauses } from './rank';

const C = 273.15;
const BAR = 1e5;

function builtOf(answers: AnswersInput): Project {
  const built = buildFromAnswers(answersSchema.parse(answers));
  if (!built.ok) throw new Error(built.why);
  return built.project;
}

const reading = (
  speedRevS: number,
  oil: { oilTemperatureK: number; oilTemperatureOffK?: number },
  pressurePa: number,
) => ({
  kind: 'pressure' as const,
  speedRevS,
  ...oil,
  pressurePa,
});

describe('What a service book prints of a healthy engine', () => {
  it.each(SERVICE_GAUGES.map((g) => [g.answers.name, g] as const))(
    '%s: is taken for healthy, and fitted without surprise; source of the gauges: common practice, invented',
    (_, { answers, hotIdleBar, atSpeedBar, speedRpm, oilC }) => {
      const project = builtOf(answers);
      const oil = oilC === undefined ? UNKNOWN_OIL_K : { oilTemperatureK: oilC + C };
      const readings = [
        reading(answers.idleRpm / 60, oil, hotIdleBar * BAR),
        reading(speedRpm / 60, oil, atSpeedBar * BAR),
      ];
      const { causes } = explainReadings(project, { readings, answers: [] });
      expect(causes.slice(0, 2).map((c) => c.id)).toContain('healthy');
      const fit = fitReadings(project, { readings });
      expect(fit.converged).toBe(true);
      for (const { surprise } of fit.readings) expect(surprise!).toBeLessThan(2.5);
    },
  );
});

/** What an engine's gauge shows, with its own error, or undefined where a state does not solve. */
function shows(project: Project, looks: readonly Look[], random: Random, severity?: Severity): number[] | undefined {
  const made = CircuitSolver.of(project);
  if (!made.ok) return undefined;
  const { circuit } = made;
  const shown = looks.map(({ speedRevS, oilTemperatureK, port }) => {
    if (circuit.solveOnly(circuit.stateAt(speedRevS, oilTemperatureK)).status !== 'converged') return NaN;
    const node = circuit.compiled.nodeOfPort.get(severity?.senderAt ?? port);
    const pa = node === undefined ? 0 : circuit.solver.workspace.pressurePa[node]!;
    const sent = severity?.sender ? severity.sender(pa) : pa;
    return Math.max(0, sent * (1 + 0.02 * normalFrom(random)) + 0.05e5 * normalFrom(random));
  });
  return shown.every(Number.isFinite) ? shown : undefined;
}

/** The engine as it is thought of once its gauge was entered while it was healthy. */
function fittedTo(project: Project, looks: readonly Look[], pressures: readonly number[]): Project {
  const { calibration } = fitReadings(project, {
    readings: looks.map((l, i) => reading(l.speedRevS, { oilTemperatureK: l.oilTemperatureK }, pressures[i]!)),
  });
  const groups = fitGroups(project, []);
  const factors = groups.map((g) => calibration.applied!.factors.find((f) => f.id === g.id)?.factor ?? 1);
  const moved = withFactors(project, groups, factors).project;
  return withVariant(moved, { ...activeVariant(moved), calibration });
}

const ENGINES = HEALTHY_ENGINES.filter((_, i) => i % 5 === 2);
const RUNS = tries(8, 240);
/** A cause that moves no reading by as much as this many standard deviations is hidden from the gauge. */
const SEEN = 4;

describe('A fault of an engine whose gauge was entered while it was healthy', () => {
  it(`is named first or second in 90 of 100, over ${ENGINES.length} engines that are no demo; what the gauge cannot tell apart is one answer`, () => {
    let [runs, found] = [0, 0];
    const missed: string[] = [];
    for (let seed = 1; runs < RUNS && seed < 20 * RUNS; seed++) {
      const random = seeded(seed);
      const project = builtOf(ENGINES[seed % ENGINES.length]!.answers);
      const truth = drawnEngine(project, random);
      const { idleSpeedRevS: idle, maximumSpeedRevS: most } = project.engine;
      const port = gaugePort(activeVariant(project).circuit.parts)!;
      const looks = (
        [
          [idle, 100],
          [atSpeedRevS(most), 95],
          [0.7 * most, 100],
          [0.4 * most, 40],
        ] as const
      ).map(([speedRevS, celsius]): Look => ({ speedRevS, oilTemperatureK: celsius + C, port, minutes: 0 }));
      const was = shows(truth, looks, random);
      const causes = hypothesesOf(truth, activeVariant(truth));
      const cause = causes[Math.floor(random() * causes.length)]!;
      const severity = cause.severities[Math.floor(random() * cause.severities.length)]!;
      const now = shows(severity.project ?? truth, looks, random, severity);
      if (!was || !now) continue;
      const table = explainTable(fittedTo(project, looks, was), looks);
      const healthy = table.causes[0]!.cases[0]!.pressurePa;
      const planted = table.causes.find((c) => c.id === cause.id)?.cases.findLast((c) => c.words === severity.words);
      const isSeen = looks.some(
        (_, i) =>
          Math.abs((planted?.pressurePa[i] ?? NaN) - healthy[i]!) >
          SEEN * Math.hypot(0.02 * healthy[i]!, 0.05e5, Math.sqrt(table.scatter[i]![i]!)),
      );
      if (!isSeen) continue;
      runs++;
      const reads = now.map((pressurePa, look) => ({ look, pressurePa }));
      const ranked = rankCauses(table, reads);
      const rank = ranked.findIndex((r) =>
        [r, ...alikeWith(r, ranked, reads)].some((each) => each.cause.id === cause.id),
      );
      if (rank <= 1) found++;
      else missed.push(`${project.name}: ${cause.id} ${severity.words}`);
    }
    expect(runs).toBe(RUNS);
    // Of 8 at 90 in 100, fewer than 6 come out in 1 of 25 (binomial); the campaign holds the figure itself.
    const least = isLong() ? 0.9 : 6 / 8;
    expect({ missed, enough: found >= least * runs }).toEqual({ missed, enough: true });
  });
});
