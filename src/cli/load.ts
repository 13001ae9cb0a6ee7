import { readFileSync, statSync } from 'node:fs';
import type { Project } from '../core/document/project/project';
import { sayIssue, type Issue } from '../core/document/project/issue';
import { fileTooLarge, LARGEST_FILE_BYTES, readProjectText } from '../core/document/project/readProject';
import { CircuitSolver } from '../core/network/circuitSolver';

/** The input is refused; the message says what, where and what to do. */
export class Refusal extends Error {}

/** What the words after a command may say. */
export interface Options {
  readonly rpm: string | undefined;
  readonly oilTempC: string | undefined;
  readonly variant: string | undefined;
  readonly airTempC: string | undefined;
  readonly roadSpeedKmh: string | undefined;
  readonly load: string | undefined;
  readonly minutes: string | undefined;
  /** The only consumer asked about. */
  readonly for: string | undefined;
  /** Ids apart by commas, to set side by side. */
  readonly variants: string | undefined;
  /** What goes upward on an envelope. */
  readonly over: string | undefined;
  readonly samples: string | undefined;
  readonly seed: string | undefined;
  /** Faults two at a time as well. */
  readonly pairs: boolean;
  readonly json: boolean;
  readonly csv: boolean;
}

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

/** A number from the command line. @throws Refusal when it is not one, or out of range */
export function numberOption(
  text: string | undefined,
  name: string,
  fallback: number,
  low: number,
  high: number,
): number {
  if (text === undefined) return fallback;
  const value = Number(text);
  if (text.trim() === '' || !Number.isFinite(value))
    throw new Refusal(`--${name}: a number is needed, "${text}" is there.`);
  if (value < low || value > high) throw new Refusal(`--${name}: ${value} is out of range; give ${low} to ${high}.`);
  return value;
}

/** The project with the variant of a solver open, as studies take it. */
export function opened({ project, variant }: CircuitSolver): Project {
  return { ...project, activeVariant: variant.id };
}
