import type { Part } from '../circuit/parts';
import { waysThrough } from '../circuit/ports';
import type { JournalBearing } from '../elements/journalBearing';
import type { CrankDrilling } from '../elements/crankDrilling';
import type { CompiledCircuit } from './compile';
import { expandPart } from './expandPart';
import type { ElementIndex, NodeIndex } from './network';

/**
 * Writes a part's figures into the network that was compiled with it, in place: for the many circuits of a study that differ in figures only.
 * @param part the same part with other figures; its heights and its plumbing as they were
 * @returns false where the figures ask for other elements than there are (a drilled bore that became a tube): it must be compiled anew
 */
export function revisePart(compiled: CompiledCircuit, part: Part): boolean {
  const { network } = compiled;
  const roles = compiled.elementsOfPart.get(part.id);
  if (!roles) return true;
  const carried = new Set(waysThrough(part).map(([from, to]) => `${from} ${to}`));
  let found = 0;
  let unknown = false;
  expandPart(part, {
    builder: { addNode: () => -1 as NodeIndex, elevationOf: (node) => network.elevationM[node]! },
    node: (port) => compiled.nodeOfPort.get(`${part.id}.${port}`) ?? (-1 as NodeIndex),
    add: (role, spec) => {
      const e = roles.get(role);
      if (e === undefined) {
        unknown = true;
        return -1 as ElementIndex;
      }
      found++;
      if (spec.parameters) network.parameters.set(spec.parameters, network.parameterStart[e]!);
      (network.bearing as (JournalBearing | undefined)[])[e] = spec.bearing;
      (network.drilling as (CrankDrilling | undefined)[])[e] = spec.drilling;
      return e;
    },
    discharges: compiled.returnsTo.has(part.id),
    carries: (from, to) => carried.has(`${from} ${to}`) && compiled.nodeOfPort.has(`${part.id}.${from}`) && compiled.nodeOfPort.has(`${part.id}.${to}`),
    senseNode: () => -1 as NodeIndex,
  });
  return !unknown && found === roles.size;
}
