import { parseArgs, type ParseArgsConfig } from 'node:util';
import Papa from 'papaparse';
import type { Project } from '../core/document/project/project';
import { OPTIONS, type Asked, type OptionName } from '../core/studies/job/command';
import { studyHere } from '../core/studies/job/runHere';
import { OWN_COMMANDS, OWN_OPTIONS } from './ownCommands';
import { loadCommands, usage, type Command } from './commands';
import { complain, say, sayJson } from './console';
import { load, loadTable } from './load';
import { Refusal } from './refusal';
import { StudyRefused } from '../core/studies/job/studyRefused';

const ARGUMENTS: NonNullable<ParseArgsConfig['options']> = Object.fromEntries(
  Object.entries(OPTIONS).map(([name, stands]) => [name, { type: stands === null ? 'boolean' : 'string' }]),
);
const HELP = { help: { type: 'boolean', short: 'h' } } as const;

/**
 * Prints an answer in the form that was asked for.
 * @returns the exit code
 * @throws Refusal where there is no such form
 */
function print({ command }: Command, answer: unknown, asked: Asked): number {
  const { json, csv } = asked.given;
  const { project, variant } = asked.circuit;
  if (json !== undefined && command.json) {
    const about = command.acrossVariants ? { project: project.name } : { project: project.name, variant: variant.id };
    sayJson({ ...about, ...command.json(answer, asked) });
  } else if (csv !== undefined && command.rows) {
    const { columns, rows } = command.rows(answer, asked);
    say(
      Papa.unparse(
        { fields: [...columns], data: rows.map((row) => [...row]) },
        // A cell that begins like a formula would be one in the program that opens it.
        { newline: '\n', escapeFormulae: true },
      ),
    );
  } else for (const line of command.lines?.(answer, asked) ?? []) say(line);
  for (const remark of command.remarks?.(answer, asked) ?? []) complain(remark);
  return command.isGood(answer, asked) ? 0 : 1;
}

/** Refuses a form that a command does not have. @throws Refusal */
function checkForm({ name, lines, rows, json }: Command['command'], given: Asked['given']): void {
  if (lines || (given.csv !== undefined && rows) || (given.json !== undefined && json)) return;
  throw new Refusal(`${name}: say --csv; it is the only form so far.`);
}

/** Runs one command. @param argv words after the program's name @returns the exit code */
export async function main(argv: readonly string[]): Promise<number> {
  try {
    const commands = await loadCommands();
    const { values, positionals } = parseArgs({
      args: [...argv],
      allowPositionals: true,
      options: { ...ARGUMENTS, ...OWN_OPTIONS, ...HELP },
    });
    if (values.help) {
      say(usage(commands));
      return 0;
    }
    const [name, file, word, ...rest] = positionals;
    const own = Object.hasOwn(OWN_COMMANDS, name ?? '') ? OWN_COMMANDS[name!] : undefined;
    if (own) return await own.run(positionals.slice(1), values);
    const ways = commands.get(name ?? '');
    const [first] = ways ?? [];
    if (!ways || !first || !file || rest.length > 0 || (word !== undefined && first.command.word === undefined))
      throw new Refusal(usage(commands));
    const given = Object.fromEntries(Object.entries(values).map(([key, value]) => [key, String(value)])) as Partial<
      Record<OptionName, string>
    >;
    checkForm(first.command, given);
    const circuit = load(file, first.command.acrossVariants ? undefined : given.variant);
    const asked: Asked = {
      circuit,
      word,
      given,
      readTable: () => {
        if (word === undefined) throw new Refusal(`${first.command.name}: give a project, a log, and --csv.`);
        return loadTable(word);
      },
    };
    const way = ways.find(({ command }) => command.fits?.(asked)) ?? ways.find(({ command }) => !command.fits)!;
    const project: Project = { ...circuit.project, activeVariant: circuit.variant.id };
    return print(way, studyHere(way.kind, project, way.command.question(asked)), asked);
  } catch (error) {
    const { code, message } = error as NodeJS.ErrnoException;
    if (error instanceof Refusal || error instanceof StudyRefused || code?.startsWith('ERR_PARSE_ARGS')) {
      complain(message);
      return 2;
    }
    throw error;
  }
}
