import { actsAs, type Part } from '../../document/parts/part';
import { isConsumer, isReservoir, onePlaceInside, placeOf, PORTS, waysThrough } from '../../document/parts/ports';
import { PortGroups } from '../../document/plumbing/portGroups';
import type { Circuit, Variant } from '../../document/project/project';
import { isInPan } from '../partWork';
import type { Fact } from './facts';

/** What has to be true before anyone works on a part: how far the engine is opened for it. */
export class Scope {
  /** Places that oil goes on to from a place. */
  private readonly onward = new Map<string, string[]>();
  private readonly groups: PortGroups;
  private readonly fedAt: ReadonlySet<string>;

  constructor(circuit: Circuit) {
    this.groups = PortGroups.of(circuit);
    const at = (part: Part, port: string) => this.groups.of(`${part.id}.${port}`);
    for (const part of circuit.parts)
      for (const [a, b] of [...waysThrough(part), ...onePlaceInside(part)]) {
        const next = this.onward.get(at(part, a));
        if (next) next.push(at(part, b));
        else this.onward.set(at(part, a), [at(part, b)]);
      }
    this.fedAt = new Set(circuit.parts.filter(isConsumer).map((p) => at(p, 'in')));
  }

  /** What is needed before a part is taken off, fitted or altered. */
  needsOf(part: Part): readonly Fact[] {
    const pan = isInPan(part);
    const oil = pan || isReservoir(part) || this.isOnMainWay(part);
    const coolant = actsAs(part, 'cooler') && part.medium === 'liquid';
    return [
      'batteryOff',
      ...(coolant ? (['coolantOut'] as const) : []),
      ...(oil ? (['oilOut'] as const) : []),
      ...(pan ? (['panOff'] as const) : []),
    ];
  }

  /** True where most of the engine's oil goes through a part: it is opened with the oil out. */
  private isOnMainWay(part: Part): boolean {
    if (placeOf(part) === 'pump' || placeOf(part) === 'suction') return true;
    if (placeOf(part) !== 'inLine') return false;
    const out = PORTS[part.kind].filter((port) => port !== 'in' && port !== 'back' && port !== 'tap');
    const reached = new Set<string>();
    const queue = out.map((port) => this.groups.of(`${part.id}.${port}`));
    let fed = 0;
    for (let place = queue.pop(); place !== undefined; place = queue.pop()) {
      if (reached.has(place)) continue;
      reached.add(place);
      if (this.fedAt.has(place) && 2 * ++fed > this.fedAt.size) return true;
      queue.push(...(this.onward.get(place) ?? []));
    }
    return false;
  }
}

/** Coolers that coolant goes through. */
const liquidCoolers = ({ circuit }: Variant): readonly Part[] =>
  circuit.parts.filter((p) => actsAs(p, 'cooler') && p.medium === 'liquid' && p.coolantLooped !== true);

/** Coolers whose coolant is opened by a job: those that come and those that go. */
export function coolantOpened(
  from: Variant,
  to: Variant,
): { readonly gone: readonly Part[]; readonly came: readonly Part[] } {
  const [was, is] = [liquidCoolers(from), liquidCoolers(to)];
  return {
    gone: was.filter((p) => !is.some((now) => now.id === p.id)),
    came: is.filter((p) => !was.some((old) => old.id === p.id)),
  };
}
