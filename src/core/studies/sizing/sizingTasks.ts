import { actsAs } from '../../document/parts/part';
import { z } from 'zod';
import { activeVariant, type Project } from '../../document/project/project';
import type { Study } from '../job/study';
import { shortfallSchema } from '../../judgement/sweep/shortfall';
import { sizableAt, withSize } from './sizable';

/** Sizes that the range is looked at, evenly in the logarithm, before the ends are searched. */
const LOOKS = 17;

const bandSchema = z.strictObject({
  low: z.number(),
  high: z.number(),
  /** What fails just below and above; null where the searched range ends instead. */
  below: shortfallSchema.nullable(),
  above: shortfallSchema.nullable(),
});

export const sizingSchema = z.strictObject({
  part: z.string(),
  path: z.array(z.union([z.string(), z.number()])),
  low: z.number(),
  high: z.number(),
  /**
   * Where everything asked about is supplied over the whole range, every end solved there; none where no size works.
   */
  bands: z.array(bandSchema),
  /** What is not supplied at each size looked at, smallest first. */
  looks: z.array(z.strictObject({ si: z.number(), failing: z.array(shortfallSchema), solved: z.boolean() })),
  /** Sizes that can be had and lie in a band. */
  fitting: z.array(z.strictObject({ label: z.string(), si: z.number() })),
});
export type Sizing = z.infer<typeof sizingSchema>;
export type Look = Sizing['looks'][number];

/** Which size of one figure of one part would do: for everything that is fed, or for one consumer. */
export const requestSchema = z.strictObject({
  part: z.string(),
  path: z.array(z.union([z.string(), z.number()])),
  consumer: z.string().optional(),
});
export type SizingRequest = z.infer<typeof requestSchema>;

const lookSchema = sizingSchema.shape.looks.element;
export const taskSchema = z.discriminatedUnion('kind', [
  z.strictObject({ kind: z.literal('look'), request: requestSchema, si: z.number() }),
  z.strictObject({ kind: z.literal('end'), request: requestSchema, good: z.number(), bad: lookSchema }),
]);
export const replySchema = z.discriminatedUnion('kind', [
  z.strictObject({ kind: z.literal('look'), look: lookSchema }),
  z.strictObject({ kind: z.literal('end'), si: z.number(), limit: shortfallSchema.nullable() }),
]);
export type SizingTask = z.infer<typeof taskSchema>;
export type SizingReply = z.infer<typeof replySchema>;

export const isGood = (look: Look) => look.solved && look.failing.length === 0;

export function* start(project: Project, request: SizingRequest): Study<SizingTask, SizingReply, Sizing> {
  const { part, sizable } = sizableAt(activeVariant(project), request);
  const { low, high } = sizable;
  const own = sizable.path.reduce<unknown>(
    (here, key) => (here as Record<string | number, unknown>)[key],
    part,
  ) as number;
  const at = Array.from({ length: LOOKS }, (_, i) => low * (high / low) ** (i / (LOOKS - 1)));
  // The size that it has is looked at too: a band around it is never missed.
  if (own > low && own < high) at.push(own);
  at.sort((a, b) => a - b);
  const looks = (yield at.map((si) => ({ kind: 'look', request, si }))).flatMap((r) =>
    r.kind === 'look' ? [r.look] : [],
  );
  // Runs of good sizes; each has an end on either side unless the searched range ends first.
  const runs: { readonly first: number; readonly last: number }[] = [];
  for (let i = 0; i < looks.length; i++) {
    if (!isGood(looks[i]!)) continue;
    let last = i;
    while (last + 1 < looks.length && isGood(looks[last + 1]!)) last++;
    runs.push({ first: i, last });
    i = last;
  }
  const end = (good: number, bad: number): SizingTask[] =>
    looks[bad] ? [{ kind: 'end', request, good: looks[good]!.si, bad: looks[bad] }] : [];
  const ends = (yield runs.flatMap(({ first, last }) => [...end(first, first - 1), ...end(last, last + 1)])).flatMap(
    (r) => (r.kind === 'end' ? [r] : []),
  );
  const bands = runs.map(({ first, last }) => {
    const lower = looks[first - 1] ? ends.shift() : undefined;
    const upper = looks[last + 1] ? ends.shift() : undefined;
    return { low: lower?.si ?? low, high: upper?.si ?? high, below: lower?.limit ?? null, above: upper?.limit ?? null };
  });
  const fitting = sizable.sizes.filter((s) => bands.some((b) => s.si >= b.low && s.si <= b.high));
  return { part: part.id, path: [...sizable.path], low, high, bands, looks, fitting: [...fitting] };
}

/** What can be said before the ends are known: the sizes looked at so far. */
export function looksSoFar(project: Project, request: SizingRequest, replies: readonly SizingReply[]): Sizing {
  const {
    part,
    sizable: { path, low, high },
  } = sizableAt(activeVariant(project), request);
  const looks = replies.flatMap((r) => (r.kind === 'look' ? [r.look] : [])).sort((a, b) => a.si - b.si);
  return { part: part.id, path: [...path], low, high, bands: [], looks, fitting: [] };
}

/** The project with the figure at the low end of its range: what it is set to does not change which sizes works. */
export function withoutFigure(project: Project, request: SizingRequest): Project {
  const variant = activeVariant(project);
  if (!variant.circuit.parts.some((p) => p.id === request.part)) return project;
  const { part, sizable } = sizableAt(variant, request);
  const lowest = withSize(part, sizable.path, sizable.low) ?? part;
  const bare = actsAs(lowest, 'line') ? { ...lowest, dash: undefined } : lowest;
  const parts = variant.circuit.parts.map((p) => (p.id === part.id ? bare : p));
  return {
    ...project,
    variants: project.variants.map((v) => (v.id === variant.id ? { ...v, circuit: { ...v.circuit, parts } } : v)),
  };
}
