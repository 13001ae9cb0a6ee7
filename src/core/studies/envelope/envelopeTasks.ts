import { z } from 'zod';
import { activeVariant, inSeason, type Project } from '../../document/project/project';
import { inPieces, type Study } from '../job/study';
import { isReachable } from '../../judgement/sweep/reachable';
import { boundaryLines, crossedEdges, edgeKey, type Grid, type GridEdge, type MapPoint } from './marchingSquares';
import { verdictSchema } from '../../judgement/stateResult';

/** Columns, and rows by what goes upward. */
const SPEEDS = 33;
const ROWS = 21;
const HEAT_ROWS = 14;
/** Rows and edges that a worker is given at a time. */
const ROWS_AT_A_TIME = 2;
const EDGES_AT_A_TIME = 24;
/** Loadings of a filter, new to neglected. @source common practice: 3 at the usual change, 12 neglected */
const LOADINGS = [1, 12] as const;
const AIR_K = [253.15, 318.15] as const;
const ROAD_MS = [0, 60] as const;
/** Share of the map that a consumer must fail on, worse than the others, to be named on it. */
const NAMED_SHARE = 0.015;

/** What goes upward on the map, and what is held meanwhile. */
export const requestSchema = z.discriminatedUnion('y', [
  z.strictObject({ y: z.literal('oil') }),
  z.strictObject({ y: z.literal('filterAge'), oilTemperatureK: z.number().positive() }),
  z.strictObject({ y: z.literal('air'), roadSpeedMS: z.number().min(0), load: z.number().min(0).max(1) }),
  z.strictObject({ y: z.literal('road'), airTemperatureK: z.number().positive(), load: z.number().min(0).max(1) }),
]);
export type EnvelopeRequest = z.infer<typeof requestSchema>;

const value = z.number().nullable();
const pointSchema = z.strictObject({ x: z.number(), y: z.number() });
const worstSchema = z.strictObject({ consumer: z.int(), verdict: verdictSchema }).nullable();

export const taskSchema = z.discriminatedUnion('kind', [
  z.strictObject({
    kind: z.literal('rows'),
    request: requestSchema,
    speedsRevS: z.array(z.number()),
    ys: z.array(z.number()),
  }),
  /** Crossings to be found: of one consumer, or of any where it is −1. */
  z.strictObject({
    kind: z.literal('edges'),
    request: requestSchema,
    edges: z.array(
      z.strictObject({
        consumer: z.int(),
        from: pointSchema,
        to: pointSchema,
        fromValue: z.number(),
        toValue: z.number(),
      }),
    ),
  }),
  z.strictObject({ kind: z.literal('path'), request: requestSchema, points: z.array(pointSchema) }),
]);
export type EnvelopeTask = z.infer<typeof taskSchema>;

const consumerSchema = z.strictObject({ part: z.string(), name: z.string() });
export const replySchema = z.discriminatedUnion('kind', [
  z.strictObject({
    kind: z.literal('rows'),
    consumers: z.array(consumerSchema),
    rows: z.array(
      z.strictObject({
        y: z.number(),
        values: z.array(z.array(value)),
        /** The worst consumer of each column. */
        worst: z.array(worstSchema),
        /** Of each consumer: the column within reach where it has least. */
        least: z.array(z.strictObject({ ix: z.int(), verdict: verdictSchema }).nullable()),
      }),
    ),
  }),
  z.strictObject({ kind: z.literal('edges'), at: z.array(z.number()) }),
  z.strictObject({
    kind: z.literal('path'),
    crossing: z.strictObject({ ...pointSchema.shape, consumer: z.int(), verdict: verdictSchema }).nullable(),
  }),
]);
export type EnvelopeReply = z.infer<typeof replySchema>;
type Row = Extract<EnvelopeReply, { kind: 'rows' }>['rows'][number];

const mapShape = {
  /**
   * `values[iy][ix]`: margin over the distance that counts as near, below 0 where it fails; null where it did not
   * solve.
   */
  values: z.array(z.array(value)),
  /** Where supply begins to fail, by the edge of the grid that it is crossed on. */
  crossings: z.array(z.strictObject({ ix: z.int(), iy: z.int(), along: z.enum(['x', 'y']), ...pointSchema.shape })),
};
const mapSchema = z.strictObject(mapShape);
export type EnvelopeMap = z.infer<typeof mapSchema>;

export const envelopeSchema = z.strictObject({
  y: z.enum(['oil', 'filterAge', 'air', 'road']),
  speedsRevS: z.array(z.number()),
  ys: z.array(z.number()),
  /** Of all consumers together. */
  overall: mapSchema,
  consumers: z.array(
    z.strictObject({
      ...consumerSchema.shape,
      ...mapShape,
      /** Least value among the states within reach. */
      worst: z.strictObject({ ...pointSchema.shape, value: z.number(), verdict: verdictSchema }).nullable(),
    }),
  ),
  /** Share of the states within reach that were looked at and at which something is not supplied. */
  failingShare: z.number(),
  /** States that did not solve. */
  unsolved: z.int(),
  /** Share of the states within reach that were looked at; below 1 while the map is being computed. */
  lookedShare: z.number().min(0).max(1),
  /** Where to write on the map who fails there. */
  labels: z.array(z.strictObject({ ...pointSchema.shape, ...consumerSchema.shape, verdict: verdictSchema })),
  /**
   * The named states in their order, joined straight, and where that path first fails; only with the oil temperature
   * upward.
   */
  session: z.array(z.strictObject({ ...pointSchema.shape, name: z.string() })),
  crossing: z.strictObject({ ...pointSchema.shape, ...consumerSchema.shape, verdict: verdictSchema }).nullable(),
});
export type Envelope = z.infer<typeof envelopeSchema>;

const spaced = (low: number, high: number, n: number) =>
  Array.from({ length: n }, (_, i) => low + ((high - low) * i) / (n - 1));

/**
 * The map's axes: from cranking to full speed, and upward what is asked for [SI; a filter's loading in times that of a
 * new one].
 */
export function envelopeAxes(
  project: Project,
  { y }: EnvelopeRequest,
): { readonly speedsRevS: number[]; readonly ys: number[] } {
  const { engine, range } = inSeason(project, activeVariant(project));
  const speedsRevS = spaced(engine.crankingSpeedRevS, engine.maximumSpeedRevS, SPEEDS);
  switch (y) {
    case 'oil':
      return { speedsRevS, ys: spaced(range.coldestOilK, range.hottestOilK, ROWS) };
    case 'filterAge':
      return { speedsRevS, ys: spaced(...LOADINGS, ROWS) };
    case 'air':
      return { speedsRevS, ys: spaced(...AIR_K, HEAT_ROWS) };
    case 'road':
      return { speedsRevS, ys: spaced(...ROAD_MS, HEAT_ROWS) };
  }
}

export function* start(project: Project, request: EnvelopeRequest): Study<EnvelopeTask, EnvelopeReply, Envelope> {
  const { speedsRevS, ys } = envelopeAxes(project, request);
  const first = yield inPieces(ys, ROWS_AT_A_TIME).map((piece) => ({ kind: 'rows', request, speedsRevS, ys: piece }));
  const map = mapOf(project, request, first)!;
  const searched = [map.overall, ...map.consumers].flatMap(({ values }, i) =>
    crossedEdges(values).map((edge) => ({ ...ends(edge, values), edge, map: i, consumer: i - 1 })),
  );
  const session = map.session.map(({ x, y }) => ({ x, y }));
  const second = yield [
    ...inPieces(searched, EDGES_AT_A_TIME).map((piece): EnvelopeTask => ({
      kind: 'edges',
      request,
      edges: piece.map(({ consumer, from, to, fromValue, toValue }) => ({ consumer, from, to, fromValue, toValue })),
    })),
    ...(session.length > 1 ? [{ kind: 'path' as const, request, points: session }] : []),
  ];
  const at = second.flatMap((r) => (r.kind === 'edges' ? r.at : []));
  const crossings = [map.overall, ...map.consumers].map((): EnvelopeMap['crossings'] => []);
  searched.forEach(({ edge, from, to, map: i }, n) => {
    const t = at[n]!;
    crossings[i]!.push({ ...edge, x: from.x + t * (to.x - from.x), y: from.y + t * (to.y - from.y) });
  });
  const found = second.flatMap((r) => (r.kind === 'path' && r.crossing ? [r.crossing] : []))[0];
  return {
    ...map,
    overall: { ...map.overall, crossings: crossings[0]! },
    consumers: map.consumers.map((c, i) => ({ ...c, crossings: crossings[i + 1]! })),
    crossing: found
      ? {
          x: found.x,
          y: found.y,
          verdict: found.verdict,
          part: map.consumers[found.consumer]!.part,
          name: map.consumers[found.consumer]!.name,
        }
      : null,
  };

  function ends({ ix, iy, along }: GridEdge, values: Grid) {
    const [jx, jy] = along === 'x' ? [ix + 1, iy] : [ix, iy + 1];
    return {
      from: { x: speedsRevS[ix]!, y: ys[iy]! },
      to: { x: speedsRevS[jx]!, y: ys[jy]! },
      fromValue: values[iy]![ix]!,
      toValue: values[jy]![jx]!,
    };
  }
}

/**
 * Tells which places of a map the engine is asked to reach: with the oil upward those of its range, else every speed
 * from idle up.
 * @param project in its season
 */
export function reachOf({ engine, range }: Project, { y: upward }: EnvelopeRequest): (x: number, y: number) => boolean {
  return (x, y) =>
    upward === 'oil' ? isReachable(engine, range, { speedRevS: x, oilTemperatureK: y }) : x >= engine.idleSpeedRevS;
}

/** Crossings of a map by their edge, as the tracing takes them. */
export const crossingsOf = ({ crossings }: EnvelopeMap): ReadonlyMap<string, MapPoint> =>
  new Map(crossings.map((c) => [edgeKey(c), { x: c.x, y: c.y }]));

/** Where supply begins to fail on a map, as lines. */
export const failureLines = (map: EnvelopeMap): MapPoint[][] => boundaryLines(map.values, crossingsOf(map));

/** The map from the rows that are there; those that are not yet are null. */
export function mapOf(
  project: Project,
  request: EnvelopeRequest,
  replies: readonly EnvelopeReply[],
): Envelope | undefined {
  const { speedsRevS, ys } = envelopeAxes(project, request);
  const given = replies.flatMap((r) => (r.kind === 'rows' ? [r] : []));
  const consumers = given[0]?.consumers;
  if (!consumers) return undefined;
  const byY = new Map<number, Row>(given.flatMap((r) => r.rows.map((row) => [row.y, row] as const)));
  const rows = ys.map((y) => byY.get(y));
  const none = () => speedsRevS.map(() => null);
  const within = reachOf(inSeason(project, activeVariant(project)), request);
  const overall = rows.map((row) => row?.worst.map((w, ix) => (w ? row.values[w.consumer]![ix]! : null)) ?? none());
  const reached: { readonly failing: boolean }[] = [];
  const withinReach = (row: Row | undefined, iy: number) =>
    speedsRevS.filter((x, ix) => within(x, ys[iy]!) && row?.worst[ix] !== null).length;
  const inReach = rows.reduce((sum, row, iy) => sum + withinReach(row, iy), 0);
  rows.forEach((row, iy) =>
    row?.worst.forEach(
      (w, ix) => w && within(speedsRevS[ix]!, ys[iy]!) && reached.push({ failing: overall[iy]![ix]! < 0 }),
    ),
  );
  return {
    y: request.y,
    speedsRevS,
    ys,
    overall: { values: overall, crossings: [] },
    consumers: consumers.map((c, i) => {
      const values = rows.map((row) => row?.values[i] ?? none());
      return { ...c, values, crossings: [], worst: worstOf(values, i) };
    }),
    failingShare: reached.length > 0 ? reached.filter((r) => r.failing).length / reached.length : 0,
    lookedShare: inReach > 0 ? reached.length / inReach : 1,
    unsolved: rows.reduce((sum, row) => sum + (row?.worst.filter((w) => w === null).length ?? 0), 0),
    labels: labelsOf(
      rows.map((row, iy) => row?.worst.map((w, ix) => (within(speedsRevS[ix]!, ys[iy]!) ? w : null)) ?? none()),
      overall,
    ).flatMap(({ consumer, verdict, ix, iy }) => ({
      x: speedsRevS[ix]!,
      y: ys[iy]!,
      verdict,
      ...consumers[consumer]!,
    })),
    session:
      request.y === 'oil'
        ? project.namedStates.map(({ name, speedRevS, oilTemperatureK }) => ({
            name,
            x: speedRevS,
            y: oilTemperatureK,
          }))
        : [],
    crossing: null,
  };

  function worstOf(values: Grid, consumer: number): Envelope['consumers'][number]['worst'] {
    let found: Envelope['consumers'][number]['worst'] = null;
    rows.forEach((row, iy) => {
      const least = row?.least[consumer];
      if (!least) return;
      const here = values[iy]![least.ix]!;
      if (!found || here < found.value)
        found = { x: speedsRevS[least.ix]!, y: ys[iy]!, value: here, verdict: least.verdict };
    });
    return found;
  }
}

/**
 * For each consumer that is the worst failing one on enough of the map: the grid place deepest inside its region.
 * @param worst null beyond reach
 */
function labelsOf(worst: readonly (readonly Row['worst'][number][])[], overall: Grid) {
  const places = new Map<
    number,
    { ix: number; iy: number; depth: number; count: number; verdict: z.infer<typeof verdictSchema> }
  >();
  const owner = (ix: number, iy: number) => {
    const w = worst[iy]?.[ix];
    return w && overall[iy]![ix]! < 0 ? w.consumer : -1;
  };
  worst.forEach((row, iy) =>
    row.forEach((w, ix) => {
      if (!w || owner(ix, iy) < 0) return;
      let depth = 1;
      while (depth < row.length && around(depth).every(([dx, dy]) => owner(ix + dx, iy + dy) === w.consumer)) depth++;
      const known = places.get(w.consumer);
      if (!known) places.set(w.consumer, { ix, iy, depth, count: 1, verdict: w.verdict });
      else {
        known.count++;
        if (depth > known.depth) Object.assign(known, { ix, iy, depth, verdict: w.verdict });
      }
    }),
  );
  const total = worst.reduce((sum, row) => sum + row.length, 0);
  return [...places]
    .filter(([, p]) => p.count >= NAMED_SHARE * total)
    .map(([consumer, { ix, iy, verdict }]) => ({ consumer, ix, iy, verdict }));
}

const around = (d: number) =>
  [
    [d, 0],
    [-d, 0],
    [0, d],
    [0, -d],
    [d, d],
    [-d, -d],
    [d, -d],
    [-d, d],
  ] as const;
