import { actsAs, type Part } from '../../document/parts/part';
import { isReservoir, placeOf, splitPortRef, waysThrough } from '../../document/parts/ports';
import { arrange } from '../../document/plumbing/arrange';
import { PortGroups } from '../../document/plumbing/portGroups';
import type { Circuit, Variant } from '../../document/project/project';
import { formatQuantity, type UnitChoice } from '../../foundations/units';
import { escapeXml } from '../places/bracketTemplate';
import { isBolted } from '../bolted';
import { hosesOf } from '../hoses/hoseList';

const BOX_W = 92;
const BOX_H = 34;
const GAP_X = 34;
const GAP_Y = 16;
const PITCH_Y = BOX_H + GAP_Y;
/** Lines of one gap stand this far apart. */
const LANE = 6;
/** Room for the names of ports that oil leaves by, and comes in by, beside a box that has several. */
const OUT_NAMES = 46;
const IN_NAMES = 20;
const PORT_NAME_SIZE = 9;
/** Names longer than this are drawn narrower; longer than the second they are cut. */
const NARROW_FROM = 14;
const LONGEST_NAME = 22;

interface Cell {
  readonly col: number;
  readonly row: number;
}

/**
 * A circuit as a plain drawing for paper: black on white, a box a part, oil going to the right, each connection a line.
 * Returns to the sump are not drawn.
 *
 * @returns an SVG as wide as its holder, its size in the view box
 */
export function schematic(variant: Variant, units: UnitChoice = {}): string {
  const { circuit } = variant;
  const cells = place(circuit);
  const rows = [...cells.values()].map((c) => c.row);
  const top = Math.min(...rows);
  const columns = columnsOf(circuit, cells);
  const h = (Math.max(...rows) - top + 1) * PITCH_Y + GAP_Y;
  const w = columns.at(-1)!.x + BOX_W + GAP_X;
  const at = ({ col, row }: Cell) => ({ x: columns[col]!.x, y: (row - top) * PITCH_Y + GAP_Y });
  const captions = captionsOf(variant, units);
  const boxes = circuit.parts.flatMap((part) => {
    const cell = cells.get(part.id);
    if (!cell) return [];
    const { x, y } = at(cell);
    const name = part.name.length > LONGEST_NAME ? `${part.name.slice(0, LONGEST_NAME - 1)}…` : part.name;
    return [
      `<rect x="${x}" y="${y}" width="${BOX_W}" height="${BOX_H}" rx="2" fill="#fff"/>`,
      `<text x="${x + BOX_W / 2}" y="${y + 14}" font-weight="600" text-anchor="middle"${name.length > NARROW_FROM ? ` textLength="${BOX_W - 6}" lengthAdjust="spacingAndGlyphs"` : ''}>${escapeXml(name)}</text>`,
      `<text x="${x + BOX_W / 2}" y="${y + 27}" font-size="9" text-anchor="middle">${escapeXml(captions(part))}</text>`,
    ];
  });
  const wires = wiresOf(circuit, cells, at, (col) => columns[col]!.lanesX);
  return `<svg class="schematic" xmlns="http://www.w3.org/2000/svg" viewBox="0 0 ${w} ${h}" role="img" aria-label="Circuit, oil going to the right" font-size="11" stroke-width="1.2"><g stroke="#000" fill="none">${wires.join('')}</g><g stroke="#000" fill="#000"><style>.schematic text{stroke:none}</style>${boxes.join('')}</g></svg>`;
}

/** The second line of a part's box: what it is set to or how large it is. */
function captionsOf(variant: Variant, units: UnitChoice): (part: Part) => string {
  const hoses = new Map(hosesOf(variant).map((h) => [h.part, h]));
  const q = formatQuantity;
  return (part) => {
    const hose = hoses.get(part.id);
    if (hose && actsAs(part, 'line'))
      return `${hose.name}: ${hose.dash ? `dash ${hose.dash}, ` : ''}${hose.routedM ? q(hose.routedM, 'cutLength', units) : ''}`;
    if (actsAs(part, 'relief')) return `opens ${q(part.crackPa, 'pressure', units)}`;
    if (actsAs(part, 'orifice')) return q(part.boreM, 'bore', units);
    if (actsAs(part, 'plate') && part.passage.kind === 'thermostat')
      return `opens ${q(part.passage.opensK, 'temperature', units)}`;
    if (actsAs(part, 'filter'))
      return part.bypass ? `bypass ${q(part.bypass.crackPa, 'pressure', units)}` : 'no bypass';
    if ('count' in part && typeof part.count === 'number' && part.count > 1) return `× ${part.count}`;
    return '';
  };
}

/**
 * A cell for each part that is drawn: the main lane in row 0, ways that come back above it, branches and fed parts
 * below.
 */
function place(circuit: Circuit): ReadonlyMap<string, Cell> {
  const { main, chains, order, role, groups } = arrange(circuit);
  const byId = new Map(circuit.parts.map((p) => [p.id, p]));
  const cells = new Map<string, Cell>();
  const taken = new Set<string>();
  /** The last column from which oil comes to a place. */
  const lastSource = new Map<string, number>();
  const put = (id: string, col: number, row: number) => {
    cells.set(id, { col, row });
    taken.add(`${col} ${row}`);
    for (const outlet of outletsOf(id)) lastSource.set(outlet, Math.max(col, lastSource.get(outlet) ?? 0));
  };
  const inletsOf = (id: string) => waysThrough(byId.get(id)!).map(([from]) => groups.of(`${id}.${from}`));
  // A bearing's groove is the place that it is fed at, and a relief's outlet goes back to where the pump takes its oil.
  const outletsOf = (id: string) =>
    placeOf(byId.get(id)!) === 'relief'
      ? []
      : waysThrough(byId.get(id)!)
          .map(([, to]) => groups.of(`${id}.${to}`))
          .filter((place) => !inletsOf(id).includes(place));
  // The one that the pump draws from stands in the main lane.
  const drawnFrom = main[0] === undefined ? undefined : inletsOf(main[0])[0];
  const isDrawn = (id: string) => Number(groups.of(`${id}.suction`) === drawnFrom);
  circuit.parts
    .filter(isReservoir)
    .sort((a, b) => isDrawn(b.id) - isDrawn(a.id))
    .forEach((p, i) => put(p.id, 0, i === 0 ? 0 : i + 1));
  const mainIndexOf = (place: string, of: (id: string) => readonly string[]) =>
    main.findIndex((id) => of(id).includes(place));
  let col = 1;
  for (const [i, id] of main.entries()) {
    // A way that leaves earlier and comes back here needs its room.
    for (const chain of chains) {
      if (chain.kind !== 'detour' || chain.to === undefined || mainIndexOf(chain.to, inletsOf) !== i) continue;
      const leaves = mainIndexOf(chain.from, outletsOf);
      const start = leaves < 0 || leaves >= i ? undefined : cells.get(main[leaves]!)?.col;
      if (start !== undefined) col = Math.max(col, start + chain.members.length + 1);
    }
    put(id, col++, 0);
  }
  const colBehind = (place: string): number => (lastSource.get(place) ?? 0) + 1;
  // What is taken stays taken: the next of the same length there need not look at the rows before.
  const lastRow = new Map<string, number>();
  const rowFor = (start: number, length: number, step: 1 | -1): number => {
    const key = `${start} ${length} ${step}`;
    let row = lastRow.get(key) ?? step;
    while (Array.from({ length }, (_, i) => `${start + i} ${row}`).some((cell) => taken.has(cell))) row += step;
    lastRow.set(key, row);
    return row;
  };
  const placeInOrder = new Map(order.map((id, i) => [id, i]));
  const rank = ({ members }: (typeof chains)[number]) => placeInOrder.get(members[0]!) ?? -1;
  for (const { kind, from, members } of [...chains].sort((a, b) => rank(a) - rank(b))) {
    const start = colBehind(from);
    const row = rowFor(start, members.length, kind === 'detour' ? -1 : 1);
    members.forEach((id, i) => put(id, start + i, row));
  }
  for (const id of order) {
    if (cells.has(id) || role.get(id) === 'loose') continue;
    const start = colBehind(inletsOf(id)[0] ?? groups.of(`${id}.in`));
    put(id, start, rowFor(start, 1, 1));
  }
  return cells;
}

/** Where each column's boxes begin, and the lanes of the gap behind it; wider where ports are named there. */
function columnsOf(
  circuit: Circuit,
  cells: ReadonlyMap<string, Cell>,
): readonly { readonly x: number; readonly lanesX: number }[] {
  const last = Math.max(...[...cells.values()].map((c) => c.col));
  const named = Array.from({ length: last + 2 }, () => ({ outlets: false, inlets: false }));
  for (const part of circuit.parts) {
    const [many, cell] = [manyPorts(part), cells.get(part.id)];
    if (!many || !cell) continue;
    if (many.outlets.length > 1) named[cell.col]!.outlets = true;
    if (many.inlets.length > 1) named[cell.col]!.inlets = true;
  }
  let x = LANE;
  return Array.from({ length: last + 1 }, (_, col) => {
    const column = { x, lanesX: x + BOX_W + LANE + (named[col]!.outlets ? OUT_NAMES : 0) };
    x = column.lanesX - LANE + GAP_X + (named[col + 1]!.inlets ? IN_NAMES : 0);
    return column;
  });
}

/** Lines between parts, one tree a place: a trunk right of the source, a stub to each part that takes oil there. */
function wiresOf(
  circuit: Circuit,
  cells: ReadonlyMap<string, Cell>,
  at: (cell: Cell) => { readonly x: number; readonly y: number },
  lanesX: (col: number) => number,
): readonly string[] {
  const groups = PortGroups.of(circuit);
  const byId = new Map(circuit.parts.map((p) => [p.id, p]));
  const places = new Map<string, Set<string>>();
  for (const { from, to } of circuit.joints)
    for (const ref of [from, to]) {
      const place = groups.of(ref);
      places.set(place, (places.get(place) ?? new Set<string>()).add(ref));
    }
  const lanes = new Map<number, number>();
  const cols = new Map([...cells.values()].map((c) => [`${c.col} ${c.row}`, c]));
  const wires: string[] = [];
  for (const refs of places.values()) {
    const ends = [...refs].flatMap((ref) => {
      const { part, port } = splitPortRef(ref);
      const [p, cell] = [byId.get(part)!, cells.get(part)];
      if (!cell || (isReservoir(p) && port === 'return')) return [];
      if (placeOf(p) === 'relief' && port === 'out') return [];
      const isFed = waysThrough(p).some(([inlet]) => groups.of(`${part}.${inlet}`) === groups.of(ref));
      const isSource =
        isReservoir(p) ||
        (!isFed && waysThrough(p).some(([, to]) => to === port)) ||
        (waysThrough(p).length === 0 && port !== 'in');
      return [{ cell, isSource, part: p, port }];
    });
    if ([...refs].some((ref) => splitPortRef(ref).port === 'return')) continue;
    const sources = ends.filter((e) => e.isSource);
    const sinks = ends.filter((e) => !e.isSource);
    if (sources.length === 0 || sinks.length === 0) continue;
    const col = Math.max(...sources.map((s) => s.cell.col));
    const lane = lanes.get(col) ?? 0;
    lanes.set(col, lane + 1);
    const x = lanesX(col) + (lane % 4) * LANE;
    const heightAt = (end: { readonly cell: Cell; readonly part: Part; readonly port: string }) =>
      at(end.cell).y + BOX_H * portShare(end.part, end.port);
    for (const source of sources) {
      const y = heightAt(source);
      wires.push(path([at(source.cell).x + BOX_W, y], [x, y]));
      wires.push(portName(source.part, source.port, at(source.cell).x + BOX_W + 2, y - 2, 'start'));
    }
    const from = sources.find((s) => s.cell.col === col)!;
    for (const sink of sinks) {
      const { cell } = sink;
      const y = heightAt(sink);
      const blocked = between(col, cell.col).some((c) => cols.has(`${c} ${cell.row}`));
      if (cell.col > col && !blocked) {
        wires.push(path([x, heightAt(from)], [x, y], [at(cell).x, y]));
        wires.push(portName(sink.part, sink.port, at(cell).x - 2, y - 2, 'end'));
      } else {
        const rail = Math.min(at(from.cell).y, at(cell).y) - LANE;
        const drop = at(cell).x + BOX_W / 2;
        wires.push(path([x, heightAt(from)], [x, rail], [drop, rail], [drop, at(cell).y]));
        wires.push(portName(sink.part, sink.port, drop + 3, at(cell).y - 1, 'start'));
      }
    }
  }
  return wires;
}

/** Ports that oil leaves by and comes in by, of a part with more than one way. */
function manyPorts(
  part: Part,
): { readonly inlets: readonly string[]; readonly outlets: readonly string[] } | undefined {
  if (!isBolted(part)) return undefined;
  const ways = waysThrough(part);
  const inlets = [...new Set(ways.map(([inlet]) => inlet))];
  const outlets = [...new Set(ways.map(([, outlet]) => outlet))];
  return inlets.length + outlets.length > 2 ? { inlets, outlets } : undefined;
}

/** How far down its box a port lies, 0 to 1: ports of one side stand under one another. */
function portShare(part: Part, port: string): number {
  const many = manyPorts(part);
  const side = many && (many.outlets.includes(port) ? many.outlets : many.inlets);
  const i = side?.indexOf(port) ?? -1;
  return side && i >= 0 ? (i + 1) / (side.length + 1) : 1 / 2;
}

/** A port's short name where a line meets its box; a part with one way through needs none. */
function portName(part: Part, port: string, x: number, y: number, anchor: 'start' | 'end'): string {
  if (!manyPorts(part)) return '';
  // A side with one port needs no name either.
  const many = manyPorts(part)!;
  if ((many.outlets.includes(port) ? many.outlets : many.inlets).length < 2) return '';
  const name = SHORT_PORTS[port] ?? port;
  return `<text x="${x}" y="${y}" font-size="${PORT_NAME_SIZE}" text-anchor="${anchor}" fill="#000" stroke="#fff" stroke-width="2" paint-order="stroke">${escapeXml(name)}</text>`;
}

const SHORT_PORTS: Readonly<Record<string, string>> = {
  in: 'in',
  out: 'out',
  away: 'to cooler',
  back: 'from cooler',
  tap: 'tap',
  run: 'run',
  branch: 'branch',
};

const between = (a: number, b: number): number[] => Array.from({ length: Math.max(0, b - a - 1) }, (_, i) => a + 1 + i);

const path = (...points: readonly (readonly [number, number])[]): string =>
  `<polyline points="${points.map(([x, y]) => `${x},${y}`).join(' ')}"/>`;
