import { PROJECT_VERSION } from './project';

/** A file's contents before its schema is known. */
export type RawProject = Readonly<Record<string, unknown>>;

/**
 * Steps from each version to the next: MIGRATIONS[v] turns version v into v + 1.
 * Version 1 is the first, so there are none yet; frozen files of every version are tested against it.
 */
export const MIGRATIONS: Readonly<Record<number, (raw: RawProject) => RawProject>> = {};

/** Brings a raw project of an older version up to date, one version at a time. @throws never: an absent step leaves it to the schema to refuse */
export function migrate(raw: RawProject): RawProject {
  let current = raw;
  for (let version = Number(raw['version']); version < PROJECT_VERSION; version++) {
    const step = MIGRATIONS[version];
    if (!step) break;
    current = { ...step(current), version: version + 1 };
  }
  return current;
}
