import type { Finding } from '../../judgement/audit/finding';
import { activeVariant, type Project } from '../../document/project/project';
import type { Change, FixRequest } from './change';
import {
  bypassChanges,
  jobChanges,
  oilChanges,
  remedyChanges,
  restrictorChanges,
  tapChanges,
  thermostatChanges,
} from './plumbingChanges';
import { sizeChanges } from './sizeChanges';

/**
 * Everything that could be done outside the engine to the open variant, one change at a time, what a finding proposes
 * first, then whole jobs, then sizes: the order in which the search looks.
 * @param findings of the variant as it is
 */
export function spaceOf(
  project: Project,
  findings: readonly Finding[],
  { locked, forbidden, oils }: FixRequest,
): readonly Change[] {
  const { circuit } = activeVariant(project);
  const all = [
    ...remedyChanges(circuit, findings),
    ...circuit.parts.filter((p) => p.blocked !== true).flatMap((p) => sizeChanges(p, circuit)),
    ...restrictorChanges(circuit),
    ...tapChanges(circuit),
    ...thermostatChanges(circuit),
    ...bypassChanges(circuit),
    ...jobChanges(project),
    ...oilChanges(project, oils),
  ];
  const seen = new Set<string>();
  return all.filter((each) => {
    const key = JSON.stringify([each.moves, each.oil?.name]);
    if (seen.has(key) || forbidden.includes(each.kind) || each.parts.some((p) => locked.includes(p))) return false;
    seen.add(key);
    return true;
  });
}

/** True where two changes can be made together: they do not set the same figure. */
export const canJoin = (a: Change, b: Change): boolean => a.slot === null || a.slot !== b.slot;
