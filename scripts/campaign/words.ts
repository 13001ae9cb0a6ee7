import { seeded } from '../../src/core/foundations/random/quasiRandom';
import { main } from '../../src/cli/main';
import type { Part } from './part';

const WORDS = [
  ...[
    'solve',
    'sweep',
    'audit',
    'trace',
    'new',
    'archetypes',
    'guesses',
    'fit',
    'warmup',
    'balance',
    'size',
    'compare',
  ],
  ...[
    'constructor',
    '__proto__',
    'toString',
    'hasOwnProperty',
    '',
    ' ',
    '-',
    '--',
    '---',
    '\u001b[31m',
    'x'.repeat(3000),
  ],
  ...['--rpm', '--rpm=', '--rpm=abc', '--rpm=1e999', '--rpm=-5', '--rpm=3000', '--oil-temp=nan', '--oil-temp=-9999'],
  ...['--oil-temp=100', '--json', '--csv', '--variant=ghost', '--variant=__proto__', '--nonsense', '--help=1', '-x'],
  ...[
    '/nowhere.json',
    '.',
    'demo/larkspur.json',
    'demo/hillclimb.csv',
    'package.json',
    'README.md',
    'public/icon-192.png',
  ],
] as const;
const LINES_OF_A_COMPLAINT = 60;
const ESCAPES = /[\u0000-\u0008\u000b-\u001f\u007f-\u009f\u202a-\u202e]/;

/** Command lines of odd words. */
export const words: Part = {
  name: 'words',
  unit: 'odd command lines',
  holds: 'each ends with 0, 1 or 2; a refusal is some lines; nothing throws or steers the terminal',
  usual: 400,
  async run(count, seed) {
    const failures: string[] = [];
    const random = seeded(seed);
    const { log, error } = console;
    for (let n = 0; n < count; n++) {
      const argv = Array.from(
        { length: 1 + Math.floor(random() * 4) },
        () => WORDS[Math.floor(random() * WORDS.length)]!,
      );
      const said: string[] = [];
      console.log = console.error = (line: unknown) => void said.push(String(line));
      let code: number | string;
      try {
        code = await main(argv);
      } catch (thrown) {
        code = String(thrown);
      } finally {
        Object.assign(console, { log, error });
      }
      const text = said.join('\n');
      const isTalkative = code === 2 && text.split('\n').length > LINES_OF_A_COMPLAINT;
      if (![0, 1, 2].includes(code as number) || ESCAPES.test(text) || isTalkative || (code === 2 && text === ''))
        failures.push(`${JSON.stringify(argv).slice(0, 120)}: ${code}`);
    }
    return { done: count, failures };
  },
};
