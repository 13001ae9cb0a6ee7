import { CHANGES_BEFORE_REMINDER, countChange, isBackupDue, useBackupReminder } from './backupReminder';
import { useKeeping } from './keeping';
import { followSystemTheme, preferencesNow, takePreferences, usePreferences } from './preferences';
import { ask, useQuestion } from './question';
import { reloadOnce } from './reloadOnce';
import { safeStorage } from './safeStorage';

/** What the browser kept under a name, as another session would find it. */
async function comesBack(name: string, text: string): Promise<void> {
  localStorage.setItem(name, text);
  await usePreferences.persist.rehydrate();
  await useBackupReminder.persist.rehydrate();
}
const blocked = () =>
  jest.spyOn(Storage.prototype, 'setItem').mockImplementation(() => {
    throw new DOMException('blocked', 'SecurityError');
  });

beforeEach(() => {
  usePreferences.setState(usePreferences.getInitialState());
  useBackupReminder.setState(useBackupReminder.getInitialState());
  localStorage.clear();
  sessionStorage.clear();
});
afterEach(() => jest.restoreAllMocks());

describe('What the reader prefers', () => {
  it('is light where the system is, with the keys at work and the usual units', () => {
    expect(usePreferences.getState().theme).toBe('light');
    expect(preferencesNow()).toEqual({ units: {}, singleKeys: true });
  });

  it('comes back in the next session', async () => {
    const { setUnits, setTheme, setSingleKeys } = usePreferences.getState();
    setUnits({ pressure: 'psi' });
    setTheme('dark');
    setSingleKeys(false);
    const kept = localStorage.getItem('tidal-gauge-preferences')!;
    usePreferences.setState(usePreferences.getInitialState());
    await comesBack('tidal-gauge-preferences', kept);
    expect(preferencesNow()).toEqual({ units: { pressure: 'psi' }, theme: 'dark', singleKeys: false });
    expect(JSON.parse(kept)).toEqual({ state: preferencesNow(), version: 0 });
  });

  it.each([
    [
      'units that are none',
      { units: 4, theme: 'dark', singleKeys: false },
      { units: {}, theme: 'dark', singleKeys: false },
    ],
    ['another theme', { units: {}, theme: 'sepia', singleKeys: false }, { units: {}, singleKeys: false }],
    ['keys that are none', { units: {}, theme: 'dark', singleKeys: 1 }, { units: {}, theme: 'dark', singleKeys: true }],
    ['no preferences', 'odd', { units: {}, singleKeys: true }],
  ])('is left aside one by one where it is odd: %s', async (_, state, read) => {
    await comesBack('tidal-gauge-preferences', JSON.stringify({ state, version: 0 }));
    expect(preferencesNow()).toEqual(read);
  });

  it('shows what the system shows until something else is chosen, and again when that is given up', () => {
    let isDark = false;
    let change: () => void = () => undefined;
    const real = window.matchMedia('');
    jest.spyOn(window, 'matchMedia').mockImplementation(() => ({
      ...real,
      matches: isDark,
      addEventListener: (_: string, listener: unknown) => void (change = listener as () => void),
      removeEventListener: (_: string, listener: unknown) => {
        if (listener === change) change = () => undefined;
      },
    }));
    const shown = (system: 'dark' | 'light') => {
      isDark = system === 'dark';
      change();
      return usePreferences.getState().theme;
    };
    const stop = followSystemTheme();
    const { setTheme, setUnits } = usePreferences.getState();
    expect([shown('dark'), shown('light'), shown('dark')]).toEqual(['dark', 'light', 'dark']);
    // Another preference that is kept chooses no theme.
    setUnits({ flow: 'gpm' });
    expect(preferencesNow()).toEqual({ units: { flow: 'gpm' }, singleKeys: true });
    expect(shown('light')).toBe('light');
    setTheme('dark');
    expect([shown('light'), shown('dark'), shown('light')]).toEqual(['dark', 'dark', 'dark']);
    setTheme('light');
    expect([preferencesNow().theme, shown('dark')]).toEqual([undefined, 'dark']);
    stop();
    expect(shown('light')).toBe('dark');
  });

  it('is taken from a backup, the theme that is there kept where it names none', () => {
    usePreferences.getState().setTheme('dark');
    takePreferences({ units: { flow: 'gpm' }, singleKeys: false });
    expect(preferencesNow()).toEqual({ units: { flow: 'gpm' }, theme: 'dark', singleKeys: false });
    takePreferences('nothing');
    expect(preferencesNow()).toEqual({ units: { flow: 'gpm' }, theme: 'dark', singleKeys: false });
  });

  it('lasts as long as the page where the browser keeps nothing', async () => {
    blocked();
    jest.spyOn(Storage.prototype, 'getItem').mockImplementation(() => {
      throw new DOMException('blocked', 'SecurityError');
    });
    usePreferences.getState().setTheme('dark');
    expect(preferencesNow().theme).toBe('dark');
    const storage = safeStorage<string>()!;
    await storage.setItem('a', { state: 'x' });
    await expect(Promise.resolve(storage.getItem('a'))).resolves.toBeNull();
    expect(() => storage.removeItem('a')).not.toThrow();
  });
});

describe('The reminder of a backup', () => {
  const due = () => isBackupDue(useBackupReminder.getState());
  const change = (times: number) => {
    for (let n = 0; n < times; n++) countChange();
  };

  it('comes after so many changes, not one earlier, and goes with the backup', () => {
    change(CHANGES_BEFORE_REMINDER - 1);
    expect(due()).toBe(false);
    change(1);
    expect(due()).toBe(true);
    useBackupReminder.getState().backedUp(1234);
    expect([due(), useBackupReminder.getState().lastAt, useBackupReminder.getState().changes]).toEqual([
      false,
      1234,
      0,
    ]);
  });

  it('is put off until as many changes more, counted anew after a backup', () => {
    change(CHANGES_BEFORE_REMINDER + 5);
    useBackupReminder.getState().putOff();
    change(CHANGES_BEFORE_REMINDER - 1);
    expect(due()).toBe(false);
    change(1);
    expect(due()).toBe(true);
    useBackupReminder.getState().backedUp(1);
    change(CHANGES_BEFORE_REMINDER);
    expect(due()).toBe(true);
  });

  it('does not come where it was turned off', () => {
    change(CHANGES_BEFORE_REMINDER);
    useBackupReminder.getState().setOn(false);
    expect(due()).toBe(false);
  });

  it.each([
    [
      'as it was',
      { changes: 7, lastAt: 5, isOn: false, putOffAt: 2 },
      { changes: 7, lastAt: 5, isOn: false, putOffAt: 2 },
    ],
    [
      'with what is odd left aside',
      { changes: -1, lastAt: 'then', isOn: 'yes', putOffAt: 0.5 },
      { changes: 0, lastAt: undefined, isOn: true, putOffAt: 0 },
    ],
    ['as new where nothing of it can be read', 'odd', { changes: 0, lastAt: undefined, isOn: true, putOffAt: 0 }],
  ])('comes back in the next session %s', async (_, state, read) => {
    await comesBack('tidal-gauge-backup', JSON.stringify({ state, version: 0 }));
    expect(useBackupReminder.getState()).toMatchObject(read);
  });
});

describe('What the reader must know', () => {
  it('stays until it is dealt with, each once: the newer words in place of the older', () => {
    useKeeping.setState({ notices: [] });
    const { tell, dismiss } = useKeeping.getState();
    tell({ id: 'a', text: 'first' });
    tell({ id: 'b', text: 'other' });
    tell({ id: 'a', text: 'newer' });
    expect(useKeeping.getState().notices.map((n) => n.text)).toEqual(['other', 'newer']);
    dismiss('b');
    dismiss('ghost');
    expect(useKeeping.getState().notices.map((n) => n.text)).toEqual(['newer']);
  });
});

describe('A question to the reader', () => {
  const QUESTION = { title: 'Go on?', text: 'The copy failed.', yes: 'Go on', no: 'Stay' };

  it.each([true, false])('is shown until it is answered: %s', async (yes) => {
    const answered = ask(QUESTION);
    expect(useQuestion.getState().asked).toBe(QUESTION);
    useQuestion.getState().answer(yes);
    await expect(answered).resolves.toBe(yes);
    expect(useQuestion.getState().asked).toBeUndefined();
    // A second press on the same button is none.
    expect(() => useQuestion.getState().answer(!yes)).not.toThrow();
  });

  it('that another one replaces is answered with no', async () => {
    const [first, second] = [ask(QUESTION), ask({ ...QUESTION, title: 'And now?' })];
    await expect(first).resolves.toBe(false);
    useQuestion.getState().answer(true);
    await expect(second).resolves.toBe(true);
  });
});

describe('Loading the page again for a missing piece', () => {
  const T = 1_800_000_000_000;

  it('is done once, and again only a minute later', () => {
    const reload = jest.fn();
    expect(reloadOnce(T, reload)).toBe(true);
    expect([reloadOnce(T + 59_999, reload), reload.mock.calls.length]).toEqual([false, 1]);
    expect([reloadOnce(T + 60_000, reload), reload.mock.calls.length]).toEqual([true, 2]);
  });

  it('is not done where it cannot be remembered that it was: it would go on for ever', () => {
    blocked();
    const reload = jest.fn();
    expect([reloadOnce(T, reload), reload.mock.calls.length]).toEqual([false, 0]);
  });
});
