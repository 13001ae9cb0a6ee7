import { z } from 'zod';
import { partSchema } from '../core/document/parts/part';
import { oilSchema } from '../core/document/project/project';
import { database } from './database';
import { answered } from './storeProblem';

/** A part or an oil that the user keeps for reuse. */
export const libraryItemSchema = z.discriminatedUnion('kind', [
  z.strictObject({ kind: z.literal('part'), label: z.string().trim().min(1).max(80), part: partSchema }),
  z.strictObject({ kind: z.literal('oil'), label: z.string().trim().min(1).max(80), oil: oilSchema }),
]);
export type LibraryItem = z.infer<typeof libraryItemSchema>;

/** The library as a file. */
export const libraryFileSchema = z.strictObject({
  format: z.literal('tidal-gauge-library'),
  version: z.literal(1),
  items: z.array(libraryItemSchema).max(2000),
});

const itemId = (item: LibraryItem) => `${item.kind}: ${item.label}`;

/** Every item that can be read; others stay where they are. @throws StoreProblem */
export async function listLibrary(): Promise<readonly LibraryItem[]> {
  const rows = await answered(() => database.library.toArray());
  return rows.flatMap((row) => {
    const parsed = libraryItemSchema.safeParse(row.item);
    return parsed.success ? [parsed.data] : [];
  });
}

/** Keeps items under their labels; one of the same kind and label is replaced. @throws StoreProblem */
export async function keepInLibrary(...items: readonly LibraryItem[]): Promise<void> {
  await answered(() => database.library.bulkPut(items.map((item) => ({ id: itemId(item), item }))));
}

export const dropFromLibrary = (item: LibraryItem): Promise<void> =>
  answered(() => database.library.delete(itemId(item)));
