import type { Project } from '../core/document/project/project';
import { askedOf, fingerprint, type Reading } from '../core/studies/job/asked';

/** Which code computes, by what is in its files: another build's answer is not this one's. Set by the build. */
declare const __BUILD__: string | undefined;
const BUILD = typeof __BUILD__ === 'string' ? __BUILD__ : '';

/** An engine that can be asked about: a project by the id that it is kept under, one of its variants open. */
export interface OpenEngine {
  readonly id: string;
  readonly project: Project;
}

/** What an answer is of. */
export interface Origin {
  /** Id of the project; its name is no key of anything. */
  readonly id: string;
  readonly variant: string;
  /** Fingerprint of all that it was computed from: the document's part, condition, question, build. */
  readonly inputs: string;
}

/** @returns what a question about an engine reads of it, and what its answer will be of */
export function originOf<P>(engine: OpenEngine, reading: Reading<P>, request: P): { asked: Project; of: Origin } {
  const { id, project } = engine;
  const asked = askedOf(project, reading, request);
  const inputs = fingerprint(asked, reading, request, BUILD);
  return { asked, of: { id, variant: project.activeVariant, inputs } };
}

/** An answer with what it is of: whoever wants it says for which engine, and gets none of another. */
export class Answered<A> {
  readonly #answer: A;

  constructor(
    readonly of: Origin,
    answer: A,
  ) {
    this.#answer = answer;
  }

  /** The answer; undefined where it is of another project or variant. An older one of the same may be given. */
  for({ id, project }: OpenEngine): A | undefined {
    return this.of.id === id && this.of.variant === project.activeVariant ? this.#answer : undefined;
  }

  /** @param now what an answer of today is of: same means that nothing it depends on has changed */
  isOf(now: Origin): boolean {
    return this.of.id === now.id && this.of.variant === now.variant && this.of.inputs === now.inputs;
  }
}
