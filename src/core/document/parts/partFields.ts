import { z } from 'zod';
import { KINDS } from '../kinds';
import { entryFor } from './catalogue';
import { schemaFields, type PartField } from './schemaFields';
import { kindOf, partSchema, type Part } from './part';
import { isReservoir, PORTS } from './ports';

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
 * Every field of a part, in the schema's order: the form, its help and its ranges come from the one schema. Optional
 * numbers are listed even where they are absent, so that they can be filled in.
 */
export function partFields(part: Part): PartField[] {
  const fields = schemaFields(KINDS[part.kind].schema, part);
  // What every part has comes last: its own numbers are what a user looks for.
  const common = (field: PartField) => (COMMON.has(String(field.path[0])) ? 1 : 0);
  return fields.sort((a, b) => common(a) - common(b));
}

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
export function agreed(part: Part, field: string): Part {
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
    ...(kind.located === false ? [] : [extra('place', 'Add location', {})]),
    ...(kind.ports.length > 0 && !isReservoir(part) ? [extra('connections', 'Add threads', threadsOf(part))] : []),
    ...(kind.wired ? [extra('electrical', 'Add wiring', { currentA: 5 })] : []),
  ];
}

function threadsOf(part: Part): unknown {
  const usual = Object.entries(entryFor(part)?.threads ?? {});
  return usual.length > 0
    ? usual.map(([port, thread]) => ({ port, thread }))
    : PORTS[part.kind].slice(0, 8).map((port) => ({ port, thread: 'flare6' }));
}
