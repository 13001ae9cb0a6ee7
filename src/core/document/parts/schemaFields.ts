import { z } from 'zod';
import type { Quantity } from '../../foundations/units';
import type { FieldMeta } from './field';

/** One thing that a user can change, read off its schema. */
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
    | { readonly kind: 'choice'; readonly options: readonly string[]; readonly optional: boolean };
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

/** Keys that identify a thing or its form; changed by plumbing moves, not by typing. */
const FIXED = new Set(['id', 'kind', 'form', 'note', 'replaces', 'sense', 'fitting', 'label', 'at']);

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
  supply: 'Requirements',
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
  drives: 'Drives',
  betas: 'What it holds',
  freeAir: 'Air in the oil',
  coolantHeat: 'Heat to the coolant',
  pan: 'Shape of the pan',
  headDrains: 'Drains of the heads',
};

const SCHEMAS = new WeakMap<z.ZodType, FieldSchema>();

/** Every field of a value that follows a schema, in the schema's order. */
export function schemaFields(schema: z.ZodType, value: unknown): PartField[] {
  let known = SCHEMAS.get(schema);
  if (!known) SCHEMAS.set(schema, (known = z.toJSONSchema(schema, { io: 'input' }) as FieldSchema));
  const fields: PartField[] = [];
  walk(known, value, [], '', false, fields);
  return fields;
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
  else if (here.enum) fields.push({ ...field, value, input: { kind: 'choice', options: here.enum, optional } });
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
