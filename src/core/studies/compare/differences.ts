import { z } from 'zod';
import { partFields } from '../../document/parts/partFields';
import type { PartField } from '../../document/parts/schemaFields';
import type { Part } from '../../document/parts/part';
import type { Project, Variant } from '../../document/project/project';

const value = z.union([z.number(), z.string(), z.boolean()]).nullable();

/**
 * Parts that are not in all, or are another kind; and settings that differ. Values by variant, null where it has none.
 */
export const differenceSchema = z.strictObject({
  parts: z.array(z.strictObject({ part: z.string(), name: z.string(), kinds: z.array(z.string().nullable()) })),
  settings: z.array(
    z.strictObject({
      part: z.string(),
      name: z.string(),
      title: z.string(),
      quantity: z.string().nullable(),
      values: z.array(value),
    }),
  ),
});
type Differences = z.infer<typeof differenceSchema>;

/**
 * What differs between variants in their parts, in the figures of parts that they share, and in their seasons.
 * @param seasonal the project as each variant's season makes it
 */
export function differences(variants: readonly Variant[], seasonal: readonly Project[]): Differences {
  const parts: Differences['parts'] = [];
  const settings: Differences['settings'] = [];
  const season = (title: string, quantity: string | null, values: Differences['settings'][number]['values']) => {
    if (new Set(values).size > 1) settings.push({ part: 'season', name: 'Season', title, quantity, values });
  };
  season(
    'Name',
    null,
    variants.map((v) => v.season?.name ?? null),
  );
  season(
    'Oil',
    null,
    seasonal.map((p) => p.oil.name),
  );
  season(
    'Coldest oil',
    'temperature',
    seasonal.map((p) => p.range.coldestOilK),
  );
  season(
    'Hottest oil',
    'temperature',
    seasonal.map((p) => p.range.hottestOilK),
  );
  season(
    'Air',
    'temperature',
    variants.map((v) => v.season?.airTemperatureK ?? null),
  );
  for (const id of new Set(variants.flatMap((v) => v.circuit.parts.map((p) => p.id)))) {
    const own = variants.map((v) => v.circuit.parts.find((p) => p.id === id));
    const { name } = own.find((p): p is Part => p !== undefined)!;
    if (new Set(own.map((p) => p?.kind)).size > 1) {
      parts.push({ part: id, name, kinds: own.map((p) => p?.kind ?? null) });
      continue;
    }
    const fields = own.map((p) => new Map(partFields(p!).map((f) => [f.path.join('.'), f])));
    for (const path of new Set(fields.flatMap((f) => [...f.keys()]))) {
      const of = fields.map((f) => f.get(path));
      const values = of.map(valueOf);
      if (new Set(values).size < 2) continue;
      const field = of.find((f): f is PartField => f !== undefined)!;
      settings.push({
        part: id,
        name,
        title: field.group ? `${field.group}: ${field.title.toLowerCase()}` : field.title,
        quantity: field.input.kind === 'number' ? field.input.quantity : null,
        values,
      });
    }
  }
  return { parts, settings };
}

const valueOf = (field: PartField | undefined) =>
  typeof field?.value === 'number' || typeof field?.value === 'string' || typeof field?.value === 'boolean'
    ? field.value
    : null;
