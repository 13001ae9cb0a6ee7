import { actsAs, type Part } from '../../document/parts/part';
import { withVariant, type Project, type Variant } from '../../document/project/project';

/** What is looked at by hand, with what it costs and what it answers. */
export interface HandCheck {
  readonly id: string;
  /** As an order: "Read the dipstick with the engine stopped." */
  readonly ask: string;
  /** What "yes" means: "The level is low." */
  readonly yes: string;
  /** Minutes it usually takes. @source engineering judgement */
  readonly minutes: number;
}

/** How a cause shows in a reading: by a circuit of its own, or by what the sender does to the figure. */
export interface Severity {
  readonly words: string;
  /** Undefined: the circuit is as it was. */
  readonly project: Project | undefined;
  /** What the sender makes of the pressure at its port [Pa]; absent: nothing. */
  readonly sender?: (pressurePa: number) => number;
  /** Where the sender really sits. */
  readonly senderAt?: string;
}

/** One thing that could explain a reading, in the degrees in which it is met. */
export interface Hypothesis {
  readonly id: string;
  readonly title: string;
  /** Part that it is about; empty for the oil, the level and the sender. */
  readonly part: string;
  /** How often it is met, against the others. @source engineering judgement, no data */
  readonly prior: number;
  readonly severities: readonly Severity[];
  readonly check: HandCheck;
}

/** A healthy engine is met so often, against single causes. @source engineering judgement */
export const HEALTHY_PRIOR = 3;

/** The engine that causes are looked for in. */
export interface Subject {
  readonly project: Project;
  readonly variant: Variant;
}

export const check = (id: string, ask: string, yes: string, minutes: number): HandCheck => ({ id, ask, yes, minutes });

/** Parts changed, as a project of its own; nothing where the change changes none. */
export function changed({ project, variant }: Subject, words: string, change: (part: Part) => Part): Severity[] {
  const parts = variant.circuit.parts.map(change);
  if (parts.every((p, i) => p === variant.circuit.parts[i])) return [];
  return [{ words, project: withVariant(project, { ...variant, circuit: { ...variant.circuit, parts } }) }];
}

/** One part changed. */
export const one = (subject: Subject, id: string, words: string, change: (part: Part) => Part): Severity[] =>
  changed(subject, words, (p) => (p.id === id ? change(p) : p));

/** A line outside the engine: it can be blocked, squeezed or leak. */
export const isOutside = (part: Part): boolean =>
  actsAs(part, 'line') && (part.form === 'hose' || part.form === 'hardLine');
