// Keys that say whether files are as they were: by what is in them, never by their dates alone.
import { createHash } from 'node:crypto';
import { readdirSync, readFileSync, statSync } from 'node:fs';
import { join } from 'node:path';

/** Every file below some folders, or the files themselves, in a fixed order. @param places as paths from the root */
export function filesBelow(root, places) {
  const found = [];
  const look = (path) => {
    const stat = statSync(join(root, path), { throwIfNoEntry: false });
    if (stat?.isFile()) found.push(path);
    else if (stat?.isDirectory())
      for (const entry of readdirSync(join(root, path), { withFileTypes: true })) {
        const below = `${path}/${entry.name}`;
        if (entry.isDirectory()) look(below);
        else if (entry.isFile()) found.push(below);
      }
  };
  for (const place of places) look(place);
  return found.sort();
}

/** The key of what is in files. */
export function contentKey(root, files) {
  const hash = createHash('sha256');
  for (const file of files) {
    const text = readFileSync(join(root, file));
    hash.update(`${file}\0${text.length}\0`).update(text);
  }
  return hash.digest('hex');
}

/** The key of what the file system says of files: the same means the same content; another one says nothing. */
export function dateKey(root, files) {
  const hash = createHash('sha256');
  for (const file of files) {
    const { size, mtimeMs, ino } = statSync(join(root, file));
    hash.update(`${file}\0${size}\0${mtimeMs}\0${ino}\0`);
  }
  return hash.digest('hex');
}
