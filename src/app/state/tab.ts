/** What this tab remembers of itself across a reload; other tabs have their own. */
const KEY = 'tidal-gauge project of this tab';

/** The project that this tab had open; undefined where it had none, or may not remember. */
export function projectOfTab(): string | undefined {
  try {
    return sessionStorage.getItem(KEY) ?? undefined;
  } catch {
    return undefined;
  }
}

export function rememberProjectOfTab(id: string): void {
  try {
    sessionStorage.setItem(KEY, id);
  } catch {
    // Then the project that was changed last is opened after a reload.
  }
}
