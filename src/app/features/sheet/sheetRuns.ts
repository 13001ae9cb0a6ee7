import type { Part } from '../../../core/circuit/parts';
import { PORTS } from '../../../core/circuit/ports';
import type { Circuit } from '../../../core/circuit/project';
import type { PortGroups } from '../../../core/network/portGroups';
import type { ReturnRun, Run, Station } from './station';

/** Heights of the lanes in the plan [px]. */
interface Heights {
  readonly mainY: number;
  readonly rowY: number;
  readonly busY: number;
  readonly branchY: (lane: number) => number;
}

/** Draws ribbons and returns between stations whose columns are known. */
export class SheetRuns {
  readonly runs: Run[] = [];
  readonly returns: ReturnRun[] = [];
  drains = 0;
  private readonly byId: ReadonlyMap<string, Station>;

  constructor(
    private readonly circuit: Circuit, private readonly groups: PortGroups, private readonly stations: readonly Station[],
    taps: readonly { first: string; group: string; lane: number; members: string[] }[],
    detours: readonly { from: string; to: string; lane: number; members: string[] }[],
    private readonly h: Heights, private readonly fedBy: (part: Part) => string | undefined,
  ) {
    this.byId = new Map(stations.map((s) => [s.part.id, s]));
    this.drawSuction();
    this.drawMain();
    for (const detour of detours) this.drawDetour(detour);
    for (const tap of taps) this.drawBranch(tap);
    this.drawConsumers();
    this.drawReturns();
  }

  private group = (id: string, port: string) => this.groups.of(`${id}.${port}`);
  private mid = (s: Station) => (s.x0 + s.x1) / 2;
  private add(key: string, port: string, carries: readonly string[], points: readonly (readonly [number, number])[]): void {
    this.runs.push({ key, port, carries, points });
  }

  private main = () => this.stations.filter((s) => s.role === 'main');

  private drawSuction(): void {
    const first = this.main()[0];
    if (first) this.add('suction', `${first.part.id}.in`, [first.part.id], [[46, this.h.busY - 16], [46, this.h.mainY], [first.x0, this.h.mainY]]);
  }

  /** Each main part's own stretch, and the place behind it up to the next; the last reaches over its consumers. */
  private drawMain(): void {
    const main = this.main();
    main.forEach((s, i) => {
      this.add(`${s.part.id}:through`, `${s.part.id}.out`, [s.part.id], [[s.x0, s.y], [s.x1, s.y]]);
      const next = main[i + 1];
      if (next && next.x0 > s.x1) this.add(`${s.part.id}:on`, `${next.part.id}.in`, [next.part.id], [[s.x1, s.y], [next.x0, s.y]]);
      if (!next) this.drawManifold(s);
    });
  }

  /** Ports that hang on the last main place, drawn as one ribbon that thins as it gives off. */
  private drawManifold(last: Station): void {
    const place = this.outGroupOf(last);
    const takers = this.stations.filter((s) => s !== last && s.role !== 'hanger' && this.group(s.part.id, 'in') === place && !this.fedBy(s.part)).sort((a, b) => a.x0 - b.x0);
    let x = last.x1;
    takers.forEach((s, i) => {
      const rest = takers.slice(i).flatMap((t) => this.carriedBy(t));
      const to = s.role === 'consumer' ? this.mid(s) : s.x0 + 8;
      this.add(`manifold:${s.part.id}`, `${s.part.id}.in`, rest, [[x, this.h.mainY], [to, this.h.mainY]]);
      x = to;
    });
  }

  private outGroupOf(s: Station): string {
    const ports = PORTS[s.part.kind].filter((port) => port !== 'in' && port !== 'groove');
    return this.groups.of(`${s.part.id}.${ports[0] ?? 'in'}`);
  }

  /** A part with the consumers that hang on its groove. */
  private carriedBy(s: Station): string[] {
    return [s.part.id, ...this.stations.filter((other) => this.fedBy(other.part) === s.part.id).map((other) => other.part.id)];
  }

  private drawDetour(detour: { from: string; to: string; lane: number; members: string[] }): void {
    const members = detour.members.map((id) => this.byId.get(id)!);
    const first = members[0]!;
    const last = members[members.length - 1]!;
    const y = first.y;
    this.add(`${first.part.id}:up`, `${first.part.id}.in`, [first.part.id], [[first.x0 - 6, this.h.mainY], [first.x0 - 6, y], [first.x0, y]]);
    members.forEach((s, i) => {
      const next = members[i + 1];
      this.add(`${s.part.id}:through`, `${s.part.id}.out`, [s.part.id], [[s.x0, y], [next ? next.x0 : s.x1, y]]);
    });
    const rejoin = this.main().find((s) => s.x0 > last.x0 && this.outGroupOf(s) === detour.to);
    const x = rejoin ? rejoin.x1 - 4 : last.x1;
    this.add(`${last.part.id}:down`, `${last.part.id}.out`, [last.part.id], [[last.x1, y], [x, y], [x, this.h.mainY]]);
  }

  private drawBranch(tap: { first: string; group: string; lane: number; members: string[] }): void {
    const first = this.byId.get(tap.first)!;
    const y = first.y;
    const source = this.stations.find((s) => s !== first && s.role !== 'consumer' && PORTS[s.part.kind].some((port) => port !== 'in' && this.group(s.part.id, port) === tap.group));
    const lastMain = this.main()[this.main().length - 1];
    const onManifold = source !== undefined && source === lastMain;
    const fromX = onManifold || !source ? first.x0 + 8 : source.x1 - 4;
    const fromY = source?.y ?? this.h.mainY;
    this.add(`${first.part.id}:tap`, `${first.part.id}.in`, [first.part.id], [[fromX, fromY], [fromX, y], [first.x0 + (onManifold ? 8 : 0), y]]);
    const members = tap.members.map((id) => this.byId.get(id)!);
    members.forEach((s, i) => {
      const next = members[i + 1];
      if (s.role === 'branch') {
        const end = next ? (next.role === 'consumer' ? this.mid(next) : next.x0) : s.x1;
        this.add(`${s.part.id}:through`, `${s.part.id}.out`, [s.part.id], [[i === 0 && onManifold ? s.x0 + 8 : s.x0, y], [end, y]]);
      } else if (next) {
        const rest = members.slice(i + 1).filter((m) => m.role === 'consumer' || m === next).map((m) => m.part.id);
        this.add(`${s.part.id}:past`, `${next.part.id}.in`, rest, [[this.mid(s), y], [next.role === 'consumer' ? this.mid(next) : next.x0, y]]);
      }
    });
  }

  private drawConsumers(): void {
    for (const s of this.stations) {
      if (s.role !== 'consumer') continue;
      const feeder = this.fedBy(s.part);
      const from = feeder ? this.byId.get(feeder) : undefined;
      if (from) {
        this.add(`${s.part.id}:feed`, `${s.part.id}.in`, [s.part.id], [[this.mid(from), this.h.rowY], [this.mid(s), this.h.rowY]]);
        continue;
      }
      const place = this.group(s.part.id, 'in');
      const supplier = this.stations.find((o) => o.role !== 'consumer' && PORTS[o.part.kind].some((port) => port !== 'in' && this.group(o.part.id, port) === place));
      if (supplier) this.add(`${s.part.id}:feed`, `${s.part.id}.in`, this.carriedBy(s), [[this.mid(s), supplier.y], [this.mid(s), this.h.rowY]]);
    }
  }

  private drawReturns(): void {
    const { rowY, busY, mainY } = this.h;
    const consumers = this.stations.filter((s) => s.role === 'consumer');
    const drained = new Map<string, Part>();
    for (const part of this.circuit.parts) if (part.kind === 'drain')
      for (const s of consumers) if (this.group(s.part.id, 'out') === this.group(part.id, 'in')) drained.set(s.part.id, part);
    const onBus = consumers.filter((s) => !drained.has(s.part.id));
    for (const s of onBus) this.returns.push({ key: `${s.part.id}:return`, carries: [s.part.id], points: [[this.mid(s), rowY + 18], [this.mid(s), busY]] });
    const farthest = Math.max(0, ...onBus.map((s) => this.mid(s)));
    if (onBus.length > 0) this.returns.push({ key: 'bus', carries: onBus.map((s) => s.part.id), points: [[farthest, busY], [76, busY]] });
    const drains = [...new Set(drained.values())];
    this.drains = drains.length;
    drains.forEach((drain, i) => {
      const y = busY + 18 + 20 * i;
      const own = consumers.filter((s) => drained.get(s.part.id) === drain);
      const x = Math.max(...own.map((s) => this.mid(s)));
      for (const s of own) this.returns.push({ key: `${s.part.id}:drain`, carries: [s.part.id], points: [[this.mid(s), rowY + 18], [this.mid(s), y]] });
      this.returns.push({ key: drain.id, carries: own.map((s) => s.part.id), points: [[x, y], [76, y]], label: drain.name });
    });
    for (const s of this.stations) {
      if (s.role !== 'hanger') continue;
      const x = this.mid(s);
      this.add(`${s.part.id}:hang`, `${s.part.id}.in`, [s.part.id], [[x, mainY], [x, s.y - 12]]);
      const out = this.group(s.part.id, 'out');
      const back = this.stations.find((o) => o.role === 'main' && this.group(o.part.id, 'in') === out);
      this.returns.push({
        key: `${s.part.id}:return`, carries: [s.part.id],
        points: back ? [[x, s.y + 16], [x, s.y + 30], [back.x0, s.y + 30], [back.x0, mainY]] : [[x, s.y + 16], [x, busY]],
      });
    }
  }
}
