import { CAUTIONS } from '../../judgement/cautions';
import { actsAs, kindOf, type Part } from '../../document/parts/part';
import { isReturn, splitPortRef } from '../../document/parts/ports';
import type { Variant } from '../../document/project/project';
import { isBolted } from '../bolted';
import { hosesOf, portNamer, type Hose } from '../hoses/hoseList';
import { hasOldEnd, returnEndOf } from '../hoses/returnEnd';
import { oilChange, type PartLevel } from '../level/oilToAdd';
import {
  alterAct,
  fitAct,
  isInPan,
  isSpinOn,
  isThing,
  isWired,
  primeAct,
  takeOffAct,
  wireAct,
  type PartAct,
} from '../partWork';
import { changesBetween, partsOfChange, type ChangeOp } from './circuitChange';
import { CRAFT, layWords } from './craft';
import type { Fact } from './facts';
import { MINUTES, type Draft } from './planStep';
import { setWords } from './setWords';
import { Scope } from './scope';

type Of<K extends ChangeOp['kind']> = Extract<ChangeOp, { kind: K }>;

/** An act as a step. */
const stepOf = (act: PartAct, minutes: number): Pick<Draft, 'text' | 'plannedMin'> & Partial<Draft> => ({
  text: act.text,
  plannedMin: act.minutes ?? minutes,
  ...(act.figures ? { figures: act.figures } : {}),
  ...(act.caution ? { caution: act.caution } : {}),
});

/**
 * Steps that change the circuit: old parts off, faces clean, new parts on, then the hoses between them, each joined by
 * hand as it goes on; figures set; all tightened. Together their changes make the one circuit of the other.
 */
export function circuitSteps(from: Variant, to: Variant): readonly Draft[] {
  return new CircuitSteps(from, to).run();
}

class CircuitSteps {
  private readonly changes: readonly ChangeOp[];
  private readonly was: ReadonlyMap<string, Part>;
  private readonly is: ReadonlyMap<string, Part>;
  private readonly before: Scope;
  private readonly after: Scope;
  private readonly hoses: readonly Hose[];
  /** Hoses that the circuit has not, by the part that they belong to. */
  private readonly benchHoses = new Map<string, readonly Hose[]>();
  /** Craft that a step has told already. */
  private readonly told = new Set<string>();
  private readonly ready: readonly Fact[];
  /** What is filled upright before it is fitted. */
  private readonly upright: readonly PartLevel[];

  constructor(
    private readonly from: Variant,
    private readonly to: Variant,
  ) {
    this.changes = changesBetween(from.circuit, to.circuit);
    this.was = new Map(from.circuit.parts.map((p) => [p.id, p]));
    this.is = new Map(to.circuit.parts.map((p) => [p.id, p]));
    this.before = new Scope(from.circuit);
    this.after = new Scope(to.circuit);
    this.hoses = hosesOf(to);
    for (const hose of this.hoses)
      if (hose.key !== hose.part) this.benchHoses.set(hose.part, [...(this.benchHoses.get(hose.part) ?? []), hose]);
    this.upright = oilChange(to, from).came.filter((p) => p.prefill && !this.was.has(p.part));
    this.ready = this.of('remove').length + this.of('undo').length > 0 ? ['faces'] : [];
  }

  run(): readonly Draft[] {
    const off = this.takenOff();
    const clean: readonly Draft[] =
      off.length === 0
        ? []
        : [
            {
              id: 'clean',
              phase: 'main',
              text: `Wipe every face that was opened clean and dry. ${CRAFT.clean}`,
              needs: off.flatMap((s) => s.makes),
              makes: ['faces'],
              plannedMin: MINUTES.clean,
            },
          ];
    const { on, filters } = this.putOn();
    const set = this.set();
    const work = [...on, ...set];
    const joints = on.reduce((sum, s) => sum + (s.changes ?? []).filter((c) => c.kind === 'join').length, 0);
    const plates = this.of('add').some(({ part }) => actsAs(part, 'plate') && part.form !== 'inline');
    const tightened: readonly Draft[] =
      joints === 0
        ? []
        : [
            {
              id: 'tighten',
              phase: 'main',
              text: `Turn every hose end and fitting to where it must point, hold it there, and tighten in the order of the list of joints: bolts crosswise${plates ? ', the centre bolt last with its plate held' : ''}. Put a paint mark over each joint as it is tight.`,
              needs: work.flatMap((s) => s.makes),
              makes: ['tight'],
              plannedMin: MINUTES.small + MINUTES.tighten * joints,
            },
          ];
    const last: readonly Fact[] = tightened.length > 0 ? ['tight'] : [];
    return [
      ...off,
      ...clean,
      ...this.filled(),
      ...on,
      ...set,
      ...tightened,
      // A filter hides the bolt of the plate that it is screwed onto.
      ...filters.map((s) => ({ ...s, needs: [...s.needs, ...last] })),
    ];
  }

  private of<K extends ChangeOp['kind']>(kind: K): readonly Of<K>[] {
    return this.changes.filter((c): c is Of<K> => c.kind === kind);
  }

  /** Joints undone and parts taken off: a joint goes with the part that goes. */
  private takenOff(): readonly Draft[] {
    const wasAt = portNamer(this.from);
    const letters = new Map(hosesOf(this.from).flatMap((h) => (h.key === h.part ? [[h.part, h.name] as const] : [])));
    const removed = this.of('remove');
    const gone = new Set(removed.map((c) => c.part));
    const undoneWith = new Map<string | undefined, Of<'undo'>[]>();
    for (const undo of this.of('undo')) {
      const part = partsOfChange(undo).find((id) => gone.has(id));
      undoneWith.set(part, [...(undoneWith.get(part) ?? []), undo]);
    }
    const parts = removed.map((change): Draft => {
      const part = this.was.get(change.part)!;
      const letter = letters.get(part.id);
      const act = takeOffAct(part);
      const isInside = !isThing(part);
      return {
        id: `off-${change.part}`,
        phase: 'main',
        ...stepOf(
          letter !== undefined
            ? { text: `Take off the old hose ${letter} (${part.name}). Cap what stays open.` }
            : isInside
              ? { text: `Take ${part.name} out of use; close what it leaves open.` }
              : act,
          MINUTES.takeOff,
        ),
        changes: [...(undoneWith.get(change.part) ?? []), change],
        needs: ['marked', ...this.before.needsOf(part)],
        makes: [`off ${part.id}`],
      };
    });
    const joints = (undoneWith.get(undefined) ?? []).map((change): Draft => {
      const filter = filterOf(change, this.was);
      const ends = partsOfChange(change).map((id) => this.was.get(id)!);
      return {
        id: `undo-${change.joint.from}-${change.joint.to}`,
        phase: 'main',
        ...stepOf(
          filter
            ? takeOffAct(filter)
            : { text: `Undo ${wasAt(change.joint.from)} from ${wasAt(change.joint.to)}. Cap both.` },
          filter ? MINUTES.takeOff : MINUTES.join,
        ),
        changes: [change],
        needs: ['marked', ...needsOfJoint(ends.map((p) => this.before.needsOf(p)))],
        makes: [`off ${change.joint.from} ${change.joint.to}`],
      };
    });
    // What a filter lets out is the same thread as its inlet: one act, though the circuit has two joints.
    const said = new Map<string, Draft>();
    for (const step of joints) {
      const same = said.get(step.text);
      said.set(
        step.text,
        same
          ? {
              ...same,
              changes: [...(same.changes ?? []), ...(step.changes ?? [])],
              makes: [...same.makes, ...step.makes],
            }
          : step,
      );
    }
    return [...said.values(), ...parts];
  }

  /** What can hold oil upright is filled before it is fitted. */
  private filled(): readonly Draft[] {
    const filled = this.upright;
    if (filled.length === 0) return [];
    const isElement = filled.some(({ part }) => actsAs(this.is.get(part), 'element'));
    return [
      {
        id: 'prefill',
        phase: 'main',
        text: `Fill ${filled.map((p) => p.name).join(' and ')} with new oil ({prefill}) from a fresh bottle, as far as ${filled.length > 1 ? 'they hold' : 'it holds'} it upright${isElement ? ', a filter through its outer holes only' : ''}. Keep the ports up while fitting.`,
        figures: { prefill: { si: filled.reduce((sum, p) => sum + p.volumeM3, 0), quantity: 'volume' } },
        needs: [...this.ready, 'batteryOff', 'ordered'],
        makes: filled.map(({ part }) => `filled ${part}` as const),
        plannedMin: MINUTES.small,
      },
    ];
  }

  /** Parts put on, hoses last, each with the joints that it closes; then joints between what was there already. */
  private putOn(): { readonly on: readonly Draft[]; readonly filters: readonly Draft[] } {
    const hoses = new Map(this.hoses.map((h) => [h.key, h]));
    const added = [...this.of('add')].sort((a, b) => Number(hoses.has(a.part.id)) - Number(hoses.has(b.part.id)));
    const placeOf = new Map(added.map((c, i) => [c.part.id, i]));
    const closes = this.closedBy(placeOf, hoses);
    const filters = new Set<string>();
    const fitted = added.flatMap((change): readonly Draft[] => {
      const { part } = change;
      const joints = closes.get(part.id) ?? [];
      const others = joints.flatMap(partsOfChange).filter((id) => id !== part.id && placeOf.has(id));
      const hose = hoses.get(part.id);
      if (isSpinOn(part)) filters.add(`on-${part.id}`);
      const step: Draft = {
        id: `on-${part.id}`,
        phase: 'main',
        ...(hose ? this.layStep(hose, part.name) : stepOf(fitAct(part), MINUTES.fit)),
        changes: [change, ...joints],
        needs: [
          ...this.ready,
          isBulky(part, hose) ? 'dryFitted' : 'ordered',
          ...this.after.needsOf(part),
          ...others.map((id) => `on ${id}` as const),
          ...(!hose && this.isFilled(part.id) ? [`filled ${part.id}` as const] : []),
          ...this.primedBy(hose),
          ...(isReturn(part) && this.isBungFitted(part) ? (['bung'] as const) : []),
        ],
        makes: [`on ${part.id}`],
        ...(hose && (hose.sleeved || hose.note.exhaustDistanceM !== undefined)
          ? { caution: CAUTIONS.nearExhaust }
          : {}),
      };
      const lays = (this.benchHoses.get(part.id) ?? []).map((h): Draft => ({
        id: `lay-${h.key}`,
        phase: 'main',
        ...this.layStep(h, `${part.name}, ${sideWords(h)}`),
        needs: [`on ${part.id}`, 'dryFitted'],
        makes: [`on ${h.key}`],
      }));
      return [step, ...this.primed(part), ...this.wired(part, undefined), ...lays];
    });
    const joints = (closes.get(undefined) ?? []).map((change) => this.joinStep(change, placeOf, filters));
    const steps = [...fitted, ...joints];
    return { on: steps.filter((s) => !filters.has(s.id)), filters: steps.filter((s) => filters.has(s.id)) };
  }

  /** Joints by the part whose fitting closes them; under undefined those that are an act of their own. */
  private closedBy(
    placeOf: ReadonlyMap<string, number>,
    hoses: ReadonlyMap<string, Hose>,
  ): ReadonlyMap<string | undefined, readonly Of<'join'>[]> {
    const closes = new Map<string | undefined, Of<'join'>[]>();
    for (const join of this.of('join')) {
      const ends = partsOfChange(join);
      const last = ends.filter((id) => placeOf.has(id)).sort((a, b) => placeOf.get(b)! - placeOf.get(a)!)[0];
      // A hose is laid to what is there; a filter or a hose that is there and goes onto a new part is an act of its own.
      const stays = [join.joint.from, join.joint.to].map(splitPortRef).find(({ part: id, port }) => {
        const part = this.is.get(id)!;
        return !placeOf.has(id) && ((isSpinOn(part) && port !== 'out') || hoses.has(id));
      });
      const at = last !== undefined && (stays === undefined || hoses.has(last)) ? last : undefined;
      closes.set(at, [...(closes.get(at) ?? []), join]);
    }
    return closes;
  }

  private joinStep(change: Of<'join'>, placeOf: ReadonlyMap<string, number>, filters: Set<string>): Draft {
    const isAt = portNamer(this.to);
    const filter = filterOf(change, this.is);
    const other = [change.joint.from, change.joint.to].find((ref) => this.is.get(splitPortRef(ref).part) !== filter)!;
    const id = `join-${change.joint.from}-${change.joint.to}`;
    if (filter) filters.add(id);
    const ends = partsOfChange(change);
    return {
      id,
      phase: 'main',
      text: filter
        ? `Screw a new filter onto ${isAt(other)}. ${CRAFT.spinOn}`
        : `Join ${isAt(change.joint.from)} to ${isAt(change.joint.to)}, started by hand.`,
      changes: [change],
      needs: [
        ...this.ready,
        'batteryOff',
        ...ends.filter((end) => placeOf.has(end)).map((end) => `on ${end}` as const),
        ...ends.flatMap((end) => (this.primes(end) ? [`primed ${end}` as const] : [])),
      ],
      makes: [`last ${id}`],
      plannedMin: MINUTES.join,
    };
  }

  /** A hose laid; how its ends are joined is told at the first of its kind. */
  private layStep(hose: Hose, name: string): Pick<Draft, 'text' | 'plannedMin'> {
    const craft = layWords(hose);
    const isTold = this.told.has(craft);
    this.told.add(craft);
    return {
      text: `Lay hose ${hose.name} (${name}) from ${hose.from.place}, to ${hose.to.place}.${isTold ? '' : ` ${craft}`}`,
      plannedMin: MINUTES.lay,
    };
  }

  private isFilled(id: string): boolean {
    return this.upright.some((p) => p.part === id);
  }

  private primed(part: Part): readonly Draft[] {
    const act = primeAct(part);
    if (!act || !this.primes(part.id)) return [];
    return [
      {
        id: `prime-${part.id}`,
        phase: 'main',
        ...stepOf(act, MINUTES.small),
        needs: [`on ${part.id}`, 'batteryOff'],
        makes: [`primed ${part.id}`],
      },
    ];
  }

  /** True for a new part that must not run dry at the first start. */
  private primes(id: string): boolean {
    const part = this.is.get(id);
    return part !== undefined && !this.was.has(id) && primeAct(part) !== undefined;
  }

  /** A feed hose goes on once what it feeds is primed. */
  private primedBy(hose: Hose | undefined): readonly Fact[] {
    const fed = hose?.to.mate && splitPortRef(hose.to.mate).part;
    return fed !== undefined && fed !== '' && this.primes(fed) ? [`primed ${fed}`] : [];
  }

  private wired(part: Part, was: Part | undefined): readonly Draft[] {
    if (!isWired(part, was)) return [];
    return [
      {
        id: `wire-${part.id}`,
        phase: 'main',
        ...stepOf(wireAct(part), MINUTES.fit),
        needs: [was ? `set ${part.id}` : `on ${part.id}`, 'batteryOff'],
        makes: [`wired ${part.id}`],
      },
    ];
  }

  private isBungFitted(drain: Part): boolean {
    const end = returnEndOf(this.to.circuit, drain);
    return (end === 'pan' || end === 'panPort') && !hasOldEnd(this.from.circuit, this.to.circuit, drain);
  }

  private set(): readonly Draft[] {
    return this.of('set').flatMap((change): readonly Draft[] => {
      const { part } = change;
      const was = this.was.get(part.id)!;
      const act = alterAct(part, was);
      return [
        {
          id: `set-${part.id}`,
          phase: 'main',
          ...(act ? stepOf(act, MINUTES.set) : { ...setWords(part, was), plannedMin: MINUTES.set }),
          changes: [change],
          needs: [...this.ready, 'ordered', ...new Set([...this.before.needsOf(was), ...this.after.needsOf(part)])],
          makes: [`set ${part.id}`],
          ...(act || isBolted(part) ? {} : { caution: CAUTIONS.insideEngine }),
        },
        ...this.wired(part, was),
      ];
    });
  }
}

/** A joint is opened with the oil out where it lies on the main way on both sides: a tap beside it loses little. */
function needsOfJoint([a = [], b = []]: readonly (readonly Fact[])[]): readonly Fact[] {
  return [...new Set([...a, ...b])].filter((fact) => fact !== 'oilOut' || (a.includes(fact) && b.includes(fact)));
}

/** Which hose of its part one is that the circuit has not. */
const sideWords = ({ key, duty }: Hose): string => {
  const isIn = key.endsWith(' in');
  if (duty === 'coolant') return isIn ? 'coolant to it' : 'coolant from it';
  return isIn ? 'suction' : 'delivery';
};

/** Things that take room: they are held in their place before anything is tightened. */
const isBulky = (part: Part, hose: Hose | undefined): boolean =>
  hose !== undefined || kindOf(part).mounted || isInPan(part);

/** The filter that is screwed onto its stub by a joint. */
function filterOf({ joint }: Of<'join'> | Of<'undo'>, byId: ReadonlyMap<string, Part>): Part | undefined {
  const inlet = [joint.from, joint.to]
    .map(splitPortRef)
    .find(({ port, part }) => port === 'in' && isSpinOn(byId.get(part)));
  return inlet && byId.get(inlet.part);
}
