import { readFileSync } from 'node:fs';

/** Contrast ratio of two colours. @source WCAG 2.2, definition of relative luminance */
function contrast(a: string, b: string): number {
  const luminance = (hex: string) => {
    const [r, g, blue] = [1, 3, 5].map((i) => {
      const c = Number.parseInt(hex.slice(i, i + 2), 16) / 255;
      return c <= 0.04045 ? c / 12.92 : ((c + 0.055) / 1.055) ** 2.4;
    });
    return 0.2126 * r! + 0.7152 * g! + 0.0722 * blue!;
  };
  const [dark, light] = [luminance(a), luminance(b)].sort((x, y) => x - y);
  return (light! + 0.05) / (dark! + 0.05);
}

const css = readFileSync('src/app/theme/base.css', 'utf8');
/** The tokens of a block of base.css, by name. */
const tokensOf = (selector: string): Record<string, string> => {
  const from = css.indexOf(`${selector} {`);
  const block = css.slice(from, css.indexOf('}', from));
  return Object.fromEntries([...block.matchAll(/--([\w-]+): (#[0-9a-f]{6})/g)].map(([, name, hex]) => [name!, hex!]));
};
const LIGHT = tokensOf(':root');
const DARK = { ...LIGHT, ...tokensOf(":root[data-theme='dark']") };

/** Text on what it stands on: at least 4.5. Text never stands on tint without paper behind it. */
const TEXT = [
  ['ink', 'paper'],
  ['ink2', 'paper'],
  ['alarm', 'paper'],
  ['ink', 'mark'],
  ['ink2', 'mark'],
  ['alarm', 'mark'],
  ['accent-ink', 'accent'],
] as const;

describe.each([
  ['light', LIGHT],
  ['dark', DARK],
])('Colours of the %s theme', (_, tokens) => {
  it.each(TEXT)('%s on %s can be read', (text, ground) => {
    expect(contrast(tokens[text]!, tokens[ground]!)).toBeGreaterThanOrEqual(4.5);
  });
});

it('the contrast of black on white is 21, as the standard says', () => {
  expect(contrast('#000000', '#ffffff')).toBeCloseTo(21, 6);
});
