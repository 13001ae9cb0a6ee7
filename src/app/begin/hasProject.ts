/** Read by public/begin.js too, before the app is there. */
const KEY = 'tidal-gauge has a project';

/** Remembers whether the next start will find a project, so that the right words stand there from the first moment. */
export function rememberHasProject(has: boolean): void {
  try {
    if (has) localStorage.setItem(KEY, 'yes');
    else localStorage.removeItem(KEY);
  } catch {
    // Then the first screen's words stand there for a moment.
  }
}

/** True where the last start had a project open. */
export function hadProject(): boolean {
  try {
    return localStorage.getItem(KEY) !== null;
  } catch {
    return false;
  }
}
