import type { Part } from '../../../core/circuit/parts';
import { isConsumer, isReservoir, PORTS, splitPortRef } from '../../../core/circuit/ports';
import type { Circuit } from '../../../core/circuit/project';
import { PortGroups } from '../../../core/network/portGroups';
import { SheetRuns } from './sheetRuns';
import type { ReturnRun, Run, Station, StationRole } from './station';

/** Widths of stations, fixed by kind so that nothing jumps when figures change [px]. */
const CONSUMER_WIDTH = 80;
const LINE_WIDTH = 62;
const PART_WIDTH = 56;
const LEFT = 86;
const RIGHT = 30;
/** Columns may narrow to this before the sheet scrolls sideways. */
const NARROWEST = 0.76;
/** Heights in the plan [px]. */
const MAIN_Y = 86;
const DETOUR_STEP = 62;
const BRANCH_Y = 58;
const BRANCH_STEP = 36;
const CONSUMER_DROP = 44;
const RETURN_DROP = 66;
const HANGER_DROP = 74;

export interface SheetLayout {
  readonly stations: readonly Station[];
  readonly runs: readonly Run[];
  readonly returns: readonly ReturnRun[];
  readonly reservoirs: readonly { readonly part: Part; readonly x: number; readonly y: number }[];
  readonly gauges: readonly { readonly part: Part; readonly x: number; readonly y: number }[];
  /** Stations of the main path, in order. */
  readonly main: readonly string[];
  readonly width: number;
  readonly planHeight: number;
  readonly busY: number;
}

type Wanted = { part: Part; role: StationRole; lane: number; width: number };

/**
 * Lays a circuit out as a plan: oil goes left to right, the path that feeds most consumers is the main lane,
 * detours lie above it, branches below it, consumers in one row, returns on a bus at the foot.
 *
 * Every part has a column of its own, so that profile and figures can stand under it. The order depends on
 * joints and file order only, never on flows, so nothing moves while the state does.
 *
 * @param stationOrder order to keep among parts that could stand in any; file order for the rest
 * @param available width that there is [px]: columns narrow to 76 % to fit it, then the sheet scrolls
 */
export function layoutSheet(circuit: Circuit, stationOrder: readonly string[] = [], available = Infinity): SheetLayout {
  return new SheetBuilder(circuit, stationOrder, available).build();
}

class SheetBuilder {
  private readonly groups: PortGroups;
  private readonly byInlet = new Map<string, Part[]>();
  private readonly feeds = new Map<string, ReadonlySet<string>>();
  private readonly wanted: Wanted[] = [];
  private readonly placed = new Set<string>();
  private readonly order: ReadonlyMap<string, number>;
  private branchLanes = 0;
  private detourLanes = 0;
  /** Groups of the main lane and where each starts among the stations. */
  private readonly mainGroups: string[] = [];
  private readonly branchTaps: { first: string; group: string; lane: number; members: string[] }[] = [];
  private readonly detours: { from: string; to: string; lane: number; members: string[] }[] = [];

  constructor(private readonly circuit: Circuit, stationOrder: readonly string[], private readonly available: number) {
    this.groups = PortGroups.of(circuit);
    this.order = new Map(stationOrder.map((id, i) => [id, i]));
    for (const part of circuit.parts) {
      if (isReservoir(part)) continue;
      const group = this.at(part, 'in');
      this.byInlet.set(group, [...(this.byInlet.get(group) ?? []), part]);
    }
    for (const part of circuit.parts) if (!isReservoir(part)) this.feedsOf(part, new Set());
  }

  private at = (part: Part, port: string) => this.groups.of(`${part.id}.${port}`);
  private outlets = (part: Part) => PORTS[part.kind].filter((port) => port !== 'in' && port !== 'groove');
  private isSink = (part: Part) => part.kind === 'drain' || part.kind === 'gauge';
  private rank = (part: Part) => this.order.get(part.id) ?? this.circuit.parts.indexOf(part) + 1e6;

  /** Consumers that a part's oil can reach. */
  private feedsOf(part: Part, walking: Set<string>): ReadonlySet<string> {
    const known = this.feeds.get(part.id);
    if (known) return known;
    if (isConsumer(part)) {
      const own = new Set([part.id]);
      this.feeds.set(part.id, own);
      return own;
    }
    if (walking.has(part.id) || this.isSink(part)) return new Set();
    walking.add(part.id);
    const all = new Set<string>();
    for (const port of this.outlets(part)) for (const next of this.byInlet.get(this.at(part, port)) ?? []) for (const id of this.feedsOf(next, walking)) all.add(id);
    walking.delete(part.id);
    // A part in a loop sees only what lies ahead of it; the relief back to the pump inlet feeds nothing of its own.
    if (part.kind === 'relief') all.clear();
    this.feeds.set(part.id, all);
    return all;
  }

  private children(group: string): Part[] {
    return (this.byInlet.get(group) ?? []).filter((part) => !this.placed.has(part.id) && !this.isSink(part)).sort((a, b) => this.rank(a) - this.rank(b));
  }

  build(): SheetLayout {
    const starts = this.circuit.parts.filter(isReservoir).map((part) => this.at(part, 'suction'));
    for (const group of starts) this.walkMain(group);
    for (const group of this.mainGroups) this.placeAround(group);
    for (const part of this.circuit.parts)
      if (!this.placed.has(part.id) && !isReservoir(part) && !this.isSink(part)) this.place(part, isConsumer(part) ? 'consumer' : 'loose', 0);
    return this.measure();
  }

  private place(part: Part, role: StationRole, lane: number): void {
    this.placed.add(part.id);
    this.wanted.push({ part, role, lane, width: role === 'consumer' ? CONSUMER_WIDTH : part.kind === 'line' ? LINE_WIDTH : PART_WIDTH });
  }

  /** Follows the way that feeds most consumers, as long as it feeds more than half of what is left. */
  private walkMain(group: string): void {
    for (let here = group; ;) {
      this.mainGroups.push(here);
      const children = this.children(here).filter((part) => !isConsumer(part));
      const best = children.reduce<Part | undefined>((a, b) => (!a || this.feeds.get(b.id)!.size > this.feeds.get(a.id)!.size ? b : a), undefined);
      const total = new Set(this.children(here).flatMap((part) => [...this.feeds.get(part.id)!])).size;
      const share = best ? this.feeds.get(best.id)!.size : 0;
      if (!best || share === 0 || share * 2 <= total && children.length + total > 1 && share < total) return;
      for (const hanger of children) if (this.feeds.get(hanger.id)!.size === 0) this.place(hanger, 'hanger', 0);
      this.placeDetours(here, best);
      this.place(best, 'main', 0);
      const outlet = this.outlets(best).map((port) => this.at(best, port)).sort((a, b) => this.reach(b) - this.reach(a))[0];
      if (outlet === undefined || this.mainGroups.includes(outlet)) return;
      here = outlet;
    }
  }

  private reach(group: string): number {
    return new Set((this.byInlet.get(group) ?? []).flatMap((part) => [...(this.feeds.get(part.id) ?? [])])).size;
  }

  /** Ways that leave the main lane here and come back to it: each in a lane above, its stations before the next main one. */
  private placeDetours(group: string, main: Part): void {
    const rejoin = new Set(this.outlets(main).map((port) => this.at(main, port)));
    for (const part of this.children(group)) {
      if (part === main || isConsumer(part) || this.placed.has(part.id) || this.feeds.get(part.id)!.size < this.feeds.get(main.id)!.size) continue;
      const members: Part[] = [];
      let here: Part | undefined = part;
      let end = '';
      while (here && !members.includes(here) && members.length < 200) {
        members.push(here);
        end = this.outlets(here).map((port) => this.at(here!, port)).sort((a, b) => this.reach(b) - this.reach(a))[0] ?? '';
        if (rejoin.has(end)) break;
        here = this.children(end).find((next) => !isConsumer(next) && next !== main);
      }
      const lane = ++this.detourLanes;
      for (const member of members) this.place(member, 'detour', lane);
      this.detours.push({ from: group, to: end, lane, members: members.map((m) => m.id) });
    }
  }

  /** Consumers on a place of the main lane first, then branches that lead away from it. */
  private placeAround(group: string): void {
    for (const consumer of this.children(group).filter(isConsumer)) if (!this.fedBy(consumer)) this.placeConsumer(consumer, 0);
    for (const branch of this.children(group)) {
      if (this.feeds.get(branch.id)!.size === 0) this.place(branch, 'hanger', 0);
      else this.placeBranch(branch, group);
    }
  }

  private placeConsumer(consumer: Part, lane: number): void {
    this.place(consumer, 'consumer', lane);
    for (const follower of this.circuit.parts) if (!this.placed.has(follower.id) && this.fedBy(follower) === consumer.id) this.place(follower, 'consumer', lane);
  }

  /** The consumer whose groove feeds this one. */
  private fedBy(part: Part): string | undefined {
    for (const { from, to } of this.circuit.joints) for (const [own, other] of [[to, from], [from, to]] as const) {
      if (own !== `${part.id}.in`) continue;
      const ref = splitPortRef(other);
      if (ref.port === 'groove') return ref.part;
    }
    return undefined;
  }

  private placeBranch(first: Part, group: string): void {
    if (this.placed.has(first.id)) return;
    const lane = ++this.branchLanes;
    const tap = { first: first.id, group, lane, members: [] as string[] };
    this.branchTaps.push(tap);
    const later: { part: Part; group: string }[] = [];
    for (let here: Part | undefined = first; here;) {
      this.place(here, 'branch', lane);
      tap.members.push(here.id);
      let next: Part | undefined;
      for (const port of this.outlets(here)) {
        const end = this.at(here, port);
        for (const consumer of this.children(end).filter(isConsumer)) {
          this.placeConsumer(consumer, lane);
          tap.members.push(consumer.id);
        }
        for (const child of this.children(end)) {
          if (this.feeds.get(child.id)!.size === 0) this.place(child, 'hanger', lane);
          else if (!next) next = child;
          else later.push({ part: child, group: end });
        }
      }
      here = next;
    }
    for (const each of later) this.placeBranch(each.part, each.group);
  }

  /** Gives the wanted stations their places and draws the runs between them. */
  private measure(): SheetLayout {
    const mainY = MAIN_Y + this.detourLanes * DETOUR_STEP;
    const deepest = Math.max(1, ...this.wanted.filter((w) => w.role === 'branch').map((w) => w.lane));
    const branchY = (lane: number) => mainY + BRANCH_Y + (lane - 1) * BRANCH_STEP;
    const rowY = (this.branchLanes > 0 ? branchY(deepest) : mainY) + CONSUMER_DROP;
    const busY = rowY + RETURN_DROP;
    const stations: Station[] = [];
    const natural = this.wanted.reduce((sum, w) => sum + w.width, 0);
    const scale = Math.min(1, Math.max(NARROWEST, (this.available - LEFT - RIGHT) / natural));
    let x = LEFT;
    for (const w of this.wanted) {
      const y = w.role === 'main' ? mainY : w.role === 'detour' ? mainY - w.lane * DETOUR_STEP
        : w.role === 'branch' ? branchY(w.lane) : w.role === 'hanger' ? mainY + HANGER_DROP : rowY;
      const next = x + Math.round(w.width * scale);
      stations.push({ part: w.part, role: w.role, x0: x, x1: next, y });
      x = next;
    }
    const width = x + RIGHT;
    const drawn = new SheetRuns(this.circuit, this.groups, stations, this.branchTaps, this.detours, { mainY, rowY, busY, branchY }, (part) => this.fedBy(part));
    const main = stations.filter((s) => s.role === 'main').map((s) => s.part.id);
    return {
      stations, main, width, busY, planHeight: busY + 22 + 20 * Math.max(1, drawn.drains),
      runs: drawn.runs, returns: drawn.returns,
      reservoirs: this.circuit.parts.filter(isReservoir).map((part, i) => ({ part, x: 46 + i * 70, y: busY - 10 })),
      gauges: this.circuit.parts.filter((part) => part.kind === 'gauge').map((part) => {
        const at = stations.find((s) => PORTS[s.part.kind].some((port) => this.groups.of(`${s.part.id}.${port}`) === this.at(part, 'in')));
        return { part, x: at ? at.x1 : LEFT, y: (at?.y ?? mainY) - 40 };
      }),
    };
  }
}
