import { Command, CommanderError, Option } from 'commander';
import type { Asked } from '../core/studies/job/command';
import { COMMANDS, type CommandName, type CommandWords, type OwnCommandName } from './commandTable';
import { complain, say } from './console';
import { OPTION_WORDS } from './options';
import { Refusal } from './refusal';
import { StudyRefused } from '../core/studies/job/studyRefused';

const EXIT_CODES = `
Exit code: 0 all supplied, 1 something is not (or a state did not solve), 2 the input is refused.
A file named - is standard input. docs/command-line.md describes what is printed.`;

/** Options as they were typed, by their names on the command line. */
type Given = Readonly<Record<string, string>>;

/** Does a command. What it needs of the core is loaded here: the help needs none. @returns the exit code */
async function run(name: CommandName, typed: readonly (string | undefined)[], given: Given): Promise<number> {
  const words: CommandWords = COMMANDS[name];
  if (words.studies) {
    const { runStudyCommand } = await import('./runStudyCommand');
    const [file, word] = typed;
    const { studies, acrossVariants = false } = words;
    return runStudyCommand({ name, studies, acrossVariants, file: file!, word, given: given as Asked['given'] });
  }
  const { OWN_COMMANDS } = await import('./runOwnCommand');
  return OWN_COMMANDS[name as OwnCommandName].run(
    typed.filter((word) => word !== undefined),
    given,
  );
}

/** The options that were typed, by their names on the command line. */
function givenOf(command: Command): Given {
  const values = command.opts<Record<string, unknown>>();
  return Object.fromEntries(
    command.options.flatMap((option) => {
      const value = values[option.attributeName()];
      return value === undefined ? [] : [[option.name(), String(value)]];
    }),
  );
}

function addCommand(program: Command, name: CommandName, onEnd: (code: number) => void): void {
  const { words, summary, example, options }: CommandWords = COMMANDS[name];
  const command = program
    .command([name, ...words].join(' '))
    .description(summary)
    .allowExcessArguments(false);
  for (const option of options) {
    const { stands, short, help } = OPTION_WORDS[option];
    const flags = `${short === undefined ? '' : `-${short}, `}--${option}${stands === undefined ? '' : ` <${stands}>`}`;
    command.addOption(new Option(flags, help));
  }
  command.addHelpText('after', `\nExample:\n  tidal ${example}`);
  command.action(async () => onEnd(await run(name, command.processedArgs as (string | undefined)[], givenOf(command))));
}

/** Runs one command. @param argv words after the program's name @returns the exit code */
export async function main(argv: readonly string[]): Promise<number> {
  let code = 0;
  const program = new Command('tidal')
    .description('An engine’s lubrication circuit: is every component supplied?')
    .usage('COMMAND FILE [options]')
    .exitOverride()
    .showHelpAfterError('Type “tidal help” for what can be asked.')
    .configureOutput({ writeOut: (text) => say(text.trimEnd()), writeErr: (text) => complain(text.trimEnd()) })
    .configureHelp({ subcommandTerm: (command) => command.name() })
    .addHelpText('after', EXIT_CODES);
  for (const name of Object.keys(COMMANDS) as CommandName[])
    addCommand(program, name, (ended) => {
      code = ended;
    });
  try {
    await program.parseAsync(argv, { from: 'user' });
    return code;
  } catch (error) {
    // Help that was asked for is an answer; help for want of a command is not.
    if (error instanceof CommanderError) return error.code === 'commander.helpDisplayed' || isHelp(argv) ? 0 : 2;
    if (error instanceof Refusal || error instanceof StudyRefused) {
      complain((error as Error).message);
      return 2;
    }
    throw error;
  }
}

const isHelp = ([first]: readonly string[]): boolean => first === 'help' || first === '--help' || first === '-h';
