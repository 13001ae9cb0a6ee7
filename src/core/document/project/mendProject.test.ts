import { demoProject } from '../../verification/testing/demo';
import { mendProject } from './mendProject';
import { copyName, LONGEST_NAME, shortName } from './names';
import { readProject } from './readProject';

type Raw = Record<string, never> & {
  name: string;
  activeVariant: string;
  variants: { name: string; circuit: { parts: Record<string, unknown>[]; joints: { from: string; to: string }[] } }[];
};
const broken = (change: (raw: Raw) => void): Raw => {
  const raw = JSON.parse(JSON.stringify(demoProject())) as Raw;
  change(raw);
  return raw;
};

describe('Mending a project that cannot be read', () => {
  it.each<[string, (raw: Raw) => void, RegExp]>([
    ['a name that is too long', (r) => (r.variants[0]!.name = 'x'.repeat(300)), /cut to 80 letters/],
    ['a field that is not known', (r) => Object.assign(r, { colour: 'red' }), /unknown colour was taken out/],
    ['a figure that is optional', (r) => (r.variants[0]!.circuit.parts[3]!['massKg'] = -4), /its value was taken out/],
    ['a part without what it needs', (r) => delete r.variants[0]!.circuit.parts[0]!['kind'], /was taken out/],
    [
      'a joint to nowhere',
      (r) => r.variants[0]!.circuit.joints.push({ from: 'ghost.in', to: 'pump.out' }),
      /the joint ghost\.in/,
    ],
    ['an open variant that is not there', (r) => (r.activeVariant = 'gone'), /that is open was not there; Stock is/],
    [
      'a part that is there twice',
      (r) => r.variants[0]!.circuit.parts.push(r.variants[0]!.circuit.parts[2]!),
      /taken out/,
    ],
  ])('mends %s, says so, and leaves the rest', (_, change, sentence) => {
    const raw = broken(change);
    const given = JSON.stringify(raw);
    expect(readProject(raw).ok).toBe(false);
    const { raw: mended, changes, ok } = mendProject(raw);
    expect([ok, readProject(mended).ok]).toEqual([true, true]);
    expect(changes.join(' ')).toMatch(sentence);
    expect(JSON.stringify(raw)).toBe(given);
    expect((mended as Raw).variants[0]!.circuit.parts.length).toBeGreaterThan(10);
  });

  it.each([null, 3, 'text', [], {}, { format: 'else' }])('leaves %p for the hand', (raw) => {
    expect(mendProject(raw)).toMatchObject({ ok: false, changes: [] });
  });
});

describe('Names that the app makes', () => {
  it('fit, whatever they are made of, and are cut at a word', () => {
    expect(shortName('Stock')).toBe('Stock');
    expect(shortName(`Bypass valve of the cold side stuck open and ${'x'.repeat(60)}`)).toBe(
      'Bypass valve of the cold side stuck open and xxxxxxxxxxxxxxxxxxxxxxxxxxxxxxxxxx…',
    );
    for (const name of ['x'.repeat(500), 'ö 🛢️ '.repeat(80), `${'word '.repeat(40)}`])
      expect([shortName(name).length <= LONGEST_NAME, /\p{Surrogate}/u.test(shortName(name))]).toEqual([true, false]);
  });

  it('count copies', () => {
    expect(copyName('Stock', ['Stock'])).toBe('Stock, changed');
    expect(copyName('Stock, changed', ['Stock', 'Stock, changed'])).toBe('Stock, changed 2');
    expect(copyName('x'.repeat(80), []).length).toBeLessThanOrEqual(LONGEST_NAME);
  });
});
