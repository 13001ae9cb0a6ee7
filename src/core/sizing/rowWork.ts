import { inSeason } from '../circuit/project';
import { findBalances, isFound } from '../heat/balance';
import { designDrives, type Drive } from '../heat/designDrives';
import { SHEDS_WATER_K } from '../heat/heatResult';
import { HeatSolver } from '../heat/heatSolver';
import { CircuitSolver } from '../network/solveProject';
import { partRowsOf } from '../parts/partRows';
import type { StudyBench } from '../studies/studyBench';
import { shortfalls } from '../sweep/shortfall';
import { sweepToEnd } from '../sweep/sweep';
import type { RowReply, RowTask } from './rowStudy';

/** Fits one size and looks who is supplied and where the oil settles. */
export function rowWork({ project, variant }: StudyBench, { part: id, row }: RowTask): RowReply {
  const parts = variant.circuit.parts.map((part) => (part.id === id && row >= 0 ? partRowsOf(part)[row]!.fit(part) : part));
  const made = CircuitSolver.of({ ...project, variants: [{ ...variant, circuit: { ...variant.circuit, parts } }], activeVariant: variant.id });
  const asked = { row, limitHotK: inSeason(project, variant).range.hottestOilK, limitColdK: SHEDS_WATER_K };
  if (!made.ok) return { failing: [], solved: false, hotDayK: null, coldCruiseK: null, ...asked };
  const { circuit } = made;
  const sweep = sweepToEnd(circuit);
  const heat = new HeatSolver(circuit);
  const settles = (drive: Drive) => {
    const { cold } = findBalances(heat, drive, circuit.project.engine.atmospherePa, drive);
    return isFound(cold.status) ? cold.sumpK : null;
  };
  const { hotDay, coldCruise } = designDrives(circuit.project.engine);
  return { ...asked, failing: shortfalls(sweep), solved: sweep.notConverged.length === 0, hotDayK: settles(hotDay), coldCruiseK: settles(coldCruise) };
}
