import { expectPublished, input, published } from '../../verification/publishedValues';
import { d341Line, d341Viscosity, d341Z, kinematicViscosityM2S, temperatureAtViscosityK } from './d341';
import { OIL_GRADES } from './grades';
import { Oil } from './oil';

const MM2S = 1e-6;

describe('ASTM D341', () => {
  it.each(published('D341 two-point').map((row) => [row.id, row] as const))('agrees with %s', (_, row) => {
    const line = d341Line(input(row, 'T1'), input(row, 'nu1'), input(row, 'T2'), input(row, 'nu2'));
    if (row.quantity.includes('intercept')) expectPublished(row, line.a);
    else if (row.quantity.includes('slope')) expectPublished(row, line.b);
    else if (row.inputs['nu']) expectPublished(row, temperatureAtViscosityK(line, input(row, 'nu')));
    else expectPublished(row, kinematicViscosityM2S(line, input(row, 'T')));
  });

  it.each(published('D341 low-viscosity form').map((row) => [row.id, row] as const))('agrees with %s', (_, row) => {
    expectPublished(row, row.inputs['nu'] ? d341Z(input(row, 'nu') / MM2S) : d341Viscosity(input(row, 'Z')) * MM2S);
  });

  it('gives a fluid of constant viscosity when both points are alike', () => {
    const line = d341Line(313.15, 20 * MM2S, 373.15, 20 * MM2S);
    expect(kinematicViscosityM2S(line, 250) / MM2S).toBeCloseTo(20, 9);
  });
});

describe('Oil', () => {
  const oil = new Oil({
    name: 's',
    viscosity40M2S: 98 * MM2S,
    viscosity100M2S: 11.3 * MM2S,
    density15KgM3: 0.88 * 999,
    expansionPerK: 6.5e-4,
  });

  it.each(published('Cragoe').map((row) => [row.id, row] as const))('agrees with %s', (_, row) => {
    const t = input(row, 'T');
    expectPublished(row, row.id.includes('-cp-') ? oil.specificHeatJKgK(t) : oil.conductivityWMK(t));
  });

  it('takes the HTHS value as the film viscosity at 150 °C', () => {
    for (const grade of OIL_GRADES) {
      const each = new Oil(grade);
      expect(each.filmViscosityPaS(423.15)).toBeCloseTo(Math.min(grade.hthsPaS!, each.viscosityPaS(423.15)), 12);
      expect(each.filmShare).toBeLessThanOrEqual(1);
    }
  });

  it('has the film viscosity’s slope that differences give, thin or thick', () => {
    const out = new Float64Array(2);
    for (const grade of OIL_GRADES) {
      const each = new Oil(grade);
      for (const k of [233, 273, 313, 373, 423, 600]) {
        each.filmViscosityInto(out, k);
        expect(out[0]).toBeCloseTo(each.filmViscosityPaS(k), 15);
        const by = Math.log(each.filmViscosityPaS(k + 0.01) / each.filmViscosityPaS(k - 0.01)) / 0.02;
        expect(out[1]! / by).toBeCloseTo(1, 6);
      }
    }
  });

  it('reproduces both viscosity points of every grade', () => {
    for (const grade of OIL_GRADES) {
      const each = new Oil(grade);
      expect(each.kinematicViscosityM2S(313.15) / grade.viscosity40M2S).toBeCloseTo(1, 9);
      expect(each.kinematicViscosityM2S(373.15) / grade.viscosity100M2S).toBeCloseTo(1, 9);
    }
  });
});
