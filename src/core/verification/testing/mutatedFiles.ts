import { seeded } from '../../foundations/random/quasiRandom';

/** What people and programs put where something else is meant. */
const oddValues = (): readonly unknown[] => [
  null,
  true,
  '',
  'x'.repeat(5000),
  '\u001b[31mred\u0007',
  '\u202Eback',
  '__proto__',
  'constructor',
  0,
  -0,
  -1,
  1e308,
  -1e308,
  1e-320,
  2 ** 53,
  [],
  {},
  [[[[]]]],
  { toString: 1 },
  { valueOf: null, length: -1 },
  '1.5',
  '=1+1',
];

/**
 * A project file as it should not be: some of its values are replaced, taken out, doubled or moved, at random, by a
 * seed.
 * @param given as parsed; it is not changed
 */
export function mutated(given: unknown, seed: number): unknown {
  const random = seeded(seed);
  const raw = { root: JSON.parse(JSON.stringify(given)) as unknown };
  for (let n = 1 + Math.floor(random() ** 2 * 6); n > 0; n--) mutateOnce(raw, random);
  return raw.root;
}

/** The same as text: cut, doubled, or with letters of it changed. */
export function mutatedText(text: string, seed: number): string {
  const random = seeded(seed);
  const at = Math.floor(random() * text.length);
  const to = at + Math.floor(random() * 200);
  switch (Math.floor(random() * 6)) {
    case 0:
      return text.slice(0, at);
    case 1:
      return text.slice(0, at) + text.slice(to);
    case 2:
      return text.slice(0, at) + String.fromCharCode(Math.floor(random() * 65_536)) + text.slice(at + 1);
    case 3:
      return text.slice(0, to) + text.slice(at);
    case 4:
      return `${text.slice(0, at)}${'['.repeat(20_000)}${text.slice(at)}`;
    default:
      return text.replaceAll(/\d/g, (digit) => (random() < 0.05 ? 'e' : digit));
  }
}

function mutateOnce(raw: { root: unknown }, random: () => number): void {
  // A walk down from the top that stops anywhere.
  let holder = raw as unknown as Record<string, unknown>;
  let key = 'root';
  while (random() < 0.85) {
    const here = holder[key];
    if (typeof here !== 'object' || here === null) break;
    const keys = Object.keys(here);
    if (keys.length === 0) break;
    holder = here as Record<string, unknown>;
    key = keys[Math.floor(random() * keys.length)]!;
  }
  // Made anew each time: what is put in may be changed in turn.
  const values = oddValues();
  const odd = values[Math.floor(random() * values.length)];
  switch (Math.floor(random() * 5)) {
    case 0:
      Reflect.deleteProperty(holder, key);
      break;
    case 1:
      if (Array.isArray(holder)) holder.push(holder[Number(key)]);
      else holder[`${key}2`] = holder[key];
      break;
    case 2:
      {
        const value = holder[key];
        holder[key] = typeof value === 'number' ? value * 10 ** Math.floor(40 * random() - 20) : odd;
      }
      break;
    default:
      holder[key] = odd;
  }
}
