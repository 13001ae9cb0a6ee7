import { OPTIONS, type OptionName, type StudyCommand } from '../core/studies/job/command';
import type { StudyKind } from '../core/studies/job/study';
import { STUDIES } from '../core/studies/registry';
import { OWN_COMMANDS } from './ownCommands';

/** A study as the command line sees it, whatever its question and answer are made of. */
type AnyKind = StudyKind<object, unknown, unknown, unknown>;
type AnyCommand = StudyCommand<object, unknown>;

/** One way to ask, with the study that answers. */
export interface Command {
  readonly kind: AnyKind;
  readonly command: AnyCommand;
}

/** Every command by its name; a name with several studies is theirs whose question fits. */
export async function loadCommands(): Promise<ReadonlyMap<string, readonly Command[]>> {
  const kinds = (await Promise.all(Object.values(STUDIES).map((load) => load()))) as unknown as readonly AnyKind[];
  const byName = new Map<string, Command[]>();
  for (const kind of kinds)
    for (const command of kind.commands ?? [])
      byName.set(command.name, [...(byName.get(command.name) ?? []), { kind, command }]);
  return byName;
}

function usageOf(command: AnyCommand): string {
  const { name, word, acrossVariants, json, rows, lines } = command;
  const options: readonly OptionName[] = command.options ?? [];
  const option = (o: OptionName) => `[--${o}${OPTIONS[o] === null ? '' : ` ${OPTIONS[o]}`}]`;
  const forms = [...(json ? ['--json'] : []), ...(rows ? ['--csv'] : [])].join('|');
  return [
    `  tidal ${name} FILE`,
    ...(word === undefined ? [] : [word]),
    ...options.map(option),
    ...(acrossVariants ? [] : [option('variant')]),
    lines ? `[${forms}]` : forms,
  ].join(' ');
}

/** What can be asked, a line a command. */
export function usage(commands: ReadonlyMap<string, readonly Command[]>): string {
  return `Usage:
${Object.values(OWN_COMMANDS)
  .map((own) => `  ${own.usage}`)
  .join('\n')}
${[...commands.values()].map(([first]) => usageOf(first!.command)).join('\n')}

Exit code: 0 all supplied, 1 something is not (or a state did not solve), 2 the input is refused.
docs/command-line.md describes the output.`;
}
