import { z } from 'zod';
import type { Quantity } from '../../foundations/units';
import { KINDS } from '../kinds';
import { entryFor } from './catalogue';
import type { FieldMeta } from './field';
import { kindOf, partSchema, type Part, type PartKind } from './part';
import { isReservoir, PORTS } from './ports';

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

/** What is read of a kind's JSON Schema, which carries each field's title, quantity and typical range. */
interface FieldSchema extends Partial<FieldMeta> {
  readonly type?: string;
  readonly const?: unknown;
  readonly default?: unknown;
  readonly enum?: readonly string[];
  readonly properties?: Readonly<Record<string, FieldSchema>>;
  readonly required?: readonly string[];
  readonly items?: FieldSchema;
  readonly oneOf?: readonly FieldSchema[];
  readonly anyOf?: readonly FieldSchema[];
}

const SCHEMAS = new Map<PartKind, FieldSchema>();

function schemaOf(kind: PartKind): FieldSchema {
  let schema = SCHEMAS.get(kind);
  if (!schema) SCHEMAS.set(kind, (schema = z.toJSONSchema(KINDS[kind].schema, { io: 'input' }) as FieldSchema));
  return schema;
}

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
  const fields: PartField[] = [];
  walk(schemaOf(part.kind), part, [], '', false, fields);
  // What every part has comes last: its own numbers are what a user looks for.
  const common = (field: PartField) => (COMMON.has(String(field.path[0])) ? 1 : 0);
  return fields.sort((a, b) => common(a) - common(b));
}

function walk(
  schema: FieldSchema,
  value: unknown,
  path: readonly (string | number)[],
  group: string,
  optional: boolean,
  fields: PartField[],
): void {
  const here = formOf(schema, value);
  if (!here) return;
  const { title, quantity, typical, description } = { ...here, ...schema };
  const field = { path, title: title ?? '', group, ...(description ? { help: description } : {}) };
  if (here.type === 'object') {
    if (typeof value !== 'object' || value === null) return;
    for (const [key, child] of Object.entries(here.properties ?? {})) {
      if (FIXED.has(key)) continue;
      const inner = isGroup(child) && path.length === 0 ? (GROUP_TITLES[key] ?? key) : group;
      const childOptional = !here.required?.includes(key) && child.default === undefined;
      walk(child, (value as Record<string, unknown>)[key], [...path, key], inner, childOptional, fields);
    }
  } else if (here.type === 'array') {
    if (Array.isArray(value)) value.forEach((item, i) => walk(here.items!, item, [...path, i], group, false, fields));
  } else if (title === undefined) return;
  else if (here.enum) fields.push({ ...field, value, input: { kind: 'choice', options: here.enum } });
  else if (here.type === 'boolean') fields.push({ ...field, value: value ?? false, input: { kind: 'boolean' } });
  else if ((here.type === 'number' || here.type === 'integer') && quantity)
    fields.push({
      ...field,
      value,
      input: { kind: 'number', quantity, optional, ...(typical ? { typical } : {}) },
    });
}

/** The schema that a value follows: of several forms the one of its kind, of what may be null the other. */
function formOf(schema: FieldSchema, value: unknown): FieldSchema | undefined {
  const forms = schema.oneOf ?? schema.anyOf;
  if (!forms) return schema;
  if (value === null) return undefined;
  const kind = (value as Readonly<Record<string, unknown>> | undefined)?.['kind'];
  const fitting = forms.find((form) => form.properties?.['kind']?.const === kind && kind !== undefined);
  return fitting ?? forms.find((form) => form.type !== 'null' && form.properties?.['kind'] === undefined);
}

function isGroup(schema: FieldSchema): boolean {
  const forms = schema.oneOf ?? schema.anyOf;
  return forms ? forms.some(isGroup) : schema.type === 'object' || schema.type === 'array';
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
  return parsed.success
    ? { ok: true, part: agreed(parsed.data, String(path[0])) }
    : { ok: false, issues: parsed.error.issues };
}

/** What of a part follows when one of its fields is typed. */
function agreed(part: Part, field: string): Part {
  return kindOf(part).agreed?.(part, field) ?? part;
}

/** Parts are plain data: a copy through JSON is exact. */
const structuredCopy = (part: Part): unknown => JSON.parse(JSON.stringify(part));

/** A group of fields that a part can be given, or has and can be without. */
export interface PartExtra {
  readonly key: string;
  readonly label: string;
  readonly there: boolean;
  readonly seed: unknown;
}

/** Groups of fields that a part can be given, and those that it has and can be without. */
export function partExtras(part: Part): PartExtra[] {
  const kind = kindOf(part);
  const extra = (key: string, label: string, seed: unknown): PartExtra => ({
    key,
    label,
    seed,
    there: (part as Readonly<Record<string, unknown>>)[key] !== undefined,
  });
  return [
    ...Object.entries(kind.extras ?? {}).map(([key, { label, seed }]) => extra(key, label, seed(part))),
    ...(kind.located === false ? [] : [extra('place', 'Say where it sits', {})]),
    ...(kind.ports.length > 0 && !isReservoir(part) ? [extra('connections', 'Say its threads', threadsOf(part))] : []),
    ...(kind.wired ? [extra('electrical', 'Describe its wiring', { currentA: 5 })] : []),
  ];
}

function threadsOf(part: Part): unknown {
  const usual = Object.entries(entryFor(part)?.threads ?? {});
  return usual.length > 0
    ? usual.map(([port, thread]) => ({ port, thread }))
    : PORTS[part.kind].slice(0, 8).map((port) => ({ port, thread: 'flare6' }));
}
