import { PortGroups } from '../plumbing/portGroups';
import { PORTS } from '../parts/ports';
import type { KeptProject, KeptVariant } from '../project/keptProject';
import { copyName, shortName } from '../project/names';
import type { Circuit } from '../project/project';
import type { Act } from './act';
import { replayOf } from './deriveProject';
import { edited, freshActId, isAsItIs, refusedEdit, withKeptVariant, type Edited } from './editing';
import { columnsOf, replay } from './replay';

/*
 * What is done with acts as a whole, and with variants: an act switched off, taken out of the middle, moved, copied, made
 * part of the engine as it is.
 */

const actsOf = (kept: KeptProject, id: string): readonly Act[] => kept.variants.find((v) => v.id === id)?.acts ?? [];

const withActs = (kept: KeptProject, id: string, change: (acts: readonly Act[]) => readonly Act[]): KeptProject =>
  withKeptVariant(kept, id, (v) => ({ ...v, acts: [...change(v.acts)] }));

/** Changes one act of a variant. */
export const changeAct = (kept: KeptProject, id: string, act: string, change: (act: Act) => Act): KeptProject =>
  withActs(kept, id, (acts) => acts.map((a) => (a.id === act ? change(a) : a)));

/** Calls an act by a name of its own; an empty one is none. */
export const renameAct = (kept: KeptProject, id: string, act: string, name: string): KeptProject =>
  changeAct(kept, id, act, ({ name: _, ...rest }) => (name.trim() === '' ? rest : { ...rest, name: shortName(name) }));

/** Switches an act off for a look, or on again. */
export const switchAct = (kept: KeptProject, id: string, act: string, on: boolean): KeptProject =>
  changeAct(kept, id, act, ({ off: _, ...rest }) => (on ? rest : { ...rest, off: true as const }));

/** Takes an act out; those behind it are made as far as they can be. */
export const dropAct = (kept: KeptProject, id: string, act: string): KeptProject =>
  withActs(kept, id, (acts) => acts.filter((a) => a.id !== act));

/** The ports of each place that has more than one. */
function placesOf(circuit: Circuit): string {
  const groups = PortGroups.of(circuit);
  const places = new Map<string, string[]>();
  for (const part of circuit.parts)
    for (const port of PORTS[part.kind]) {
      const ref = `${part.id}.${port}`;
      places.set(groups.of(ref), [...(places.get(groups.of(ref)) ?? []), ref]);
    }
  return JSON.stringify([...places.values()].map((refs) => refs.sort().join(' ')).sort());
}

/** True where two circuits have the same parts with the same figures, joined at the same places. */
export function isSamePlumbing(a: Circuit, b: Circuit): boolean {
  const parts = ({ parts: list }: Circuit) => JSON.stringify([...list].sort((p, q) => (p.id < q.id ? -1 : 1)));
  return parts(a) === parts(b) && placesOf(a) === placesOf(b);
}

/** Moves an act by one place, where that changes nothing of what the acts make. */
export function moveAct(kept: KeptProject, id: string, act: string, by: -1 | 1): Edited {
  const acts = actsOf(kept, id);
  const from = acts.findIndex((a) => a.id === act);
  const other = acts[from + by];
  if (from < 0 || !other) return refusedEdit('There is no change to move it past.');
  const moved = withActs(kept, id, (list) =>
    list.map((a, i) => (i === from ? other : i === from + by ? list[from]! : a)),
  );
  const [was, is] = [replayOf(kept, id), replayOf(moved, id)];
  return is.troubles.length > was.troubles.length || !isSamePlumbing(was.circuit, is.circuit)
    ? refusedEdit('One of these two changes needs the other to be made first, so their order stays.')
    : edited(moved);
}

/** Copies acts to the end of another variant: the same parts come there, with what is known of them. */
export function copyActs(kept: KeptProject, from: string, acts: readonly string[], to: string): Edited {
  if (isAsItIs(kept, to)) return refusedEdit('The engine as it is has no changes: move the change into it instead.');
  const copies = actsOf(kept, from).filter((a) => acts.includes(a.id));
  let copied = kept;
  for (const act of copies) {
    const { off: _, ...rest } = act;
    copied = withActs(copied, to, (list) => [...list, { ...rest, id: freshActId(copied) }]);
  }
  const was = replayOf(kept, to).troubles.length;
  const [fresh] = replayOf(copied, to).troubles.slice(was);
  return fresh ? refusedEdit(`It cannot be made there. ${fresh.why}`) : edited(copied);
}

/**
 * Makes an act part of the engine as it is: it was there already. Every variant has it from then on; the act is gone.
 */
export function onEngineAlready(kept: KeptProject, id: string, act: string): Edited {
  const found = actsOf(kept, id).find((a) => a.id === act);
  if (!found) return refusedEdit('This change is not there any more.');
  const { off: _, ...made } = found;
  const done = replay(kept.asItIs.circuit, [made]);
  const [trouble] = done.troubles;
  if (trouble) return refusedEdit(`The engine as it is does not take it. ${trouble.why}`);
  const parts = done.circuit.parts.map(({ replaces: _replaced, ...part }) => part) as Circuit['parts'];
  const columns = kept.asItIs.columns && [...columnsOf(kept.asItIs.columns, done)];
  const base = {
    ...dropAct(kept, id, act),
    asItIs: { ...kept.asItIs, circuit: { parts, joints: done.circuit.joints }, ...(columns ? { columns } : {}) },
  };
  const told = new Set(replayOf(kept, id).troubles.map((t) => t.act));
  const fresh = replayOf(base, id).troubles.find((t) => !told.has(t.act));
  if (fresh) return refusedEdit(`Another change of this variant can then not be made. ${fresh.why}`);
  return edited(marked(base, found));
}

/** Figures that an act set are known of the engine once it is part of it. */
function marked(kept: KeptProject, act: Act): KeptProject {
  const figures = act.moves.flatMap(({ move }) =>
    move.kind === 'set' ? [move, ...(move.with ?? [])].map((f) => ({ part: move.part, path: f.path.join('.') })) : [],
  );
  const key = (f: { readonly part: string; readonly path: string }) => `${f.part}.${f.path}`;
  const there = new Set(kept.known.map(key));
  return { ...kept, known: [...kept.known, ...figures.filter((f) => !there.has(key(f)))] };
}

/** An id that no variant has. */
function freshVariantId(kept: KeptProject): string {
  const taken = new Set([kept.asItIs.id, ...kept.variants.map((v) => v.id)]);
  let n = taken.size + 1;
  while (taken.has(`variant${n}`)) n++;
  return `variant${n}`;
}

/** Names that variants have. */
export const variantNames = (kept: KeptProject): string[] => [kept.asItIs.name, ...kept.variants.map((v) => v.name)];

/** Adds a variant and opens it. @param basedOn the variant that it hangs on */
export function newVariant(
  kept: KeptProject,
  basedOn: string,
  of: Pick<KeptVariant, 'name'> & Partial<KeptVariant>,
): KeptProject {
  const id = freshVariantId(kept);
  return {
    ...kept,
    variants: [...kept.variants, { note: '', waivers: [], acts: [], ...of, id, basedOn }],
    activeVariant: id,
  };
}

/** A variant that begins as the open one is and hangs on it: what is corrected there reaches it. */
export function variantFromOpen(kept: KeptProject): KeptProject {
  const { activeVariant: open } = kept;
  const { name, waivers, season, aims } = kept.variants.find((v) => v.id === open) ?? kept.asItIs;
  return newVariant(kept, open, {
    name: copyName(name, variantNames(kept)),
    waivers,
    ...(season ? { season } : {}),
    ...(aims ? { aims } : {}),
  });
}

/** Deletes the open variant; what hangs on it takes its changes over and stays as it is. */
export function deleteVariant(kept: KeptProject): Edited {
  const { activeVariant: open } = kept;
  const gone = kept.variants.find((v) => v.id === open);
  if (!gone) return refusedEdit('The engine as it is cannot be deleted: everything hangs on it.');
  let left: KeptProject = { ...kept, variants: kept.variants.filter((v) => v !== gone), activeVariant: gone.basedOn };
  for (const below of kept.variants.filter((v) => v.basedOn === open)) {
    const taken: Act[] = [];
    for (const act of gone.acts)
      taken.push({ ...act, id: freshActId(withActs(left, below.id, (a) => [...a, ...taken])) });
    left = withKeptVariant(left, below.id, (v) => ({ ...v, basedOn: gone.basedOn, acts: [...taken, ...v.acts] }));
  }
  const { engineNow, ...rest } = left;
  const stays = engineNow !== undefined && engineNow !== open;
  return edited({
    ...(stays ? left : rest),
    variants: left.variants.map((v) => {
      if (v.jobFrom !== open) return v;
      const { jobFrom: _, ...other } = v;
      return other;
    }),
    readings: left.readings.filter((r) => r.with !== open),
    jobs: left.jobs.filter((j) => j.from !== open && j.to !== open),
  });
}

/** The project without the faults that were put in to look at: what work is planned from. */
export function withoutWhatIf(kept: KeptProject): KeptProject {
  let sane = withoutFaults.get(kept);
  if (!sane) {
    sane = kept.variants.some((v) => v.acts.some((a) => a.whatIf))
      ? {
          ...kept,
          variants: kept.variants.map((v) =>
            v.acts.some((a) => a.whatIf) ? { ...v, acts: v.acts.filter((a) => !a.whatIf) } : v,
          ),
        }
      : kept;
    withoutFaults.set(kept, sane);
  }
  return sane;
}
const withoutFaults = new WeakMap<KeptProject, KeptProject>();
