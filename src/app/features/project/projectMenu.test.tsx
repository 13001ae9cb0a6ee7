import { stores } from '../../testing/stores';
import { act, fireEvent, screen, waitFor, within } from '@testing-library/react';
import { readFileSync } from 'node:fs';
import { useLocation } from 'react-router';
import { US_UNITS } from '../../../core/foundations/units';
import { readProjectText } from '../../../core/document/project/readProject';
import { listProjects, rawProject } from '../../../storage/projects';
import { openProject } from '../../state/workspace';
import { choose as chooseLine, openDemo, show } from '../../testing/page';
import ProjectMenu from './ProjectMenu';

const DEMO = readFileSync('demo/larkspur.json', 'utf8');

// antd's own animations and messages settle by timers of theirs, outside any act.
const { error: said } = console;
beforeAll(() =>
  jest.spyOn(console, 'error').mockImplementation((...words: unknown[]) => {
    if (!String(words[0]).includes('not wrapped in act')) said(...words);
  }),
);

/** Where the page stands. */
function Here() {
  return <output aria-label="Path">{useLocation().pathname}</output>;
}
const path = () => screen.getByLabelText('Path').textContent;
const shown = () =>
  show(
    <>
      <ProjectMenu />
      <Here />
    </>,
  );
async function choose(name: RegExp | string) {
  fireEvent.click(screen.getByRole('button', { name: 'Project' }));
  fireEvent.click(await screen.findByRole('menuitem', { name }));
}
/** Hands a file over as the browser does. jsdom's own files cannot be read. */
function hand(name: string, text: string | undefined, size = text?.length ?? 0) {
  const file = {
    name,
    size,
    arrayBuffer: () =>
      text === undefined ? Promise.reject(new Error('gone')) : Promise.resolve(new TextEncoder().encode(text).buffer),
  };
  const input = document.querySelector('input[type=file]')!;
  Object.defineProperty(input, 'files', { value: [file], configurable: true });
  fireEvent.change(input);
}
const dialog = () => screen.findByRole('dialog');

describe('The project menu', () => {
  it('opens a file that is whole, and keeps what was open', async () => {
    openDemo();
    const before = stores().kept!;
    await openProject(before);
    shown();
    hand('mine.json', DEMO);
    await waitFor(() => expect(stores().project!.name).toBe('Larkspur'));
    const head = (await listProjects()).find((h) => h.name === before.name)!;
    expect(await rawProject(head.id)).toEqual(before);
  });

  it.each<[string, string | undefined, number | undefined, RegExp]>([
    ['half a file', DEMO.slice(0, 500), undefined, /The file is not JSON/],
    ['a newer version', DEMO.replace('"version": 6', '"version": 9'), undefined, /version 9, this app reads up to 6/],
    ['too large a file', '{}', 50e6, /The file has 47\.7 MiB/],
    ['a file that went away', undefined, 10, /could not be read\. Check that it still exists/],
  ])('refuses %s in words and leaves the project as it was', async (_, text, size, sentence) => {
    const before = openDemo();
    shown();
    hand('broken.json', text, size);
    const said = within(await dialog());
    expect(said.getAllByText('broken.json was not opened').length).toBeGreaterThan(0);
    expect(said.getByText(sentence)).toBeTruthy();
    expect(said.getByText('Your project is as it was.')).toBeTruthy();
    expect(stores().project).toBe(before);
    fireEvent.click(said.getByRole('button', { name: 'OK' }));
    await waitFor(() => expect(screen.queryByRole('dialog')).toBeNull());
  });

  it('exports what its own reader reads back, figure for figure, under the project’s name', async () => {
    openDemo('saltmarsh', (p) => ({ ...p, note: 'Überströmer' }));
    shown();
    const files: { name: string; blob: Blob }[] = [];
    let blob: Blob | undefined;
    URL.createObjectURL = (made: Blob) => ((blob = made), 'blob:made');
    URL.revokeObjectURL = () => undefined;
    const click = jest.spyOn(HTMLAnchorElement.prototype, 'click').mockImplementation(function (
      this: HTMLAnchorElement,
    ) {
      files.push({ name: this.download, blob: blob! });
    });
    await choose('Export');
    click.mockRestore();
    expect(files.map((f) => f.name)).toEqual([`${stores().kept!.name.replace(/ /g, '-')}.tidal.json`]);
    const text = await new Promise<string>((done) => {
      const reader = new FileReader();
      reader.onload = () => done(String(reader.result));
      reader.readAsText(files[0]!.blob);
    });
    expect(readProjectText(text)).toMatchObject({ ok: true, kept: stores().kept });
  });

  it('goes to a new circuit, opens a demo, copies the variant, each as it says', async () => {
    openDemo();
    shown();
    await choose(/^New engine/);
    expect(path()).toBe('/new');
    await choose(/^Demo: Saltmarsh/);
    await waitFor(() => expect([stores().project!.name, path()]).toEqual(['Saltmarsh', '/']));
    const variants = stores().project!.variants.length;
    await choose('Duplicate variant');
    expect(stores().project!.variants).toHaveLength(variants + 1);
    expect(stores().project!.variants.at(-1)).toMatchObject({
      name: expect.stringMatching(/, changed$/),
      basedOn: expect.any(String),
    });
  });

  it('changes units for all that are measured alike, and the theme', async () => {
    openDemo();
    act(() => stores().setUnits({}));
    shown();
    fireEvent.click(screen.getByRole('button', { name: 'Project' }));
    fireEvent.click(await screen.findByRole('menuitem', { name: 'Units…' }));
    await screen.findByRole('combobox', { name: 'Lengths' });
    chooseLine('Lengths', 'in');
    expect(stores().units).toMatchObject({ bore: 'in', length: expect.any(String), clearance: expect.any(String) });
    act(() => stores().setUnits({}));
    const { theme } = stores();
    fireEvent.click(screen.getByText('US'));
    expect(stores().units).toEqual(US_UNITS);
    fireEvent.click(screen.getByText('Metric'));
    expect(stores().units).toEqual({});
    fireEvent.click(screen.getByRole('button', { name: 'Project' }));
    fireEvent.click(await screen.findByRole('menuitem', { name: theme === 'dark' ? 'Light colours' : 'Dark colours' }));
    expect(stores().theme).not.toBe(theme);
    act(() => stores().setTheme(theme));
  });
});

describe('Versions', () => {
  it('are kept under a name, gone back to, and deleted', async () => {
    const kept = openDemo();
    shown();
    await choose('Versions…');
    const points = within(await dialog());
    fireEvent.click(points.getByRole('button', { name: 'Save this version' }));
    expect((await points.findByRole('alert')).textContent).toBe('Give the version a name.');
    fireEvent.change(points.getByRole('textbox', { name: 'Name of the version' }), {
      target: { value: 'before the cooler' },
    });
    fireEvent.click(points.getByRole('button', { name: 'Save this version' }));
    await points.findByText('before the cooler');
    act(() => stores().makeMove({ kind: 'takeOut', part: 'turboRestrictor' }));
    expect(stores().project).not.toBe(kept);
    fireEvent.click(points.getByRole('button', { name: 'Go back to before the cooler' }));
    await waitFor(() => expect(stores().project).toEqual(kept));
    await choose('Versions…');
    const again = within(await dialog());
    fireEvent.click(await again.findByRole('button', { name: 'Delete before the cooler' }));
    await waitFor(() => expect(again.queryByText('before the cooler')).toBeNull());
  });
});
