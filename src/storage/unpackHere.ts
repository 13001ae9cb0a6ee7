import { unzipSync, type Unzipped } from 'fflate';

/** Unpacks a zip file where it is called. @returns its files by name; undefined where it is damaged, none or too large */
export function unpackHere(bytes: Uint8Array, mostBytes: number): Unzipped | undefined {
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
