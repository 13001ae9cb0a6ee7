import type { Project } from '../../core/document/project/project';
import { addSavePoint } from '../../storage/database';
import { useWorkbench } from './workbench';

/** Opens another project; the one on the bench is set aside first, so that nothing is lost. Without a store it is opened all the same. */
export async function openProject(project: Project): Promise<void> {
  const { project: before, open } = useWorkbench.getState();
  if (before)
    await addSavePoint(before, `${before.name}, before ${project.name} was opened`, Date.now(), false).catch(
      () => undefined,
    );
  open(project);
}
