import Papa from 'papaparse';
import type { Project } from '../core/document/project/project';
import { parseQuantity } from '../core/foundations/units/parse';
import type { Asked, OptionName, StudyCommand } from '../core/studies/job/command';
import { studyHere } from '../core/studies/job/runHere';
import type { StudyKind } from '../core/studies/job/study';
import { STUDIES, type StudyName } from '../core/answer/registry';
import { complain, say, sayJson } from './console';
import { load, loadTable } from './load';
import { progressOf } from './progress';
import { Refusal } from './refusal';

/** A study as the command line sees it, whatever its question and answer are made of. */
type AnyKind = StudyKind<object, unknown, unknown, unknown>;

/** One way to ask, with the study that answers. */
interface Way {
  readonly kind: AnyKind;
  readonly command: StudyCommand<object, unknown>;
}

/** A command as it was typed. */
export interface TypedStudy {
  readonly name: string;
  /** Studies that may answer. */
  readonly studies: readonly StudyName[];
  readonly acrossVariants: boolean;
  readonly file: string;
  /** The word behind the file. */
  readonly word: string | undefined;
  readonly given: Asked['given'];
}

/** The ways that a command may be asked, in the order of its studies. */
export async function waysOf(name: string, studies: readonly StudyName[]): Promise<readonly [Way, ...Way[]]> {
  const kinds = (await Promise.all(studies.map((study) => STUDIES[study]()))) as unknown as readonly AnyKind[];
  const [first, ...more] = kinds.flatMap((kind) =>
    (kind.commands ?? []).filter((command) => command.name === name).map((command) => ({ kind, command })),
  );
  if (!first) throw new Error(`No study answers ${name}.`);
  return [first, ...more];
}

/** Prints an answer in the form that was asked for. @returns the exit code */
function print({ command }: Way, answer: unknown, asked: Asked, isAcrossVariants: boolean): number {
  const { json, csv } = asked.given;
  const { project, variant } = asked.circuit;
  if (json !== undefined && command.json) {
    const about = isAcrossVariants ? { project: project.name } : { project: project.name, variant: variant.id };
    sayJson({ ...about, ...command.json(answer, asked) });
  } else if (csv !== undefined && command.table) {
    const { columns, rows } = command.table(answer, asked);
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
function checkForm({ command: { name, lines, table } }: Way, given: Partial<Record<OptionName, string>>): void {
  if (!lines && !(given.csv !== undefined && table))
    throw new Refusal(`${name}: say --csv; it is the only form so far.`);
}

/** Asks a study and prints its answer. @returns the exit code @throws Refusal, or StudyRefused */
export async function runStudyCommand(typed: TypedStudy): Promise<number> {
  const { name, studies, acrossVariants, file, word, given } = typed;
  const ways = await waysOf(name, studies);
  checkForm(ways[0], given);
  const circuit = load(file, acrossVariants ? undefined : given.variant);
  const asked: Asked = {
    circuit,
    word,
    given,
    readFigure: parseQuantity,
    readTable: () => {
      if (word === undefined) throw new Refusal(`${name}: give a project, a log, and --csv.`);
      return loadTable(word);
    },
  };
  const way = ways.find(({ command }) => command.fits?.(asked)) ?? ways.find(({ command }) => !command.fits)!;
  const project: Project = { ...circuit.project, activeVariant: circuit.variant.id };
  const progress = progressOf();
  try {
    return print(way, studyHere(way.kind, project, way.command.question(asked), progress.tell), asked, acrossVariants);
  } finally {
    progress.end();
  }
}
