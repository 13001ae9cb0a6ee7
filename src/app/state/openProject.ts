import type { Project } from '../../core/document/project/project';
import { addSavePoint } from '../../storage/database';
import { useDocument } from './document';
import { ask } from './question';

/**
 * Opens another project; the one on the bench is kept as a save point first. Where it cannot be kept the reader is asked.
 * @returns false where the reader chose to stay
 */
export async function openProject(project: Project): Promise<boolean> {
  const { project: before, open } = useDocument.getState();
  if (before && !(await isKept(before, project)) && !(await ask(lossOf(before, project)))) return false;
  open(project);
  return true;
}

async function isKept(before: Project, next: Project): Promise<boolean> {
  try {
    await addSavePoint(before, `${before.name}, before ${next.name} was opened`, Date.now(), false);
    return true;
  } catch {
    return false;
  }
}

const lossOf = (before: Project, next: Project) => ({
  title: `${before.name} cannot be kept`,
  text: `This browser does not let the app keep ${before.name}, so it would be lost. Stay and export it first, or open ${next.name} without it.`,
  yes: `Open ${next.name} all the same`,
  no: 'Stay',
});
