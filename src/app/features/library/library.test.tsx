import { useDocument } from '../../state/document';
import { fireEvent, screen, waitFor } from '@testing-library/react';
import { partSchema } from '../../../core/document/parts/part';
import { catalogueEntry } from '../../../core/document/parts/catalogue';
import { keepInLibrary, listLibrary } from '../../../storage/library';
import { openDemo, show } from '../../testing/page';
import LibraryPage from './LibraryPage';

/** A file as the browser hands it over; jsdom's cannot be read. */
function choose(name: string, text: string, size = text.length): void {
  const file = Object.assign(new File([text], name), {
    arrayBuffer: () => Promise.resolve(new TextEncoder().encode(text).buffer),
  });
  Object.defineProperty(file, 'size', { value: size });
  fireEvent.change(screen.getByLabelText('Library file'), { target: { files: [file] } });
}

describe('The library', () => {
  it('keeps the oil in use, uses it again, and throws it away', async () => {
    const project = openDemo();
    show(<LibraryPage />);
    fireEvent.click(await screen.findByRole('button', { name: `Save the oil in use: ${project.oil.name}` }));
    await screen.findByRole('button', { name: `Use ${project.oil.name}` });
    useDocument.getState().setOil({ ...project.oil, name: 'other' });
    fireEvent.click(screen.getByRole('button', { name: `Use ${project.oil.name}` }));
    expect(useDocument.getState().project!.oil).toEqual(project.oil);
    fireEvent.click(screen.getByRole('button', { name: `Delete ${project.oil.name}` }));
    await waitFor(async () => expect(await listLibrary()).toEqual([]));
  });

  it('takes a file in, every part through the schema', async () => {
    openDemo();
    show(<LibraryPage />);
    const part = partSchema.parse({ id: 'x', ...catalogueEntry('airCooler').part });
    choose(
      'mine.json',
      JSON.stringify({
        format: 'tidal-gauge-library',
        version: 1,
        items: [{ kind: 'part', label: 'my cooler', part }],
      }),
    );
    await screen.findByText('my cooler');
    expect(await listLibrary()).toEqual([{ kind: 'part', label: 'my cooler', part }]);
  });

  it.each([
    ['text', 'nonsense', undefined, 'not JSON'],
    ['another format', '{"format":"else","version":1,"items":[]}', undefined, 'format'],
    ['a huge file', '{}', 5 * 1024 * 1024, 'over 4 MiB'],
  ])('refuses %s in words and stays as it was', async (_, text, size, sentence) => {
    openDemo();
    await keepInLibrary({ kind: 'oil', label: 'kept', oil: useDocument.getState().project!.oil });
    show(<LibraryPage />);
    choose('bad.json', text, size);
    await screen.findByText(new RegExp(sentence));
    expect(screen.getByText('Your library is as it was.')).toBeTruthy();
    expect((await listLibrary()).map((item) => item.label)).toContain('kept');
  });
});
