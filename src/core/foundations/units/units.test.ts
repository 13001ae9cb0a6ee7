import fc from 'fast-check';
import { expectPublished, publishedValue, toSi } from '../../verification/publishedValues';
import {
  displayUnit,
  formatFigure,
  formatInDrawing,
  formatQuantity,
  fromDisplay,
  QUANTITIES,
  toDisplay,
  type Quantity,
} from '.';
import { parseQuantity } from './parse';

const choices = Object.entries(QUANTITIES).flatMap(([quantity, { shown }]) =>
  shown.map((u) => [quantity as Quantity, u.id] as const),
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
    ['dash 9', 'unknownDash'],
    ['AN7', 'unknownDash'],
  ] as const)('refuses "%s"', (text, reason) => {
    expect(parseQuantity(text, 'bore')).toEqual({ ok: false, reason });
  });

  it.each([
    ['37 1/2 in', 'length', 0.9525],
    ['37½"', 'length', 0.9525],
    ['5 ft 3 in', 'length', 1.6002],
    [`5' 3 1/2"`, 'length', 1.6129],
    ['90 cm', 'length', 0.9],
    ['7/16', 'bore', 0.0111125],
    ['0.0425"', 'bore', 1.0795e-3],
    ['AN8', 'bore', 11.1e-3],
    ['AN-10', 'bore', 14.2e-3],
    ['8AN', 'bore', 11.1e-3],
    ['-8', 'bore', 11.1e-3],
    ['-8 AN', 'bore', 11.1e-3],
    ['dash 8', 'bore', 11.1e-3],
    ['drill no. 53', 'bore', 0.0595 * 0.0254],
    ['5 qt', 'volume', 4.73176473e-3],
    ['1.2 gal', 'volume', 4.5424941408e-3],
    ['1275 cc', 'volume', 1.275e-3],
    ['350 cu in', 'volume', 350 * 0.0254 ** 3],
    ['30 lbf·ft', 'torque', 40.6745384],
    ['84 lbf.in', 'torque', 9.4907283],
    ['12 N m', 'torque', 12],
    ['60 psi', 'pressure', 413_685.4],
    ['300 kPa', 'pressure', 3e5],
    ['212 °F', 'temperature', 373.15],
    ['230F', 'temperature', 383.15],
    ['90 C', 'temperature', 363.15],
    ['70 mph', 'roadSpeed', 31.2928],
    ['120 km/h', 'roadSpeed', 33.333333],
    ['2.2 lb', 'mass', 0.99790321],
    ['180 hp', 'heatFlow', 134_225.977],
    ['120 kW', 'heatFlow', 1.2e5],
    ['14.4 cSt', 'kinematicViscosity', 14.4e-6],
    ['1/4', 'turns', 0.25],
    ['1/4 turn', 'turns', 0.25],
    ['1 1/2 turns', 'turns', 1.5],
    ['6,250', 'speed', 6250 / 60],
    ['1,275', 'volume', 1.275e-3],
  ] as const)('reads %s as people type it, for a %s', (text, quantity, si) => {
    const parsed = parseQuantity(text, quantity);
    expect(parsed).toMatchObject({ ok: true });
    expect(parsed.ok && Math.abs(parsed.si / si - 1)).toBeLessThan(1e-6);
  });

  it('takes #8 for dash 8 in a hose and for a drill in an orifice, and no drill in a hose', () => {
    expect(parseQuantity('#8', 'bore', { names: 'dash' })).toEqual({ ok: true, si: 11.1e-3, dash: 8 });
    expect(parseQuantity('#8', 'bore', { names: 'drill' })).toEqual({ ok: true, si: 0.199 * 0.0254 });
    expect(parseQuantity('drill 8', 'bore', { names: 'dash' }).ok).toBe(false);
  });

  it('shows a bore in inches with three decimals', () => {
    expect(formatQuantity(1.09e-3, 'bore', { bore: 'in' })).toBe('0.043\u00a0in');
  });

  it('shows a large flow in gallons with two decimals, and in a drawing without naming the country', () => {
    const gallonM3S = 3.785411784e-3 / 60;
    const shown = (gpm: number) => formatQuantity(gpm * gallonM3S, 'flow', { flow: 'gpm' });
    expect([shown(9.9994), shown(10.004), shown(-18.0734)]).toEqual([
      '9.999\u00a0US gpm',
      '10.00\u00a0US gpm',
      '−18.07\u00a0US gpm',
    ]);
    expect(formatInDrawing(1.076 * gallonM3S, 'flow', { flow: 'gpm' })).toBe('1.076\u00a0gpm');
    expect(formatInDrawing(1e-3 / 60, 'flow')).toBe('1.00\u00a0L/min');
  });

  it('writes a true minus, two digits for what is small, 0 for what nothing can show, a dash for what is not there', () => {
    expect([
      formatFigure(-0.02e5, 'pressure'),
      formatFigure(234, 'pressure'),
      formatFigure(3e-9, 'pressure'),
      formatFigure(1e-8, 'volume'),
      formatFigure(NaN, 'pressure'),
      formatFigure(0, 'flow'),
      formatQuantity(2.25e5, 'pressure'),
    ]).toEqual(['−0.02', '0.0023', '0.00', '0.00', '—', '0.00', '2.25\u00a0bar']);
  });
});
