import { z } from 'zod';
import { migrate, type RawProject } from './migrations';
import { shortName } from './names';
import { FILE_VERSION, keptProjectSchema } from './keptProject';
import { PROJECT_FORMAT, projectSchema } from './project';
import { pathText } from './fieldIssue';
import { readProject } from './readProject';

/** Steps after which it is given up: each takes away one thing that the reader refuses. */
const MOST_STEPS = 400;

/** A project file that was mended as far as could be. */
export interface Mended {
  /** As it is now, to be read again or mended by hand. */
  readonly raw: unknown;
  /** What was changed, one sentence each. */
  readonly changes: readonly string[];
  readonly ok: boolean;
}

type Json = Record<PropertyKey, unknown>;

/**
 * Mends a project that the reader refuses, by the least: names that are too long are cut; fields that are not known or
 * not sound are taken out, so that their defaults hold; a part that misses a figure it needs goes with its joints;
 * joints to parts that are not there go. What it cannot mend it leaves for the hand.
 *
 * @param given as parsed; it is not changed
 */
export function mendProject(given: unknown): Mended {
  const changes: string[] = [];
  if (typeof given !== 'object' || given === null || (given as Json)['format'] !== PROJECT_FORMAT)
    return { raw: given, changes, ok: false };
  // Files are plain data: a copy through JSON is exact.
  let raw = JSON.parse(JSON.stringify(given)) as Json;
  for (let step = 0; step < MOST_STEPS; step++) {
    const read = readProject(raw);
    if (read.ok) return { raw, changes, ok: true };
    // A file of an older version is mended as what it is: whole circuits.
    raw = migrate(raw as RawProject) as Json;
    const schema = raw['version'] === FILE_VERSION ? keptProjectSchema : projectSchema;
    const parsed = schema.safeParse(raw, { reportInput: true });
    const change = parsed.success ? mendReferences(raw) : mendField(raw, parsed.error.issues[0]!);
    if (change === undefined) break;
    changes.push(change);
  }
  return { raw, changes, ok: false };
}

/** @returns what was changed; undefined where nothing could be */
function mendField(raw: Json, issue: z.core.$ZodIssue): string | undefined {
  const { path } = issue;
  const at = pathText(path);
  if (issue.code === 'unrecognized_keys') {
    const holder = valueAt(raw, path) as Json;
    for (const key of issue.keys) Reflect.deleteProperty(holder, key);
    return `${at === '' ? 'At the top' : at}: the unknown ${issue.keys.join(', ')} was taken out.`;
  }
  if (path.length === 0) return undefined;
  const holder = valueAt(raw, path.slice(0, -1));
  const key = path.at(-1)!;
  if (typeof holder !== 'object' || holder === null) return undefined;
  const value = (holder as Json)[key];
  if (issue.code === 'too_big' && typeof value === 'string') {
    (holder as Json)[key] = shortName(value, Number(issue.maximum));
    return `${at}: the text was cut to ${Number(issue.maximum)} letters.`;
  }
  if (Array.isArray(holder)) {
    const [gone] = holder.splice(Number(key), 1) as unknown[];
    return `${at}: ${nameOf(gone)} was taken out.`;
  }
  if (value !== undefined) {
    Reflect.deleteProperty(holder, key);
    return `${at}: its value was taken out; the usual one holds where there is one.`;
  }
  return dropHolder(raw, path);
}

/** A list's member that misses something it needs is taken out of its list. */
function dropHolder(raw: Json, path: readonly PropertyKey[]): string | undefined {
  for (let depth = path.length - 1; depth > 0; depth--) {
    const list = valueAt(raw, path.slice(0, depth - 1));
    const key = path[depth - 1];
    if (!Array.isArray(list) || typeof key !== 'number') continue;
    const [gone] = list.splice(key, 1) as unknown[];
    return `${pathText(path.slice(0, depth))}: ${nameOf(gone)} was taken out, since ${pathText(path.slice(depth))} is missing.`;
  }
  return undefined;
}

/** A variant that is not there: the first one is taken for it. @param at where it is named */
function mendVariants(raw: Json, at: string): string {
  const first = (raw['asItIs'] ?? (raw['variants'] as Json[])[0]) as Json;
  if (at === 'engineNow') {
    Reflect.deleteProperty(raw, at);
    return 'The variant that the engine is in was not there; it is as it is.';
  }
  const below = /^variants\[(\d+)\]/.exec(at);
  if (!below) {
    raw['activeVariant'] = first['id'];
    return `The variant that is open was not there; ${nameOf(first)} is.`;
  }
  const variant = (raw['variants'] as Json[])[Number(below[1])]!;
  variant['basedOn'] = first['id'];
  return `${nameOf(variant)} hung on a variant that is not there; it hangs on ${nameOf(first)} now.`;
}

/** Mends what refers to something that is not there. */
function mendReferences(raw: Json): string | undefined {
  const read = readProject(raw);
  if (read.ok) return undefined;
  const [issue] = read.issues;
  if (issue?.code === 'unknownVariant') {
    return mendVariants(raw, issue.at);
  }
  if (issue?.code === 'circleOfVariants') return mendVariants(raw, issue.at);
  if (!issue || !('at' in issue)) return undefined;
  const path = [...issue.at.matchAll(/[A-Za-z]+|\d+/g)].map(([key]) => (/^\d/.test(key) ? Number(key) : key));
  for (let depth = path.length; depth > 0; depth--) {
    const list = valueAt(raw, path.slice(0, depth - 1));
    const key = path[depth - 1];
    if (!Array.isArray(list) || typeof key !== 'number' || path[depth - 2] === 'variants') continue;
    const [gone] = list.splice(key, 1) as unknown[];
    return `${issue.at}: ${nameOf(gone)} was taken out.`;
  }
  return undefined;
}

const valueAt = (raw: unknown, path: readonly PropertyKey[]): unknown =>
  path.reduce<unknown>((here, key) => (here as Json | undefined)?.[key], raw);

function nameOf(gone: unknown): string {
  const { name, id, from, to } = (typeof gone === 'object' && gone !== null ? gone : {}) as Json;
  if (typeof from === 'string' && typeof to === 'string') return `the joint ${from} to ${to}`;
  return typeof name === 'string' ? name : typeof id === 'string' ? id : 'what stood there';
}
