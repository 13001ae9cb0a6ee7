import { applyMove } from '../moves';
import { activeVariant } from '../project/project';
import { testProject } from '../../verification/testing/stockEngine';
import { DASH_BORES_M } from '../../foundations/units/boreSizes';
import { catalogueEntry } from './catalogue';
import { changePart } from './partFields';
import { partSchema, type Part } from './part';

const hose = (own: object = {}) =>
  partSchema.parse({ ...catalogueEntry('hose10').part, id: 'hose', name: 'Cooler hose', lengthM: 1.37, ...own });
function typed(part: Part, field: string, value: unknown): Part {
  const changed = changePart(part, [field], value);
  if (!changed.ok) throw new Error(JSON.stringify(changed.issues));
  return changed.part;
}

describe('Dash size and bore of a line', () => {
  it('are one figure: a size sets the bore, and keeps name and length', () => {
    expect(typed(hose(), 'dash', 8)).toMatchObject({
      dash: 8,
      boreM: DASH_BORES_M[8],
      name: 'Cooler hose',
      lengthM: 1.37,
    });
  });

  it('another bore drops the size; the size’s own bore keeps it', () => {
    expect(typed(hose(), 'boreM', 12e-3)).not.toHaveProperty('dash');
    expect(typed(hose(), 'boreM', DASH_BORES_M[10])).toMatchObject({ dash: 10 });
    expect(typed(hose(), 'lengthM', 2)).toMatchObject({ dash: 10, boreM: expect.closeTo(DASH_BORES_M[10]!, 9) });
  });
});

describe('A swap', () => {
  it('keeps name, length, place and joints of a hose', () => {
    const variant = activeVariant(testProject('remoteFilter'));
    const { joints, parts } = variant.circuit;
    const before = parts.find((p) => p.id === 'hoseOut')!;
    const place = { mount: 'frame', nearExhaust: true } as const;
    const placed = parts.map((p) =>
      p.id === 'hoseOut' ? partSchema.parse({ ...p, place, note: 'under the manifold' }) : p,
    );
    const outcome = applyMove(
      { ...variant, circuit: { joints, parts: placed } },
      { kind: 'swap', part: 'hoseOut', draft: { ...catalogueEntry('hose16').part } },
    );
    if (!outcome.ok) throw new Error(outcome.why);
    const after = outcome.variant.circuit.parts.find((p) => p.replaces === 'hoseOut')!;
    expect(after).toMatchObject({ name: before.name, lengthM: 0.9, dash: 16, place, note: 'under the manifold' });
    const renamed = (ref: string) => ref.replace(/^hoseOut\./, `${after.id}.`);
    expect(outcome.variant.circuit.joints).toEqual(
      joints.map(({ from, to }) => ({ from: renamed(from), to: renamed(to) })),
    );
  });
});
