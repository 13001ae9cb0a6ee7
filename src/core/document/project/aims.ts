import { z } from 'zod';

/** What a change is for, in figures: each is met, or missed by so much. */
export const AIM_KINDS = [
  'hotDay',
  'coldCruise',
  'warmWithin',
  'idlePressure',
  'sure',
  'coldStart',
  'cleanliness',
  'weight',
  'hours',
] as const;
export type AimKind = (typeof AIM_KINDS)[number];

const C = 273.15;
const BAR = 1e5;
const figure = (least: number, most: number) => z.number().min(least).max(most);

export const aimSchema = z.discriminatedUnion('kind', [
  /** Oil at the gallery in the hardest drive of the use, at most. */
  z.strictObject({ kind: z.literal('hotDay'), mostK: figure(C + 60, C + 200) }),
  /** Oil in the sump on a cold day at a cruise, at least. */
  z.strictObject({ kind: z.literal('coldCruise'), leastK: figure(C, C + 120) }),
  /** Until the sump sheds water, from cold at a cruise, at most. */
  z.strictObject({ kind: z.literal('warmWithin'), mostS: figure(60, 7200) }),
  /** At the gauge with a hot idle, at least. */
  z.strictObject({ kind: z.literal('idlePressure'), leastPa: figure(0.05 * BAR, 10 * BAR) }),
  /** Chance that every component is supplied, at least. */
  z.strictObject({ kind: z.literal('sure'), leastShare: figure(0.5, 0.999) }),
  /** Before the filter with the coldest oil, at most. */
  z.strictObject({ kind: z.literal('coldStart'), mostPa: figure(BAR, 40 * BAR) }),
  /** ISO 4406 code at 6 µm after 50 h, at most. */
  z.strictObject({ kind: z.literal('cleanliness'), mostCode: z.int().min(5).max(28) }),
  /** Of what is new, where it is stated, at most. */
  z.strictObject({ kind: z.literal('weight'), mostKg: figure(0, 500) }),
  /** Of the job that leads there, at most. */
  z.strictObject({ kind: z.literal('hours'), mostS: figure(60, 1e6) }),
]);
export type Aim = z.infer<typeof aimSchema>;

/** One of each kind, at most. */
export const aimsSchema = z
  .array(aimSchema)
  .max(AIM_KINDS.length)
  .refine((aims) => new Set(aims.map((a) => a.kind)).size === aims.length, { error: 'one aim of each kind' });
