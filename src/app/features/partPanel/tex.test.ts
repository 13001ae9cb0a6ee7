import katex from 'katex';
import { toTex } from './tex';

/** Written by hand from the equations as a handbook sets them. */
const EXPECTED: readonly (readonly [string, string])[] = [
  ['Q = Cd·A·√(2Δp/ρ)', String.raw`Q = C_{d}\,A\,\sqrt{\frac{2\Delta p}{\rho }}`],
  ['Δp = (f·L/D + ΣK)·ρV²/2', String.raw`\Delta p = (f\,\frac{L}{D} + \Sigma K)\,\frac{\rho V^{2}}{2}`],
  [
    'lift = (Δp − Δp_crack)/(Δp_full − Δp_crack)',
    String.raw`\mathrm{lift} = \frac{\Delta p - \Delta p_{\mathrm{crack}}}{\Delta p_{\mathrm{full}} - \Delta p_{\mathrm{crack}}}`,
  ],
  [
    'Q = V·n·fill − C_s·V·Δp/(2πμ)',
    String.raw`Q = V\,n\,\mathrm{fill} - C_{\mathrm{s}}\,V\,\frac{\Delta p}{2\pi \mu }`,
  ],
];

describe('An equation as TeX', () => {
  it.each(EXPECTED)('%s', (equation, tex) => {
    expect(toTex(equation)).toBe(tex);
  });

  it.each(EXPECTED)('%s is typeset without an error', (equation) => {
    expect(() => katex.renderToString(toTex(equation), { throwOnError: true })).not.toThrow();
  });
});
