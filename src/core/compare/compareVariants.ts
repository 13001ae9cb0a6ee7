import { z } from 'zod';
import { gaugePort } from '../circuit/gaugePort';
import { partFields, type PartField } from '../circuit/partFields';
import type { Part } from '../circuit/parts';
import { isReservoir } from '../circuit/ports';
import type { Project, Variant } from '../circuit/project';
import { CircuitSolver } from '../network/solveProject';
import { checkSchema, verdictSchema } from '../network/result';
import { partVolumeM3 } from '../parts/partVolume';
import { sweepToEnd } from '../sweep/sweep';
import { sayIssue } from '../circuit/issue';

/** Most variants that stand side by side. */
export const MOST_COMPARED = 4;

const value = z.union([z.number(), z.string(), z.boolean()]).nullable();
const worstSchema = z.strictObject({ verdict: verdictSchema, supplied: z.boolean(), decisive: checkSchema.nullable(), speedRevS: z.number(), oilTemperatureK: z.number(), flowM3S: z.number().nullable() });

export const comparisonSchema = z.strictObject({
  variants: z.array(z.strictObject({
    id: z.string(), name: z.string(),
    /** Why it cannot be computed; null where it can. */
    refused: z.string().nullable(),
    supplied: z.boolean(), notSupplied: z.int(), notConverged: z.int(),
    /** Oil in everything but sumps and tanks. */
    oilInPartsM3: z.number(),
  })),
  /** Parts that are not in all, or are another kind; and settings that differ. Values by variant, null where it has none. */
  parts: z.array(z.strictObject({ part: z.string(), name: z.string(), kinds: z.array(z.string().nullable()) })),
  settings: z.array(z.strictObject({ part: z.string(), name: z.string(), title: z.string(), quantity: z.string().nullable(), values: z.array(value) })),
  /** Each consumer at its worst, by variant; null where the variant has none such. */
  consumers: z.array(z.strictObject({ part: z.string(), name: z.string(), worst: z.array(worstSchema.nullable()) })),
  /** What the gauge shows at each named state, by variant. */
  gauge: z.array(z.strictObject({ name: z.string(), pressurePa: z.array(z.number().nullable()) })),
});
export type Comparison = z.infer<typeof comparisonSchema>;

/**
 * Sets variants of a project side by side: what differs in parts and settings, then each consumer at its worst, the gauge at the named
 * states, and the oil that they hold. Oil temperature held.
 * @param ids 2 to 4 of the project's variants @returns progress in variants swept, share of 1, then the comparison
 */
export function* compareVariants(project: Project, ids: readonly string[]): Generator<number, Comparison> {
  const variants = ids.flatMap((id) => project.variants.filter((v) => v.id === id)).slice(0, MOST_COMPARED);
  const swept: ReturnType<typeof sweepOne>[] = [];
  for (const variant of variants) {
    swept.push(sweepOne(project, variant));
    yield swept.length / variants.length;
  }
  const consumers = new Map<string, string>();
  for (const each of swept) for (const c of each.sweep?.consumers ?? []) if (!consumers.has(c.part)) consumers.set(c.part, c.name);
  return {
    variants: variants.map((variant, i) => {
      const { sweep, refused } = swept[i]!;
      return {
        id: variant.id, name: variant.name, refused, supplied: sweep?.supplied ?? false,
        notSupplied: sweep?.consumers.filter((c) => !c.supplied).length ?? 0, notConverged: sweep?.notConverged.length ?? 0,
        oilInPartsM3: variant.circuit.parts.filter((p) => !isReservoir(p)).reduce((sum, p) => sum + partVolumeM3(p), 0),
      };
    }),
    ...differences(variants),
    consumers: [...consumers].map(([part, name]) => ({
      part, name,
      worst: swept.map(({ sweep }) => {
        const c = sweep?.consumers.find((x) => x.part === part);
        return c?.worst ? { verdict: c.worst.verdict, supplied: c.supplied, decisive: c.worst.decisive, ...c.worst.state, flowM3S: c.worst.flowM3S } : null;
      }),
    })),
    gauge: project.namedStates.map((state, n) => ({ name: state.name, pressurePa: swept.map((s) => s.gaugePa[n] ?? null) })),
  };
}

function sweepOne(project: Project, variant: Variant) {
  const made = CircuitSolver.of(project, variant.id);
  if (!made.ok) return { sweep: undefined, refused: made.issues.map(sayIssue).join(' '), gaugePa: [] };
  const { circuit } = made;
  const sweep = sweepToEnd(circuit);
  const port = gaugePort(variant.circuit.parts);
  const node = port === undefined ? undefined : circuit.compiled.nodeOfPort.get(port);
  const gaugePa = project.namedStates.map(({ speedRevS, oilTemperatureK }) =>
    node !== undefined && circuit.solveOnly(circuit.stateAt(speedRevS, oilTemperatureK)).status === 'converged' ? circuit.solver.workspace.pressurePa[node]! : null);
  return { sweep, refused: null, gaugePa };
}

/** What differs between variants in their parts and in the figures of parts that they share. */
function differences(variants: readonly Variant[]): Pick<Comparison, 'parts' | 'settings'> {
  const parts: Comparison['parts'] = [];
  const settings: Comparison['settings'] = [];
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
      settings.push({ part: id, name, title: field.group ? `${field.group}: ${field.title.toLowerCase()}` : field.title, quantity: field.input.kind === 'number' ? field.input.quantity : null, values });
    }
  }
  return { parts, settings };
}

const valueOf = (field: PartField | undefined) => (typeof field?.value === 'number' || typeof field?.value === 'string' || typeof field?.value === 'boolean' ? field.value : null);
