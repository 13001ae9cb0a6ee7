import Papa from 'papaparse';
import { withoutWhatIf } from '../core/document/changes/acts';
import { deriveProject } from '../core/document/changes/deriveProject';
import { sayIssue, type Issue } from '../core/document/project/issue';
import { fileTooLarge, LARGEST_FILE_BYTES, readProjectText } from '../core/document/project/readProject';
import { CircuitSolver } from '../core/network/circuitSolver';
import { complain } from './console';
import { Refusal } from './refusal';
import { textOf } from './textFile';

const LARGEST_TABLE_BYTES = 64 * 1024 * 1024;

const refuse = (issues: readonly Issue[]): never => {
  throw new Refusal(issues.map(sayIssue).join('\n'));
};

/**
 * Reads and compiles a project file.
 * @param isForWork leaves out the faults of variants that only ask what if
 * @throws Refusal when it cannot be used
 */
export function load(file: string, variant: string | undefined, isForWork = false): CircuitSolver {
  const text = textOf(file, (bytes) => (bytes > LARGEST_FILE_BYTES ? sayIssue(fileTooLarge(bytes)) : undefined));
  const read = readProjectText(text);
  if (!read.ok) return refuse(read.issues);
  // A fault that was put in to look at is no work.
  const project = isForWork ? deriveProject(withoutWhatIf(read.kept)) : read.project;
  const { variants } = project;
  if (variant !== undefined && !variants.some((v) => v.id === variant))
    throw new Refusal(
      `--variant: there is no variant "${variant}". There are: ${variants.map((v) => `${v.id} (${v.name})`).join(', ')}.`,
    );
  const solver = CircuitSolver.of(project, variant);
  if (!solver.ok) return refuse(solver.issues);
  for (const warning of solver.circuit.compiled.warnings) complain(sayIssue(warning));
  return solver.circuit;
}

/** Reads a CSV file, its header first. @throws Refusal when it cannot be used */
export function loadTable(file: string): readonly (readonly string[])[] {
  const text = textOf(file, (bytes) =>
    bytes > LARGEST_TABLE_BYTES ? `${file}: over 64 MiB. Use fewer rows.` : undefined,
  );
  return Papa.parse<string[]>(text, { skipEmptyLines: true }).data;
}
