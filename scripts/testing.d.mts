/** Hashes of files by their paths. */
type Contents = Readonly<Record<string, string>>;
export function contents(root: string): Contents | undefined;
export function readKept(root: string): Record<string, Contents>;
export function keep(root: string, kept: Readonly<Record<string, Contents>>): void;
export function changedFiles(before: Contents, now: Contents): string[];
export function toRunAgain(before: Contents | undefined, now: Contents, reads: RegExp): string[] | 'all';
export function jestIsAskedAbout(
  changed: readonly string[] | 'all',
  now: Contents,
  read: (file: string) => string,
): string[] | 'all';
