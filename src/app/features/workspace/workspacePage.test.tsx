jest.mock('../../../workers/studyPool');

import { fireEvent, screen, waitFor } from '@testing-library/react';
import { database } from '../../../storage/database';
import { listProjects, loadProject, writeProject } from '../../../storage/projects';
import { demoKept } from '../../../core/verification/testing/demo';
import { useKeeping } from '../../state/keeping';
import { show } from '../../testing/page';
import { FirstPage } from '../../begin/FirstPage';
import Beginnings from './Beginnings';
import WorkspacePage from './WorkspacePage';

const store = (id: string, name: string, demo = 'thornback') =>
  writeProject({ id, base: 0, project: { ...demoKept(demo), name }, history: undefined }, Date.now());

beforeEach(async () => {
  await Promise.all(database.tables.map((table) => table.clear()));
  useKeeping.setState({ id: undefined, notices: [] });
});

describe('The list of projects', () => {
  it('shows what each is, whether it is supplied, and how large it is', async () => {
    await store('a', 'Brackwater');
    show(<WorkspacePage />);
    const row = (await screen.findByText('Brackwater')).closest('tr')!;
    await waitFor(() => expect(row.textContent).toContain('Not supplied, too hot, pickup bare'));
    expect(row.textContent).toMatch(/\d+ kB/);
    expect(row.querySelectorAll('td svg circle').length).toBeGreaterThanOrEqual(7);
  });

  it('renames in place, with the stored document, and leaves it with Escape', async () => {
    await store('a', 'Brackwater');
    show(<WorkspacePage />);
    fireEvent.click(await screen.findByRole('button', { name: 'Rename Brackwater' }));
    const field = screen.getByRole('textbox', { name: 'New name of Brackwater' });
    fireEvent.change(field, { target: { value: 'Nothing' } });
    fireEvent.keyDown(field, { key: 'Escape' });
    fireEvent.click(await screen.findByRole('button', { name: 'Rename Brackwater' }));
    const again = screen.getByRole('textbox', { name: 'New name of Brackwater' });
    fireEvent.change(again, { target: { value: 'Sandgate' } });
    fireEvent.blur(again);
    await screen.findByText('Sandgate');
    const loaded = await loadProject('a');
    expect(loaded.kind === 'project' && loaded.project.name).toBe('Sandgate');
  });

  it('deletes so that it can be undone', async () => {
    await store('a', 'Brackwater');
    show(<WorkspacePage />);
    fireEvent.click(await screen.findByRole('button', { name: 'Delete Brackwater' }));
    fireEvent.click(await screen.findByRole('button', { name: 'Undo' }));
    await waitFor(async () => expect((await listProjects())[0]!.deletedAt).toBeUndefined());
  });
});

describe('The first screen', () => {
  it('offers three ways, and an example opens as a project that says that it is invented', async () => {
    show(
      <FirstPage isKnown>
        <Beginnings dropped={undefined} />
      </FirstPage>,
    );
    expect((await screen.findAllByRole('heading', { level: 2 })).map((h) => h.textContent)).toEqual([
      'My engine',
      'Look at an example',
      'Open a file',
    ]);
    fireEvent.click(screen.getByRole('button', { name: /^Saltmarsh/ }));
    await waitFor(async () => expect(await listProjects()).toMatchObject([{ name: 'Saltmarsh', madeUp: true }]));
  });
});
