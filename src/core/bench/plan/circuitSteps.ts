import { CAUTIONS } from '../../judgement/cautions';
import { fieldWords } from '../../document/changes/movesBetween';
import { changedFigures } from '../../document/moves/figure';
import { actsAs, type Part } from '../../document/parts/part';
import { partFields } from '../../document/parts/partFields';
import { splitPortRef } from '../../document/parts/ports';
import type { Variant } from '../../document/project/project';
import { isBolted } from '../bolted';
import { hosesOf, portNamer } from '../hoses/hoseList';
import { changesBetween, partsOfChange, type ChangeOp } from './circuitChange';
import { CRAFT, fitWords, isSpinOn, layWords, takeOffWords } from './craft';
import { MINUTES, type Draft, type StepFigure } from './planStep';

type Of<K extends ChangeOp['kind']> = Extract<ChangeOp, { kind: K }>;

/**
 * Steps that change the circuit, in the order of the work: old parts off, faces clean, new parts on, then the hoses
 * between them, each joined by hand as it goes on; figures set; all tightened. Together their changes make the one
 * circuit of the other.
 */
export function circuitSteps(from: Variant, to: Variant): readonly Draft[] {
  const changes = changesBetween(from.circuit, to.circuit);
  const of = <K extends ChangeOp['kind']>(kind: K) => changes.filter((c): c is Of<K> => c.kind === kind);
  const off = takenOff(from, of('remove'), of('undo'));
  const offIds = off.map((s) => s.id);
  const clean: readonly Draft[] =
    off.length === 0
      ? []
      : [
          {
            id: 'clean',
            phase: 'main',
            text: `Wipe every face that was opened clean and dry. ${CRAFT.clean}`,
            after: offIds,
            plannedMin: MINUTES.clean,
          },
        ];
  const ready = clean.length > 0 ? ['clean'] : [];
  const { on, filters } = putOn(to, of('add'), of('join'), ready);
  const set: readonly Draft[] = of('set').map((change) => ({
    id: `set-${change.part.id}`,
    phase: 'main',
    ...setWords(from, change.part),
    changes: [change],
    after: ready,
    plannedMin: MINUTES.set,
    ...(isBolted(change.part) ? {} : { caution: CAUTIONS.insideEngine }),
  }));
  const joints = on.reduce((sum, s) => sum + (s.changes ?? []).filter((c) => c.kind === 'join').length, 0);
  const tightened: readonly Draft[] =
    joints === 0
      ? []
      : [
          {
            id: 'tighten',
            phase: 'main',
            text: 'Turn every hose end and fitting to where it must point, hold it there, and tighten in the order of the list of joints: bolts crosswise, centre bolt last with its plate held. Put a paint mark over each joint as it is tight.',
            after: [...on, ...set].map((s) => s.id),
            plannedMin: MINUTES.small + MINUTES.tighten * joints,
          },
        ];
  // A filter hides the bolt of the plate that it is screwed onto.
  const last = filters.map((s) => ({ ...s, after: [...(s.after ?? []), ...tightened.map((t) => t.id)] }));
  return [...off, ...clean, ...on, ...set, ...tightened, ...last];
}

/** Joints undone and parts taken off: a joint goes with the part that goes. */
function takenOff(from: Variant, removed: readonly Of<'remove'>[], undone: readonly Of<'undo'>[]): readonly Draft[] {
  const byId = new Map(from.circuit.parts.map((p) => [p.id, p]));
  const wasAt = portNamer(from);
  const gone = new Set(removed.map((c) => c.part));
  const undoneWith = new Map<string | undefined, Of<'undo'>[]>();
  for (const undo of undone) {
    const part = partsOfChange(undo).find((id) => gone.has(id));
    undoneWith.set(part, [...(undoneWith.get(part) ?? []), undo]);
  }
  const parts = removed.map((change): Draft => {
    const part = byId.get(change.part)!;
    return {
      id: `off-${change.part}`,
      phase: 'main',
      text: takeOffWords(part),
      changes: [...(undoneWith.get(change.part) ?? []), change],
      plannedMin: MINUTES.takeOff,
      ...underPressure(part),
    };
  });
  const joints = (undoneWith.get(undefined) ?? []).map((change): Draft => {
    const filter = filterOf(change, byId);
    return {
      id: `undo-${change.joint.from}-${change.joint.to}`,
      phase: 'main',
      text: filter
        ? takeOffWords(filter)
        : `Undo ${wasAt(change.joint.from)} from ${wasAt(change.joint.to)}. Cap both.`,
      changes: [change],
      plannedMin: filter ? MINUTES.takeOff : MINUTES.join,
    };
  });
  // What a filter lets out is the same thread as its inlet: one act, though the circuit has two joints.
  const said = new Map<string, Draft>();
  for (const step of joints) {
    const same = said.get(step.text);
    said.set(step.text, same ? { ...same, changes: [...(same.changes ?? []), ...(step.changes ?? [])] } : step);
  }
  return [...said.values(), ...parts];
}

/** The filter that is screwed onto its stub by a joint. */
function filterOf({ joint }: Of<'join'> | Of<'undo'>, byId: ReadonlyMap<string, Part>): Part | undefined {
  const inlet = [joint.from, joint.to]
    .map(splitPortRef)
    .find(({ port, part }) => port === 'in' && isSpinOn(byId.get(part)));
  return inlet && byId.get(inlet.part);
}

/** Parts put on, hoses last, each with the joints that it closes; then joints between what was there already. */
function putOn(
  to: Variant,
  added: readonly Of<'add'>[],
  joined: readonly Of<'join'>[],
  ready: readonly string[],
): { readonly on: readonly Draft[]; readonly filters: readonly Draft[] } {
  const isAt = portNamer(to);
  const hoses = new Map(hosesOf(to).map((h) => [h.part, h]));
  const inOrder = [...added].sort((a, b) => Number(hoses.has(a.part.id)) - Number(hoses.has(b.part.id)));
  const placeOf = new Map(inOrder.map((c, i) => [c.part.id, i]));
  const byId = new Map(to.circuit.parts.map((p) => [p.id, p]));
  const closes = new Map<string | undefined, Of<'join'>[]>();
  for (const join of joined) {
    const ends = partsOfChange(join);
    const last = ends.filter((id) => placeOf.has(id)).sort((a, b) => placeOf.get(b)! - placeOf.get(a)!)[0];
    // A hose is laid to what is there; what is there and is screwed onto a new part is an act of its own.
    const stays = [join.joint.from, join.joint.to].map(splitPortRef).find(({ part: id, port }) => {
      const part = byId.get(id)!;
      return !placeOf.has(id) && isBolted(part) && !(isSpinOn(part) && port === 'out');
    });
    const at = last !== undefined && (stays === undefined || hoses.has(last)) ? last : undefined;
    closes.set(at, [...(closes.get(at) ?? []), join]);
  }
  const filters = new Set<string>();
  const fitted = inOrder.map((change): Draft => {
    const { part } = change;
    const joints = closes.get(part.id) ?? [];
    const others = joints.flatMap(partsOfChange).filter((id) => id !== part.id && placeOf.has(id));
    const hose = hoses.get(part.id);
    const words = hose
      ? `Lay hose ${hose.name} (${part.name}) from ${hose.from.place} to ${hose.to.place}. ${layWords(hose)}`
      : fitWords(part);
    const id = `on-${part.id}`;
    if (isSpinOn(part)) filters.add(id);
    return {
      id,
      phase: 'main',
      text: words,
      changes: [change, ...joints],
      after: [...ready, ...new Set(others.map((id) => `on-${id}`))],
      plannedMin: hose ? MINUTES.lay : MINUTES.fit,
      ...(hose && (hose.sleeved || hose.note.exhaustDistanceM !== undefined) ? { caution: CAUTIONS.nearExhaust } : {}),
      ...(part.electrical ? { caution: CAUTIONS.battery } : {}),
      ...underPressure(part),
    };
  });
  const joints = (closes.get(undefined) ?? []).map((change): Draft => {
    const filter = filterOf(change, byId);
    const other = [change.joint.from, change.joint.to].find((ref) => byId.get(splitPortRef(ref).part) !== filter)!;
    const id = `join-${change.joint.from}-${change.joint.to}`;
    if (filter) filters.add(id);
    return {
      id,
      phase: 'main',
      text: filter
        ? `Screw a new filter onto ${isAt(other)}. ${CRAFT.spinOn}`
        : `Join ${isAt(change.joint.from)} to ${isAt(change.joint.to)}, started by hand.`,
      changes: [change],
      after: [
        ...ready,
        ...partsOfChange(change)
          .filter((id) => placeOf.has(id))
          .map((id) => `on-${id}`),
      ],
      plannedMin: MINUTES.join,
    };
  });
  const steps = [...fitted, ...joints];
  return { on: steps.filter((s) => !filters.has(s.id)), filters: steps.filter((s) => filters.has(s.id)) };
}

/** What is said of a part that stays under pressure. */
const underPressure = (part: Part | undefined): Pick<Draft, 'caution'> =>
  actsAs(part, 'accumulator') ? { caution: CAUTIONS.accumulator } : {};

/** Figures that one step names with what they were; of more it names the first. */
const MOST_FIGURES = 4;

/** What of a part is altered, with what it was: "opens at 5.50 bar instead of 4.80 bar". */
function setWords(from: Variant, part: Part): Pick<Draft, 'text' | 'figures'> {
  const old = from.circuit.parts.find((p) => p.id === part.id)!;
  const was = new Map(partFields(old).map((f) => [f.path.join('.'), f.value]));
  const figures: Record<string, StepFigure> = {};
  const said = partFields(part)
    .filter((f) => was.get(f.path.join('.')) !== f.value)
    .flatMap(({ path, title, input, value }, i) => {
      const before = was.get(path.join('.'));
      if (input.kind !== 'number' || typeof before !== 'number' || typeof value !== 'number') return [];
      figures[`was${i}`] = { si: before, quantity: input.quantity };
      figures[`is${i}`] = { si: value, quantity: input.quantity };
      return [`${title.toLowerCase()} {is${i}} instead of {was${i}}`];
    })
    .slice(0, MOST_FIGURES);
  return said.length > 0
    ? { text: `Alter or exchange ${part.name}: ${said.join(', ')}.`, figures }
    : { text: `Alter ${part.name}: ${fieldWords(part, changedFigures(old, part))}.` };
}
