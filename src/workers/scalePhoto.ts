import { z } from 'zod';
import { PHOTO_EDGE_PX } from '../core/document/project/photo';

const px = z.int().min(1).max(PHOTO_EDGE_PX);
const replySchema = z.discriminatedUnion('ok', [
  z.object({ ok: z.literal(true), bytes: z.instanceof(Uint8Array), widthPx: px, heightPx: px }),
  z.object({ ok: z.literal(false) }),
]);

/** A picture that takes longer is not going to come [ms]. */
const LONGEST_MS = 60_000;

/**
 * Scales a picture in a worker of its own.
 * @returns its bytes as JPEG with its size, or undefined where the browser cannot read the file as a picture
 */
export function scalePhoto(
  file: Blob,
): Promise<{ readonly bytes: Uint8Array; readonly widthPx: number; readonly heightPx: number } | undefined> {
  const worker = new Worker(new URL('./photoWorker.ts', import.meta.url), { type: 'module' });
  return new Promise<Awaited<ReturnType<typeof scalePhoto>>>((resolve) => {
    const timer = setTimeout(() => resolve(undefined), LONGEST_MS);
    const end = (value: Awaited<ReturnType<typeof scalePhoto>>) => {
      clearTimeout(timer);
      resolve(value);
    };
    worker.onerror = () => end(undefined);
    worker.onmessage = ({ data }: MessageEvent<unknown>) => {
      const reply = replySchema.safeParse(data);
      end(reply.success && reply.data.ok ? reply.data : undefined);
    };
    worker.postMessage(file);
  }).finally(() => worker.terminate());
}
