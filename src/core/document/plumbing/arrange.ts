import { kindOf, type Part } from '../parts/part';
import { placeOf, isTerminal, isReservoir, isReturn, PORTS, splitPortRef, waysThrough } from '../parts/ports';
import type { Circuit } from '../project/project';
import { PortGroups } from './portGroups';

/**
 * What a part is to the drawing: on the main lane, beside it, in the row of fed parts, hanging from a place, or tied to
 * nothing.
 */
export type Role = 'main' | 'detour' | 'branch' | 'consumer' | 'hanger' | 'loose';

/** A row of parts off the main lane. */
export interface Chain {
  readonly kind: 'detour' | 'branch';
  /** Place where it leaves. */
  readonly from: string;
  /** Place where a detour comes back. */
  readonly to: string | undefined;
  readonly members: readonly string[];
}

/** How a circuit wants to be drawn, without any coordinate. */
export interface Arrangement {
  /** Parts that have a column, left to right as they fall without a stored order. */
  readonly order: readonly string[];
  readonly role: ReadonlyMap<string, Role>;
  readonly main: readonly string[];
  readonly chains: readonly Chain[];
  readonly groups: PortGroups;
  /** The bearing whose groove feeds a part. */
  readonly grooveOf: ReadonlyMap<string, string>;
}

/** Tanks stand at the left and returns lie on the bus: neither has a column. */
export function hasColumn(part: Part): boolean {
  return !isReservoir(part) && !isReturn(part);
}

/**
 * Sorts a circuit into a main lane, detours, branches and fed parts, oil going one way.
 *
 * The main lane is the way that reaches most fed parts; ways that come back to it are detours, ways that do not are
 * branches. Depends on parts and joints only, never on figures, so that nothing moves while the state does.
 */
export function arrange(circuit: Circuit): Arrangement {
  return new Arranger(circuit).run();
}

class Arranger {
  private readonly groups: PortGroups;
  private readonly takers = new Map<string, Part[]>();
  private readonly reach = new Map<string, ReadonlySet<string>>();
  private readonly role = new Map<string, Role>();
  private readonly order: string[] = [];
  private readonly main: Part[] = [];
  /** Places along the main lane, each with the parts that stand before it. */
  private readonly mainPlaces: string[] = [];
  private readonly chains: Chain[] = [];
  private readonly grooveOf = new Map<string, string>();
  private readonly fileOrder: ReadonlyMap<string, number>;

  constructor(private readonly circuit: Circuit) {
    this.groups = PortGroups.of(circuit);
    this.fileOrder = new Map(circuit.parts.map((p, i) => [p.id, i]));
    for (const part of circuit.parts) {
      if (!hasColumn(part)) continue;
      for (const port of new Set(['in', ...this.ways(part).map(([from]) => from)])) {
        if (!PORTS[part.kind].includes(port)) continue;
        const group = this.at(part, port);
        this.takers.set(group, [...(this.takers.get(group) ?? []), part]);
      }
    }
    const grooves = new Map(
      circuit.parts.filter((p) => PORTS[p.kind].includes('groove')).map((p) => [`${p.id}.groove`, p.id]),
    );
    for (const { from, to } of circuit.joints)
      for (const [own, other] of [
        [to, from],
        [from, to],
      ] as const) {
        const bearing = grooves.get(other);
        const { part, port } = splitPortRef(own);
        if (bearing && bearing !== part && port === 'in') this.grooveOf.set(part, bearing);
      }
  }

  private at = (part: Part, port: string) => this.groups.of(`${part.id}.${port}`);
  /** A blocked part keeps its place in the drawing. */
  private ways = (part: Part) => waysThrough({ ...part, blocked: false });
  private outlets = (part: Part) =>
    isTerminal(part)
      ? []
      : [...new Set(this.ways(part).map(([, to]) => to))].filter((port) => port !== 'tap' && port !== 'groove');
  /** Taps stand at their part's inlet; whatever hangs there is drawn from behind the part. */
  private placesBehind = (part: Part) => this.outlets(part).map((port) => this.at(part, port));

  /** Turbo and accessories that oil in a place can reach. */
  private reachOf(group: string): ReadonlySet<string> {
    const known = this.reach.get(group);
    if (known) return known;
    const found = new Set<string>();
    const seen = new Set<string>();
    const queue = [group];
    for (let here = queue.pop(); here !== undefined; here = queue.pop()) {
      if (seen.has(here)) continue;
      seen.add(here);
      for (const part of this.takers.get(here) ?? []) {
        if (isTerminal(part)) found.add(part.id);
        // A relief leads back, not on.
        else if (placeOf(part) !== 'relief')
          for (const [from, to] of this.ways(part)) if (this.at(part, from) === here) queue.push(this.at(part, to));
      }
    }
    this.reach.set(group, found);
    return found;
  }

  private reachThrough(part: Part): number {
    if (isTerminal(part)) return 1;
    if (placeOf(part) === 'relief') return 0;
    return new Set(this.placesBehind(part).flatMap((group) => [...this.reachOf(group)])).size;
  }

  private free(group: string): Part[] {
    return (this.takers.get(group) ?? [])
      .filter((p) => !this.role.has(p.id))
      .sort((a, b) => this.fileOrder.get(a.id)! - this.fileOrder.get(b.id)!);
  }

  private place(part: Part, role: Role): void {
    this.role.set(part.id, role);
    this.order.push(part.id);
  }

  run(): Arrangement {
    const starts = this.circuit.parts
      .filter(isReservoir)
      .map((p) => this.at(p, 'suction'))
      .sort((a, b) => this.reachOf(b).size - this.reachOf(a).size);
    if (starts[0] !== undefined) this.findMain(starts[0]);
    this.placeMain();
    for (const start of starts.slice(1)) this.placeAround(start);
    for (const part of this.circuit.parts)
      if (hasColumn(part) && !this.role.has(part.id)) this.place(part, isTerminal(part) ? 'consumer' : 'loose');
    return {
      order: this.order,
      role: this.role,
      main: this.main.map((p) => p.id),
      chains: this.chains,
      groups: this.groups,
      grooveOf: this.grooveOf,
    };
  }

  /** Follows the way that reaches most, until its oil spreads. */
  private findMain(start: string): void {
    const seen = new Set<Part>();
    for (let here = start; ;) {
      this.mainPlaces.push(here);
      const ways = (this.takers.get(here) ?? [])
        .filter((p) => !isTerminal(p) && !seen.has(p))
        .sort((a, b) => this.fileOrder.get(a.id)! - this.fileOrder.get(b.id)!);
      const best = ways.reduce<Part | undefined>(
        (a, b) => (!a || this.reachThrough(b) > this.reachThrough(a) ? b : a),
        undefined,
      );
      const all = this.reachOf(here).size;
      const share = best ? this.reachThrough(best) : 0;
      const spreads = share < all && share * 2 <= all;
      if (!best || share === 0 || (spreads && this.main.length > 0)) return;
      seen.add(best);
      this.main.push(best);
      // A plate's main lane goes straight on, whatever goes round by its side ports.
      const straight = kindOf(best).loops || PORTS[best.kind].includes('out') ? 'out' : undefined;
      const next = straight
        ? this.at(best, straight)
        : this.placesBehind(best).sort((a, b) => this.reachOf(b).size - this.reachOf(a).size)[0];
      if (next === undefined || this.mainPlaces.includes(next)) return;
      here = next;
    }
  }

  private placeMain(): void {
    for (const part of this.main) this.role.set(part.id, 'main');
    this.mainPlaces.forEach((place, i) => {
      const next = this.main[i];
      const last = this.main[i - 1];
      if (last && kindOf(last).loops) this.placeLoop(last);
      this.placeDetours(place, i);
      if (next) {
        for (const hanger of this.free(place))
          if (this.reachThrough(hanger) === 0 && !isTerminal(hanger)) this.place(hanger, 'hanger');
        this.order.push(next.id);
      }
    });
    for (const place of this.mainPlaces) this.placeAround(place);
    for (const part of this.main) for (const place of this.placesBehind(part)) this.placeAround(place);
  }

  /** What goes round by a plate's side ports. */
  private placeLoop(plate: Part): void {
    const members = this.chainTo(this.at(plate, 'away'), new Set([this.at(plate, 'back')]));
    if (members.length === 0) return;
    for (const member of members) this.place(member, 'detour');
    this.chains.push({
      kind: 'detour',
      from: this.at(plate, 'away'),
      to: this.at(plate, 'back'),
      members: members.map((m) => m.id),
    });
  }

  /** Ways that leave the main lane here and come back to it farther on. */
  private placeDetours(place: string, at: number): void {
    const ahead = new Set(this.mainPlaces.slice(at + 1));
    for (const first of this.free(place)) {
      if (isTerminal(first) || placeOf(first) === 'relief') continue;
      const members = this.chainFrom(first, ahead);
      if (!members) continue;
      for (const member of members.parts) this.place(member, 'detour');
      this.chains.push({ kind: 'detour', from: place, to: members.end, members: members.parts.map((m) => m.id) });
    }
  }

  private chainTo(from: string, ends: ReadonlySet<string>): Part[] {
    for (const first of this.free(from)) {
      const found = this.chainFrom(first, ends);
      if (found) return found.parts;
    }
    return [];
  }

  /** Shortest row of free parts from one on to one of the places. */
  private chainFrom(
    first: Part,
    ends: ReadonlySet<string>,
  ): { readonly parts: Part[]; readonly end: string } | undefined {
    const queue: Part[][] = [[first]];
    const seen = new Set([first.id]);
    for (let row = queue.shift(); row; row = queue.shift()) {
      const last = row[row.length - 1]!;
      for (const group of this.placesBehind(last)) {
        if (ends.has(group)) return { parts: row, end: group };
        for (const next of this.free(group))
          if (!seen.has(next.id) && !isTerminal(next) && placeOf(next) !== 'relief') {
            seen.add(next.id);
            queue.push([...row, next]);
          }
      }
    }
    return undefined;
  }

  /** Turbo and accessories of a place first, then the branches that leave it. */
  private placeAround(place: string): void {
    for (const part of this.free(place)) if (isTerminal(part) && !this.grooveOf.has(part.id)) this.placeConsumer(part);
    for (const part of this.free(place)) {
      if (isTerminal(part)) continue;
      if (this.reachThrough(part) === 0) this.place(part, 'hanger');
      else this.placeBranch(part, place);
    }
  }

  private placeConsumer(part: Part): void {
    this.place(part, 'consumer');
    for (const [fed, bearing] of this.grooveOf)
      if (bearing === part.id && !this.role.has(fed)) {
        const follower = this.circuit.parts.find((p) => p.id === fed);
        if (follower && isTerminal(follower)) this.placeConsumer(follower);
      }
  }

  private placeBranch(first: Part, from: string): void {
    const members: Part[] = [];
    const later: [Part, string][] = [];
    for (let here: Part | undefined = first; here;) {
      this.place(here, 'branch');
      members.push(here);
      let next: Part | undefined;
      for (const group of this.placesBehind(here)) {
        for (const child of this.free(group)) {
          if (isTerminal(child)) {
            if (!this.grooveOf.has(child.id)) this.placeConsumer(child);
          } else if (this.reachThrough(child) === 0) this.place(child, 'hanger');
          else if (!next) next = child;
          else later.push([child, group]);
        }
      }
      here = next;
    }
    this.chains.push({ kind: 'branch', from, to: undefined, members: members.map((m) => m.id) });
    for (const [part, group] of later) if (!this.role.has(part.id)) this.placeBranch(part, group);
  }
}
