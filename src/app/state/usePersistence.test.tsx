import { useDocument } from './document';
import { act, screen, waitFor } from '@testing-library/react';
import Dexie from 'dexie';
import { demoProject } from '../../core/verification/testing/demo';
import { loadCurrentProject, saveCurrentProject } from '../../storage/database';
import { show } from '../testing/page';
import { usePersistence } from './usePersistence';

/** A page that opens what is stored, and says so. */
function Page() {
  const opening = usePersistence();
  const name = useDocument((w) => w.project?.name);
  return <p role="status">{opening ? `${opening.kind}: ${name ?? ''} ${opening.notice ?? ''}` : 'opening'}</p>;
}
const opened = () => waitFor(() => expect(screen.getByRole('status').textContent).toMatch(/^ready/));
const rename = (name: string) =>
  act(() => {
    const { project, open } = useDocument.getState();
    open({ ...project!, name });
  });
const leave = () => window.dispatchEvent(new Event('pagehide'));

describe('What the user has on the bench', () => {
  beforeEach(async () => {
    localStorage.clear();
    await saveCurrentProject({ ...demoProject(), name: 'as stored' }, Date.now() - 60_000);
  });

  it('is opened from the store, and saved shortly after a change', async () => {
    show(<Page />);
    await opened();
    expect(useDocument.getState().project!.name).toBe('as stored');
    rename('changed');
    await waitFor(async () => expect(await loadCurrentProject()).toMatchObject({ project: { name: 'changed' } }));
  });

  it('survives a page that goes away before the change was even begun to be saved', async () => {
    show(<Page />);
    await opened();
    rename('in haste');
    leave();
    expect(localStorage.getItem('tidal-gauge-last-words')).toContain('in haste');
    expect(await loadCurrentProject()).toMatchObject({ project: { name: 'in haste' } });
  });

  it('is kept when the page is hidden: a tablet may end it there without a word', async () => {
    show(<Page />);
    await opened();
    rename('put away');
    document.dispatchEvent(new Event('visibilitychange'));
    expect(localStorage.getItem('tidal-gauge-last-words')).toContain('put away');
  });

  it('survives a page that goes away while the store is still writing', async () => {
    show(<Page />);
    await opened();
    // A store that never finishes: the page goes away in the middle.
    const stuck = jest
      .spyOn(Dexie.Promise.prototype as Promise<unknown>, 'then')
      .mockImplementation(() => new Promise(() => undefined));
    rename('half written');
    await act(() => new Promise((resolve) => setTimeout(resolve, 400)));
    leave();
    stuck.mockRestore();
    expect(localStorage.getItem('tidal-gauge-last-words')).toContain('half written');
  });

  it('is not written twice where everything is saved already', async () => {
    show(<Page />);
    await opened();
    rename('calm');
    await waitFor(async () => expect(await loadCurrentProject()).toMatchObject({ project: { name: 'calm' } }));
    await act(() => new Promise((resolve) => setTimeout(resolve, 300)));
    leave();
    expect(localStorage.getItem('tidal-gauge-last-words')).toBeNull();
  });
});
