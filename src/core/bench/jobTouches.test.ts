import type { Variant } from '../document/project/project';
import { demoProject } from '../verification/testing/demo';
import { testProject } from '../verification/testing/stockEngine';
import { hosesOf } from './hoses/hoseList';
import { itemsOf } from './items/itemList';
import { jobTouches } from './jobTouches';
import { jointsOf } from './joints/jointList';

describe('What a job touches', () => {
  const project = demoProject();
  const [stock, cooled] = project.variants as [Variant, Variant];

  it('is all of it where nothing is fitted yet, and nothing where nothing changes', () => {
    expect(jobTouches(cooled, undefined)).toEqual({ hoses: hosesOf(cooled), joints: jointsOf(cooled) });
    expect(jobTouches(cooled, { ...cooled })).toEqual({ hoses: [], joints: [] });
  });

  it('is the hoses that are made or moved and the joints that are opened', () => {
    const { hoses, joints } = jobTouches(cooled, stock);
    const names = hosesOf(cooled).map((h) => h.part);
    expect(names).toContain('turboDrain');
    expect(hoses.map((h) => h.part)).toEqual(names.filter((name) => name !== 'turboDrain'));
    expect(joints.some((j) => j.name.includes('Nose cooler'))).toBe(true);
    const before = new Set(jointsOf(stock).map((j) => j.key));
    expect(joints.filter((j) => before.has(j.key))).toEqual([]);
  });

  it('is a hose that is made longer between the same ports', () => {
    const parts = cooled.circuit.parts.map((p) => (p.id === 'hoseOut' && 'lengthM' in p ? { ...p, lengthM: 3 } : p));
    const longer = { ...cooled, circuit: { ...cooled.circuit, parts } };
    expect(jobTouches(longer, cooled).hoses.map((h) => h.part)).toEqual(['hoseOut']);
  });

  it('leaves the coolant of a stock cooler alone, in lists and in what is bought', () => {
    const made = testProject('coolerOnHousing', { wants: ['gauge'] });
    const [engine, modified] = made.variants as [Variant, Variant];
    expect(hosesOf(modified).some((h) => h.duty === 'coolant')).toBe(true);
    const { hoses, joints } = jobTouches(modified, engine);
    expect(hoses).toEqual([]);
    expect(joints).toHaveLength(1);
    expect(itemsOf(made, modified, engine).filter((i) => /coolant|clamp/.test(i.name))).toEqual([]);
  });
});
