import { useDocument } from '../../state/document';
import { App as AntApp, Button } from 'antd';
import { useRef } from 'react';
import { z } from 'zod';
import { sayIssue } from '../../../core/document/project/issue';
import { fieldIssue } from '../../../core/document/project/readProject';
import { libraryFileSchema } from '../../../storage/library';
import { useLibrary, useLibraryChanges } from '../../state/useLibrary';
import { saveFile } from '../../files/saveFile';
import { readTextFile } from '../../files/readTextFile';

/** Parts and oils kept for reuse, with import and export. */
export default function LibraryPage() {
  return (
    <AntApp component={false}>
      <Library />
    </AntApp>
  );
}

const LARGEST_LIBRARY_BYTES = 4 * 1024 * 1024;

function Library() {
  const items = useLibrary();
  const { keep, drop } = useLibraryChanges();
  const { modal, message } = AntApp.useApp();
  const oil = useDocument((w) => w.project!.oil);
  const setOil = useDocument((w) => w.setOil);
  const file = useRef<HTMLInputElement>(null);
  const importFile = async (chosen: File) => {
    const refuse = (...sentences: readonly string[]) =>
      void modal.error({
        title: `${chosen.name} was not taken in`,
        content: (
          <div>
            {sentences.map((s) => (
              <p key={s}>{s}</p>
            ))}
            <p>Your library is as it was.</p>
          </div>
        ),
        okText: 'OK',
      });
    if (chosen.size > LARGEST_LIBRARY_BYTES)
      return refuse('The file is over 4 MiB. Check that it is a library export.');
    let raw: unknown;
    try {
      raw = JSON.parse(await readTextFile(chosen));
    } catch {
      return refuse('The file is not JSON. Export the library again.');
    }
    const parsed = libraryFileSchema.safeParse(raw, { reportInput: true } as z.core.ParseContext<z.core.$ZodIssue>);
    if (!parsed.success)
      return refuse(...parsed.error.issues.slice(0, 6).map((issue) => sayIssue(fieldIssue(issue, raw))));
    await keep(...parsed.data.items);
    void message.success(`${parsed.data.items.length} taken in`);
  };
  return (
    <main className="page">
      <h1>Library</h1>
      <p>
        Parts and oils kept for reuse. Stored in this browser; export them to take them along. They are offered wherever
        a part is fitted or replaced.
      </p>
      <div className="moves">
        <Button onClick={() => void keep({ kind: 'oil', label: oil.name, oil })}>
          Save the oil in use: {oil.name}
        </Button>
        <Button onClick={() => file.current?.click()}>Import library</Button>
        <Button
          disabled={items.length === 0}
          onClick={() => saveFile('library.tidal.json', { format: 'tidal-gauge-library', version: 1, items })}
        >
          Export library
        </Button>
        <input
          ref={file}
          type="file"
          accept=".json,application/json"
          hidden
          aria-label="Library file"
          onChange={(event) => {
            const chosen = event.target.files?.[0];
            event.target.value = '';
            if (chosen) void importFile(chosen);
          }}
        />
      </div>
      {items.length === 0 && (
        <p className="quiet">Nothing saved yet. “Save to library” on a part’s panel puts it here.</p>
      )}
      <div className="list">
        {items.map((item) => (
          <div key={`${item.kind} ${item.label}`} className="savepoint">
            <span>
              <strong>{item.label}</strong>{' '}
              <span className="quiet">{item.kind === 'part' ? `part, ${item.part.kind}` : 'oil'}</span>
            </span>
            <span>
              {item.kind === 'oil' && (
                <Button onClick={() => setOil(item.oil)} aria-label={`Use ${item.label}`}>
                  Use
                </Button>
              )}{' '}
              <Button onClick={() => void drop(item)} aria-label={`Delete ${item.label}`}>
                Delete
              </Button>
            </span>
          </div>
        ))}
      </div>
    </main>
  );
}
