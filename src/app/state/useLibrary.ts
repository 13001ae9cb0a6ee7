import { useQuery, useQueryClient } from '@tanstack/react-query';
import { dropFromLibrary, keepInLibrary, listLibrary, type LibraryItem } from '../../storage/library';

const NONE: readonly LibraryItem[] = [];

/** Parts and oils that the user keeps for reuse. */
export function useLibrary(): readonly LibraryItem[] {
  return useQuery({ queryKey: ['library'], queryFn: listLibrary, staleTime: Infinity }).data ?? NONE;
}

/** Keeps and drops items, and lets whoever shows the library know. */
export function useLibraryChanges() {
  const client = useQueryClient();
  const changed = () => client.invalidateQueries({ queryKey: ['library'] });
  return {
    keep: async (...items: readonly LibraryItem[]) => {
      await keepInLibrary(...items);
      await changed();
    },
    drop: async (item: LibraryItem) => {
      await dropFromLibrary(item);
      await changed();
    },
  };
}
