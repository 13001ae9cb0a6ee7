/** Marks that a page was loaded again for a missing piece of the app, so that it happens once. */
const RELOADED = 'tidal-gauge loaded again';
/** After so long it may happen again [ms]. */
const ONCE_IN_MS = 60_000;

/**
 * Loads the page again, unless that was done a moment ago.
 * @param now milliseconds since 1970 @param reload how @returns true where it is being loaded
 */
export function reloadOnce(now = Date.now(), reload = () => window.location.reload()): boolean {
  try {
    const last = Number(sessionStorage.getItem(RELOADED) ?? 0);
    if (now - last < ONCE_IN_MS) return false;
    sessionStorage.setItem(RELOADED, String(now));
  } catch {
    return false;
  }
  reload();
  return true;
}
