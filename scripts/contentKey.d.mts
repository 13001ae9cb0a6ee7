/** Every file below some folders, or the files themselves, in a fixed order. @param places as paths from the root */
export function filesBelow(root: string, places: readonly string[]): string[];
/** The key of what is in files. */
export function contentKey(root: string, files: readonly string[]): string;
