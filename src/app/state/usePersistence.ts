import { useDocument } from './document';
import { useEffect, useState } from 'react';
import { loadCurrentProject, saveCurrentProject, saveLastWords } from '../../storage/database';
import { DEMOS, loadDemo } from './demos';

/** Typing pauses shorter than this are one save [ms]. */
const SAVE_DELAY_MS = 250;

/** What happened while the stored project was opened; undefined while it still is. */
export type Opening =
  { readonly kind: 'ready'; readonly notice?: string } | { readonly kind: 'failed'; readonly notice: string };

async function openStored(): Promise<Opening> {
  const { open } = useDocument.getState();
  let notice: string | undefined;
  try {
    const stored = await loadCurrentProject();
    if (stored.kind === 'project') {
      open(stored.project);
      return { kind: 'ready' };
    }
    if (stored.kind === 'unreadable')
      notice = `The project in this browser could not be read and was set aside: ${stored.sentences.join(' ')} The demo is open instead.`;
  } catch {
    notice = 'This browser does not let the app keep data. What you change will be gone with this page: export it.';
  }
  try {
    open(await loadDemo(DEMOS[0]));
  } catch (error) {
    return { kind: 'failed', notice: error instanceof Error ? error.message : '' };
  }
  return notice === undefined ? { kind: 'ready' } : { kind: 'ready', notice };
}

/** Opens the stored project or the demo, and saves every change shortly after it is made. */
export function usePersistence(): Opening | undefined {
  const [opening, setOpening] = useState<Opening>();
  useEffect(() => {
    let stopped = false;
    let timer: ReturnType<typeof setTimeout> | undefined;
    /** True from a change until the store says that it has it: a save under way does not outlive the page either. */
    let unsaved = false;
    const saveNow = () => {
      clearTimeout(timer);
      timer = undefined;
      const { project } = useDocument.getState();
      if (project)
        saveCurrentProject(project, Date.now()).then(
          () => {
            if (useDocument.getState().project === project) unsaved = false;
          },
          () =>
            setOpening({
              kind: 'ready',
              notice: 'The change could not be saved in this browser. Export the project to keep it.',
            }),
        );
    };
    const flush = () => {
      if (!unsaved) return;
      const { project } = useDocument.getState();
      if (project) saveLastWords(project, Date.now());
      saveNow();
    };
    let unsubscribe: (() => void) | undefined;
    void openStored().then((result) => {
      if (stopped) return;
      setOpening(result);
      unsubscribe = useDocument.subscribe((now, before) => {
        if (now.project === before.project) return;
        unsaved = true;
        clearTimeout(timer);
        timer = setTimeout(saveNow, SAVE_DELAY_MS);
      });
    });
    window.addEventListener('pagehide', flush);
    document.addEventListener('visibilitychange', flush);
    return () => {
      stopped = true;
      flush();
      unsubscribe?.();
      window.removeEventListener('pagehide', flush);
      document.removeEventListener('visibilitychange', flush);
    };
  }, []);
  return opening;
}
