import type { KeptProject } from '../../core/document/project/keptProject';
import { projectsWithLastWords } from '../../storage/lastWords';
import { reopenDatabase } from '../../storage/database';
import { listProjects, loadProject, purgeDeleted, type Loaded } from '../../storage/projects';
import { loadSetting, saveSetting } from '../../storage/settings';
import { storeProblemOf, type StoreProblem } from '../../storage/storeProblem';
import { rememberHasProject } from '../begin/hasProject';
import { countChange } from './backupReminder';
import { DEMOS, loadDemo } from './demos';
import { useDocument } from './document';
import { EditLock } from './editLock';
import { readHistory } from './history';
import { Keeper } from './keeper';
import { folderBackupLater } from './folderBackup';
import { useKeeping } from './keeping';
import { ask } from './question';
import { projectOfTab, rememberProjectOfTab } from './tab';
import { askForState } from './useAnswers';
import { readView, useView, viewNow } from './view';

/** The setting with the project that was opened last, in whatever tab. */
const LAST_OPENED = 'lastOpened';
/** Longest that a tab which is asked to let go tries to store its work first [ms]. */
const STORE_FIRST_MS = 1000;

/** Revision of a project that nothing was done to since it was opened first. */
const UNTOUCHED = 1;

const keeper = new Keeper(
  () => {
    const { kept, past, future } = useDocument.getState();
    return kept && { project: kept, history: { past, future }, view: viewNow() };
  },
  {
    onSaved: (_, revision) => {
      lock?.saved(revision);
      if (!useDocument.getState().project?.madeUp) countChange();
      folderBackupLater();
      // One that was there already when the project was opened, too.
      useKeeping.setState({ problem: undefined });
    },
    onProblem: (problem) => useKeeping.setState({ problem }),
    onLate: (id) => {
      const { tell } = useKeeping.getState();
      tell({
        id: 'late',
        text: 'The project was changed in another tab meanwhile, and is shown as it is there. What you had here is kept as a version, “from another tab”.',
      });
      void readAgain(id, true);
    },
  },
);
let lock: EditLock | undefined;

const newId = (): string =>
  Array.from(crypto.getRandomValues(new Uint8Array(12)), (byte) => byte.toString(16).padStart(2, '0')).join('');

/** Opens a project that is stored, or is to be under a new id. */
async function openAs(id: string, load: () => Promise<Extract<Loaded, { kind: 'project' }>>): Promise<void> {
  keeper.detach();
  lock?.close();
  const mine = new EditLock(id, {
    onGranted: () => void readAgain(id, true),
    onLost: () => {
      useDocument.getState().setReadOnly(true);
      useKeeping.setState({ edited: 'elsewhere' });
      void keeper.settled().then(() => {
        if (useKeeping.getState().edited === 'elsewhere') keeper.detach();
      });
    },
    onAsked: () => Promise.race([keeper.settled(), new Promise((resolve) => setTimeout(resolve, STORE_FIRST_MS))]),
    onSaved: () => void readAgain(id, false),
  });
  lock = mine;
  const isMine = await mine.start();
  const { project, revision, history, view, problem, wasOlder } = await load();
  if (lock !== mine) return;
  useDocument.getState().open(project, readHistory(history), id);
  useDocument.getState().setReadOnly(!isMine);
  readView(view);
  askForState();
  useKeeping.setState({ phase: 'open', id, edited: isMine ? 'here' : 'elsewhere', problem });
  if (isMine) keeper.attach(id, revision);
  if (wasOlder)
    useKeeping.getState().tell({
      id: 'older',
      text: `${project.name} was kept in an older form: each variant with a circuit of its own. Now there is one engine, and a variant is a list of changes. No figure has changed. What could be undone before cannot be any more; the project as it was is under Project, Versions.`,
    });
  if (problem || wasOlder) keeper.changed();
  rememberProjectOfTab(id);
  rememberHasProject(true);
  void saveSetting(LAST_OPENED, id).catch(() => undefined);
}

/** Takes the project as the store has it now. @param edit this tab edits it from now on */
async function readAgain(id: string, edit: boolean): Promise<void> {
  const stored = await loadProject(id).catch(() => undefined);
  if (useKeeping.getState().id !== id) return;
  if (stored?.kind === 'project') {
    keeper.detach();
    useDocument.getState().follow(stored.project, readHistory(stored.history));
    if (edit) keeper.attach(id, stored.revision);
  }
  if (!edit) return;
  useDocument.getState().setReadOnly(false);
  useKeeping.setState({ edited: 'here' });
}

/**
 * Opens a project of the workspace.
 * @returns false where it cannot be read or is not there; then what was open stays
 * @throws StoreProblem
 */
export async function openStored(id: string): Promise<boolean> {
  const loaded = await loadProject(id);
  if (loaded.kind === 'unreadable') tellOfUnreadable(loaded.name);
  if (loaded.kind !== 'project') return false;
  // What another tab wrote since is read under the lock.
  await openAs(id, async () => {
    const again = await loadProject(id).catch(() => loaded);
    return again.kind === 'project' ? { ...again, ...(loaded.problem ? { problem: loaded.problem } : {}) } : loaded;
  });
  return true;
}

function tellOfUnreadable(name: string): void {
  useKeeping.getState().tell({
    id: 'unreadable',
    text: `${name} in this browser could not be read and was set aside. Nothing of it is lost.`,
    to: { path: '/projects', label: 'See what is wrong with it' },
  });
}

const openFresh = (project: KeptProject): Promise<void> => {
  const id = newId();
  return openAs(id, () =>
    Promise.resolve({ kind: 'project', id, revision: 0, project, history: undefined, view: undefined }),
  );
};

/**
 * Opens a project as one of its own; the one that was there stays in the workspace. Where that could not be
 * stored the reader is asked first.
 * @returns false where the reader chose to stay
 */
export async function openProject(project: KeptProject): Promise<boolean> {
  if (!(await mayLeave(project.name))) return false;
  await openFresh(project);
  if (!project.madeUp) void askToPersist();
  return true;
}

/**
 * Opens a demo engine: the one that lies in the workspace untouched, or a fresh one.
 * @throws with a sentence for the reader
 */
export async function openDemo(demo: (typeof DEMOS)[number]): Promise<boolean> {
  const project = await loadDemo(demo);
  if (!(await mayLeave(project.name))) return false;
  const heads = await listProjects().catch(() => []);
  const untouched = heads.find(
    (h) => h.name === project.name && h.madeUp && h.revision === UNTOUCHED && !h.aside && !h.deletedAt,
  );
  if (!untouched || !(await openStored(untouched.id).catch(() => false))) await openFresh(project);
  return true;
}

/** Opens another project of the workspace. @returns false where the reader chose to stay, or it cannot be opened */
export async function switchTo(id: string, name: string): Promise<boolean> {
  return id === useKeeping.getState().id || ((await mayLeave(name)) && openStored(id));
}

/** True where what is open is stored, or the reader lets it go. */
async function mayLeave(next: string): Promise<boolean> {
  const { project } = useDocument.getState();
  if (!project || useKeeping.getState().edited === 'elsewhere' || (await keeper.settled())) return true;
  return ask({
    title: `${project.name} cannot be kept`,
    text: `This browser does not let the app keep ${project.name}, so it would be lost. Stay and export it first, or open ${next} without it.`,
    yes: `Open ${next} all the same`,
    no: 'Stay',
  });
}

/** Asks the browser not to clear the data when it is short of room; what it answers is shown where the space is. */
async function askToPersist(): Promise<void> {
  try {
    await navigator.storage.persist();
  } catch {
    // A browser without it keeps what it keeps.
  }
}

/** Edits the project here from now on, whatever tab edits it now. */
export const takeOver = (): Promise<void> => lock?.takeOver() ?? Promise.resolve();

/** Everything is stored. @returns false where it cannot be */
export const settled = (): Promise<boolean> => keeper.settled();

/**
 * Opens what was open last. Where nothing is stored the reader is asked how to begin; where the store cannot be
 * read nothing is written.
 */
export async function openAtStart(): Promise<void> {
  useKeeping.setState({ phase: 'opening', problem: undefined });
  try {
    for (const id of await candidates()) if (await openStored(id)) return;
  } catch (error) {
    useKeeping.setState({ phase: 'unread', problem: storeProblemOf(error) });
    return;
  }
  rememberHasProject(false);
  useKeeping.setState({ phase: 'first' });
}

/** Ids of projects to open, the likeliest first. @throws StoreProblem */
async function candidates(): Promise<string[]> {
  const heads = await listProjects();
  if (heads.some((h) => h.aside && h.deletedAt === undefined))
    tellOfUnreadable(heads.find((h) => h.aside && h.deletedAt === undefined)!.name);
  void purgeDeleted(Date.now())
    .then(() => import('../../storage/photos'))
    .then(({ forgetUnusedPhotosDaily }) => forgetUnusedPhotosDaily(Date.now()))
    .catch(() => undefined);
  const last = await loadSetting(LAST_OPENED);
  const ids = [projectOfTab(), ...projectsWithLastWords(), last, ...heads.filter((h) => !h.aside).map((h) => h.id)];
  return [...new Set(ids)].filter((id) => typeof id === 'string');
}

/** Tries again to read what is stored. */
export async function tryAgain(): Promise<void> {
  await reopenDatabase().catch(() => undefined);
  await openAtStart();
}

/** Goes on without what is stored, as the reader chose: with a demo, under an id of its own. */
export async function openFirstDemo(problem?: StoreProblem): Promise<void> {
  try {
    await openFresh(await loadDemo(DEMOS[0]));
    if (problem) useKeeping.setState({ problem });
  } catch {
    useKeeping.setState({ phase: 'failed' });
  }
}

/** Follows the open project from now on: what is done is stored. @returns to stop */
export function keepOpenProject(): () => void {
  const stops = [
    useDocument.subscribe((now, before) => {
      if (now.kept !== before.kept) keeper.changed();
    }),
    useView.subscribe(() => keeper.viewChanged()),
  ];
  const flush = () => keeper.flush();
  window.addEventListener('pagehide', flush);
  document.addEventListener('visibilitychange', flush);
  return () => {
    flush();
    lock?.close();
    for (const stop of stops) stop();
    window.removeEventListener('pagehide', flush);
    document.removeEventListener('visibilitychange', flush);
  };
}
