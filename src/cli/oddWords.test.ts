import { mkdtempSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { seeded } from '../core/foundations/random/quasiRandom';
import { main } from './main';

const DEMO = 'demo/larkspur.json';
const folder = mkdtempSync(join(tmpdir(), 'tidal-odd-'));
const odd = (name: string, text: string | Buffer): string => {
  const path = join(folder, name);
  writeFileSync(path, text);
  return path;
};
const WORDS = [
  ...['solve', 'sweep', 'audit', 'check', 'trace', 'new', 'archetypes', 'guesses', 'fit', 'warmup', 'balance'],
  ...['constructor', '__proto__', 'toString', 'hasOwnProperty', '', ' ', '-', '--', '---'],
  ...['--rpm', '--rpm=', '--rpm=abc', '--rpm=1e999', '--rpm=-5', '--oil-temp', '--oil-temp=nan', '--oil-temp=-9999'],
  ...['--json', '--csv', '--variant', '--variant=ghost', '--variant=__proto__', '--nonsense', '--help=1', '-x'],
  ...[
    '/nowhere.json',
    folder,
    DEMO,
    odd('empty.json', ''),
    odd('half.json', '{"format":'),
    odd('bytes.bin', Buffer.alloc(99, 255)),
  ],
  ...['\u001b[31m', 'x'.repeat(3000), '💥'],
] as const;

/** Runs the command line in place. */
async function run(...argv: string[]) {
  const out: string[] = [];
  const spies = (['log', 'error'] as const).map((kind) =>
    jest.spyOn(console, kind).mockImplementation((...line: unknown[]) => void out.push(line.map(String).join(' '))),
  );
  try {
    return { code: await main(argv), out: out.join('\n') };
  } finally {
    for (const spy of spies) spy.mockRestore();
  }
}

describe('The command line, whatever is typed', () => {
  it('ends with 0, 1 or 2, never with a throw, and never steers the terminal', async () => {
    const random = seeded(7);
    for (let n = 0; n < 60; n++) {
      const argv = Array.from(
        { length: 1 + Math.floor(random() * 4) },
        () => WORDS[Math.floor(random() * WORDS.length)]!,
      );
      const { code, out } = await run(...argv);
      expect([argv, [0, 1, 2].includes(code)]).toEqual([argv, true]);
      expect([argv, /[\u0000-\u0008\u000b-\u001f\u007f-\u009f\u202a-\u202e]/.test(out)]).toEqual([argv, false]);
    }
  });

  it.each(['constructor', '__proto__', 'toString', 'hasOwnProperty'])('%s is no command', async (name) =>
    expect((await run(name, DEMO)).code).toBe(2),
  );

  it.each([['--rpm=abc'], ['--rpm='], ['--oil-temp=-9999'], ['--rpm=-5'], ['--rpm=1e999']])(
    'solve with %s is refused in a line',
    async (option) => {
      const { code, out } = await run('solve', DEMO, '--rpm=3000', '--oil-temp=100', option);
      expect([code, out.split('\n').length <= 3, out !== '']).toEqual([2, true, true]);
    },
  );

  it('prints names that hold a terminal’s escapes as what they are not', async () => {
    const text = (await import('node:fs')).readFileSync(DEMO, 'utf8').replaceAll('"Turbo"', '"Turbo"');
    const project = JSON.parse(text) as { asItIs: { circuit: { parts: { name: string }[] } } };
    for (const part of project.asItIs.circuit.parts) part.name = `=cmd\u001b[2J ${part.name}`;
    const file = odd('escapes.json', JSON.stringify(project));
    for (const form of [[], ['--json'], ['--csv']]) {
      const { out } = await run('sweep', file, ...form);
      expect(out).not.toContain('\u001b');
      if (form[0] === '--csv') expect(out).not.toMatch(/(^|,)"?=cmd/m);
    }
  });
});
