import { z } from 'zod';
import type { Part } from '../circuit/parts';
import type { Project, Variant } from '../circuit/project';
import { CircuitSolver } from '../network/solveProject';
import { stillNodes } from '../network/stillNodes';
import { probesOf, readProbe } from '../supply/probe';
import { isSupplied } from '../supply/supplyVerdict';
import { shortfalls, shortfallSchema, type Shortfall } from '../sweep/shortfall';
import { sweepToEnd } from '../sweep/sweep';
import { withSize, type Sizable } from './sizable';

/** Sizes that the range is looked at, evenly in the logarithm, before the ends are searched. */
const LOOKS = 17;
/** Relative width to which an end is narrowed. */
const END_WITHIN = 1e-3;
/** Grid of states for the first looks: coarse; the ends are held against the full one. */
const LOOK_SPEEDS = 10;
const LOOK_TEMPERATURES = 7;
/** Rounds in which another state may turn out to be the worse one. */
const MOST_ROUNDS = 12;

const bandSchema = z.strictObject({
  low: z.number(), high: z.number(),
  /** What fails just below and above; null where the searched range ends instead. */
  below: shortfallSchema.nullable(), above: shortfallSchema.nullable(),
});

export const sizingSchema = z.strictObject({
  part: z.string(),
  path: z.array(z.union([z.string(), z.number()])),
  low: z.number(), high: z.number(),
  /** Where everything asked about is supplied over the whole range, every end solved there; none where no size will do. */
  bands: z.array(bandSchema),
  /** What is not supplied at each size looked at, smallest first. */
  looks: z.array(z.strictObject({ si: z.number(), failing: z.array(shortfallSchema), solved: z.boolean() })),
  /** Sizes that can be had and lie in a band. */
  fitting: z.array(z.strictObject({ label: z.string(), si: z.number() })),
});
export type Sizing = z.infer<typeof sizingSchema>;
type Look = Sizing['looks'][number];

/** Sizes one figure of one part of a variant. */
class Sizer {
  constructor(private readonly project: Project, private readonly variant: Variant, private readonly part: Part, private readonly path: Sizable['path'], private readonly consumer: string | undefined) {}

  private solverAt(si: number): CircuitSolver | undefined {
    const sized = withSize(this.part, this.path, si);
    if (!sized) return undefined;
    const parts = this.variant.circuit.parts.map((p) => (p.id === this.part.id ? sized : p));
    const variant = { ...this.variant, circuit: { ...this.variant.circuit, parts } };
    const made = CircuitSolver.of({ ...this.project, variants: [variant], activeVariant: variant.id });
    return made.ok ? made.circuit : undefined;
  }

  /** What fails over the range at a size. */
  look(si: number, speeds?: number, temperatures?: number): Look {
    const solver = this.solverAt(si);
    if (!solver) return { si, failing: [], solved: false };
    const sweep = sweepToEnd(solver, speeds, temperatures);
    return { si, failing: shortfalls(sweep, this.consumer), solved: sweep.notConverged.length === 0 };
  }

  /** Whether one consumer is supplied at one state. */
  private holds(si: number, limit: Shortfall): boolean {
    const solver = this.solverAt(si);
    if (!solver) return false;
    const state = solver.stateAt(limit.speedRevS, limit.oilTemperatureK);
    if (solver.solveOnly(state).status !== 'converged') return false;
    const { network } = solver.compiled;
    const { workspace } = solver.solver;
    const probe = probesOf(solver.variant.circuit, solver.compiled).find((p) => p.part.id === limit.part);
    return probe !== undefined && isSupplied(readProbe(probe, network, workspace, state, stillNodes(network, workspace)).verdict);
  }

  /**
   * Narrows an end between a size that is good over the whole range and one that is not. Halves on the consumer and state that fail worst
   * on the bad side, which costs a solve each; then holds the whole range against what was found, and goes on where another is worse.
   */
  end(good: number, bad: Look): { readonly si: number; readonly limit: Shortfall | null } {
    let outside = bad;
    for (let round = 0; round < MOST_ROUNDS; round++) {
      const limit = outside.failing[0];
      // A size that cannot be made or solved limits without a consumer to name.
      if (!limit) return { si: good, limit: null };
      let [g, b] = [good, outside.si];
      while (Math.abs(Math.log(b / g)) > END_WITHIN) {
        const middle = Math.sqrt(g * b);
        if (this.holds(middle, limit)) g = middle;
        else b = middle;
      }
      const found = this.look(g);
      // The words are of the state just outside, not of the far size that the search began from.
      if (isGood(found)) return { si: g, limit: this.look(b).failing[0] ?? limit };
      outside = found;
      if (Math.abs(Math.log(outside.si / good)) <= END_WITHIN) return { si: good, limit: outside.failing[0] ?? null };
    }
    return { si: good, limit: outside.failing[0] ?? null };
  }
}

const isGood = (look: Look) => look.solved && look.failing.length === 0;

/**
 * Finds which sizes of a figure keep every consumer, or one, supplied over the whole range of speeds and oil temperatures (oil temperature held).
 *
 * Bands narrower than a step of the first look (some 16 % of the size) can be missed; ends are found by halving and solved there over the full range.
 * @param consumer the only one asked about; undefined asks for all @returns progress in sizes looked at, share of 1, then the answer
 */
export function* feasibleBands(project: Project, variant: Variant, part: Part, sizable: Sizable, consumer?: string): Generator<number, Sizing> {
  const sizer = new Sizer(project, variant, part, sizable.path, consumer);
  const { low, high } = sizable;
  const own = sizable.path.reduce<unknown>((here, key) => (here as Record<string | number, unknown>)[key], part) as number;
  const at = Array.from({ length: LOOKS }, (_, i) => low * (high / low) ** (i / (LOOKS - 1)));
  // The size that it has is looked at too: a band around it is never missed.
  if (own > low && own < high) at.push(own);
  at.sort((a, b) => a - b);
  const looks: Look[] = [];
  const share = (done: number) => done / (at.length * 2);
  for (const si of at) {
    const coarse = sizer.look(si, LOOK_SPEEDS, LOOK_TEMPERATURES);
    yield share(looks.length * 2 + 1);
    looks.push(isGood(coarse) ? sizer.look(si) : coarse);
    yield share(looks.length * 2);
  }
  const bands: Sizing['bands'] = [];
  for (let i = 0; i < looks.length; i++) {
    if (!isGood(looks[i]!)) continue;
    let last = i;
    while (last + 1 < looks.length && isGood(looks[last + 1]!)) last++;
    const lower = i === 0 ? undefined : sizer.end(looks[i]!.si, looks[i - 1]!);
    yield 1;
    const upper = last === looks.length - 1 ? undefined : sizer.end(looks[last]!.si, looks[last + 1]!);
    yield 1;
    bands.push({ low: lower?.si ?? low, high: upper?.si ?? high, below: lower?.limit ?? null, above: upper?.limit ?? null });
    i = last;
  }
  const fitting = sizable.sizes.filter((s) => bands.some((b) => s.si >= b.low && s.si <= b.high));
  return { part: part.id, path: [...sizable.path], low, high, bands, looks, fitting: [...fitting] };
}
