import { seenByRange, type WorstSeen } from '../core/bench/hoses/hoseVerdicts';
import { SHEET_SECTIONS, SHORT_SECTIONS, type Paper } from '../core/bench/jobSheet/jobSheet';
import { sheetHtml } from '../core/bench/jobSheet/sheetHtml';
import type { Project, Variant } from '../core/document/project/project';
import { firstStartSteps, startLines, type StartPredictions } from '../core/log/firstStart';
import { startPredictions, startQuestions } from '../core/log/startPredictions';
import { compileCircuit } from '../core/network/compile/compile';
import { CHECK_STUDY } from '../core/studies/check/checkStudy';
import { EXPECTED_STUDY } from '../core/studies/causes/expectedStudy';
import { FILLING_STUDY } from '../core/studies/filling/fillingStudy';
import { WARM_UP_STUDY } from '../core/studies/heat/warmUpStudy';
import { studyHere } from '../core/studies/job/runHere';
import { SWEEP_STUDY } from '../core/studies/sweep/sweepStudy';

/** The variant that is wanted, and the one that the engine is in now. */
export interface Job {
  readonly project: Project;
  readonly variant: Variant;
  readonly before: Variant | undefined;
}

/** The circuit at its worst, by its sweep; without pressures where it cannot be computed. */
export function worstSeen(project: Project, variant: Variant): WorstSeen {
  const open = { ...project, activeVariant: variant.id };
  const made = compileCircuit(variant.circuit);
  if (!made.ok) return seenByRange(project, variant);
  const { nodeOfPort } = made.compiled;
  const { nodeHighPa } = studyHere(SWEEP_STUDY, open, {});
  return seenByRange(project, variant, (port) => nodeHighPa[nodeOfPort.get(port) ?? -1] ?? undefined);
}

/** What the studies say of the first start. */
function predictionsOf(project: Project, variant: Variant): StartPredictions {
  const questions = startQuestions(project, variant);
  return startPredictions(
    studyHere(FILLING_STUDY, project, questions.filling),
    studyHere(EXPECTED_STUDY, project, questions.expected),
    studyHere(WARM_UP_STUDY, project, questions.warmUp),
  );
}

/** The job sheet as HTML, with all that the studies say of it. */
export function sheetOf(
  { project, variant, before }: Job,
  given: { readonly paper: Paper; readonly short: boolean; readonly date: string; readonly revision: string },
): string {
  const open = { ...project, activeVariant: variant.id };
  return sheetHtml({
    project,
    variant,
    before,
    check: studyHere(CHECK_STUDY, open, { sure: true }),
    seen: worstSeen(project, variant),
    firstStart: startLines(firstStartSteps(project, variant, before, predictionsOf(open, variant))),
    sections: given.short ? SHORT_SECTIONS : SHEET_SECTIONS,
    units: {},
    ...given,
  });
}
