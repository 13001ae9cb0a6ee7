import { useDocument } from '../../state/document';
import { App as AntApp, Button, Empty, Table, Upload } from 'antd';
import type { LibraryItem } from '../../../storage/library';
import { z } from 'zod';
import { sayIssue } from '../../../core/document/project/issue';
import { fieldIssue } from '../../../core/document/project/fieldIssue';
import { libraryFileSchema } from '../../../storage/library';
import { useLibrary, useLibraryChanges } from '../../state/useLibrary';
import { saveFile } from '../../files/saveFile';
import { useRefusal } from '../../files/useRefusal';
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
const MOST_A_PAGE = 50;

function Library() {
  const items = useLibrary();
  const { keep, drop } = useLibraryChanges();
  const { message } = AntApp.useApp();
  const refusal = useRefusal('Your library is as it was.');
  const oil = useDocument((w) => w.project!.oil);
  const setOil = useDocument((w) => w.setOil);
  const importFile = async (chosen: File) => {
    const refuse = (...sentences: readonly string[]) => refusal(`${chosen.name} was not taken in`, sentences);
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
    <main id="main" tabIndex={-1} className="page">
      <h1>Library</h1>
      <p>
        Parts and oils kept for reuse. Stored in this browser; export them to take them along. They are offered wherever
        a part is fitted or replaced.
      </p>
      <div className="moves">
        <Button onClick={() => void keep({ kind: 'oil', label: oil.name, oil })}>
          Save the oil in use: {oil.name}
        </Button>
        <Upload
          aria-label="Library file"
          accept=".json,application/json"
          showUploadList={false}
          beforeUpload={(chosen) => {
            void importFile(chosen);
            return false;
          }}
        >
          <Button>Import library</Button>
        </Upload>
        <Button
          disabled={items.length === 0}
          onClick={() => saveFile('library.tidal.json', { format: 'tidal-gauge-library', version: 1, items })}
        >
          Export library
        </Button>
      </div>
      <Table<LibraryItem>
        rowKey={(item) => `${item.kind} ${item.label}`}
        size="small"
        pagination={items.length > MOST_A_PAGE ? { pageSize: MOST_A_PAGE } : false}
        dataSource={[...items]}
        locale={{
          emptyText: (
            <Empty
              image={Empty.PRESENTED_IMAGE_SIMPLE}
              description="Nothing saved yet. “Save to library” on a part’s panel puts it here."
            />
          ),
        }}
        columns={[
          {
            title: 'Name',
            rowScope: 'row',
            dataIndex: 'label',
            sorter: (a, b) => a.label.localeCompare(b.label),
          },
          { title: 'What it is', render: (_, item) => (item.kind === 'part' ? `part, ${item.part.kind}` : 'oil') },
          {
            title: <span className="visually-hidden">Use or delete</span>,
            render: (_, item) => (
              <span className="moves">
                {item.kind === 'oil' && (
                  <Button onClick={() => setOil(item.oil)} aria-label={`Use ${item.label}`}>
                    Use
                  </Button>
                )}
                <Button onClick={() => void drop(item)} aria-label={`Delete ${item.label}`}>
                  Delete
                </Button>
              </span>
            ),
          },
        ]}
      />
    </main>
  );
}
