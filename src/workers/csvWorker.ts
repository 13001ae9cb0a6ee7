import Papa from 'papaparse';
import { findHead, RecordedLog, type Mapping, type RecordedHead, type RecordedState } from '../core/log/recorded';

/** What the page asks of this worker: the head of a file, or all of it by a mapping. */
export type CsvRequest =
  | { readonly kind: 'head'; readonly file: File }
  | { readonly kind: 'read'; readonly file: File; readonly head: RecordedHead; readonly mapping: Mapping };
export type CsvReply =
  | { readonly kind: 'head'; readonly head: RecordedHead | null }
  | { readonly kind: 'progress'; readonly bytes: number; readonly rows: number }
  | { readonly kind: 'done'; readonly rows: number; readonly bad: number; readonly states: readonly RecordedState[] }
  | { readonly kind: 'failed'; readonly message: string };

const HEAD_BYTES = 64 * 1024;
/** Read at a time: a chunk is parsed in a few milliseconds. */
const CHUNK_BYTES = 1024 * 1024;

const reply = (message: CsvReply) => postMessage(message);

addEventListener('message', ({ data }: MessageEvent<CsvRequest>) => {
  if (data.kind === 'head') void head(data.file);
  else read(data);
});

async function head(file: File): Promise<void> {
  const text = await file.slice(0, HEAD_BYTES).text();
  const rowsBy = (delimiter: string) =>
    Papa.parse<string[]>(text, { delimiter, skipEmptyLines: true, preview: 60 }).data;
  reply({ kind: 'head', head: findHead(rowsBy) ?? null });
}

/**
 * Streams the file: Papa Parse reads it here, in a worker of our own, since the security policy refuses the one it
 * would make.
 */
function read({ file, head: { delimiter, headerRow }, mapping }: Extract<CsvRequest, { kind: 'read' }>): void {
  const log = new RecordedLog(mapping);
  let skip = headerRow + 1;
  Papa.parse<string[]>(file, {
    delimiter,
    skipEmptyLines: true,
    chunkSize: CHUNK_BYTES,
    chunk: ({ data, meta }) => {
      for (const row of data) {
        if (skip > 0) skip--;
        else log.add(row);
      }
      reply({ kind: 'progress', bytes: meta.cursor, rows: log.rows });
    },
    complete: () => reply({ kind: 'done', rows: log.rows, bad: log.bad, states: log.states }),
    error: (error) => reply({ kind: 'failed', message: error.message }),
  });
}
