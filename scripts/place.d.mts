export function isInRange(version: string, range: string): boolean;
export function whyNotHere(root: string, version?: string): string | undefined;
export const NOT_INSTALLED: string;
