import { z } from 'zod';
import type { Mapping, RecordedHead } from '../core/log/recorded';
import type { CsvReply, CsvRequest } from './csvWorker';

const stateSchema = z.strictObject({
  speedRevS: z.number(),
  oilTemperatureK: z.number(),
  pressurePa: z.number(),
  samples: z.number(),
});
const replySchema = z.discriminatedUnion('kind', [
  z.strictObject({
    kind: z.literal('head'),
    head: z
      .strictObject({
        delimiter: z.string(),
        columns: z.array(z.string()),
        headerRow: z.number(),
        decimalComma: z.boolean(),
        sample: z.array(z.array(z.string())),
      })
      .nullable(),
  }),
  z.strictObject({ kind: z.literal('progress'), bytes: z.number(), rows: z.number() }),
  z.strictObject({ kind: z.literal('done'), rows: z.number(), bad: z.number(), states: z.array(stateSchema) }),
  z.strictObject({ kind: z.literal('failed'), message: z.string() }),
]);

/** Asks a worker of its own; stopping it ends the work at once. */
function asked<T>(
  request: CsvRequest,
  onReply: (reply: CsvReply, done: (value: T) => void, fail: (error: Error) => void) => void,
  signal?: AbortSignal,
): Promise<T> {
  const worker = new Worker(new URL('./csvWorker.ts', import.meta.url), { type: 'module' });
  return new Promise<T>((resolve, reject) => {
    const end = () => worker.terminate();
    signal?.addEventListener('abort', () => {
      end();
      reject(new DOMException('stopped', 'AbortError'));
    });
    worker.onerror = () => {
      end();
      reject(new Error('The file could not be read.'));
    };
    worker.onmessage = ({ data }: MessageEvent<unknown>) => {
      const reply = replySchema.safeParse(data);
      if (!reply.success) return;
      onReply(
        reply.data,
        (value) => {
          end();
          resolve(value);
        },
        (error) => {
          end();
          reject(error);
        },
      );
    };
    worker.postMessage(request);
  });
}

/** The head of a recorded log; null where no row of figures is found. */
export const readHead = (file: File): Promise<RecordedHead | null> =>
  asked<RecordedHead | null>({ kind: 'head', file }, (reply, done) => reply.kind === 'head' && done(reply.head));

export type RecordedSummary = Extract<CsvReply, { kind: 'done' }>;

/**
 * Sums a recorded log up, however long it is.
 * @param onProgress share of the file, 0 to 1
 * @throws AbortError when it is stopped
 */
export const readRecorded = (
  file: File,
  head: RecordedHead,
  mapping: Mapping,
  onProgress: (share: number) => void,
  signal: AbortSignal,
): Promise<RecordedSummary> =>
  asked<RecordedSummary>(
    { kind: 'read', file, head, mapping },
    (reply, done, fail) => {
      if (reply.kind === 'progress') onProgress(reply.bytes / Math.max(1, file.size));
      else if (reply.kind === 'done') done(reply);
      else if (reply.kind === 'failed') fail(new Error(reply.message));
    },
    signal,
  );
