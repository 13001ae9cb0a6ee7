import { sayNote } from './sayNote';
import type { ResultNote } from '../judgement/stateResult';

const note = (code: ResultNote['code'], figures: Partial<ResultNote> = {}): ResultNote => ({
  code,
  where: 'Main gallery',
  actual: null,
  limit: null,
  ...figures,
});
const plain = (n: ResultNote, units = {}) => {
  const { head, text } = sayNote(n, units);
  return [head, text].map((s) => s.replace(/\u00a0/g, ' '));
};

describe('A note about a state', () => {
  it.each<[ResultNote, RegExp, RegExp]>([
    [
      note('extrapolatedViscosity', { limit: 273.15 }),
      /^Viscosity is extrapolated\.$/,
      /^Below 0 °C .* SAE J300 pumping limit/,
    ],
    [
      note('implausiblePressure', { actual: 40e5 }),
      /^Main gallery: 40\.00 bar\.$/,
      /look for a blocked way or a relief/,
    ],
    [note('dryGallery', { actual: 0.1e5 }), /^Main gallery is dry\.$/, /is at 0\.10 bar while the pump turns/],
    [note('dryGallery'), /is dry/, /is at no pressure/],
    [note('pumpStarved', { actual: 0.62 }), /is not filled/, /^It fills to 62 %.*widen the pickup\.$/],
    [note('still'), /holds oil that does not move/, /Every way into it is closed/],
    [note('oilHot', { actual: 404.15, limit: 393.15 }), /reaches 131 °C/, /^The limit is 120 °C.*A cooler/],
    [
      note('oilCold', { actual: 333.15, limit: 353.15 }),
      /reaches 60 °C/,
      /^Below 80 °C water and fuel do not boil off/,
    ],
    [note('notConverged'), /did not solve/, /The solution fails at Main gallery\. No figure shown is valid/],
  ])('says what it is and what to do: %#', (given, head, text) => {
    expect(plain(given)).toEqual([expect.stringMatching(head), expect.stringMatching(text)]);
  });

  it('speaks in the reader’s units', () => {
    expect(plain(note('oilHot', { actual: 404.15, limit: 393.15 }), { temperature: 'degF' })).toEqual([
      'The oil reaches 268 °F.',
      expect.stringMatching(/^The limit is 248 °F/),
    ]);
    expect(plain(note('implausiblePressure', { actual: 40e5 }), { pressure: 'psi' })[0]).toBe(
      'Main gallery: 580.2 psi.',
    );
  });
});
