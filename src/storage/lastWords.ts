import { z } from 'zod';
import type { KeptProject } from '../core/document/project/keptProject';

/** What a page that goes away could still say: the state that the store may not have got. */
const lastWordsSchema = z.object({
  updatedAt: z.number(),
  /** Revision that it was made from; absent in those of before there were several projects. */
  base: z.number().optional(),
  project: z.unknown(),
  history: z.unknown().optional(),
});
export type LastWords = z.infer<typeof lastWordsSchema>;

const PREFIX = 'tidal-gauge-last-words';
/** The one project that there was before there were several. */
const FIRST = 'current';
const keyOf = (id: string) => `${PREFIX} ${id}`;

/** What a closing page keeps. */
export interface Words {
  readonly id: string;
  readonly base: number;
  readonly project: KeptProject;
  readonly history: unknown;
}

/**
 * Keeps the project at once, for a page that is closing: the store may not finish writing before it is gone.
 * @param now milliseconds since 1970
 * @returns false where it does not fit
 */
export function saveLastWords({ id, base, project, history }: Words, now: number): boolean {
  const words = { updatedAt: now, base, project };
  return put(keyOf(id), { ...words, history }) || put(keyOf(id), words);
}

function put(key: string, words: unknown): boolean {
  try {
    localStorage.setItem(key, JSON.stringify(words));
    return true;
  } catch {
    return false;
  }
}

/** What a page kept of a project as it went away. They stay until `dropLastWords`: what was read is not yet stored. */
export function lastWordsOf(id: string): LastWords | undefined {
  try {
    const text = localStorage.getItem(keyOf(id)) ?? (id === FIRST ? localStorage.getItem(PREFIX) : null);
    const parsed = lastWordsSchema.safeParse(JSON.parse(text ?? 'null'));
    return parsed.success ? parsed.data : undefined;
  } catch {
    return undefined;
  }
}

/** Projects of which there are last words. */
export function projectsWithLastWords(): string[] {
  try {
    return Object.keys(localStorage).flatMap((key) =>
      key.startsWith(`${PREFIX} `) ? [key.slice(PREFIX.length + 1)] : key === PREFIX ? [FIRST] : [],
    );
  } catch {
    return [];
  }
}

/** Lets them go, once what they said is stored. */
export function dropLastWords(id: string): void {
  try {
    localStorage.removeItem(keyOf(id));
    if (id === FIRST) localStorage.removeItem(PREFIX);
  } catch {
    // Where nothing can be removed, nothing was kept.
  }
}
