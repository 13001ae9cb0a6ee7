import type { z } from 'zod';
import type { Quantity } from '../../foundations/units';
import type { FieldMeta } from '../project/field';
import { HOSE_CONDUCTANCE_WMK } from '../../heat/conditions';
import { DEFAULT_AIR_COOLING, DEFAULT_LIQUID_COOLING } from '../../heat/coolers';
import { entryFor } from '../catalogue/catalogue';
import { partSchema, type Part } from './parts';
import { PORTS } from './ports';

/** One thing about a part that a user can change, read off its schema. */
export interface PartField {
  /** Keys from the part down to the value. */
  readonly path: readonly (string | number)[];
  readonly title: string;
  /** What it belongs to inside the part: '' or, for instance, 'bypass'. */
  readonly group: string;
  readonly input:
    | {
        readonly kind: 'number';
        readonly quantity: Quantity;
        readonly typical?: readonly [number, number];
        readonly optional: boolean;
      }
    | { readonly kind: 'boolean' }
    | { readonly kind: 'choice'; readonly options: readonly string[] };
  readonly help?: string;
  readonly value: unknown;
}

type AnySchema = z.core.$ZodType & { meta?: () => Record<string, unknown> | undefined };
interface Def {
  readonly type: string;
  readonly innerType?: AnySchema;
  readonly shape?: Readonly<Record<string, AnySchema>>;
  readonly options?: readonly AnySchema[];
  readonly element?: AnySchema;
  readonly entries?: Readonly<Record<string, string>>;
  readonly discriminator?: string;
  readonly values?: readonly unknown[];
}
const defOf = (schema: AnySchema): Def => schema._zod.def as unknown as Def;

/** Keys that identify a part or its form; changed by plumbing moves, not by typing. */
const FIXED = new Set(['id', 'kind', 'form', 'note', 'sense', 'fitting', 'label', 'at']);

const COMMON = new Set([
  'elevationM',
  'blocked',
  'oilVolumeM3',
  'pressureRatingPa',
  'massKg',
  'price',
  'connections',
  'electrical',
  'place',
]);

/**
 * Every field of a part, in the schema's order: the form, its help and its ranges come from the one schema.
 * Optional numbers are listed even where they are absent, so that they can be filled in.
 */
export function partFields(part: Part): PartField[] {
  const option = (partSchema.options as readonly AnySchema[]).find(
    (each) => (defOf(defOf(each).shape!['kind']!).values ?? [])[0] === part.kind,
  );
  if (!option) return [];
  const fields: PartField[] = [];
  walk(option, part, [], '', fields);
  // What every part has comes last: its own numbers are what a user looks for.
  const common = (field: PartField) => (COMMON.has(String(field.path[0])) ? 1 : 0);
  return fields.sort((a, b) => common(a) - common(b));
}

function walk(
  schema: AnySchema,
  value: unknown,
  path: readonly (string | number)[],
  group: string,
  fields: PartField[],
  outer: Partial<FieldMeta> = {},
  optional = false,
): void {
  const def = defOf(schema);
  const meta: Partial<FieldMeta> = { ...(schema.meta?.() as Partial<FieldMeta> | undefined), ...outer };
  switch (def.type) {
    case 'optional':
    case 'nullable':
    case 'default':
      if (value === null && def.type === 'nullable') return;
      walk(def.innerType!, value, path, group, fields, meta, optional || def.type === 'optional');
      return;
    case 'object':
      if (typeof value !== 'object' || value === null) return;
      for (const [key, child] of Object.entries(def.shape!)) {
        if (FIXED.has(key)) continue;
        const inner = isGroup(child) ? (path.length === 0 ? (GROUP_TITLES[key] ?? key) : group) : group;
        walk(child, (value as Record<string, unknown>)[key], [...path, key], inner, fields);
      }
      return;
    case 'union': {
      const kind = (value as Record<string, unknown> | undefined)?.[def.discriminator ?? 'kind'];
      const option = def.options?.find(
        (each) => (defOf(defOf(each).shape?.[def.discriminator ?? 'kind'] ?? each).values ?? [])[0] === kind,
      );
      if (option) walk(option, value, path, group, fields);
      return;
    }
    case 'array':
      if (Array.isArray(value)) value.forEach((item, i) => walk(def.element!, item, [...path, i], group, fields));
      return;
    case 'number':
      if (meta.title && meta.quantity)
        fields.push({
          path,
          title: meta.title,
          group,
          value,
          ...(meta.description ? { help: meta.description } : {}),
          input: {
            kind: 'number',
            quantity: meta.quantity,
            optional,
            ...(meta.typical ? { typical: meta.typical } : {}),
          },
        });
      return;
    case 'boolean':
      if (meta.title)
        fields.push({ path, title: meta.title, group, value: value ?? false, input: { kind: 'boolean' } });
      return;
    case 'enum':
      if (meta.title)
        fields.push({
          path,
          title: meta.title,
          group,
          value,
          input: { kind: 'choice', options: Object.values(def.entries ?? {}) },
        });
  }
}

function isGroup(schema: AnySchema): boolean {
  const def = defOf(schema);
  return def.innerType ? isGroup(def.innerType) : def.type === 'object' || def.type === 'union' || def.type === 'array';
}

const GROUP_TITLES: Readonly<Record<string, string>> = {
  screen: 'Screen',
  tube: 'Tube',
  bypass: 'Bypass valve',
  slip: 'Slip',
  fillLoss: 'Loss of filling at speed',
  variable: 'Regulator',
  losses: 'Ends and bends',
  feed: 'Feed',
  eccentricity: 'Running',
  nozzle: 'Nozzle',
  valve: 'Spring valve',
  supply: 'What it must see',
  run: 'Run',
  branch: 'Branch',
  metering: 'Metering',
  passage: 'Passage',
  profile: 'Heights along the run',
  spring: 'Shimmed spring',
  connections: 'Threads',
  electrical: 'Wiring',
  place: 'Where it sits',
  cooling: 'Cooling',
  fan: 'Fan',
  heat: 'Heat exchanged',
};

/**
 * A part with one value changed, checked against the schema.
 * @param value undefined takes an optional value out
 * @returns the part, or what is wrong with it in words
 */
export function changePart(
  part: Part,
  path: readonly (string | number)[],
  value: unknown,
): { readonly ok: true; readonly part: Part } | { readonly ok: false; readonly issues: readonly z.core.$ZodIssue[] } {
  const copy = structuredCopy(part) as Record<string | number, unknown>;
  let here = copy;
  for (const key of path.slice(0, -1)) here = here[key] as Record<string | number, unknown>;
  const last = path[path.length - 1]!;
  // JSON leaves undefined out, and so does the schema: an optional value set to it is gone.
  here[last] = value;
  const parsed = partSchema.safeParse(copy, { reportInput: true });
  return parsed.success ? { ok: true, part: parsed.data } : { ok: false, issues: parsed.error.issues };
}

/** What a part may have besides, and what it begins with when it is given it. */
const EXTRAS: Readonly<
  Record<
    string,
    { readonly label: string; readonly seed: (part: Part) => unknown; readonly fits: (part: Part) => boolean }
  >
> = {
  cooling: {
    label: 'Say how it cools',
    seed: (p) => (p.kind === 'cooler' && p.medium === 'liquid' ? DEFAULT_LIQUID_COOLING : DEFAULT_AIR_COOLING),
    fits: (p) => p.kind === 'cooler',
  },
  heat: {
    label: 'Say what heat it exchanges',
    seed: (p) => ({
      airConductanceWMK: (p.kind === 'line' && p.dash !== undefined ? HOSE_CONDUCTANCE_WMK[p.dash] : undefined) ?? 1.1,
      radiantWM: 0,
    }),
    fits: (p) => p.kind === 'line',
  },
  place: { label: 'Say where it sits', seed: () => ({}), fits: (p) => p.kind !== 'sump' && p.kind !== 'ownOil' },
  connections: {
    label: 'Say its threads',
    seed: (p) => threadsOf(p),
    fits: (p) => PORTS[p.kind].length > 0 && p.kind !== 'sump' && p.kind !== 'tank',
  },
  electrical: {
    label: 'Describe its wiring',
    seed: () => ({ currentA: 5 }),
    fits: (p) => p.kind === 'cooler' || p.kind === 'scavenge' || p.kind === 'sideStream' || p.kind === 'gauge',
  },
  profile: {
    label: 'Give the heights of its run',
    seed: (p) =>
      p.kind === 'drain'
        ? [
            { alongM: 0, heightM: 0.2 },
            { alongM: p.lengthM, heightM: 0 },
          ]
        : [],
    fits: (p) => p.kind === 'drain',
  },
  spring: {
    label: 'Shim its spring',
    seed: () => ({ rateNM: 12e3, seatBoreM: 12e-3, shimM: 0 }),
    fits: (p) => p.kind === 'relief',
  },
};

function threadsOf(part: Part): unknown {
  const usual = Object.entries(entryFor(part)?.threads ?? {});
  return usual.length > 0
    ? usual.map(([port, thread]) => ({ port, thread }))
    : PORTS[part.kind].slice(0, 8).map((port) => ({ port, thread: 'flare6' }));
}

/** Groups of fields that a part can be given, and those that it has and can be without. */
export function partExtras(
  part: Part,
): { readonly key: string; readonly label: string; readonly there: boolean; readonly seed: unknown }[] {
  return Object.entries(EXTRAS)
    .filter(([, extra]) => extra.fits(part))
    .map(([key, { label, seed }]) => ({
      key,
      label,
      there: (part as Readonly<Record<string, unknown>>)[key] !== undefined,
      seed: seed(part),
    }));
}

/** Parts are plain data: a copy through JSON is exact. */
const structuredCopy = (part: Part): unknown => JSON.parse(JSON.stringify(part));
