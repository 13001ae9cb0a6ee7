import { tidy } from '../../foundations/tidy';
import { changedFigures } from '../moves/figure';
import { chainOf, type KeptProject, type KeptVariant } from '../project/keptProject';
import type { Variant } from '../project/project';
import { movesBetween } from './movesBetween';
import { jobOf } from './deriveProject';
import { edited, isAsItIs, makeChange, withKeptVariant, type Edited } from './editing';
import { learn, setPart } from './partFigures';

/**
 * A variant as it was looked at and changed, put back so that each fact goes to what it belongs to: a figure to its part,
 * notes to parts and joints, ticks to the job, tolerances and readings to the engine, the rest to the variant.
 *
 * @param before as it was derived @param after as it is wanted, with the same parts
 * @param as 'known' where its figures are what was learned, not what is changed: a fit
 */
export function putBack(
  kept: KeptProject,
  before: Variant,
  after: Variant,
  as: 'asMeant' | 'known' = 'asMeant',
): Edited {
  const { id } = before;
  let next = kept;
  for (const part of changedParts(before, after)) {
    const old = before.circuit.parts.find((p) => p.id === part.id)!;
    const made = as === 'known' ? learn(next, id, part.id, changedFigures(old, part)) : setPart(next, part);
    if (!made.ok) return made;
    next = made.kept;
  }
  next = withOwn(next, before, after);
  next = withKnowledge(next, before, after);
  return edited(withBench(next, before, after));
}

function changedParts(before: Variant, after: Variant) {
  if (before.circuit === after.circuit) return [];
  const old = new Map(before.circuit.parts.map((p) => [p.id, p]));
  return after.circuit.parts.filter((p) => old.has(p.id) && old.get(p.id) !== p);
}

/** What is said of the variant itself. */
function withOwn(kept: KeptProject, before: Variant, after: Variant): KeptProject {
  const { id, name, note, waivers, season, aims, sheet } = after;
  if (
    name === before.name &&
    note === before.note &&
    waivers === before.waivers &&
    season === before.season &&
    aims === before.aims &&
    sheet === before.sheet
  )
    return kept;
  const own = <T extends KeptProject['asItIs'] | KeptVariant>(of: T): T =>
    tidy({
      ...of,
      name,
      note,
      waivers,
      season,
      aims,
      ...(sheet === before.sheet ? {} : { columns: sheet?.columns }),
    });
  return isAsItIs(kept, id) ? { ...kept, asItIs: own(kept.asItIs) } : withKeptVariant(kept, id, own);
}

/** What is known of the engine: tolerances, readings, the fit. */
function withKnowledge(kept: KeptProject, before: Variant, after: Variant): KeptProject {
  let next = kept;
  if (after.tolerances !== before.tolerances) next = { ...next, tolerances: after.tolerances ?? [] };
  if (after.calibration?.applied === before.calibration?.applied) return next;
  for (const { id } of chainOf(next, after.id).filter((v) => v.fit))
    next = withKeptVariant(next, id, ({ fit: _, ...rest }) => rest);
  return tidy({ ...next, fit: after.calibration?.applied });
}

/** What a person added at the bench. */
function withBench(kept: KeptProject, before: Variant, after: Variant): KeptProject {
  if (after.bench === before.bench) return kept;
  const { plan: { from: _was, ...oldPlan } = {}, level: oldLevel, ...oldNotes } = before.bench ?? {};
  const { plan: { from, ...plan } = {}, level, ...notes } = after.bench ?? {};
  const same = (a: unknown, b: unknown) => JSON.stringify(a) === JSON.stringify(b);
  let next = kept;
  if (!same(notes, oldNotes)) next = { ...next, notes: tidy(notes) };
  if (from !== before.bench?.plan?.from && !isAsItIs(kept, after.id))
    next = withKeptVariant(next, after.id, (v) => tidy({ ...v, jobFrom: from }));
  if (same(plan, oldPlan) && same(level, oldLevel)) return next;
  const job = jobOf(kept, after.id);
  const others = next.jobs.filter((j) => j.from !== job.from || j.to !== job.to);
  const made = tidy({
    ...job,
    plan: Object.keys(plan).length > 0 ? plan : undefined,
    level,
  });
  return { ...next, jobs: [...others, made] };
}

/**
 * A variant with a fault in it, as a variant of its own: the fault is an act *what if*.
 * @param faulty the open variant with the fault
 */
export function whatIf(kept: KeptProject, sane: Variant, faulty: Variant, title: string): Edited {
  const { plumbing, sets } = movesBetween(sane.circuit, faulty.circuit);
  const moves = [...(plumbing ? [plumbing] : []), ...sets];
  if (moves.length === 0) return edited(kept);
  const made = makeChange(kept, moves, { name: title, whatIf: true });
  return made.ok ? edited(made.kept) : made;
}
