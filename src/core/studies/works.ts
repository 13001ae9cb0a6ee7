import { COMPARE_STUDY } from './compare/compareStudy';
import { compareWork } from './compare/compareWork';
import { ENVELOPE_STUDY } from './envelope/envelopeStudy';
import { envelopeWork } from './envelope/envelopeWork';
import { FAULT_STUDY } from './faults/faultStudy';
import { faultWork } from './faults/faultWork';
import { SENSITIVITY_STUDY } from './sensitivity/sensitivityStudy';
import { sensitivityWork } from './sensitivity/sensitivityWork';
import { ROW_STUDY } from './sizing/rowStudy';
import { rowWork } from './sizing/rowWork';
import { SIZING_STUDY } from './sizing/sizingStudy';
import { sizingWork } from './sizing/sizingWork';
import { SPREAD_STUDY } from './spread/spreadStudy';
import { spreadWork } from './spread/spreadWork';
import type { Project } from '../document/project/project';
import { runStudyHere, startStudy, StudyRefused, type StudyKind } from './job/study';
import { StudyBench } from './job/studyBench';

type Work = (bench: StudyBench, rawTask: unknown) => unknown;

function work<P, T, R, A>(kind: StudyKind<P, T, R, A>, does: (bench: StudyBench, task: T) => R): Work {
  return (bench, rawTask) => {
    const task = kind.taskSchema.safeParse(rawTask);
    if (!task.success) throw new StudyRefused('What was asked of the study cannot be read.');
    return does(bench, task.data);
  };
}

/** Who does the tasks of each kind of study, by its name. */
const WORKS: Readonly<Record<string, Work>> = {
  [COMPARE_STUDY.name]: work(COMPARE_STUDY, compareWork),
  [ENVELOPE_STUDY.name]: work(ENVELOPE_STUDY, envelopeWork),
  [FAULT_STUDY.name]: work(FAULT_STUDY, faultWork),
  [ROW_STUDY.name]: work(ROW_STUDY, rowWork),
  [SENSITIVITY_STUDY.name]: work(SENSITIVITY_STUDY, sensitivityWork),
  [SIZING_STUDY.name]: work(SIZING_STUDY, sizingWork),
  [SPREAD_STUDY.name]: work(SPREAD_STUDY, spreadWork),
};

/** Does one task. @throws StudyRefused where there is no such study, or it cannot be done */
export function doTask(bench: StudyBench, name: string, rawTask: unknown): unknown {
  const does = WORKS[name];
  if (!does) throw new StudyRefused(`There is no study called ${name}.`);
  return does(bench, rawTask);
}

/** Runs a study of a project to its end here; for the command line and tests. @throws StudyRefused */
export function studyHere<P, T, R, A>(kind: StudyKind<P, T, R, A>, project: Project, request: P): A {
  const bench = new StudyBench(project);
  return runStudyHere(startStudy(kind, project, request), (task) =>
    kind.replySchema.parse(doTask(bench, kind.name, task)),
  );
}
