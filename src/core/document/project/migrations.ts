import { WHOLE_VERSION } from './project';

/** A file's contents before its schema is known. */
export type RawProject = Readonly<Record<string, unknown>>;

/**
 * Steps from each version to the next: MIGRATIONS[v] turns version v into v + 1. Frozen files of every version are
 * tested against them.
 */
export const MIGRATIONS: Readonly<Record<number, (raw: RawProject) => RawProject>> = {
  1: columnsForStationOrder,
  // Version 3 adds what an engine is used for and built like; all of it may be left out.
  2: (raw) => raw,
  // Version 4 adds what is measured, ticked and noted at the bench; all of it may be left out.
  3: (raw) => raw,
  // Version 5 adds photos, steps that were split, the weather of a session; all of it may be left out.
  4: (raw) => raw,
};

/** Version 2 keeps the sheet's columns, empty ones too, instead of an order of stations. */
function columnsForStationOrder(raw: RawProject): RawProject {
  if (!Array.isArray(raw['variants'])) return raw;
  return {
    ...raw,
    variants: raw['variants'].map((variant: unknown) => {
      const sheet = (variant as { sheet?: { stationOrder?: unknown } } | null)?.sheet;
      return typeof sheet === 'object' && sheet !== null && 'stationOrder' in sheet
        ? { ...(variant as object), sheet: { columns: sheet.stationOrder } }
        : variant;
    }),
  };
}

/**
 * Brings a raw project of an older version up to date, one version at a time.
 * @throws never: an absent step leaves it to the schema to refuse
 */
export function migrate(raw: RawProject): RawProject {
  let current = raw;
  const { version: from } = raw;
  // Anything but a whole number is left to the schema.
  for (let version = Number.isInteger(from) ? (from as number) : WHOLE_VERSION; version < WHOLE_VERSION; version++) {
    if (!Object.hasOwn(MIGRATIONS, version)) break;
    const step = MIGRATIONS[version];
    if (!step) break;
    current = { ...step(current), version: version + 1 };
  }
  return current;
}
