import { strFromU8, unzipSync, type Unzipped } from 'fflate';

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
