import { KINDS } from '../kinds';
import { CATALOGUE_GROUPS, type CatalogueEntry, type CatalogueGroup } from './catalogueEntry';
import type { PartDraft, PartKind } from './part';

/** A catalogue entry of any kind. */
export type AnyCatalogueEntry = CatalogueEntry<PartDraft>;

/** All that a user can fit, by group. Tests read each through the schema. */
export const CATALOGUE: readonly AnyCatalogueEntry[] = Object.values(KINDS)
  .flatMap((kind): readonly AnyCatalogueEntry[] => kind.catalogue)
  .sort((a, b) => orderOf(a.group) - orderOf(b.group));

function orderOf(group: CatalogueGroup): number {
  return CATALOGUE_GROUPS.indexOf(group);
}

const BY_ID = new Map(CATALOGUE.map((each) => [each.id, each]));

/** @returns the entry of that id @throws when there is none: ids are written in the code */
export function catalogueEntry(id: string): AnyCatalogueEntry {
  const found = BY_ID.get(id);
  if (!found) throw new Error(`no catalogue entry ${id}`);
  return found;
}

/** Fields that tell the entries of a kind apart. */
const MARKS = [
  'form',
  'duty',
  'role',
  'bearingType',
  'medium',
  'mounting',
  'dash',
  'carriesPassage',
  'speedRatio',
] as const;

/** The entry whose kind and marks a part has, for its help; the nearest of its kind. */
export function entryFor(
  part: { readonly kind: PartKind } & Readonly<Record<string, unknown>>,
): AnyCatalogueEntry | undefined {
  let best: AnyCatalogueEntry | undefined;
  let most = -1;
  for (const each of KINDS[part.kind].catalogue) {
    const draft = each.part as Readonly<Record<string, unknown>>;
    const agree =
      MARKS.filter((mark) => draft[mark] !== undefined && draft[mark] === part[mark]).length +
      NESTED.filter((field) => kindIn(draft, field) !== undefined && kindIn(draft, field) === kindIn(part, field))
        .length +
      // A head without a bypass valve is another one than a head with it.
      (draft['bypass'] !== undefined && (draft['bypass'] === null) === (part['bypass'] === null) ? 1 : 0) +
      // So is a pump with a motor of its own.
      ((draft['ownSpeedRevS'] === undefined) === (part['ownSpeedRevS'] === undefined) ? 1 : 0);
    if (agree > most) {
      most = agree;
      best = each;
    }
  }
  return best;
}

/** How oil goes through a plate, and what meters a side-stream filter: their kinds tell entries apart too. */
const NESTED = ['passage', 'metering'] as const;
const kindIn = (part: Readonly<Record<string, unknown>>, field: (typeof NESTED)[number]): unknown =>
  (part[field] as { readonly kind?: unknown } | undefined)?.kind;
