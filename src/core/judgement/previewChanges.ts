import { isConsumer } from '../document/parts/ports';
import { unfilteredPorts } from '../document/plumbing/filtration';
import { activeVariant, type Circuit, type Project } from '../document/project/project';
import type { Finding } from './audit/finding';

interface Filtration {
  readonly circuit: Circuit;
  readonly unfiltered: ReadonlySet<string>;
}

const filtrationOf = (project: Project): Filtration => {
  const { circuit } = activeVariant(project);
  return { circuit, unfiltered: unfilteredPorts(circuit) };
};

/** Components whose oil a change would filter, or leave unfiltered, in words. */
export function filtrationChanges(before: Project, after: Project): string[] {
  const was = filtrationOf(before);
  const now = filtrationOf(after);
  return now.circuit.parts.filter(isConsumer).flatMap((part) => {
    const inlet = `${part.id}.in`;
    const raw = now.unfiltered.has(inlet);
    const had = was.circuit.parts.some((p) => p.id === part.id) ? was.unfiltered.has(inlet) : false;
    return had === raw ? [] : [`${part.name} would get ${raw ? 'unfiltered' : 'filtered'} oil`];
  });
}

const keyOf = ({ rule, part, weight }: Finding) => `${rule} ${part ?? ''} ${weight}`;
const acted = (list: readonly Finding[]) =>
  list.filter((f) => f.waived === null && (f.weight === 'stop' || f.weight === 'mend'));

/** Findings to act on that a change would bring, and those that it would settle. */
export function auditChanges(
  before: readonly Finding[],
  after: readonly Finding[],
): { readonly come: readonly Finding[]; readonly go: readonly Finding[] } {
  const [was, now] = [acted(before), acted(after)];
  const [had, has] = [new Set(was.map(keyOf)), new Set(now.map(keyOf))];
  return { come: now.filter((f) => !had.has(keyOf(f))), go: was.filter((f) => !has.has(keyOf(f))) };
}
