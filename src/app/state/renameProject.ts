import { loadProject, writeProject } from '../../storage/projects';
import { useDocument } from './document';
import { EditLock } from './editLock';
import { useKeeping } from './keeping';
import { settled } from './workspace';

const nothing = () => undefined;

/**
 * Gives a stored project another name: the open one as an act that can be undone, another one under the right to edit
 * it.
 * @returns why it was not done, for the reader; undefined where it was
 * @throws StoreProblem
 */
export async function renameProject(id: string, name: string): Promise<string | undefined> {
  const { project: open, setProject } = useDocument.getState();
  if (open && useKeeping.getState().id === id) {
    setProject('rename the project', { name });
    await settled();
    return useDocument.getState().refusal;
  }
  const lock = new EditLock(id, {
    onGranted: nothing,
    onLost: nothing,
    onSaved: nothing,
    onAsked: () => Promise.resolve(),
  });
  try {
    if (!(await lock.start())) return 'It is open in another tab. Rename it there.';
    const loaded = await loadProject(id);
    if (loaded.kind !== 'project') return 'It cannot be read, so it cannot be renamed.';
    const { revision: base, history, project } = loaded;
    const { revision } = await writeProject({ id, base, history, project: { ...project, name } }, Date.now());
    lock.saved(revision);
    return undefined;
  } finally {
    lock.close();
  }
}
