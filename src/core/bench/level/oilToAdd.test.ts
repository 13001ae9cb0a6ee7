import type { Part, PartOf } from '../../document/parts/part';
import { partVolumeM3 } from '../../document/parts/partVolume';
import type { Variant } from '../../document/project/project';
import { demoProject } from '../../verification/testing/demo';
import { againstUsualFill, oilChange } from './oilToAdd';

const STOCK = demoProject().variants[0]!;
const withFilter = (change: Partial<PartOf<'filter'>>): Variant => ({
  ...STOCK,
  circuit: {
    ...STOCK.circuit,
    parts: STOCK.circuit.parts.map((p): Part => (p.kind === 'filter' ? { ...p, elevationM: 0.2, ...change } : p)),
  },
});
const of = (variant: Variant) => {
  const { came, ...sums } = oilChange(variant, undefined);
  return { filter: came.find((p) => p.part === 'filter')!, sums };
};

describe('Oil against the usual fill', () => {
  it('is never less than nothing: it is added or left out', () => {
    expect(againstUsualFill(0.7e-3)).toEqual({ words: 'Oil to add beyond the usual fill', m3: 0.7e-3 });
    expect(againstUsualFill(-0.7e-3)).toEqual({ words: 'Oil to leave out of the usual fill', m3: 0.7e-3 });
  });
});

describe('Oil that runs back overnight', () => {
  it('is held by a filter’s anti-drain valve, and lost without one', () => {
    const [held, lost] = [true, false].map((antiDrain) => of(withFilter({ antiDrain })));
    const filter = withFilter({}).circuit.parts.find((p) => p.id === 'filter')!;
    expect(held!.filter.drainsBackM3).toBe(0);
    expect(lost!.filter.drainsBackM3).toBeCloseTo(partVolumeM3(filter), 12);
    expect(lost!.sums.drainsBackM3 - held!.sums.drainsBackM3).toBeCloseTo(partVolumeM3(filter), 12);
  });

  it('stays in what lies below the level', () => {
    expect(of(withFilter({ antiDrain: false, elevationM: -0.5 })).filter.drainsBackM3).toBe(0);
  });

  it('can be filled into a filter before it is fitted, unless it stands in a line', () => {
    expect([of(withFilter({})).filter.prefill, of(withFilter({ mounting: 'inline' })).filter.prefill]).toEqual([
      true,
      false,
    ]);
  });
});
