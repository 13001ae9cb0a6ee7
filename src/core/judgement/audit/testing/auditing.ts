import { changePart } from '../../../document/parts/partFields';
import { activeVariant, type Variant } from '../../../document/project/project';
import { type Move, type MoveDraft } from '../../../document/moves';
import { catalogueEntry } from '../../../document/parts/catalogue';
import { surveyCircuit } from '../context';
import type { Finding } from '../finding';
import { findingsOf } from '../findingsOf';
import { RULES } from '../rules';
import { demoProject } from '../../../verification/testing/demo';
import { solverOf } from '../../../verification/testing/solverOf';

export const draft = (id: string, own: object = {}) => ({ ...catalogueEntry(id).part, ...own }) as MoveDraft;
export const THORNBACK = demoProject();
export const STOCK = activeVariant(THORNBACK);

/** Sets "part.key": value, in the stock circuit or another. */
export function set(values: Readonly<Record<string, unknown>>, variant = STOCK): Variant {
  const parts = Object.entries(values).reduce((list, [where, value]) => {
    const [id, ...path] = where.split('.');
    return list.map((p) => {
      if (p.id !== id) return p;
      const changed = changePart(
        p,
        path.map((k) => (/^\d+$/.test(k) ? Number(k) : k)),
        value,
      );
      if (!changed.ok) throw new Error(`${where}: ${JSON.stringify(changed.issues)}`);
      return changed.part;
    });
  }, variant.circuit.parts);
  return { ...variant, circuit: { ...variant.circuit, parts } };
}
/** What one rule finds in a variant. */
export function findings(rule: string, variant: Variant, base = THORNBACK): Finding[] {
  const project = {
    ...base,
    variants: [...base.variants.filter((v) => v.id !== variant.id), variant],
    activeVariant: variant.id,
  };
  const circuit = solverOf(project);
  return findingsOf(
    RULES.find((r) => r.id === rule)!,
    surveyCircuit(circuit),
  );
}
export const weights = (rule: string, variant: Variant) =>
  findings(rule, variant).map((f) => `${f.weight} ${f.part ?? '-'}`);
export const PLATE: Move = { kind: 'insert', at: 'filter.in', drafts: [draft('sandwichPlain', { name: 'Plate' })] };
export const LOOP: Move = {
  kind: 'bridge',
  from: 'plate.away',
  to: 'plate.back',
  drafts: [draft('hose10', { name: 'Out' }), draft('airCooler', { name: 'Cooler' }), draft('hose10', { name: 'Back' })],
};
export const SIDE_STREAM: Move = {
  kind: 'tee',
  at: 'gallery.out',
  drafts: [
    draft('hose6', { name: 'Feed', lengthM: 1 }),
    draft('sideStreamValve', { name: 'Fine filter', elevationM: 0.3 }),
  ],
  drain: draft('drain', {
    name: 'Return',
    boreM: 0.0142,
    lengthM: 1,
    profile: [
      { alongM: 0, heightM: 0.25 },
      { alongM: 1, heightM: 0 },
    ],
  }),
};
