import { actsAs, kindOf, type Part } from '../../../core/document/parts/part';
import { placeOf, isReservoir, isReturn, PORTS, waysThrough, isTerminal } from '../../../core/document/parts/ports';
import type { Circuit } from '../../../core/document/project/project';
import { type Arrangement } from '../../../core/document/plumbing/arrange';
import { putInto } from '../../../core/foundations/putInto';
import type { FlowRef, Insertion, Mark, Point, ReturnRun, Run, Station } from './station';

interface Heights {
  readonly mainY: number;
  readonly rowY: number;
  readonly busY: number;
  readonly returnStep: number;
}

/** A station that takes oil from a place, and by which port. */
interface Taker {
  readonly s: Station;
  readonly port: string;
}

const OUTLETS = new Set(['out', 'run', 'branch', 'left', 'right', 'cooler', 'bypass', 'away']);
/** Where a way off the lane leaves its part [px from the column's edge]. */
const RISER = 6;
/** Half of a tank's width, and how far its body reaches below the bus [px]. */
const TANK_HALF = 28;
const TANK_FOOT = 24;
/** Length of a return that its words fit under [px]. */
const RETURN_WORDS = 190;

/**
 * Draws ribbons and returns between stations whose columns are known, place by place: a place's line lies at the height
 * of the part that gives oil into it, and whoever takes oil from it leaves that line at its own column.
 */
export class DrawingRuns {
  readonly runs: Run[] = [];
  readonly returns: ReturnRun[] = [];
  readonly insertions: Insertion[] = [];
  private readonly takersOf = new Map<string, Taker[]>();
  private readonly giversOf = new Map<string, Taker[]>();
  private readonly stationOf: ReadonlyMap<string, Station>;
  /** Parts that the groove of a bearing feeds. */
  private readonly onGrooveOf = new Map<string, string[]>();

  constructor(
    private readonly circuit: Circuit,
    private readonly a: Arrangement,
    private readonly stations: readonly Station[],
    private readonly reservoirs: readonly Mark[],
    private readonly h: Heights,
  ) {
    this.stationOf = new Map(stations.map((s) => [s.part.id, s]));
    for (const [id, bearing] of a.grooveOf) putInto(this.onGrooveOf, bearing, id);
    for (const s of stations) this.sortPorts(s);
    this.drawSuction();
    for (const s of stations) this.drawThrough(s);
    for (const group of new Set([...this.giversOf.keys(), ...this.takersOf.keys()])) this.drawPlace(group);
    this.drawReturns();
  }

  private at = (id: string, port: string) => this.a.groups.of(`${id}.${port}`);
  private mid = (s: Station) => (s.x0 + s.x1) / 2;
  private add(
    key: string,
    port: string,
    carries: readonly FlowRef[],
    points: readonly Point[],
    before?: string,
    less: readonly FlowRef[] = [],
  ): void {
    if (before !== undefined) {
      const [[ax, ay], [bx, by]] = [points[points.length - 2]!, points[points.length - 1]!];
      this.insertions.push({ before, x: (ax + bx) / 2, y: (ay + by) / 2 });
    }
    if (points.every(([x, y]) => x === points[0]![0] && y === points[0]![1])) return;
    this.runs.push({ key, port, carries, less, points });
  }

  private sortPorts(s: Station): void {
    const sort = (map: Map<string, Taker[]>, port: string) => putInto(map, this.at(s.part.id, port), { s, port });
    for (const port of PORTS[s.part.kind]) {
      if (port === 'in' || port === 'back') {
        if (!this.a.grooveOf.has(s.part.id) || port !== 'in') sort(this.takersOf, port);
      } else if (OUTLETS.has(port) && !isTerminal(s.part) && placeOf(s.part) !== 'relief') sort(this.giversOf, port);
    }
  }

  private drawSuction(): void {
    const tank = this.reservoirs[0];
    const first = this.stationOf.get(this.a.main[0] ?? '');
    if (tank && first && this.at(tank.part.id, 'suction') === this.at(first.part.id, 'in'))
      this.add(
        'suction',
        `${first.part.id}.in`,
        [first.part.id],
        [
          [tank.x, tank.y - 6],
          [tank.x, first.y],
          [first.x0, first.y],
        ],
        first.part.id,
      );
  }

  /** A part's own stretch of its lane. */
  private drawThrough(s: Station): void {
    if (s.role === 'consumer' || s.role === 'hanger') return;
    const outlet = PORTS[s.part.kind].find((port) => OUTLETS.has(port) && port !== 'away') ?? 'in';
    this.add(
      `${s.part.id}:through`,
      `${s.part.id}.${outlet}`,
      [s.part.id],
      [
        [s.x0, s.y],
        [s.x1, s.y],
      ],
    );
  }

  /** The giver whose height a place's line has. */
  private ownerOf(group: string): Taker | undefined {
    const rank = { main: 0, branch: 1, detour: 2, loose: 3, hanger: 4, consumer: 5 };
    return [...(this.giversOf.get(group) ?? [])].sort(
      (p, q) => rank[p.s.role] - rank[q.s.role] || Number(p.port === 'away') - Number(q.port === 'away'),
    )[0];
  }

  /** What a taker draws, the parts on its groove with it. */
  private drawnBy({ s, port }: Taker): FlowRef[] {
    if (port !== 'in') return [`${s.part.id}.${port}`];
    return [s.part.id, ...(this.onGrooveOf.get(s.part.id) ?? [])];
  }

  private drawPlace(group: string): void {
    const owner = this.ownerOf(group);
    const takers = this.takersOf.get(group) ?? [];
    if (!owner) return;
    const { s: from } = owner;
    const y = from.y;
    const port = `${from.part.id}.${owner.port}`;
    const reach = Math.min(
      ...this.stations.filter((s) => s !== from && s.y === y && s.x0 >= from.x1).map((s) => s.x0),
      Infinity,
    );
    const loopBack = this.loopInto(from);
    const start = loopBack?.separate ? loopBack.x : from.x1;
    const along: { readonly x: number; readonly taker: Taker; readonly onLine: boolean }[] = [];
    for (const taker of takers) {
      const { s } = taker;
      const x = s.role === 'consumer' || s.role === 'hanger' ? this.mid(s) : s.x0;
      const ahead = owner.port !== 'away' && x >= start && x <= reach;
      if (taker.port === 'back') {
        // Round a plate and back: down to the lane, where the plate's own outlet goes on.
        this.add(`${s.part.id}:back`, port, this.drawnBy(taker), [
          [from.x1 - RISER, y],
          [from.x1 - RISER, s.y],
        ]);
        continue;
      }
      if (ahead) {
        const onLine = s.y === y;
        along.push({ x: onLine ? x : x + (s.role === 'branch' || s.role === 'detour' ? RISER : 0), taker, onLine });
        continue;
      }
      const riser = from.x1 - RISER;
      this.add(
        `${s.part.id}:tap`,
        port,
        this.drawnBy(taker),
        s.role === 'consumer' || s.role === 'hanger'
          ? [
              [riser, y],
              [riser, (y + s.y) / 2],
              [x, (y + s.y) / 2],
              [x, s.y],
            ]
          : [
              [riser, y],
              [riser, s.y],
              [x, s.y],
            ],
        s.part.id,
      );
    }
    along.sort((p, q) => p.x - q.x);
    let x = start;
    const drawn = along.map(({ taker }) => this.drawnBy(taker));
    let rest = drawn.flat();
    along.forEach(({ x: to, taker, onLine }, i) => {
      if (i > 0) rest = rest.slice(drawn[i - 1]!.length);
      const key = `${taker.s.part.id}:on`;
      if (loopBack && !loopBack.separate && x < loopBack.x && to > loopBack.x) {
        this.add(
          `${key}:bypass`,
          port,
          rest,
          [
            [x, y],
            [loopBack.x, y],
          ],
          undefined,
          [`${from.part.id}.back`],
        );
        x = loopBack.x;
      }
      this.add(
        key,
        port,
        rest,
        [
          [x, y],
          [to, y],
        ],
        onLine ? taker.s.part.id : undefined,
      );
      if (!onLine)
        this.add(
          `${taker.s.part.id}:feed`,
          port,
          this.drawnBy(taker),
          [
            [to, y],
            [to, taker.s.y],
            ...(taker.s.x0 > to && taker.s.role !== 'consumer' && taker.s.role !== 'hanger'
              ? [[taker.s.x0, taker.s.y] as const]
              : []),
          ],
          taker.s.part.id,
        );
      x = to;
    });
    for (const giver of this.giversOf.get(group) ?? []) if (giver !== owner) this.drawRejoin(giver, owner);
    for (const taker of takers) this.drawGrooves(taker.s);
  }

  /** Where a plate's loop comes back to the lane, if one does. */
  private loopInto(plate: Station): { readonly x: number; readonly separate: boolean } | undefined {
    if (!kindOf(plate.part).loops) return undefined;
    const back = this.ownerOf(this.at(plate.part.id, 'back'));
    if (!back || back.s === plate) return undefined;
    return {
      x: back.s.x1 - RISER,
      separate: !waysThrough({ ...plate.part, blocked: false }).some(([from, to]) => from === 'in' && to === 'out'),
    };
  }

  /** A way that comes back to a place that another part gives into. */
  private drawRejoin({ s, port }: Taker, owner: Taker): void {
    const x = s.x1 >= owner.s.x1 ? s.x1 + 2 : owner.s.x1 + 4;
    const carries = waysThrough(s.part).length > 1 ? [`${s.part.id}.${port}`] : [s.part.id];
    this.add(`${s.part.id}:rejoin`, `${s.part.id}.${port}`, carries, [
      [s.x1, s.y],
      [x, s.y],
      [x, owner.s.y],
    ]);
  }

  private drawGrooves(s: Station): void {
    for (const id of this.onGrooveOf.get(s.part.id) ?? []) {
      const fed = this.stationOf.get(id);
      if (fed)
        this.add(
          `${id}:groove`,
          `${id}.in`,
          [id],
          [
            [this.mid(s), this.h.rowY],
            [this.mid(fed), fed.y],
          ],
        );
    }
  }

  private drawReturns(): void {
    const { rowY, busY, returnStep } = this.h;
    const drains = this.circuit.parts.filter(isReturn);
    const into = new Map<string, Part>(drains.map((d) => [this.at(d.id, 'in'), d]));
    const reservoirX = (group: string) =>
      this.reservoirs.find((r) => ['return', 'suction'].some((port) => this.at(r.part.id, port) === group))?.x;
    const terminals = this.stations.filter((s) => s.role === 'consumer');
    const givingInto = new Map<string, Station[]>();
    for (const s of terminals) putInto(givingInto, this.at(s.part.id, 'out'), s);
    const onBus = terminals.filter((s) => !into.has(this.at(s.part.id, 'out')));
    const home =
      this.reservoirs.find((r) => onBus.some((s) => this.at(s.part.id, 'out') === this.at(r.part.id, 'return'))) ??
      this.reservoirs[0];
    const homeX = (home?.x ?? 46) + 30;
    for (const s of onBus)
      this.returns.push({
        key: `${s.part.id}:return`,
        carries: [s.part.id],
        points: [
          [this.mid(s), rowY + 18],
          [this.mid(s), busY],
        ],
      });
    if (onBus.length > 0)
      this.returns.push({
        key: 'bus',
        carries: onBus.map((s) => s.part.id),
        points: [
          [Math.max(homeX, ...onBus.map((s) => this.mid(s))), busY],
          [homeX, busY],
        ],
      });
    const panX = (drain: Part) => (actsAs(drain, 'scavenge') ? reservoirX(this.at(drain.id, 'in')) : undefined);
    const fromPans = drains.filter((d) => panX(d) !== undefined && !givingInto.has(this.at(d.id, 'in')));
    fromPans.forEach((drain, i) => {
      const pan = panX(drain)!;
      // From tank to tank, in their bodies; the words beside all of them, a row each.
      const y = busY + (TANK_FOOT * (i + 1)) / (fromPans.length + 1);
      this.returns.push({
        key: drain.id,
        carries: [],
        points: [
          [pan - TANK_HALF, y],
          [(reservoirX(this.at(drain.id, 'out')) ?? 46) + TANK_HALF, y],
        ],
        label: drain.name,
        labelAt: { x: this.besideTanks(), y: busY + 22 + returnStep * i, anchor: 'start' },
        part: drain.id,
      });
    });
    drains
      .filter((drain) => !fromPans.includes(drain))
      .forEach((drain, i) =>
        this.drawDrain(drain, givingInto, reservoirX, busY + 18 + returnStep * (fromPans.length + i)),
      );
    for (const s of this.stations)
      if (s.role === 'hanger' && PORTS[s.part.kind].includes('out') && kindOf(s.part).symbol(s.part) !== 'none')
        this.drawHangerReturn(s);
  }

  /** Where words stand clear of every tank. */
  private besideTanks(): number {
    return Math.max(...this.reservoirs.map((r) => r.x)) + TANK_HALF + 10;
  }

  private drawDrain(
    drain: Part,
    givingInto: ReadonlyMap<string, readonly Station[]>,
    reservoirX: (group: string) => number | undefined,
    y: number,
  ): void {
    const own = givingInto.get(this.at(drain.id, 'in')) ?? [];
    const endX = (reservoirX(this.at(drain.id, 'out')) ?? 46) + 30;
    const x = Math.max(endX + 60, ...own.map((s) => this.mid(s)));
    for (const s of own)
      this.returns.push({
        key: `${s.part.id}:drain`,
        carries: [s.part.id],
        points: [
          [this.mid(s), this.h.rowY + 18],
          [this.mid(s), y],
        ],
      });
    this.returns.push({
      key: drain.id,
      carries: own.map((s) => s.part.id),
      points: [
        [x, y],
        [endX, y],
      ],
      label: drain.name,
      // A short one's words would stand under the tank: they stand beyond its beginning.
      labelAt:
        x - endX < RETURN_WORDS
          ? { x: Math.max(x + 8, this.besideTanks()), y: y + 4, anchor: 'start' }
          : { x: x - 8, y: y + 14, anchor: 'end' },
      part: drain.id,
    });
  }

  private drawHangerReturn(s: Station): void {
    const x = this.mid(s);
    const out = this.at(s.part.id, 'out');
    const back = this.stations.find((o) => o.role === 'main' && this.at(o.part.id, 'in') === out);
    const falls = this.circuit.parts.some((p) => isReservoir(p) && this.at(p.id, 'return') === out);
    if (back)
      this.returns.push({
        key: `${s.part.id}:return`,
        carries: [s.part.id],
        points: [
          [x, s.y + 16],
          [x, s.y + 30],
          [back.x0, s.y + 30],
          [back.x0, this.h.mainY],
        ],
      });
    else if (falls)
      this.returns.push({
        key: `${s.part.id}:return`,
        carries: [s.part.id],
        points: [
          [x, s.y + 16],
          [x, this.h.busY],
        ],
      });
  }
}
