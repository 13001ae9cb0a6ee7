import { gaugePort } from '../../document/plumbing/gaugePort';
import { activeVariant, type Project } from '../../document/project/project';
import { CircuitSolver } from '../../network/circuitSolver';
import { solveState } from '../../judgement/judgeState';
import { sayVerdict } from '../../judgement/supply/say';
import { StudyRefused } from '../job/studyRefused';
import type { ExplainAnswer, ExplainRequest } from './causeSchema';
import { explainTable, furtherLooks, type Look } from './causeTable';
import { hypothesesOf } from './hypotheses';
import { alikeWith, isUnexplained, nextCheck, rankCauses, type Ranked, type Read } from './rank';

/** Causes that are listed, and those whose consequences are solved. */
const MOST_CAUSES = 12;
const MOST_SOLVED = 4;
/** One that is less likely is not named beside another. */
const LEAST_ALIKE = 0.02;

/**
 * Ranks what would explain readings, and says which check would tell.
 * @throws StudyRefused where the circuit cannot be computed or no sender is known
 */
export function explainReadings(project: Project, { readings, answers }: ExplainRequest): ExplainAnswer {
  const variant = activeVariant(project);
  const gauge = gaugePort(variant.circuit.parts);
  const made = CircuitSolver.of(project);
  if (!made.ok) throw new StudyRefused('The circuit cannot be computed: open it and mend what is named there.');
  const had = readings.map((r): Look => ({
    speedRevS: r.speedRevS,
    oilTemperatureK: r.oilTemperatureK,
    ...(r.oilTemperatureOffK === undefined ? {} : { oilTemperatureOffK: r.oilTemperatureOffK }),
    port: r.at ?? gauge ?? '',
    minutes: 0,
  }));
  const lost = had.find((l) => !made.circuit.compiled.nodeOfPort.has(l.port));
  if (lost)
    throw new StudyRefused(
      lost.port === ''
        ? 'This circuit has no gauge and no gallery to read at. Add a gauge.'
        : `There is no place ${lost.port} with oil in this circuit.`,
    );
  const table = explainTable(project, [...had, ...furtherLooks(project, had)]);
  const reads = readings.map((r, look): Read => ({ look, pressurePa: r.pressurePa }));
  const ranked = rankCauses(table, reads, answers);
  const next = nextCheck(table, ranked, reads, answers);
  const expected = table.causes[0]!.cases[0]!.pressurePa;
  const priors = table.causes.reduce((sum, c) => sum + c.prior, 0);
  return {
    readings: readings.map((reading, i) => ({
      reading,
      expectedPa: expected[i] ?? null,
      deviationPa: Math.sqrt(table.scatter[i]![i]!),
      usualPa: table.usualPa[i] ? [...table.usualPa[i]] : null,
    })),
    unexplained: isUnexplained(ranked),
    causes: ranked.slice(0, MOST_CAUSES).map((r, i) => ({
      id: r.cause.id,
      title: r.cause.title,
      part: r.cause.part,
      words: r.words,
      probability: r.probability,
      prior: r.cause.prior / priors,
      misfit: r.misfit,
      alike: alikeWith(r, ranked, reads)
        .filter((other) => other.probability >= LEAST_ALIKE)
        .map((other) => other.cause.title),
      elsewhere: i < MOST_SOLVED ? elsewhereOf(project, r, readings[0]!) : [],
      check: r.cause.check ?? null,
    })),
    next:
      next === undefined
        ? null
        : next.kind === 'hand'
          ? {
              kind: 'hand',
              id: next.check.id,
              ask: next.check.ask,
              yes: next.check.yes,
              minutes: next.minutes,
              tells: [...next.tells],
            }
          : {
              kind: 'look',
              speedRevS: table.looks[next.look]!.speedRevS,
              oilTemperatureK: table.looks[next.look]!.oilTemperatureK,
              port: table.looks[next.look]!.port,
              isGauge: table.looks[next.look]!.port === gauge,
              expectedPa: [...next.expectedPa],
              tells: [...next.tells],
              minutes: next.minutes,
            },
  };
}

/** Components whose verdict changes with a cause, at the state that was read first. */
function elsewhereOf(project: Project, { cause, words }: Ranked, at: ExplainRequest['readings'][number]): string[] {
  const severity = hypothesesOf(project, activeVariant(project))
    .find((h) => h.id === cause.id)
    ?.severities.find((s) => s.words === words);
  if (!severity?.project) return [];
  const judge = (p: Project) => {
    const made = CircuitSolver.of(p);
    return made.ok ? solveState(made.circuit, made.circuit.stateAt(at.speedRevS, at.oilTemperatureK)).consumers : [];
  };
  const before = new Map(judge(project).map((c) => [c.part, c.verdict]));
  return judge(severity.project).flatMap((c) => {
    const was = before.get(c.part);
    return was !== undefined && was !== c.verdict && !c.supplied
      ? [`${c.name}: ${sayVerdict(c.verdict, c.checks[0])}`]
      : [];
  });
}
