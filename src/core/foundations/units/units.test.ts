import fc from 'fast-check';
import { expectPublished, publishedValue, toSi } from '../../verification/publishedValues';
import {
  displayUnit,
  formatFigure,
  formatQuantity,
  fromDisplay,
  parseQuantity,
  QUANTITIES,
  toDisplay,
  type Quantity,
} from '.';

const choices = Object.entries(QUANTITIES).flatMap(([quantity, units]) =>
  units.map((u) => [quantity as Quantity, u.id] as const),
);

describe('Units', () => {
  it('agree with the published conversions', () => {
    const inch = publishedValue('T9-u-inch');
    expectPublished(inch, fromDisplay(1, displayUnit('bore', { bore: 'in' })));
    const psi = publishedValue('T9-u-psi');
    expect(fromDisplay(1, displayUnit('pressure', { pressure: 'psi' })) / toSi(psi.inputs['x']!)).toBeCloseTo(1, 9);
    expect(fromDisplay(1, displayUnit('flow', { flow: 'gpm' })) * 60000).toBeCloseTo(3.785411784, 9);
    expect(toDisplay(373.15, displayUnit('temperature', { temperature: 'degF' }))).toBeCloseTo(212, 9);
    expect(toDisplay(233.15, displayUnit('temperature', { temperature: 'degF' }))).toBeCloseTo(-40, 9);
  });

  it.each(choices)('%s in %s goes there and back', (quantity, id) => {
    const u = displayUnit(quantity, { [quantity]: id });
    fc.assert(
      fc.property(
        fc.double({ min: -1e6, max: 1e6, noNaN: true }),
        (x) => Math.abs(toDisplay(fromDisplay(x, u), u) - x) <= 1e-9 * Math.max(1, Math.abs(x)) + 1e-6,
      ),
      { numRuns: 50 },
    );
  });

  it.each([
    ['1.5', 'bore', 1.5e-3],
    ['1,5', 'bore', 1.5e-3],
    ['0.059 in', 'bore', 0.0014986],
    ['−0.2', 'length', -0.2],
    ['60 psi', 'pressure', 413685.4376],
    ['212 °F', 'temperature', 373.15],
    ['32um', 'clearance', 32e-6],
    ['.5 bar', 'pressure', 5e4],
    ['45 mm2', 'area', 45e-6],
  ] as const)('reads "%s" as a %s', (text, quantity, si) => {
    const parsed = parseQuantity(text, quantity);
    expect(parsed.ok && Math.abs(parsed.si - si) <= 1e-6 * Math.abs(si)).toBe(true);
  });

  it.each([
    ['', 'empty'],
    ['wide', 'notANumber'],
    ['1.5 furlong', 'unknownUnit'],
    ['--1', 'notANumber'],
    ['1 2', 'unknownUnit'],
  ] as const)('refuses "%s"', (text, reason) => {
    expect(parseQuantity(text, 'bore')).toEqual({ ok: false, reason });
  });

  it('writes a true minus, two digits for what is small, a dash for what is not there', () => {
    expect([
      formatFigure(-0.02e5, 'pressure'),
      formatFigure(3e-9, 'pressure'),
      formatFigure(NaN, 'pressure'),
      formatFigure(0, 'flow'),
      formatQuantity(2.25e5, 'pressure'),
    ]).toEqual(['−0.02', '3.0e−14', '—', '0.00', '2.25\u00a0bar']);
  });
});
