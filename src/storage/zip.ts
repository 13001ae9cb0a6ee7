import { strFromU8, strToU8, Zip, ZipDeflate, ZipPassThrough, type Unzipped } from 'fflate';
import { z } from 'zod';
import { unpackHere } from './unpackHere';

/** After so much is packed the page gets its turn [bytes]: some hundredths of a second. */
const TURN_BYTES = 2 * 1024 * 1024;

/**
 * Packs files into one zip, in turns, so that a page with many photos can still be used meanwhile.
 * @param texts by name, made smaller @param pictures by name, kept as they are: they are packed already
 */
export async function pack(
  texts: Iterable<readonly [name: string, text: string]>,
  pictures: Readonly<Record<string, Uint8Array>>,
): Promise<Uint8Array<ArrayBuffer>> {
  const pieces: Uint8Array<ArrayBuffer>[] = [];
  const zip = new Zip((error, piece) => {
    if (error) throw error;
    pieces.push(piece as Uint8Array<ArrayBuffer>);
  });
  let sinceTurn = 0;
  const add = async (file: ZipDeflate | ZipPassThrough, bytes: Uint8Array) => {
    zip.add(file);
    file.push(bytes, true);
    sinceTurn += bytes.length;
    if (sinceTurn < TURN_BYTES) return;
    sinceTurn = 0;
    await new Promise((resolve) => setTimeout(resolve));
  };
  for (const [name, text] of texts) await add(new ZipDeflate(name), strToU8(text));
  for (const [name, bytes] of Object.entries(pictures)) await add(new ZipPassThrough(name), bytes);
  zip.end();
  const whole = new Uint8Array(pieces.reduce((sum, piece) => sum + piece.length, 0));
  let at = 0;
  for (const piece of pieces) {
    whole.set(piece, at);
    at += piece.length;
  }
  return whole;
}

/**
 * Unpacks a zip file that came from outside, in a worker: a small file can hold a very large one.
 * @param mostBytes that it may unpack to
 * @returns its files by name, or undefined where it is none, is damaged or is too large
 */
export function unpack(bytes: Uint8Array, mostBytes: number): Promise<Unzipped | undefined> {
  // Where there are no workers nobody waits for a page: the command line and tests.
  if (typeof Worker === 'undefined') return Promise.resolve(unpackHere(bytes, mostBytes));
  const worker = new Worker(new URL('./unpackWorker.ts', import.meta.url), { type: 'module' });
  return new Promise<Unzipped | undefined>((done) => {
    worker.onmessage = ({ data }: MessageEvent<unknown>) => {
      const read = filesSchema.safeParse(data);
      done(read.success ? read.data : undefined);
    };
    worker.onerror = () => done(undefined);
    worker.postMessage({ bytes, mostBytes });
  }).finally(() => worker.terminate());
}

/** What the worker sends back. */
const filesSchema = z.record(z.string(), z.instanceof(Uint8Array<ArrayBuffer>)).optional();

/** A file of it; undefined where there is none of that name. */
export const fileIn = (files: Unzipped, name: string): Uint8Array | undefined =>
  Object.hasOwn(files, name) ? files[name] : undefined;

/** A file of it as JSON; null where it is missing or damaged. */
export function jsonIn(files: Unzipped, name: string): unknown {
  try {
    const bytes = fileIn(files, name);
    return bytes ? (JSON.parse(strFromU8(bytes)) as unknown) : null;
  } catch {
    return null;
  }
}
