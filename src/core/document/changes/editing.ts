import { makeOn } from '../moves/applyMove';
import { columnsAfter } from '../moves/columns';
import type { Move } from '../moves/move';
import { sayMove } from '../moves/sayMove';
import type { Part } from '../parts/part';
import { idsTaken, type KeptProject, type KeptVariant } from '../project/keptProject';
import { shortName } from '../project/names';
import type { Circuit } from '../project/project';
import type { Act, MadeMove } from './act';
import { circuitOf } from './deriveProject';
import { remember } from './replay';

/** What an edit makes of a project, or why it cannot be made. */
export type Edited = { readonly ok: true; readonly kept: KeptProject } | { readonly ok: false; readonly why: string };

export const edited = (kept: KeptProject): Edited => ({ ok: true, kept });
export const refusedEdit = (why: string): Edited => ({ ok: false, why });

/** True where the variant is the engine as it is. */
export const isAsItIs = (kept: KeptProject, id: string): boolean => kept.asItIs.id === id;

/** The project with a variant changed. */
export function withKeptVariant(
  kept: KeptProject,
  id: string,
  change: (variant: KeptVariant) => KeptVariant,
): KeptProject {
  return { ...kept, variants: kept.variants.map((v) => (v.id === id ? change(v) : v)) };
}

/** An id that no act of the project has. */
export function freshActId(kept: KeptProject): string {
  const taken = new Set(kept.variants.flatMap((v) => v.acts.map((a) => a.id)));
  let n = taken.size + 1;
  while (taken.has(`act${n}`)) n++;
  return `act${n}`;
}

/** Letters that are kept of what a move was called. */
const LONGEST_SAID = 400;

/** Moves made one after the other on a circuit, with the ids that they give. */
interface Made {
  readonly circuit: Circuit;
  readonly moves: readonly MadeMove[];
  /** As undo names each. */
  readonly names: readonly string[];
  readonly came: readonly string[];
  readonly columns: (columns: KeptProject['asItIs']['columns']) => NonNullable<KeptProject['asItIs']['columns']>;
}

function makeAll(kept: KeptProject, circuit: Circuit, moves: readonly Move[]): Made | { readonly why: string } {
  const taken = new Set(idsTaken(kept));
  const made: MadeMove[] = [];
  const names: string[] = [];
  const steps: { before: Circuit; after: Circuit; came: Parameters<typeof columnsAfter>[2] }[] = [];
  let here = circuit;
  for (const move of moves) {
    const outcome = makeOn(here, move, { taken });
    if (!outcome.ok) return { why: outcome.why };
    const said = sayMove(here, move);
    names.push(said);
    for (const id of outcome.gave) taken.add(id);
    const one: MadeMove = {
      move,
      said: said.slice(0, LONGEST_SAID),
      ...(outcome.gave.length > 0 ? { gives: [...outcome.gave] } : {}),
    };
    remember(here, one, outcome);
    made.push(one);
    steps.push({ before: here, after: outcome.circuit, came: outcome.came });
    here = outcome.circuit;
  }
  const there = new Set(here.parts.map((p) => p.id));
  return {
    circuit: here,
    moves: made,
    names,
    came: steps.flatMap((s) => s.came.map((c) => c.id)).filter((id) => there.has(id)),
    columns: (columns = []) =>
      steps.reduce((before, s) => columnsAfter({ circuit: s.before, columns: before }, s.after, s.came), columns),
  };
}

/** A change that was made. */
export interface MadeChange {
  readonly ok: true;
  readonly kept: KeptProject;
  /** As undo names it. */
  readonly name: string;
  /** As undo names each of its moves. */
  readonly names: readonly string[];
  /** Parts that came new. */
  readonly came: readonly string[];
}

/**
 * Makes moves in the variant that is open, as one act; on the engine as it is they correct what is said of it, and
 * every variant has them.
 * @param of what else is said of the act
 */
export function makeChange(
  kept: KeptProject,
  moves: readonly Move[],
  of: Pick<Act, 'name' | 'whatIf'> = {},
): MadeChange | { readonly ok: false; readonly why: string } {
  const id = kept.activeVariant;
  const made = makeAll(kept, circuitOf(kept, id), moves);
  if ('why' in made) return { ok: false, ...made };
  const { names, came } = made;
  const name = of.name ?? (names.length === 1 ? names[0]! : shortName(`${names.length} changes: ${names.join(', ')}`));
  if (isAsItIs(kept, id)) {
    const { asItIs } = kept;
    return {
      ok: true,
      name,
      names,
      came,
      kept: {
        ...kept,
        asItIs: { ...asItIs, circuit: asIs(made.circuit), columns: made.columns(asItIs.columns) },
      },
    };
  }
  const act: Act = { id: freshActId(kept), ...of, moves: [...made.moves] };
  return {
    ok: true,
    name,
    names,
    came,
    kept: withKeptVariant(kept, id, (variant) => ({
      ...variant,
      acts: [...variant.acts, act],
      ...(variant.columns ? { columns: made.columns(variant.columns) } : {}),
    })),
  };
}

/** On the engine as it is nothing replaces anything: what stood there before was never known. */
const asIs = ({ parts, joints }: Circuit): Circuit => ({
  joints,
  parts: parts.map((part) => {
    if (part.replaces === undefined) return part;
    const { replaces: _, ...rest } = part;
    return rest as Part;
  }),
});
