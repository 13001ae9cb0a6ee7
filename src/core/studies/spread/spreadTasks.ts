import { z } from 'zod';
import type { Project } from '../../document/project/project';
import type { Study } from '../job/study';
import { isSupplied } from '../../judgement/supply/supplyVerdict';
import { BINS, Histogram } from './histogram';
import { checkSchema, verdictSchema } from '../../judgement/stateResult';

/** Independent copies of the sequence: their scatter is the error that is stated. */
export const COPIES = 8;
/** Points of the sequence that a worker is given at a time, in each copy. */
const POINTS_AT_A_TIME = 32;
/** Samples without a failure from which a chance is called certain: the rule of three. */
const RULE_OF_THREE = 3;
/** Share of the samples that a tightened tolerance is tried with. */
const TRIED_SHARE = 0.5;
/** Above this there is nothing to tighten. */
const GOOD_ENOUGH = 0.999;
/** Scales below which a pressure and a flow are about nothing. */
const LEAST_PA = 500;
const LEAST_M3S = 1e-8;

const stateSchema = z.strictObject({ speedRevS: z.number().positive(), oilTemperatureK: z.number().positive() });
export const requestSchema = z.strictObject({
  /** States at which every sample is solved; a consumer counts as supplied where it is at all of them. */
  states: z.array(stateSchema).min(1).max(12),
  /** Samples in all; rounded to whole points of every copy. */
  samples: z.int().min(64).max(1_000_000),
  seed: z.int().min(0),
});
export type SpreadRequest = z.infer<typeof requestSchema>;

const figure = z.number().nullable();
const nominalSchema = z.strictObject({
  /** Inputs by id, what counts most first. */
  order: z.array(z.string()),
  consumers: z.array(
    z.strictObject({
      part: z.string(),
      name: z.string(),
      /** At its worst of the states. */
      worst: z.int(),
      verdict: verdictSchema,
      check: checkSchema.nullable(),
      /** By state. */
      pressurePa: z.array(figure),
      flowM3S: z.array(figure),
      /** What makes its margin vary, as shares of the variance to first order. */
      shares: z.array(z.strictObject({ id: z.string(), name: z.string(), share: z.number() })),
    }),
  ),
});
export type Nominal = z.infer<typeof nominalSchema>;

export const taskSchema = z.discriminatedUnion('kind', [
  z.strictObject({ kind: z.literal('nominal'), request: requestSchema }),
  z.strictObject({
    kind: z.literal('samples'),
    request: requestSchema,
    nominal: nominalSchema,
    from: z.int(),
    to: z.int(),
    halved: z.string().nullable(),
  }),
]);
export type SpreadTask = z.infer<typeof taskSchema>;

const counts = z.array(z.int()).length(BINS).nullable();
const tallySchema = z.strictObject({
  kind: z.literal('tally'),
  halved: z.string().nullable(),
  samples: z.int(),
  unsolved: z.int(),
  /** By copy. */
  allSupplied: z.array(z.int()),
  consumers: z.array(
    z.strictObject({
      supplied: z.array(z.int()),
      /** Histograms by state; null where there is no figure. */
      pressure: z.array(counts),
      flow: z.array(counts),
    }),
  ),
});
export type Tally = z.infer<typeof tallySchema>;
export const replySchema = z.discriminatedUnion('kind', [
  z.strictObject({ kind: z.literal('nominal'), nominal: nominalSchema }),
  tallySchema,
]);
export type SpreadReply = z.infer<typeof replySchema>;

const bandSchema = z.strictObject({ low: z.number(), middle: z.number(), high: z.number() }).nullable();
const chanceSchema = z.strictObject({
  chance: z.number(),
  /** One standard error of the chance, by the scatter of the copies. */ error: z.number(),
});
export const spreadSchema = z.strictObject({
  states: z.array(stateSchema),
  seed: z.int(),
  samples: z.int(),
  unsolved: z.int(),
  all: chanceSchema,
  consumers: z.array(
    z.strictObject({
      part: z.string(),
      name: z.string(),
      ...chanceSchema.shape,
      worst: z.int(),
      verdict: verdictSchema,
      check: checkSchema.nullable(),
      /** 5, 50 and 95 in 100 lie below; by state. */
      pressurePa: z.array(bandSchema),
      flowM3S: z.array(bandSchema),
      shares: nominalSchema.shape.consumers.element.shape.shares,
    }),
  ),
  /**
   * The tolerance that is worth tightening first, for the consumer that is supplied least surely of those supplied as
   * stated; sampled again with it halved.
   */
  tighten: z
    .strictObject({ consumer: z.string(), id: z.string(), name: z.string(), before: z.number(), ...chanceSchema.shape })
    .nullable(),
});
export type Spread = z.infer<typeof spreadSchema>;

export function* start(_project: Project, request: SpreadRequest): Study<SpreadTask, SpreadReply, Spread> {
  const [first] = yield [{ kind: 'nominal', request }];
  if (first?.kind !== 'nominal') throw new Error('a spread begins with its nominal state');
  const { nominal } = first;
  const tallies = (yield sampleTasks(request, nominal, request.samples, null)).filter(isTally);
  const answer = summary(request, nominal, tallies);
  // Who is not supplied as stated is helped by another circuit, not by closer work on this one.
  const least = answer.consumers.filter((c) => isSupplied(c.verdict)).sort((a, b) => a.chance - b.chance)[0];
  const input = least?.shares[0];
  if (!least || !input || least.chance > GOOD_ENOUGH) return answer;
  const tried = (yield sampleTasks(request, nominal, TRIED_SHARE * request.samples, input.id)).filter(isTally);
  const after = summary(request, nominal, tried).consumers.find((c) => c.part === least.part)!;
  return {
    ...answer,
    tighten: {
      consumer: least.name,
      id: input.id,
      name: input.name,
      before: least.chance,
      chance: after.chance,
      error: after.error,
    },
  };
}

export const isTally = (reply: SpreadReply): reply is Tally => reply.kind === 'tally';

function sampleTasks(request: SpreadRequest, nominal: Nominal, samples: number, halved: string | null): SpreadTask[] {
  const points = Math.ceil(samples / COPIES);
  return Array.from({ length: Math.ceil(points / POINTS_AT_A_TIME) }, (_, i) => ({
    kind: 'samples',
    request,
    nominal,
    halved,
    from: i * POINTS_AT_A_TIME,
    to: Math.min(points, (i + 1) * POINTS_AT_A_TIME),
  }));
}

/** Chance and its error from the supplied of each copy. */
function chanceOf(supplied: readonly number[], samples: number): z.infer<typeof chanceSchema> {
  const each = samples / COPIES;
  const shares = supplied.map((n) => n / each);
  const chance = shares.reduce((a, b) => a + b, 0) / COPIES;
  const variance = shares.reduce((sum, s) => sum + (s - chance) ** 2, 0) / (COPIES - 1);
  // All alike tells nothing of an error: then the rule of three does.
  return { chance, error: variance > 0 ? Math.sqrt(variance / COPIES) : RULE_OF_THREE / samples };
}

const plus = (a: readonly number[], b: readonly number[]) => a.map((x, i) => x + b[i]!);

export function summary(request: SpreadRequest, nominal: Nominal, tallies: readonly Tally[]): Spread {
  const samples = tallies.reduce((sum, t) => sum + t.samples, 0);
  const total = (of: (tally: Tally) => readonly number[]) => tallies.map(of).reduce(plus);
  const band = (
    figures: readonly (number | null)[],
    least: number,
    of: (tally: Tally) => readonly (readonly number[] | null)[],
  ) =>
    figures.map((si, s) => {
      const counted = tallies.flatMap((t) => of(t)[s] ?? []).length > 0;
      if (si === null || !counted) return null;
      const histogram = new Histogram(
        si,
        least,
        tallies
          .map((t) => of(t)[s] ?? new Array<number>(BINS).fill(0))
          .reduce<number[]>(plus, new Array<number>(BINS).fill(0)),
      );
      const [low, middle, high] = [histogram.quantile(0.05), histogram.quantile(0.5), histogram.quantile(0.95)];
      return Number.isNaN(low) ? null : { low, middle, high };
    });
  return {
    states: request.states,
    seed: request.seed,
    samples,
    unsolved: tallies.reduce((sum, t) => sum + t.unsolved, 0),
    all: chanceOf(
      total((t) => t.allSupplied),
      samples,
    ),
    consumers: nominal.consumers.map((c, i) => ({
      part: c.part,
      name: c.name,
      worst: c.worst,
      verdict: c.verdict,
      check: c.check,
      shares: c.shares,
      ...chanceOf(
        total((t) => t.consumers[i]!.supplied),
        samples,
      ),
      pressurePa: band(c.pressurePa, LEAST_PA, (t) => t.consumers[i]!.pressure),
      flowM3S: band(c.flowM3S, LEAST_M3S, (t) => t.consumers[i]!.flow),
    })),
    tighten: null,
  };
}

/** Empty histograms of one consumer at each state; undefined where it has no figure. */
export function emptyHistograms(
  figures: readonly (number | null)[],
  quantity: 'pressure' | 'flow',
): (Histogram | undefined)[] {
  return figures.map((si) =>
    si === null ? undefined : new Histogram(si, quantity === 'pressure' ? LEAST_PA : LEAST_M3S),
  );
}
