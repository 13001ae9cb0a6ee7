import { isDeadEnd, isReservoir, isReturn, PORTS } from '../../../core/document/parts/ports';
import type { Circuit } from '../../../core/document/project/project';
import { arrange, type Arrangement, type Chain } from '../../../core/document/plumbing/arrange';
import { columnWidth, mergeColumns, type Column } from '../../../core/document/plumbing/columns';
import { putInto } from '../../../core/foundations/putInto';
import { placeLabels } from './labels';
import { DrawingRuns } from './drawingRuns';
import type { Insertion, Mark, ReturnRun, Run, Station } from './station';

const LEFT = 86;
const RIGHT = 30;
/** Columns may narrow to this before the drawing scrolls sideways. */
const NARROWEST = 0.78;
/** Heights in the plan [px]. */
const MAIN_Y = 98;
const DETOUR_STEP = 72;
const BRANCH_Y = 72;
const BRANCH_STEP = 40;
const CONSUMER_DROP = 44;
const RETURN_DROP = 66;
const HANGER_DROP = 74;
const MARK_DROP = 40;
const RETURN_STEP = 20;
/** From the bus to the first return below it, and the foot of the plan. */
const BUS_FOOT = 22;
/** A return runs so far below the words of the fed parts: their figures' line, and half of its own width. */
const CLEAR_OF_WORDS = 9;
/** Ports by which a part gives no oil to what follows it. */
const NO_OUTLETS = new Set(['in', 'back', 'groove', 'suction', 'return']);

export interface DrawingLayout {
  readonly stations: readonly Station[];
  readonly runs: readonly Run[];
  readonly returns: readonly ReturnRun[];
  readonly insertions: readonly Insertion[];
  readonly reservoirs: readonly Mark[];
  /** Stations of the main path, in order. */
  readonly main: readonly string[];
  readonly width: number;
  readonly planHeight: number;
  readonly busY: number;
}

/**
 * Lays a circuit out as a plan: oil goes left to right, the path that feeds most is the main lane, detours lie above
 * it, branches below it, fed parts in one row, returns on a bus at the foot.
 *
 * Every part has a column of its own, so that profile and figures can stand under it. Columns keep their stored order;
 * lanes follow from which columns a way spans. Nothing depends on figures, so nothing moves while the state does.
 *
 * @param stored columns as the project keeps them; the natural order where it keeps none
 * @param available width that there is [px]: columns narrow to 78 % to fit it, then the drawing scrolls
 * @param mostPlan height that there is for the plan [px]: where that is all that is wanting, the returns run behind the
 *   lowest words instead of below them
 */
export function layoutDrawing(
  circuit: Circuit,
  stored: readonly Column[] = [],
  available = Infinity,
  mostPlan = Infinity,
): DrawingLayout {
  const arrangement = arrange(circuit);
  const byId = new Map(circuit.parts.map((p) => [p.id, p]));
  const columns = mergeColumns(stored, arrangement.order);
  const widthOf = (c: Column) => (typeof c === 'number' ? c : columnWidth(byId.get(c)!));
  const natural = columns.reduce<number>((sum, c) => sum + widthOf(c), 0);
  const scale = Math.min(1, Math.max(NARROWEST, (available - LEFT - RIGHT) / natural));
  const span = new Map<string, { x0: number; x1: number }>();
  let [x, along] = [LEFT, 0];
  for (const c of columns) {
    along += widthOf(c);
    // Whole pixels, of the sum: each column rounded by itself would be wider than the room by some.
    const next = LEFT + Math.floor(along * scale);
    if (typeof c === 'string') span.set(c, { x0: x, x1: next });
    x = next;
  }
  const outlets = outletsOf(circuit, arrangement);
  const lanes = assignLanes(arrangement, outlets, span);
  const mainY = MAIN_Y + lanes.above * DETOUR_STEP;
  const branchY = (lane: number) => mainY + BRANCH_Y + (lane - 1) * BRANCH_STEP;
  const rowY = (lanes.below > 0 ? branchY(lanes.below) : mainY) + CONSUMER_DROP;
  const stations: Station[] = columns
    .filter((c) => typeof c === 'string')
    .map((id) => {
      const role = arrangement.role.get(id)!;
      const lane = lanes.of.get(id) ?? 1;
      const y =
        role === 'main'
          ? mainY
          : role === 'detour'
            ? mainY - lane * DETOUR_STEP
            : role === 'branch'
              ? branchY(lane)
              : role === 'hanger'
                ? hangsFrom(arrangement, outlets, id, lanes, mainY, branchY) +
                  (isDeadEnd(byId.get(id)!) ? MARK_DROP : HANGER_DROP)
                : rowY;
      return { part: byId.get(id)!, role, ...span.get(id)!, y };
    });
  const lanesBelow = Math.max(1, circuit.parts.filter(isReturn).length);
  const planAt = (bus: number) => bus + BUS_FOOT + RETURN_STEP * lanesBelow;
  const closeY = rowY + RETURN_DROP;
  const clearY = Math.max(closeY, footOfWords(stations) + CLEAR_OF_WORDS);
  const busY = planAt(closeY) <= mostPlan && mostPlan < planAt(clearY) ? closeY : clearY;
  const reservoirs = placeReservoirs(circuit, arrangement, busY);
  const drawn = new DrawingRuns(circuit, arrangement, stations, reservoirs, {
    mainY,
    rowY,
    busY,
    returnStep: RETURN_STEP,
  });
  return {
    stations,
    reservoirs,
    main: arrangement.main,
    width: x + RIGHT,
    busY,
    planHeight: planAt(busY),
    runs: drawn.runs,
    returns: drawn.returns,
    insertions: drawn.insertions,
  };
}

/** The lowest of what is written under the fed parts. */
const footOfWords = (stations: readonly Station[]): number =>
  Math.max(
    0,
    ...[
      ...placeLabels(
        stations.filter((s) => s.role === 'consumer'),
        () => 0,
      ).values(),
    ].map((label) => label.bottom),
  );

interface Lanes {
  readonly of: ReadonlyMap<string, number>;
  readonly above: number;
  readonly below: number;
}

/** Where parts give oil: looked up once, since to go through all parts for each takes the square of their number. */
interface Outlets {
  /** Places that a part gives into. */
  readonly ofPart: ReadonlyMap<string, readonly string[]>;
  /** Parts that give into a place, in the circuit's order. */
  readonly at: ReadonlyMap<string, readonly string[]>;
  /** Fed parts that take from a place. */
  readonly fedAt: ReadonlyMap<string, readonly string[]>;
}

function outletsOf(circuit: Circuit, a: Arrangement): Outlets {
  const ofPart = new Map<string, string[]>();
  const at = new Map<string, string[]>();
  const fedAt = new Map<string, string[]>();
  for (const { id, kind } of circuit.parts) {
    const places = PORTS[kind].filter((port) => !NO_OUTLETS.has(port)).map((port) => a.groups.of(`${id}.${port}`));
    ofPart.set(id, places);
    for (const place of new Set(places)) putInto(at, place, id);
    if (a.role.get(id) === 'consumer') putInto(fedAt, a.groups.of(`${id}.in`), id);
  }
  return { ofPart, at, fedAt };
}

/** Nearest lane that is free over the columns that a way spans, above for detours, below for branches. */
function assignLanes(a: Arrangement, outlets: Outlets, span: ReadonlyMap<string, { x0: number; x1: number }>): Lanes {
  const of = new Map<string, number>();
  const taken: Record<Chain['kind'], [number, number][][]> = { detour: [], branch: [] };
  const endOf = (chain: Chain) => {
    const last = chain.members[chain.members.length - 1]!;
    // The row of fed parts that hang on it belongs to it too.
    const fed = outlets.ofPart.get(last)!.flatMap((place) => outlets.fedAt.get(place) ?? []);
    return [...chain.members.flatMap((m) => [span.get(m)!.x0, span.get(m)!.x1]), ...fed.map((id) => span.get(id)!.x1)];
  };
  const startOf = (chain: Chain) =>
    (outlets.at.get(chain.from) ?? []).filter((id) => span.has(id)).map((id) => span.get(id)!.x1 - 8);
  // What leaves the place at the end of the main lane runs along the lane until its own column.
  const lastOfMain = a.main[a.main.length - 1];
  const lastPlaces = new Set(lastOfMain === undefined ? [] : outlets.ofPart.get(lastOfMain));
  const chains = [...a.chains]
    .map((chain) => {
      const xs = [...endOf(chain), ...(lastPlaces.has(chain.from) ? [] : startOf(chain))];
      return { chain, from: Math.min(...xs), to: Math.max(...xs) };
    })
    .sort((p, q) => p.from - q.from);
  for (const { chain, from, to } of chains) {
    const rows = taken[chain.kind];
    let lane = rows.findIndex((row) => row.every(([low, high]) => to < low || from > high));
    if (lane < 0) {
      lane = rows.length;
      rows.push([]);
    }
    rows[lane]!.push([from, to]);
    for (const member of chain.members) of.set(member, lane + 1);
  }
  return { of, above: taken.detour.length, below: taken.branch.length };
}

/** The tank that feeds the main lane stands under its pickup; others stand along the bus. */
function placeReservoirs(circuit: Circuit, a: Arrangement, busY: number): Mark[] {
  const first = a.main[0];
  const source = circuit.parts
    .filter(isReservoir)
    .find((r) => first !== undefined && a.groups.of(`${r.id}.suction`) === a.groups.of(`${first}.in`));
  const ordered = [...circuit.parts.filter(isReservoir)].sort((p, q) => Number(q === source) - Number(p === source));
  return ordered.map((part, i) => ({ part, x: 46 + i * 112, y: busY - 10 }));
}

/** Height of the line that a part hangs from. */
function hangsFrom(
  a: Arrangement,
  outlets: Outlets,
  id: string,
  lanes: Lanes,
  mainY: number,
  branchY: (lane: number) => number,
): number {
  const giver = outlets.at.get(a.groups.of(`${id}.in`))?.find((part) => a.role.get(part) === 'branch');
  return giver === undefined ? mainY : branchY(lanes.of.get(giver) ?? 1);
}
