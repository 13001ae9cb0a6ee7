import { applyPatches, enablePatches, produceWithPatches, setAutoFreeze, type Patch } from 'immer';
import { z } from 'zod';
import type { KeptProject } from '../../core/document/project/keptProject';

enablePatches();
// Documents are replaced, never changed in place, by type; freezing each of them would cost a walk through all of it.
setAutoFreeze(false);

/** One act of the user, as it can be undone. */
export interface Step {
  /** As the menu names it: "insert air cooler before Filter". */
  readonly name: string;
  /**
   * What was changed, to the field: an act on the same one that follows at once is part of this step. Empty: a step of
   * its own.
   */
  readonly on: string;
  /** The variant that it was done in, to be shown again when it is undone or done again. */
  readonly variant: string;
  readonly forth: readonly Patch[];
  readonly back: readonly Patch[];
}

/** Steps that are kept; the oldest are let go. */
export const MOST_STEPS = 200;
/** Letters of JSON that they may take together: what a store writes at each act. */
export const MOST_HISTORY_LETTERS = 2_000_000;

export interface History {
  readonly past: readonly Step[];
  readonly future: readonly Step[];
}

export const NO_HISTORY: History = { past: [], future: [] };

const patchSchema = z.strictObject({
  op: z.enum(['replace', 'remove', 'add']),
  path: z.array(z.union([z.string(), z.number()])).max(20),
  value: z.unknown().optional(),
});
const stepSchema = z.strictObject({
  name: z.string(),
  on: z.string(),
  variant: z.string(),
  forth: z.array(patchSchema),
  back: z.array(patchSchema),
});
const historySchema = z.object({
  past: z.array(stepSchema).max(MOST_STEPS),
  future: z.array(stepSchema).max(MOST_STEPS),
});

/** A history as it was stored; none where it is not one. */
export function readHistory(raw: unknown): History {
  const parsed = historySchema.safeParse(raw);
  return parsed.success ? (parsed.data as History) : NO_HISTORY;
}

/** What is done, how it is named, and what it is done on. */
export interface Act {
  readonly name: string;
  readonly on?: string;
  /** The project after it. */
  readonly kept: KeptProject;
}

type Tree = Record<string, unknown>;

const isTree = (of: unknown): of is Tree => typeof of === 'object' && of !== null && !Array.isArray(of);
/** Lists whose members are looked at one by one; another list is replaced as a whole. */
const isSameLength = (a: unknown, b: unknown): boolean =>
  Array.isArray(a) && Array.isArray(b) && a.length === b.length && a.length > 0 && isTree(a[0]);

/** Puts into a draft what differs between two versions of it, as deep as they differ. */
function assignChanged(draft: Tree, before: Tree, after: Tree): void {
  for (const key of new Set([...Object.keys(before), ...Object.keys(after)])) {
    const [was, is] = [before[key], after[key]];
    if (was === is) continue;
    if (is === undefined) Reflect.deleteProperty(draft, key);
    else if ((isTree(was) && isTree(is)) || isSameLength(was, is))
      assignChanged(draft[key] as Tree, was as Tree, is as Tree);
    else draft[key] = is;
  }
}

/** The document and its history after an act; undefined where nothing changed. */
export function perform(
  project: KeptProject,
  history: History,
  { name, on = '', kept }: Act,
): (History & { readonly kept: KeptProject }) | undefined {
  const [next, forth, back] = produceWithPatches(project, (draft) =>
    assignChanged(draft as Tree, project as Tree, kept as Tree),
  );
  if (forth.length === 0) return undefined;
  const last = history.past.at(-1);
  const variant = project.activeVariant;
  const joins =
    last !== undefined && on !== '' && last.on === on && last.variant === variant && history.future.length === 0;
  const step: Step = joins
    ? { ...last, name, forth: [...last.forth, ...forth], back: [...back, ...last.back] }
    : { name, on, variant, forth, back };
  return { kept: next, past: bounded([...(joins ? history.past.slice(0, -1) : history.past), step]), future: [] };
}

const sizes = new WeakMap<Step, number>();
/** Letters of JSON of a step. */
function lettersOf(step: Step): number {
  let letters = sizes.get(step);
  if (letters === undefined) sizes.set(step, (letters = JSON.stringify(step).length));
  return letters;
}

/** The newest steps that fit; the last one always, so that what was just done can be undone. */
function bounded(steps: readonly Step[]): readonly Step[] {
  let letters = 0;
  let from = steps.length - 1;
  for (; from > 0 && steps.length - from < MOST_STEPS; from--) {
    letters += lettersOf(steps[from]!);
    if (letters + lettersOf(steps[from - 1]!) > MOST_HISTORY_LETTERS) break;
  }
  return steps.slice(from);
}

/** Shows the variant that a step was done in, where it is there. */
const showing = (project: KeptProject, variant: string): KeptProject =>
  project.activeVariant !== variant && [project.asItIs, ...project.variants].some((v) => v.id === variant)
    ? { ...project, activeVariant: variant }
    : project;

/** What is written down of an engine: ticks, readings, the log. Nothing of the circuit depends on it. */
const RECORDS: ReadonlySet<unknown> = new Set<keyof KeptProject>(['log', 'readings', 'notes', 'jobs']);
const isRecord = ({ back }: Step): boolean => back.every(({ path }) => RECORDS.has(path[0]));
const headsOf = ({ back }: Step): ReadonlySet<unknown> => new Set(back.map(({ path }) => path[0]));

/**
 * The step that undo takes back, as its place in the past; -1 where there is none.
 * @param skipsRecords where the circuit is looked at, what was written down elsewhere since then stays: the last step
 * that changed more than records is taken, unless a record since then stands on what it changed
 */
export function stepToUndo(past: readonly Step[], skipsRecords: boolean): number {
  const last = past.length - 1;
  if (!skipsRecords) return last;
  const at = past.findLastIndex((step) => !isRecord(step));
  const mine = at < 0 ? undefined : headsOf(past[at]!);
  return mine && past.slice(at + 1).every((since) => [...headsOf(since)].every((head) => !mine.has(head))) ? at : last;
}

/**
 * The document and its history one step back; undefined where there is none.
 * @param skipsRecords as of stepToUndo
 */
export function stepBack(
  project: KeptProject,
  { past, future }: History,
  skipsRecords = false,
): (History & { readonly kept: KeptProject }) | undefined {
  const at = stepToUndo(past, skipsRecords);
  const step = past[at];
  if (!step) return undefined;
  const before = applyPatches(project, step.back as Patch[]);
  return { kept: showing(before, step.variant), past: past.toSpliced(at, 1), future: [...future, step] };
}

/** The document and its history with the step undone last done again; undefined where there is none. */
export function stepForth(
  project: KeptProject,
  { past, future }: History,
): (History & { readonly kept: KeptProject }) | undefined {
  const step = future.at(-1);
  if (!step) return undefined;
  // From where it was done first: what it did to the variant that is shown is part of it.
  const after = applyPatches(showing(project, step.variant), step.forth as Patch[]);
  return { kept: after, past: [...past, step], future: future.slice(0, -1) };
}
