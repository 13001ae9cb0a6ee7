import { activeVariant, type Project } from '../project/project';

/** Variants that an answer about the open one may look at: itself, the one that it was made from, the first of all. */
const lookedAt = (project: Project): readonly string[] => [
  project.activeVariant,
  activeVariant(project).basedOn ?? project.variants[0]!.id,
  project.variants[0]!.id,
];

const asked = new WeakMap<Project, Map<string, Project>>();

/**
 * The project with no more variants than a question needs: what a worker is sent, and what is derived for it.
 * @param also variants beside the open one and those that it hangs on
 */
export function withVariantsAsked(project: Project, also: readonly string[] = []): Project {
  const ids = new Set([...lookedAt(project), ...also]);
  const key = [...ids].join(' ');
  let of = asked.get(project);
  if (!of) asked.set(project, (of = new Map()));
  let made = of.get(key);
  if (!made) {
    const variants = project.variants.filter((v) => ids.has(v.id));
    of.set(key, (made = variants.length === project.variants.length ? project : { ...project, variants }));
  }
  return made;
}
