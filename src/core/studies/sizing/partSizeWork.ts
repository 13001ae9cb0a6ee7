import { inSeason } from '../../document/project/project';
import { isFound } from '../../heat/comingToRest';
import { designDrives, type Drive } from '../../judgement/designDrives';
import { solveDrive } from '../../judgement/solveDrive';
import { SHEDS_WATER_K } from '../../heat/heatResult';
import { HeatSolver } from '../../heat/heatSolver';
import { CircuitSolver } from '../../network/circuitSolver';
import type { StudyCircuits } from '../job/studyCircuits';
import { ruleShortfalls, shortfalls } from '../../judgement/sweep/shortfall';
import { runToEnd } from '../../foundations/runToEnd';
import { judgeWhole } from '../inputs/fullCheck';
import { familiesAt, judged, type RowOutcome, type PartSizeReply, type PartSizeTask } from './partSizeTasks';

/** Fits one size, or searches one end of a band step by step. */
export function partSizeWork(circuits: StudyCircuits, task: PartSizeTask): PartSizeReply {
  if (task.kind === 'fit') return { kind: 'fit', outcome: fitted(circuits, task.part, task.family, task.size) };
  const { part, family: id, before } = task;
  const { step } = familiesAt(circuits.variant.circuit.parts, part).families.find((f) => f.id === id)!;
  let [good, bad]: [RowOutcome | null, RowOutcome | null] = [null, null];
  // Whole steps from the good end, so that what is named can be asked for.
  let [g, b] = [0, Math.round((task.bad - task.good) / step)];
  while (Math.abs(b - g) > 1) {
    const middle = Math.trunc((g + b) / 2);
    const outcome = fitted(circuits, part, id, task.good + middle * step);
    if (judged(outcome, before).fails.length === 0) [g, good] = [middle, outcome];
    else [b, bad] = [middle, outcome];
  }
  return { kind: 'end', good, bad };
}

/** Who is supplied and where the oil settles with one size fitted. */
function fitted({ project, variant }: StudyCircuits, id: string, family: string | null, size: number): RowOutcome {
  const { part, families } = familiesAt(variant.circuit.parts, id);
  const other = families.find((f) => f.id === family)?.fit(part, size) ?? part;
  const parts = variant.circuit.parts.map((p) => (p.id === id ? other : p));
  const made = CircuitSolver.of({
    ...project,
    variants: [{ ...variant, circuit: { ...variant.circuit, parts } }],
    activeVariant: variant.id,
  });
  const asked = { family, size, limitHotK: inSeason(project, variant).range.hottestOilK, limitColdK: SHEDS_WATER_K };
  if (!made.ok) return { failing: [], solved: false, hotDayK: null, coldCruiseK: null, ...asked };
  const { circuit } = made;
  const { sweep, findings } = runToEnd(judgeWhole(circuit, true));
  const heat = new HeatSolver(circuit);
  const settles = (drive: Drive) => {
    const { heat: found } = solveDrive(circuit, drive, heat);
    // Too hot is an answer: where the search stopped. What did not solve is none.
    return isFound(found.status) || found.status === 'tooHot' ? found.sumpK : null;
  };
  const { hotDay, coldCruise } = designDrives(circuit.project.engine);
  const hotDayK = settles(hotDay);
  return {
    ...asked,
    // The temperature of a hot day is a need of its own.
    failing: [...shortfalls(sweep), ...ruleShortfalls(findings.filter((f) => f.rule !== 'oilHot'))],
    solved: sweep.notConverged.length === 0 && hotDayK !== null,
    hotDayK,
    coldCruiseK: settles(coldCruise),
  };
}
