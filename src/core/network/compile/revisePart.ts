import type { Part } from '../../document/parts/part';
import { waysThrough } from '../../document/parts/ports';
import type { JournalBearing } from '../../physics/laws/journalBearing';
import type { CrankDrilling } from '../../physics/laws/crankDrilling';
import type { CompiledCircuit } from './compile';
import { writeParameters } from './law';
import { expandPart, type Expansion } from './expandPart';
import type { ElementIndex, NodeIndex } from './network';

const NO_NODE = -1 as NodeIndex;

/**
 * Writes a part's figures into the network that was compiled with it, in place: for the many circuits of a study that
 * differ in figures only. Made once for a part, since a study revises it thousands of times.
 */
export class PartReviser {
  private readonly expansion: Expansion;
  private readonly roles: ReadonlyMap<string, ElementIndex> | undefined;
  private found = 0;
  private unknown = false;

  /** @param part as it was compiled; its figures may change in place, its heights and its plumbing may not */
  constructor(
    compiled: CompiledCircuit,
    private readonly part: Part,
  ) {
    const { network } = compiled;
    this.roles = compiled.elementsOfPart.get(part.id);
    const nodes = new Map(
      [...compiled.nodeOfPort].flatMap(([ref, node]) =>
        ref.startsWith(`${part.id}.`) ? [[ref.slice(part.id.length + 1), node] as const] : [],
      ),
    );
    const carried = new Set(
      waysThrough(part).flatMap(([from, to]) => (nodes.has(from) && nodes.has(to) ? [`${from} ${to}`] : [])),
    );
    const bearing = network.bearing as (JournalBearing | undefined)[];
    const drilling = network.drilling as (CrankDrilling | undefined)[];
    this.expansion = {
      builder: { addNode: () => NO_NODE, elevationOf: (node) => network.elevationM[node]! },
      node: (port) => nodes.get(port) ?? NO_NODE,
      add: (role, { law, parameters }, _from, _to, manner) => {
        const e = this.roles!.get(role);
        if (e === undefined) {
          this.unknown = true;
          return -1 as ElementIndex;
        }
        this.found++;
        writeParameters(network.parameters, network.parameterStart[e]!, law, parameters);
        bearing[e] = manner.bearing;
        drilling[e] = manner.drilling;
        return e;
      },
      discharges: compiled.returnsTo.has(part.id),
      carries: (from, to) => carried.has(`${from} ${to}`),
      senseNode: () => NO_NODE,
    };
  }

  /**
   * Reads the part's figures as they are now.
   * @returns false where they ask for other elements than there are (a drilled bore that became a tube): it must be
   *   compiled anew
   */
  revise(): boolean {
    if (!this.roles) return true;
    this.found = 0;
    this.unknown = false;
    expandPart(this.part, this.expansion);
    return !this.unknown && this.found === this.roles.size;
  }
}
