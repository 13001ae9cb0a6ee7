import fc from 'fast-check';
import { displayUnit, formatFigure, formatQuantity, fromDisplay, QUANTITIES, toDisplay } from '.';
import { columnForm, readWith } from './numeral';
import { parseQuantity } from './parse';
import { numeralReadings } from './numeral';
import type { Quantity } from './quantity';

describe('A numeral', () => {
  it.each([
    ['1275', [1275]],
    ['1.5', [1.5]],
    ['1,5', [1.5]],
    ['0,750', [0.75]],
    ['1,275', [1.275, 1275]],
    ['1.275', [1.275, 1275]],
    ['12,345', [12.345, 12345]],
    ['1234,567', [1234.567]],
    ['1,275.5', [1275.5]],
    ['1.275,5', [1275.5]],
    ['1,275,000', [1275000]],
    ['1.275.000', [1275000]],
    ['1 275', [1275]],
    ['1\u202f275,5', [1275.5]],
    ['1’275.5', [1275.5]],
    ['−1,5', [-1.5]],
    ['37 1/2', [37.5]],
    ['2e-6', [2e-6]],
    ['1,2.3', []],
    ['1.2.3', []],
    ['12,34,567', []],
    ['.', []],
    ['1 2', []],
  ])('"%s" is %j', (text, values) => {
    expect(numeralReadings(text).values).toEqual(values);
  });
});

describe('A figure that can be read in two ways', () => {
  const read = (text: string, quantity: Quantity, typical?: readonly [number, number]) => {
    const parsed = parseQuantity(text, quantity, { typical });
    return parsed.ok ? Number(parsed.si.toPrecision(9)) : parsed.reason;
  };
  it.each([
    ['1,275 cc', 'engineSize', undefined, 1.275e-3],
    ['1.275 L', 'engineSize', undefined, 1.275e-3],
    ['1,250 mm', 'cutLength', undefined, 1.25],
    ['1,250 mm', 'bore', undefined, 1.25e-3],
    ['6,250', 'speed', undefined, 104.166667],
    ['6.250', 'speed', undefined, 104.166667],
    ['1,500 bar', 'pressure', undefined, 1.5e5],
    ['2.125 in', 'bore', undefined, 0.053975],
    ['1,250 mm', 'length', [0.2, 3], 1.25],
    // Both are plausible: asked.
    ['1,250', 'ratio', [2, 1000], 'either'],
    ['1,200 mm', 'length', undefined, 'either'],
  ] as const)('"%s" for %s (typical %j) is %s', (text, quantity, typical, expected) => {
    expect(read(text, quantity, typical)).toEqual(expected);
  });

  it('gives both readings to choose from', () => {
    expect(parseQuantity('1,200 mm', 'length')).toEqual({ ok: false, reason: 'either', readings: [1.2e-3, 1.2] });
  });
});

describe('An engine’s size', () => {
  const size = (text: string, us: boolean) => {
    const parsed = parseQuantity(text, 'engineSize', {
      units: us ? { engineSize: 'ci' } : {},
      typical: [0.1e-3, 15e-3],
    });
    return parsed.ok ? formatQuantity(parsed.si, 'engineSize', us ? { engineSize: 'ci' } : {}) : parsed.reason;
  };
  it.each([
    ['3.6', true, '3.60\u00a0L'],
    ['3.6 L', true, '3.60\u00a0L'],
    ['364', true, '364\u00a0in³'],
    ['364 ci', true, '364\u00a0in³'],
    ['350 cu in', true, '350\u00a0in³'],
    ['5', true, '5.00\u00a0L'],
    ['12', true, 'either'],
    ['1300', false, '1.30\u00a0L'],
    ['1,598 cc', false, '1.60\u00a0L'],
    ['3.6', false, '3.60\u00a0L'],
    ['20', false, '20.00\u00a0L'],
  ])('"%s" (US: %s) is %s', (text, us, shown) => {
    expect(size(text, us)).toBe(shown);
  });
});

describe('Unit words', () => {
  it.each([
    ['4 barg', 'pressure', 4e5],
    ['4 bar(g)', 'pressure', 4e5],
    ['60 psi gauge', 'pressure', 413_685.44],
    ['4 kgf/cm²', 'pressure', 392_266],
    ['1 imp gal', 'volume', 4.54609e-3],
    ['2 imperial pints', 'volume', 1.1365225e-3],
    ['2 US pints', 'volume', 0.946352946e-3],
    ['106 in-lb', 'torque', 11.9763991],
    ['30 ft-lbs', 'torque', 40.6745384],
    ['2 kgm', 'torque', 19.6133],
    ['12 cP', 'viscosity', 12e-3],
    ['7 lb/gal', 'density', 838.784],
    ['1.5 h', 'time', 5400],
  ] as const)('"%s" is a %s', (text, quantity, si) => {
    const parsed = parseQuantity(text, quantity);
    expect(parsed).toMatchObject({ ok: true });
    expect(parsed.ok && Math.abs(parsed.si / si - 1)).toBeLessThan(1e-5);
  });

  it('that two countries use for different things are the reader’s own, or asked', () => {
    expect(parseQuantity('3 pints', 'volume', { units: { volume: 'qt' } })).toMatchObject({
      ok: true,
      si: expect.closeTo(1.419529419e-3, 12),
    });
    expect(parseQuantity('3 pints', 'volume')).toMatchObject({ ok: false, reason: 'either' });
  });
});

const SHOWN = Object.entries(QUANTITIES).flatMap(([quantity, { shown, plausible }]) =>
  shown.map((u) => [quantity as Quantity, u.id, plausible] as const),
);
describe('What is printed and typed again', () => {
  it.each(SHOWN)(
    'as %s in %s is the same, with a point and with a comma, or is asked about',
    (quantity, id, plausible) => {
      const units = { [quantity]: id };
      const [low, high] = plausible.map(Math.log) as [number, number];
      fc.assert(
        fc.property(fc.double({ min: low, max: high, noNaN: true }), fc.boolean(), (log, withComma) => {
          const si = Math.exp(log);
          const printed = formatQuantity(si, quantity, units);
          const shown = formatFigure(si, quantity, units);
          const text = withComma ? printed.replace('.', ',') : printed;
          const parsed = parseQuantity(text, quantity, { units });
          if (!parsed.ok) {
            // A comma before three digits may be either: whoever typed it chooses, and what is printed is among them.
            expect([text, parsed.reason]).toEqual([text, 'either']);
            expect(withComma && /\d,\d{3}(?!\d)/.test(text)).toBe(true);
            return;
          }
          const u = displayUnit(quantity, units, si);
          const rounded = Number(shown.replace(/−/g, '-'));
          const back = toDisplay(parsed.si, u);
          expect([text, Math.abs(back - rounded) <= 1e-6 * Math.max(1e-12, Math.abs(rounded)) || back]).toEqual([
            text,
            true,
          ]);
          expect(Math.abs(fromDisplay(back, u) - parsed.si)).toBeLessThanOrEqual(
            1e-9 * Math.max(1, Math.abs(parsed.si)),
          );
        }),
        { numRuns: 60, seed: 30 },
      );
    },
  );
});

describe('A column of figures', () => {
  const rpm = (x: number) => x >= 30 && x <= 25_000;
  const any = () => true;
  it.each([
    [['3,5', '1.250'], any, ','],
    [['1,234.5', '1,250'], any, '.'],
    [['3,000', '6,250'], rpm, '.'],
    [['3.000', '6.250'], rpm, ','],
    [['12.345', '13.346'], any, '.'],
    [['1', '2', ''], any, '.'],
  ] as const)('%j is read one way', (cells, isPlausible, sign) => {
    expect(columnForm(cells, isPlausible)).toEqual({ ok: true, sign });
  });
  it.each([
    [['1,275', '2,400'], 'both readings plausible'],
    [['1,5', '2.5'], 'both signs'],
    [['1,275', '1.275'], 'both before three digits'],
  ])('%j is refused: %s', (cells) => {
    expect(columnForm(cells, any).ok).toBe(false);
  });
  it('reads each cell by the column’s sign, and nothing by the other', () => {
    expect(['1,250', '3.5', '7', '1.250', 'x', '1.250,5'].map((c) => readWith(c, '.'))).toEqual([
      1250,
      3.5,
      7,
      1.25,
      NaN,
      NaN,
    ]);
    expect(['1,250', '3,5', '7', '1.250', '3.5'].map((c) => readWith(c, ','))).toEqual([1.25, 3.5, 7, 1250, NaN]);
  });
});
