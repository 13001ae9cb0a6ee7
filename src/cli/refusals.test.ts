import { readFileSync } from 'node:fs';
import { DEMO, run, fileWith } from './testing/commandLine';

describe('The command line', () => {
  it.each([
    ['one variant to compare', () => ['compare', DEMO, '--variants', 'stock'], '--variants: give 2 to 4, 1 is there'],
    [
      'a figure that is not there',
      () => ['size', DEMO, 'turbo.horn'],
      'There is no turbo.horn in this variant. These are: ',
    ],
    [
      'a figure that is not sized',
      () => ['size', DEMO, 'pump.speedRatio'],
      'pump.speedRatio is not a size that is searched for',
    ],
    [
      'a consumer that is none',
      () => ['size', DEMO, 'relief.crackPa', '--for', 'pump'],
      '--for: pump is not a consumer',
    ],
    [
      'something else upward',
      () => ['envelope', DEMO, '--over', 'moon'],
      '--over: give one of oil, filterAge, air, road; "moon" is there',
    ],
    [
      'a margin of nobody',
      () => ['sensitivity', DEMO, 'pump'],
      'pump is not a consumer of this variant. These are: turbo',
    ],
    ['tolerances of an engine that stands', () => ['spread', DEMO, '--rpm', '0'], 'must be greater than 0, 0 is there'],
    ['too few samples', () => ['spread', DEMO, '--samples', '3'], '--samples: 3 is out of range'],
    [
      'a trace that is no trace',
      () => ['trace', DEMO, fileWith('log.csv', 'a,b\n1,2\n3,4\n'), '--csv'],
      'The recording has no column for time in seconds (time_s)',
    ],
    ['a load over one', () => ['balance', DEMO, '--load', '3'], '--load: 3 is out of range'],
    [
      'a broken file',
      () => ['solve', fileWith('broken.json', readFileSync(DEMO, 'utf8').replace('"boreM": 0.0015', '"boreM": -1'))],
      'boreM (Restrictor): must be greater than 0, -1 is there',
    ],
    ['no file', () => ['solve', 'nowhere.json'], 'nowhere.json: there is no such file'],
    ['a huge file', () => ['check', fileWith('huge.json', ' '.repeat(50e6))], 'The file has 47.7 MiB'],
    ['an unknown command', () => ['boil', DEMO], "unknown command 'boil'"],
    ['a command that is nearly one', () => ['solv', DEMO], 'Did you mean solve?'],
    ['an option that is nearly one', () => ['solve', DEMO, '--oil-tmp', '90'], 'Did you mean --oil-temp?'],
    ['one file too many', () => ['check', DEMO, DEMO], 'too many arguments'],
    ['no file at all', () => ['check'], "missing required argument 'file'"],
    ['an unknown option', () => ['solve', DEMO, '--fast'], '--fast'],
    ['a speed in words', () => ['solve', DEMO, '--rpm', 'fast'], '--rpm: a number is needed, "fast" is there'],
    [
      'an unknown variant',
      () => ['solve', DEMO, '--variant', 'racing'],
      'There are: stock (Stock), noseCooler (Nose cooler).',
    ],
  ])('refuses %s with exit code 2 and no stack trace', async (_, args, sentence) => {
    const { code, err } = await run(...args());
    expect([code, err.includes(sentence)]).toEqual([2, true]);
    expect(err).not.toMatch(/\n\s+at /);
  });
});

describe('A cooler that no exchanger could be', () => {
  it('is said and counts as a failure, with and without heat', async () => {
    const project = JSON.parse(readFileSync(DEMO, 'utf8')) as {
      variants: { acts: { moves: { figures?: unknown }[] }[] }[];
    };
    project.variants[0]!.acts[0]!.moves[0]!.figures = [
      { part: 'noseCooler', path: ['cooling', 'ratedHeatW'], value: 1e7 },
    ];
    const file = fileWith('impossible.json', JSON.stringify(project));
    for (const command of ['solve', 'balance']) {
      const { code, err } = await run(command, file, '--variant', 'noseCooler', '--rpm', '2000', '--json');
      expect([command, code]).toEqual([command, 1]);
      expect(err).toContain('no cooler could do what its rating point says');
    }
  });
});

describe('A relief that is stuck', () => {
  it('is said to press above every rating', async () => {
    const project = JSON.parse(readFileSync(DEMO, 'utf8')) as {
      asItIs: { circuit: { parts: Record<string, unknown>[] } };
    };
    for (const part of project.asItIs.circuit.parts)
      if (part['kind'] === 'relief') Object.assign(part, { crackPa: 1e8, fullOpenPa: 1.1e8 });
    const { err } = await run(
      'solve',
      fileWith('stuck.json', JSON.stringify(project)),
      '--rpm',
      '7000',
      '--oil-temp',
      '20',
      '--json',
    );
    expect(err).toMatch(/.bar, above every rating of such a system/);
  });
});
