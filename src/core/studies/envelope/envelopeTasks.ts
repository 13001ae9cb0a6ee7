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
/** Every so many columns are looked at first, all rows of them: what is known early is known of the whole map. */
const COARSE_STEP = 4;
/** Edges that a worker is given at a time. */
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
    kind: z.literal('row'),
    request: requestSchema,
    speedsRevS: z.array(z.number()),
    /** Columns to look at. */
    columns: z.array(z.int()),
    y: z.number(),
    /** From the right: so that neighbouring tasks do not all begin at rest. */
    backward: z.boolean(),
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
    kind: z.literal('row'),
    consumers: z.array(consumerSchema),
    y: z.number(),
    /** Columns that were looked at, as numbers of all columns. */
    columns: z.array(z.int()),
    /** Of each consumer, by column looked at. */
    values: z.array(z.array(value)),
    /** The worst consumer of each column looked at. */
    worst: z.array(worstSchema),
    /** Of each consumer: the column within reach where it has least, as a number of all columns. */
    least: z.array(z.strictObject({ ix: z.int(), verdict: verdictSchema }).nullable()),
  }),
  z.strictObject({ kind: z.literal('edges'), at: z.array(z.number()) }),
  z.strictObject({
    kind: z.literal('path'),
    crossing: z.strictObject({ ...pointSchema.shape, consumer: z.int(), verdict: verdictSchema }).nullable(),
  }),
]);
export type EnvelopeReply = z.infer<typeof replySchema>;
type RowReply = Extract<EnvelopeReply, { kind: 'row' }>;

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
  /** Least speed at which something within reach was found not supplied; null where nothing was. */
  failsFromRevS: z.number().nullable(),
  /** States within reach that were looked at, of so many: fewer while the map is being computed. */
  lookedAt: z.int(),
  places: z.int(),
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

/** No margin of a map is larger. */
const MOST = Infinity;

/**
 * Values in the order in which they tell most: both ends, the greater first since that is where oil and air are hottest,
 * then the middle of each gap, the widest first.
 */
function fromBothEnds(values: readonly number[]): number[] {
  const last = values.length - 1;
  const order = [last, 0];
  for (let gaps: readonly (readonly [number, number])[] = [[0, last]]; gaps.length > 0;) {
    const halved = gaps.flatMap(([a, b]) => (b - a > 1 ? [[a, Math.ceil((a + b) / 2), b] as const] : []));
    order.push(...halved.map(([, middle]) => middle).reverse());
    gaps = halved.flatMap(([a, middle, b]) => [
      [a, middle],
      [middle, b],
    ]);
  }
  return order.map((i) => values[i]!);
}

export function* start(project: Project, request: EnvelopeRequest): Study<EnvelopeTask, EnvelopeReply, Envelope> {
  const { speedsRevS, ys } = envelopeAxes(project, request);
  const row = (y: number, columns: readonly number[]): EnvelopeTask => ({
    kind: 'row',
    request,
    speedsRevS,
    columns: [...columns],
    y,
    backward: ys.indexOf(y) % 2 === 1,
  });
  const coarse = speedsRevS.flatMap((_, ix) => (ix % COARSE_STEP === 0 ? [ix] : []));
  const fine = speedsRevS.flatMap((_, ix) => (ix % COARSE_STEP === 0 ? [] : [ix]));
  const looked = yield fromBothEnds(ys).map((y) => row(y, coarse));
  // The rest of the rows that have least first: what fails is known before what holds.
  const least = (reply: EnvelopeReply) =>
    reply.kind === 'row' ? Math.min(...reply.values.flat().map((v) => v ?? MOST)) : MOST;
  const worstFirst = [...looked].sort((a, b) => least(a) - least(b));
  const rest = yield worstFirst.flatMap((r) => (r.kind === 'row' ? [row(r.y, fine)] : []));
  const map = mapOf(project, request, [...looked, ...rest])!;
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

/** What is known of one row: by column, undefined where it was not looked at. */
interface Row {
  /** By consumer, then by column. */
  readonly values: (number | null)[][];
  readonly worst: (RowReply['worst'][number] | undefined)[];
  /** Of each consumer: the column within reach where it has least, of those looked at. */
  readonly least: RowReply['least'];
}

/** Puts together what was looked at of one row. */
function joined(replies: readonly RowReply[], consumers: number, columns: number): Row {
  const row: Row = {
    values: Array.from({ length: consumers }, () => new Array<number | null>(columns).fill(null)),
    worst: new Array<Row['worst'][number]>(columns).fill(undefined),
    least: [],
  };
  for (const reply of replies)
    reply.columns.forEach((ix, n) => {
      reply.values.forEach((of, c) => (row.values[c]![ix] = of[n]!));
      row.worst[ix] = reply.worst[n]!;
    });
  const least = row.values.map((of, c) =>
    replies
      .flatMap((reply) => reply.least[c] ?? [])
      .reduce<RowReply['least'][number]>((best, at) => (best && of[best.ix]! <= of[at.ix]! ? best : at), null),
  );
  return { ...row, least };
}

/**
 * The map from what was looked at so far. Until every column of every row is there it is drawn on those rows and columns
 * that are whole: nothing is drawn between places that were not looked at.
 */
export function mapOf(
  project: Project,
  request: EnvelopeRequest,
  replies: readonly EnvelopeReply[],
): Envelope | undefined {
  const axes = envelopeAxes(project, request);
  const given = replies.flatMap((r) => (r.kind === 'row' ? [r] : []));
  const consumers = given[0]?.consumers;
  if (!consumers) return undefined;
  const known = axes.ys.map((y) => {
    const own = given.filter((r) => r.y === y);
    return own.length > 0 ? joined(own, consumers.length, axes.speedsRevS.length) : undefined;
  });
  const within = reachOf(inSeason(project, activeVariant(project)), request);
  const reached = known.map((row, iy) =>
    axes.speedsRevS.flatMap((x, ix) => (within(x, axes.ys[iy]!) ? [row?.worst[ix]] : [])),
  );
  const places = reached.flat();
  const lookedAt = places.filter((w) => w !== undefined).length;
  const failing = known.flatMap((row, iy) =>
    axes.speedsRevS.flatMap((x, ix) => {
      const w = row?.worst[ix];
      return w && within(x, axes.ys[iy]!) && row.values[w.consumer]![ix]! < 0 ? [x] : [];
    }),
  );
  const isWhole = known.every((row) => row?.worst.every((w) => w !== undefined));
  const drawn = {
    rows: axes.ys.flatMap((_, iy) => (known[iy] ? [iy] : [])),
    columns: axes.speedsRevS.flatMap((_, ix) => (isWhole || ix % COARSE_STEP === 0 ? [ix] : [])),
  };
  const speedsRevS = drawn.columns.map((ix) => axes.speedsRevS[ix]!);
  const ys = drawn.rows.map((iy) => axes.ys[iy]!);
  const rows = drawn.rows.map((iy) => known[iy]!);
  const valuesOf = (c: number) => rows.map((row) => drawn.columns.map((ix) => row.values[c]![ix]!));
  const worst = rows.map((row) => drawn.columns.map((ix) => row.worst[ix] ?? null));
  const overall = rows.map((row, iy) =>
    worst[iy]!.map((w, n) => (w ? row.values[w.consumer]![drawn.columns[n]!]! : null)),
  );
  return {
    y: request.y,
    speedsRevS,
    ys,
    overall: { values: overall, crossings: [] },
    consumers: consumers.map((c, i) => ({ ...c, values: valuesOf(i), crossings: [], worst: worstOf(i) })),
    failingShare: lookedAt > 0 ? failing.length / places.filter(Boolean).length || 0 : 0,
    failsFromRevS: failing.length > 0 ? Math.min(...failing) : null,
    lookedAt,
    places: places.length,
    unsolved: known.reduce((sum, row) => sum + (row?.worst.filter((w) => w === null).length ?? 0), 0),
    labels: labelsOf(
      worst.map((row, iy) => row.map((w, ix) => (within(speedsRevS[ix]!, ys[iy]!) ? w : null))),
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

  function worstOf(consumer: number): Envelope['consumers'][number]['worst'] {
    let found: Envelope['consumers'][number]['worst'] = null;
    known.forEach((row, iy) => {
      const least = row?.least[consumer];
      if (!least) return;
      const here = row!.values[consumer]![least.ix]!;
      if (!found || here < found.value)
        found = { x: axes.speedsRevS[least.ix]!, y: axes.ys[iy]!, value: here, verdict: least.verdict };
    });
    return found;
  }
}

/**
 * For each consumer that is the worst failing one on enough of the map: the grid place deepest inside its region.
 * @param worst null beyond reach
 */
function labelsOf(worst: readonly (readonly RowReply['worst'][number][])[], overall: Grid) {
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
