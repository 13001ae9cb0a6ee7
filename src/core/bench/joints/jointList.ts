import { entryFor } from '../../document/parts/catalogue';
import { kindOf, actsAs, type Part } from '../../document/parts/part';
import { isReservoir, isReturn, placeOf, splitPortRef } from '../../document/parts/ports';
import { jointOf, threadLabel, THREAD_IDS, type Thread } from '../../document/parts/threads';
import { jointKey, type HoseEnd, type JointNote, type JointState } from '../../document/project/bench';
import type { Variant } from '../../document/project/project';
import { isBolted } from '../bolted';
import { perVariant } from '../perVariant';
import { hosesOf, type Hose } from '../hoses/hoseList';
import { RETURN_WORDS, returnEndOf } from '../hoses/returnEnd';
import { portWords } from '../portWords';
import { matesWith } from './mating';
import { CENTRE_BOLT, tighteningOf, type Tightening } from './tightening';

/** The thread at one side of a joint. */
export interface JointSide {
  readonly port: string;
  readonly place: string;
  readonly thread: Thread | undefined;
  /**
   * Where the thread comes from: typed at the part; what its hose end has; usual for such a part; bought to match the
   * other side; or nobody knows.
   */
  readonly from: 'stated' | 'hoseEnd' | 'usual' | 'toMatch' | 'unknown';
}

/** Whether both sides go together. */
export type JointFit =
  | { readonly kind: 'mates' }
  | { readonly kind: 'adapter'; readonly adapter: string }
  | { readonly kind: 'misfit'; readonly why: string; readonly adapter: string | undefined }
  /** One port with several things on it. */
  | {
      readonly kind: 'shared';
      readonly why: string;
      readonly port: string;
      readonly things: number;
      readonly adapter?: string;
    }
  | { readonly kind: 'unknown'; readonly why: string };

/** One joint that somebody makes and tightens. */
export interface BenchJoint {
  /** Key of what a person adds; with ` 2` behind it for the far side of an adapter. */
  readonly key: string;
  readonly name: string;
  readonly a: JointSide;
  readonly b: JointSide;
  readonly fit: JointFit;
  /** "37° flare dash 10"; undefined where the thread is not known. */
  readonly kind: string | undefined;
  readonly tightening: Tightening | undefined;
  readonly isCentreBolt: boolean;
  readonly state: JointState;
  readonly note: JointNote;
}

/**
 * Joints of a variant that are made at the bench or on the engine, centre bolts last and then the filters on their
 * plates: the order in which they are tightened.
 */
export const jointsOf = perVariant((variant): readonly BenchJoint[] => new JointList(variant).run());

class JointList {
  private readonly byId: ReadonlyMap<string, Part>;
  private readonly hoses: ReadonlyMap<string, Hose>;
  /** Hoses that the circuit has not: of coolant, of scavenge pumps. */
  private readonly benchHoses: readonly Hose[];
  private readonly benchPorts: ReadonlySet<string>;
  private readonly seen = new Set<string>();
  private readonly atPort = new Map<string, string[]>();
  private readonly sharedBy = new Map<string, JointFit | undefined>();

  constructor(private readonly variant: Variant) {
    this.byId = new Map(variant.circuit.parts.map((p) => [p.id, p]));
    const hoses = hosesOf(variant);
    this.hoses = new Map(hoses.flatMap((h) => (h.key === h.part ? [[h.part, h] as const] : [])));
    this.benchHoses = hoses.filter((h) => h.key !== h.part);
    this.benchPorts = new Set(this.benchHoses.map((h) => h.from.port));
    for (const { from, to } of variant.circuit.joints)
      for (const [own, other] of [
        [from, to],
        [to, from],
      ] as const) {
        const there = this.atPort.get(own);
        if (there) there.push(other);
        else this.atPort.set(own, [other]);
      }
  }

  run(): readonly BenchJoint[] {
    const joints = [
      ...this.variant.circuit.joints.flatMap(({ from, to }) => this.joint(from, to)),
      ...this.benchHoseJoints(),
    ];
    // A centre bolt comes last, but for the filter that goes on over it.
    const rank = (j: BenchJoint): number => (j.isCentreBolt ? 1 : this.isOnPlate(j) ? 2 : 0);
    return [...joints].sort((a, b) => rank(a) - rank(b));
  }

  /** A filter that is screwed onto a plate: it hides the plate's bolt. */
  private isOnPlate({ a, b }: BenchJoint): boolean {
    const parts = [this.partOf(a.port), this.partOf(b.port)];
    return (
      parts.some((p) => actsAs(p, 'filter') && p.mounting === 'block') &&
      parts.some((p) => actsAs(p, 'plate') && p.form !== 'inline')
    );
  }

  private joint(from: string, to: string): BenchJoint[] {
    const key = jointKey(from, to);
    const [pa, pb] = [this.partOf(from), this.partOf(to)];
    if (!pa || !pb || this.seen.has(key) || pa === pb) return [];
    if (!isBolted(pa) && !isBolted(pb)) return [];
    // A relief sits in its pump.
    if (placeOf(pa) === 'relief' || placeOf(pb) === 'relief') return [];
    this.seen.add(key);
    // The hose between them has joints of its own.
    if (this.benchPorts.has(from) || this.benchPorts.has(to)) return [];
    // What a filter or a plate on the block lets out goes back through the stub that it is screwed onto: one joint,
    // counted at its inlet.
    if (isOutletOfStub(pa, from, pb) || isOutletOfStub(pb, to, pa)) return [];
    const note = this.variant.bench?.joints?.[key] ?? {};
    const [own, mate] = [this.side(pa, from, pb), this.side(pb, to, pa)];
    const onto = this.hasBanjo(own) ? mate.thread : this.hasBanjo(mate) ? own.thread : undefined;
    const [a, b] = toMatch(pa, own, pb, mate);
    if (isPlateOnBlock(pa, from, pb) || isPlateOnBlock(pb, to, pa))
      return [this.row(key, a, b, note, { kind: 'mates' }, 'plate seal and centre bolt', CENTRE_BOLT, true)];
    const shared = this.sharedPort(from, to);
    if (!shared && onto !== undefined && jointOf(onto) !== 'bondedWasher' && jointOf(onto) !== 'banjo')
      return [
        this.row(key, own, mate, note, { kind: 'misfit', why: NO_FACE, adapter: undefined }, undefined, undefined),
      ];
    if (!a.thread || !b.thread) {
      const known = a.thread ?? b.thread;
      const blank = a.thread ? b : a;
      return [
        this.row(
          key,
          a,
          b,
          note,
          shared ?? {
            kind: 'unknown',
            why: `The thread of ${blank.place} is not known. Measure it and add it to the part.`,
          },
          known && threadLabel(known),
          known && tighteningOf(known, note),
        ),
      ];
    }
    const element = actsAs(pa, 'element') ? 'a' : actsAs(pb, 'element') ? 'b' : undefined;
    if (shared) {
      // What goes onto the tee may need an adapter as well.
      const onTee = matesWith(a.thread, b.thread, element);
      const fit = onTee.mates || onTee.adapter === undefined ? shared : { ...shared, adapter: onTee.adapter };
      return [this.row(key, a, b, note, fit, threadLabel(a.thread), tighteningOf(a.thread, note))];
    }
    const mating = matesWith(a.thread, b.thread, element);
    if (mating.mates) {
      const banjo = onto && banjoOn(onto);
      // A banjo on a metric port is made as a banjo.
      const thread =
        banjo ?? (jointOf(a.thread) === 'banjo' ? a.thread : jointOf(b.thread) === 'banjo' ? b.thread : a.thread);
      return [this.row(key, a, b, note, { kind: 'mates' }, threadLabel(thread), tighteningOf(thread, note))];
    }
    if (note.adapter !== false && mating.adapter !== undefined) {
      const fit: JointFit = { kind: 'adapter', adapter: mating.adapter };
      const far = `${key} 2`;
      const farNote = this.variant.bench?.joints?.[far] ?? {};
      return [
        this.row(key, a, { ...b, place: 'adapter' }, note, fit, threadLabel(a.thread), tighteningOf(a.thread, note)),
        this.row(
          far,
          { ...a, place: 'adapter' },
          b,
          farNote,
          fit,
          threadLabel(b.thread),
          tighteningOf(b.thread, farNote),
        ),
      ];
    }
    return [
      this.row(key, a, b, note, { kind: 'misfit', why: mating.why, adapter: mating.adapter }, undefined, undefined),
    ];
  }

  /** Both ends of hoses that the circuit has not: each has the thread of its end, and what it goes on is bought to match. */
  private benchHoseJoints(): BenchJoint[] {
    return this.benchHoses.flatMap((hose) =>
      ([hose.from, hose.to] as const).map((end, i) => {
        const key = `${hose.key} ${i === 0 ? 'first' : 'second'} end`;
        const thread = threadOfEnd(end.end, hose);
        const side = (place: string): JointSide => ({ port: end.port, place, thread, from: 'usual' });
        const note = this.variant.bench?.joints?.[key] ?? {};
        return this.row(
          key,
          side(`hose ${hose.name}`),
          side(end.place),
          note,
          { kind: 'mates' },
          thread && threadLabel(thread),
          thread && tighteningOf(thread, note),
        );
      }),
    );
  }

  private row(
    key: string,
    a: JointSide,
    b: JointSide,
    note: JointNote,
    fit: JointFit,
    kind: string | undefined,
    tightening: Tightening | undefined,
    isCentreBolt = false,
  ): BenchJoint {
    return {
      key,
      name: `${a.place} – ${b.place}`,
      a,
      b,
      fit,
      kind,
      tightening,
      isCentreBolt,
      state: note.state ?? 'loose',
      note,
    };
  }

  /** A port with two things on it needs a tee or a port of its own for one of them. */
  private sharedPort(...ports: readonly string[]): JointFit | undefined {
    for (const port of ports) {
      if (!this.sharedBy.has(port)) this.sharedBy.set(port, this.shared(port));
      const found = this.sharedBy.get(port);
      if (found) return found;
    }
    return undefined;
  }

  private shared(port: string): JointFit | undefined {
    const part = this.partOf(port);
    const others = (this.atPort.get(port) ?? []).flatMap((ref) => {
      const other = this.partOf(ref);
      return other !== undefined && isBolted(other) ? [other.name] : [];
    });
    // A tank has a port for each.
    return part && isBolted(part) && !isReservoir(part) && others.length > 1
      ? {
          kind: 'shared',
          port,
          things: others.length,
          why: `${portWords(part, splitPortRef(port).port)} carries ${others.length} things: ${others.join(', ')}. Fit a tee (it is in the list of parts), or use a port for each.`,
        }
      : undefined;
  }

  /** A hose end that is a banjo. */
  private hasBanjo({ port }: JointSide): boolean {
    const { part, port: at } = splitPortRef(port);
    const hose = this.hoses.get(part);
    return hose !== undefined && (at === 'in' ? hose.from : hose.to).end.style === 'banjo';
  }

  private partOf(ref: string): Part | undefined {
    return this.byId.get(splitPortRef(ref).part);
  }

  private side(part: Part, ref: string, mate: Part): JointSide {
    const { port } = splitPortRef(ref);
    const hose = this.hoses.get(part.id);
    const end = isReservoir(part) && isReturn(mate) ? returnEndOf(this.variant.circuit, mate) : undefined;
    const place = hose ? `hose ${hose.name}` : end ? RETURN_WORDS[end] : portWords(part, port);
    const stated = part.connections?.find((c) => c.port === port)?.thread;
    if (stated !== undefined) return { port: ref, place, thread: stated, from: 'stated' };
    if (hose) {
      const thread = threadOfEnd(port === 'in' ? hose.from.end : hose.to.end, hose);
      return { port: ref, place, thread, from: thread ? 'hoseEnd' : 'unknown' };
    }
    // A filter screwed onto a plate or the block has the stub's thread, whatever its head's ports would have.
    const isOutOfStub = actsAs(part, 'filter') && part.mounting === 'block' && port === 'out';
    const usual = isBolted(part) && !isOutOfStub ? entryFor(part)?.threads?.[port] : undefined;
    if (usual) return { port: ref, place, thread: usual, from: 'usual' };
    if (actsAs(part, 'plate') && part.form !== 'inline' && actsAs(mate, 'filter'))
      return { port: ref, place, thread: entryFor(mate)?.threads?.['in'], from: 'usual' };
    return { port: ref, place, thread: undefined, from: 'unknown' };
  }
}

/** Hose tails by bore [mm]. */
const TAILS_MM = [10, 13, 16, 19, 22, 25] as const;
const MM = 1e-3;

/** What a hose end screws or slips on with: a 37° flare of its dash size, or a tail of its bore. */
function threadOfEnd(end: HoseEnd, { dash, boreM }: Hose): Thread | undefined {
  if (end.style === 'banjo') return undefined;
  if (end.style === 'tail') {
    const [nearest] = [...TAILS_MM].sort((a, b) => Math.abs(a * MM - boreM) - Math.abs(b * MM - boreM));
    return `tail${nearest!}`;
  }
  return dash === undefined ? undefined : (`flare${dash}` as Thread);
}

/** Small parts that are bought with the threads of what they are put between. */
/**
 * Both sides, where one of them takes the other's thread: a small part that is bought to match, a banjo hose end, the
 * block's own filter stub.
 */
function toMatch(pa: Part, a: JointSide, pb: Part, b: JointSide): readonly [JointSide, JointSide] {
  const takes = (part: Part, other: Thread): boolean =>
    kindOf(part).takesThreadOfMate ||
    (actsAs(part, 'line') && jointOf(other) !== 'flange') ||
    (!isBolted(part) && (jointOf(other) === 'spinOn' || jointOf(other) === 'flange')) ||
    // What a filter on its housing lets out goes on through the housing's face.
    (actsAs(part, 'filter') && part.mounting === 'block' && jointOf(other) === 'flange') ||
    isReservoir(part);
  // Ports whose size nobody has stated are ordered in the size of the hose.
  const inSizeOfHose = (side: JointSide, other: JointSide): boolean =>
    side.from === 'usual' &&
    other.from === 'hoseEnd' &&
    ((isFlare(side.thread) && isFlare(other.thread)) || (isTail(side.thread) && isTail(other.thread)));
  const matched = (side: JointSide, part: Part, other: JointSide): JointSide => {
    const { thread } = other;
    if (thread === undefined) return side;
    if (inSizeOfHose(side, other)) return { ...side, thread, from: 'toMatch' };
    const isOfBlock =
      jointOf(thread) === 'spinOn' || (jointOf(thread) === 'flange' && !isBolted(part)) || isReservoir(part);
    const isMatched =
      side.thread === undefined && takes(part, thread) && (isReservoir(part) || isBolted(part) === !isOfBlock);
    return isMatched ? { ...side, thread, from: 'toMatch' } : side;
  };
  return [matched(a, pa, b), matched(b, pb, a)];
}

/** A banjo's bolt in a port with a flat face; undefined where such banjos are not on the list. */
function banjoOn(port: Thread): Thread | undefined {
  const banjo = port.replace('washer', 'banjo');
  return THREAD_IDS.find((id) => id === banjo);
}
const NO_FACE = 'A banjo seals between two washers on a flat face; this port has none.';

const isFlare = (thread: Thread | undefined): boolean => thread !== undefined && jointOf(thread) === 'flare37';
const isTail = (thread: Thread | undefined): boolean => thread !== undefined && jointOf(thread) === 'hoseTail';

const isOutletOfStub = (part: Part, ref: string, mate: Part): boolean =>
  ((actsAs(part, 'filter') && part.mounting === 'block') || (actsAs(part, 'plate') && part.form !== 'inline')) &&
  splitPortRef(ref).port === 'out' &&
  !isBolted(mate);

/** A plate on the block's face, or on the face of another plate. */
const isPlateOnBlock = (part: Part, ref: string, mate: Part): boolean =>
  actsAs(part, 'plate') &&
  part.form !== 'inline' &&
  splitPortRef(ref).port === 'in' &&
  (!isBolted(mate) || (actsAs(mate, 'plate') && mate.form !== 'inline'));

const withArticle = (thing: string): string => `${/^[aeiou]/.test(thing) ? 'an' : 'a'} ${thing}`;

/** Every way that a joint's fit is not right, as a sentence; undefined where it is. */
export function sayFit(fit: JointFit): string | undefined {
  if (fit.kind === 'mates') return undefined;
  if (fit.kind === 'adapter') return `With ${withArticle(fit.adapter)}.`;
  if (fit.kind === 'misfit')
    return `${fit.why} ${fit.adapter ? `Use ${withArticle(fit.adapter)}.` : 'Change one of the two ends.'}`;
  return fit.kind === 'shared' && fit.adapter !== undefined ? `${fit.why} On it ${withArticle(fit.adapter)}.` : fit.why;
}

export const JOINT_STATE_WORDS: Readonly<Record<JointState, string>> = {
  loose: 'loose',
  snug: 'snug',
  final: 'tightened',
  paintMark: 'paint mark',
  leakChecked: 'checked for leaks',
  recheckedHot: 'rechecked hot',
};

/** A joint's kind in words: what it is made as, or what both sides have where they do not go together. */
export const jointKindWords = ({ kind, a, b }: BenchJoint): string =>
  kind ?? ([a.thread, b.thread].flatMap((t) => (t ? [threadLabel(t)] : [])).join(' on ') || 'not known');
