import { strFromU8, strToU8, unzipSync, Zip, ZipDeflate, ZipPassThrough, type Unzipped } from 'fflate';

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
 * Unpacks a zip file that came from outside.
 * @param mostBytes that it may unpack to: a small file can hold a very large one
 * @returns its files by name, or undefined where it is none, is damaged or is too large
 */
export function unpack(bytes: Uint8Array, mostBytes: number): Unzipped | undefined {
  let total = 0;
  try {
    return unzipSync(bytes, {
      filter: ({ originalSize }) => {
        total += originalSize;
        if (total > mostBytes) throw new Error('too large');
        return true;
      },
    });
  } catch {
    return undefined;
  }
}

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
