import { readdirSync, readFileSync } from 'node:fs';
import { join } from 'node:path';

const LAWS = readdirSync(__dirname).filter((f) => f.endsWith('.ts') && !f.includes('.test.'));
/** What an example is good to: six digits are written. */
const DIGITS = 6;

/** Each `@example code // value` of a law, as docs show it. */
const examplesOf = (file: string) =>
  [...readFileSync(join(__dirname, file), 'utf8').matchAll(/@example (.+) \/\/ (\S+)/g)].map((m) => ({
    code: m[1]!,
    value: Number(m[2]),
  }));

describe.each(LAWS)('%s', (file) => {
  it('has an example on each of its laws, and each is true', () => {
    const examples = examplesOf(file);
    expect(examples.length).toBeGreaterThan(0);
    // eslint-disable-next-line @typescript-eslint/no-require-imports -- the example names what its own file exports
    const law = require(join(__dirname, file)) as Record<string, unknown>;
    for (const { code, value } of examples) {
      const lines = code.split('; ');
      const last = lines.pop()!;
      const run = new Function('out', ...Object.keys(law), `${lines.join(';')}; return ${last};`);
      const found = run(new Float64Array(8), ...Object.values(law)) as number;
      expect([code, Number(found.toPrecision(DIGITS))]).toEqual([code, value]);
    }
  });
});
