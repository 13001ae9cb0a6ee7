/** A place on a map, in the units of its axes. */
export interface MapPoint {
  readonly x: number;
  readonly y: number;
}

/** An edge between two neighbours of a grid: from (ix, iy) to the next in x or in y. */
export interface GridEdge {
  readonly ix: number;
  readonly iy: number;
  readonly along: 'x' | 'y';
}

export const edgeKey = ({ ix, iy, along }: GridEdge) => `${along}${ix},${iy}`;

/** Values on a grid, `values[iy][ix]`; null where none is known. */
export type Grid = readonly (readonly (number | null)[])[];

const good = (value: number) => value >= 0;

/** Edges whose two ends lie on different sides of nothing: one fails, one does not. */
export function crossedEdges(values: Grid): GridEdge[] {
  const edges: GridEdge[] = [];
  const at = (ix: number, iy: number) => values[iy]?.[ix] ?? null;
  const differ = (a: number | null, b: number | null) => a !== null && b !== null && good(a) !== good(b);
  for (let iy = 0; iy < values.length; iy++)
    for (let ix = 0; ix < values[iy]!.length; ix++) {
      if (differ(at(ix, iy), at(ix + 1, iy))) edges.push({ ix, iy, along: 'x' });
      if (differ(at(ix, iy), at(ix, iy + 1))) edges.push({ ix, iy, along: 'y' });
    }
  return edges;
}

/**
 * Joins the places where edges are crossed into lines, cell by cell. A cell crossed on all four sides is joined so that
 * the side of its middle, by the mean of its corners, stays whole.
 * @param crossing where each crossed edge is crossed, by its key @returns lines; one that closes ends where it begins
 * @source Lorensen and Cline (1987), in two dimensions (from memory)
 */
export function boundaryLines(values: Grid, crossing: ReadonlyMap<string, MapPoint>): MapPoint[][] {
  const joined = new Map<string, string[]>();
  const join = (a: GridEdge, b: GridEdge) => {
    const [from, to] = [edgeKey(a), edgeKey(b)];
    if (!crossing.has(from) || !crossing.has(to)) return;
    joined.set(from, [...(joined.get(from) ?? []), to]);
    joined.set(to, [...(joined.get(to) ?? []), from]);
  };
  for (let iy = 0; iy + 1 < values.length; iy++)
    for (let ix = 0; ix + 1 < values[iy]!.length; ix++) {
      const corners = [values[iy]![ix]!, values[iy]![ix + 1]!, values[iy + 1]![ix + 1]!, values[iy + 1]![ix]!];
      if (corners.some((v) => v === null)) continue;
      // Sides in the order of the corners that they lie between.
      const sides: GridEdge[] = [
        { ix, iy, along: 'x' },
        { ix: ix + 1, iy, along: 'y' },
        { ix, iy: iy + 1, along: 'x' },
        { ix, iy, along: 'y' },
      ];
      const crossed = sides.filter((side) => crossing.has(edgeKey(side)));
      if (crossed.length === 2) join(crossed[0]!, crossed[1]!);
      else if (crossed.length === 4) {
        const middle = good(corners.reduce((a, b) => a + b, 0));
        // Cut off the two corners that are not as the middle is.
        if (good(corners[0]!) === middle) {
          join(sides[0]!, sides[1]!);
          join(sides[2]!, sides[3]!);
        } else {
          join(sides[3]!, sides[0]!);
          join(sides[1]!, sides[2]!);
        }
      }
    }
  return walk(joined).map((keys) => keys.map((key) => crossing.get(key)!));
}

/**
 * Where a grid's values lie below a level, as polygons cell by cell, whole cells of a row in one: to be filled as one
 * area.
 * @param xs places of the columns
 * @param ys of the rows
 * @param crossing exact places for level 0, by edge; linear between the ends where there is none
 */
export function regionBelow(
  xs: readonly number[],
  ys: readonly number[],
  values: Grid,
  level: number,
  crossing?: ReadonlyMap<string, MapPoint>,
): MapPoint[][] {
  const polygons: MapPoint[][] = [];
  const rectangle = (from: number, to: number, iy: number) => {
    if (from < to)
      polygons.push([
        { x: xs[from]!, y: ys[iy]! },
        { x: xs[to]!, y: ys[iy]! },
        { x: xs[to]!, y: ys[iy + 1]! },
        { x: xs[from]!, y: ys[iy + 1]! },
      ]);
  };
  for (let iy = 0; iy + 1 < ys.length; iy++) {
    let from = 0;
    for (let ix = 0; ix + 1 < xs.length; ix++) {
      const corners = [
        { ix, iy },
        { ix: ix + 1, iy },
        { ix: ix + 1, iy: iy + 1 },
        { ix, iy: iy + 1 },
      ].map((c) => ({ x: xs[c.ix]!, y: ys[c.iy]!, value: values[c.iy]![c.ix]! }));
      const below = corners.map((c) => c.value !== null && c.value < level);
      if (below.every(Boolean)) continue;
      rectangle(from, ix, iy);
      from = ix + 1;
      if (!below.some(Boolean) || corners.some((c) => c.value === null)) continue;
      const edges: GridEdge[] = [
        { ix, iy, along: 'x' },
        { ix: ix + 1, iy, along: 'y' },
        { ix, iy: iy + 1, along: 'x' },
        { ix, iy, along: 'y' },
      ];
      const sides = edges.map((edge, i) => {
        const [a, b] = [corners[i]!, corners[(i + 1) % 4]!];
        if (below[i] === below[(i + 1) % 4]) return undefined;
        const t = (a.value - level) / (a.value - b.value);
        return crossing?.get(edgeKey(edge)) ?? { x: a.x + t * (b.x - a.x), y: a.y + t * (b.y - a.y) };
      });
      const opposite = sides.every((side) => side !== undefined);
      const middleBelow = corners.reduce((sum, c) => sum + c.value, 0) < 4 * level;
      if (opposite && !middleBelow)
        corners.forEach((c, i) => below[i] && polygons.push([sides[(i + 3) % 4]!, { x: c.x, y: c.y }, sides[i]!]));
      else
        polygons.push(
          corners.flatMap((c, i) => [...(below[i] ? [{ x: c.x, y: c.y }] : []), ...(sides[i] ? [sides[i]] : [])]),
        );
    }
    rectangle(from, xs.length - 1, iy);
  }
  return polygons;
}

/** Follows joints into lines: open ones from their ends first, then the closed ones. */
function walk(joined: ReadonlyMap<string, readonly string[]>): string[][] {
  const left = new Map([...joined].map(([key, next]) => [key, [...next]]));
  const lines: string[][] = [];
  const follow = (start: string) => {
    const line = [start];
    for (
      let here = start, next = left.get(here)?.pop();
      next !== undefined;
      here = next, next = left.get(here)?.pop()
    ) {
      const back = left.get(next)!;
      back.splice(back.indexOf(here), 1);
      line.push(next);
    }
    if (line.length > 1) lines.push(line);
  };
  for (const [key, next] of joined) if (next.length === 1 && left.get(key)!.length === 1) follow(key);
  for (const key of joined.keys()) if (left.get(key)!.length > 0) follow(key);
  return lines;
}
