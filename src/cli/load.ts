import { readFileSync, statSync } from 'node:fs';
import Papa from 'papaparse';
import { sayIssue, type Issue } from '../core/document/project/issue';
import { fileTooLarge, LARGEST_FILE_BYTES, readProjectText } from '../core/document/project/readProject';
import { CircuitSolver } from '../core/network/circuitSolver';

/** The input is refused; the message says what, where and what to do. */
export class Refusal extends Error {}

const LARGEST_TABLE_BYTES = 64 * 1024 * 1024;

const refuse = (issues: readonly Issue[]): never => {
  throw new Refusal(issues.map(sayIssue).join('\n'));
};

/** Reads and compiles a project file. @throws Refusal when it cannot be used */
export function load(file: string, variant: string | undefined): CircuitSolver {
  let text: string;
  try {
    const { size } = statSync(file);
    if (size > LARGEST_FILE_BYTES) refuse([fileTooLarge(size)]);
    text = readFileSync(file, 'utf8');
  } catch (error) {
    if (error instanceof Refusal) throw error;
    const reason = (error as NodeJS.ErrnoException).code === 'ENOENT' ? 'there is no such file' : 'it cannot be read';
    throw new Refusal(`${file}: ${reason}.`);
  }
  const read = readProjectText(text);
  if (!read.ok) return refuse(read.issues);
  const solver = CircuitSolver.of(read.project, variant);
  if (!solver.ok) return refuse(solver.issues);
  for (const warning of solver.circuit.compiled.warnings) console.error(sayIssue(warning));
  return solver.circuit;
}

/** Reads a CSV file, its header first. @throws Refusal when it cannot be used */
export function loadTable(file: string): readonly (readonly string[])[] {
  let text: string;
  try {
    if (statSync(file).size > LARGEST_TABLE_BYTES) throw new Refusal(`${file}: over 64 MiB. Thin it out.`);
    text = readFileSync(file, 'utf8');
  } catch (error) {
    if (error instanceof Refusal) throw error;
    throw new Refusal(`${file}: it cannot be read.`);
  }
  return Papa.parse<string[]>(text, { skipEmptyLines: true }).data;
}
