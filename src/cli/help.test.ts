import { COMMANDS, type CommandName, type CommandWords } from './commandTable';
import { run } from './testing/commandLine';
import { waysOf } from './runStudyCommand';

const NAMES = Object.keys(COMMANDS) as CommandName[];

describe('The help', () => {
  it.each([['help'], ['--help'], ['-h']])(
    'is an answer: %s prints every command on standard output, exit 0',
    async (word) => {
      const { code, out, err } = await run(word);
      expect([code, err]).toEqual([0, '']);
      for (const name of NAMES) expect(out).toMatch(new RegExp(`^ {2}${name} `, 'm'));
    },
  );

  it('that was not asked for is a complaint', async () => {
    const { code, out, err } = await run();
    expect([code, out, err.includes('Usage: tidal')]).toEqual([2, '', true]);
  });

  it.each(NAMES)('of %s has an example that uses only what the command takes', async (name) => {
    const { code, out } = await run('help', name);
    expect(code).toBe(0);
    expect((await run(name, '--help')).out).toBe(out);
    const { example, options }: CommandWords = COMMANDS[name];
    expect(out).toContain(`Example:\n  tidal ${example}`);
    expect(example.startsWith(name)).toBe(true);
    for (const [, option] of example.matchAll(/--([a-z-]+)/g)) expect(options).toContain(option);
  });

  it.each(NAMES)('of %s names the forms that its study prints, and no other', async (name) => {
    const { studies, options }: CommandWords = COMMANDS[name];
    if (!studies) return;
    for (const { command } of await waysOf(name, studies))
      expect([command.name, command.json !== undefined, command.table !== undefined]).toEqual([
        name,
        options.includes('json'),
        options.includes('csv'),
      ]);
  });

  it('leaves out no command that a study has', async () => {
    const { STUDIES } = await import('../core/answer/registry');
    for (const [study, load] of Object.entries(STUDIES))
      for (const { name } of ((await load()) as { commands?: readonly { name: string }[] }).commands ?? [])
        expect([name, (COMMANDS[name as CommandName] as CommandWords).studies]).toEqual([
          name,
          expect.arrayContaining([study]),
        ]);
  });
});
