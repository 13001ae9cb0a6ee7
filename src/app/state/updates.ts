import { Workbox } from 'workbox-window';
import { useKeeping } from './keeping';
import { settled } from './workspace';

/** Loads the page again once everything is stored; what cannot be stored stays where it is. */
async function loadAgain(): Promise<void> {
  if (await settled()) window.location.reload();
}

/**
 * Keeps the app's code in the browser, so that it works without network and without its server. A newer version takes
 * over when the user agrees, or when no page is open any more; a page of the older one that is left open is told.
 */
export function keepForOffline(): void {
  if (!('serviceWorker' in navigator)) return;
  const { tell } = useKeeping.getState();
  const workbox = new Workbox('/sw.js');
  let hasAgreed = false;
  workbox.addEventListener('waiting', () =>
    tell({
      id: 'update',
      text: 'A newer version of the app is ready. It is used from the next start on, or now.',
      act: {
        label: 'Use it now',
        run: async () => {
          if (!(await settled())) return;
          hasAgreed = true;
          workbox.messageSkipWaiting();
        },
      },
    }),
  );
  // The first worker of all takes over a page that has none: nothing changes for it.
  let isRenewal = navigator.serviceWorker.controller !== null;
  navigator.serviceWorker.addEventListener('controllerchange', () => {
    if (!isRenewal) {
      isRenewal = true;
      return;
    }
    if (hasAgreed || document.hidden) void loadAgain();
    else
      tell({
        id: 'update',
        text: 'The app was renewed in another tab. Load this one again before you go on to another view.',
        act: { label: 'Load it again', run: loadAgain },
      });
  });
  // Without the right to keep it, the app works as long as its server does.
  void workbox.register().catch(() => undefined);
}
