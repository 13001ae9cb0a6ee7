import { z } from 'zod';
import type { Part } from '../../document/parts/part';
import { isReservoir } from '../../document/parts/ports';
import { inSeason, type Project, type Variant } from '../../document/project/project';
import { partVolumeM3 } from '../../document/parts/partVolume';
import type { Study } from '../job/study';
import { pickupResultSchema } from '../../judgement/pickup/pickupResult';
import { consumerRangeSchema } from '../../judgement/sweep/sweep';
import { certaintySchema, verdictSchema as wholeVerdictSchema } from '../../judgement/verdict/verdict';
import { differences, differenceSchema } from './differences';
import { checkSchema, verdictSchema } from '../../judgement/stateResult';
import { StudyRefused } from '../job/studyRefused';

/** Most variants that stand side by side. */
export const MOST_COMPARED = 4;

const figure = z.number().nullable();
const worstSchema = z.strictObject({
  verdict: verdictSchema,
  supplied: z.boolean(),
  decisive: checkSchema.nullable(),
  speedRevS: z.number(),
  oilTemperatureK: z.number(),
  pressurePa: figure,
  flowM3S: figure,
});

/**
 * What is read at one named state: what the gauge shows and the pump moves with the oil held as named, and where the
 * oil settles by heat.
 */
const stateFiguresSchema = z.strictObject({ gaugePa: figure, pumpM3S: figure, sumpK: figure });

export const comparisonSchema = z.strictObject({
  variants: z.array(
    z.strictObject({
      id: z.string(),
      name: z.string(),
      basedOn: z.string().nullable(),
      /** False while it is still to be computed. */
      known: z.boolean(),
      /** Why it cannot be computed; null where it can. */
      refused: z.string().nullable(),
      verdict: wholeVerdictSchema.nullable(),
      certainty: certaintySchema.nullable(),
      /** Null where it is not known; without what only the pickup's page shows. */
      pickup: pickupResultSchema.nullable(),
      /** Oil in everything but sumps and tanks. */
      oilInPartsM3: z.number(),
      /** Sums over the parts that state it, and how many do. */
      massKg: z.number(),
      weighed: z.int(),
      price: z.number(),
      priced: z.int(),
      parts: z.int(),
    }),
  ),
  ...differenceSchema.shape,
  /** Each component at its worst, by variant; null where the variant has none such. */
  consumers: z.array(z.strictObject({ part: z.string(), name: z.string(), worst: z.array(worstSchema.nullable()) })),
  /** Figures at each named state, by variant. */
  states: z.array(z.strictObject({ name: z.string(), figures: z.array(stateFiguresSchema) })),
});
export type Comparison = z.infer<typeof comparisonSchema>;

/** Variants of the project to set side by side, by id. */
export const requestSchema = z.strictObject({ ids: z.array(z.string()).min(2).max(MOST_COMPARED) });
export type Request = z.infer<typeof requestSchema>;
export const taskSchema = z.strictObject({ id: z.string() });
export type CompareTask = z.infer<typeof taskSchema>;
export const replySchema = z.strictObject({
  id: z.string(),
  refused: z.string().nullable(),
  verdict: wholeVerdictSchema.nullable(),
  certainty: certaintySchema.nullable(),
  consumers: z.array(consumerRangeSchema),
  pickup: pickupResultSchema.nullable(),
  states: z.array(stateFiguresSchema),
});
export type CompareReply = z.infer<typeof replySchema>;

function compared(project: Project, ids: readonly string[]): Variant[] {
  const variants = ids.flatMap((id) => project.variants.filter((v) => v.id === id));
  if (variants.length !== ids.length || variants.length < 2)
    throw new StudyRefused(`Two to ${MOST_COMPARED} variants of the project can stand side by side.`);
  return variants;
}

export function* start(project: Project, request: Request): Study<CompareTask, CompareReply, Comparison> {
  return sideBySide(project, request, yield compared(project, request.ids).map(({ id }) => ({ id })));
}

/** What differs, at once, and the figures of those variants that are computed. */
export function sideBySide(project: Project, { ids }: Request, computed: readonly CompareReply[]): Comparison {
  const variants = compared(project, ids);
  const replies = variants.map(({ id }) => computed.find((reply) => reply.id === id));
  const consumers = new Map(replies.flatMap((reply) => reply?.consumers.map((c) => [c.part, c.name] as const) ?? []));
  return {
    variants: variants.map((variant, i) => ({ ...inventory(variant), ...verdicts(replies[i]) })),
    ...differences(
      variants,
      variants.map((v) => inSeason(project, v)),
    ),
    consumers: [...consumers].map(([part, name]) => ({
      part,
      name,
      worst: replies.map((reply) => {
        const c = reply?.consumers.find((x) => x.part === part);
        return c?.worst
          ? {
              verdict: c.worst.verdict,
              supplied: c.supplied,
              decisive: c.worst.decisive,
              ...c.worst.state,
              pressurePa: c.worst.pressurePa,
              flowM3S: c.worst.flowM3S,
            }
          : null;
      }),
    })),
    states: project.namedStates.map((state, n) => ({
      name: state.name,
      figures: replies.map((r) => r?.states[n] ?? { gaugePa: null, pumpM3S: null, sumpK: null }),
    })),
  };
}

function verdicts(reply: CompareReply | undefined) {
  if (!reply) return { known: false, refused: null, verdict: null, certainty: null, pickup: null };
  const { refused, verdict, certainty, pickup } = reply;
  return { known: true, refused, verdict, certainty, pickup };
}

function inventory({ id, name, basedOn, circuit: { parts } }: Variant) {
  const sum = (of: (part: Part) => number | undefined) => parts.reduce((total, p) => total + (of(p) ?? 0), 0);
  const stated = (of: (part: Part) => number | undefined) => parts.filter((p) => of(p) !== undefined).length;
  return {
    id,
    name,
    basedOn: basedOn ?? null,
    parts: parts.length,
    oilInPartsM3: sum((p) => (isReservoir(p) ? 0 : partVolumeM3(p))),
    massKg: sum((p) => p.massKg),
    weighed: stated((p) => p.massKg),
    price: sum((p) => p.price),
    priced: stated((p) => p.price),
  };
}
