import { actsAs, kindOf, type Part } from '../parts/part';
import { isBeforeLines, placeOf, isConsumer, isDeadEnd, isReservoir, isReturn, PORTS, sensePort } from '../parts/ports';
import { loopBetween } from './branch';
import type { Move } from './move';
import { downstream, MoveRefused, outletOf, withFigures, Workpiece } from './workpiece';

type Of<K extends Move['kind']> = Extract<Move, { kind: K }>;

const INLETS = new Set(['in', 'back', 'return']);

/** Puts parts between a port and the rest of its place. */
export function insertParts(w: Workpiece, move: Of<'insert'>): void {
  const { part, port } = w.port(move.at);
  const inlet = INLETS.has(port);
  const place = w.isolate(move.at);
  const chain = w.chain(move.drafts, part.id, inlet ? 'left' : 'right');
  if (inlet) {
    if (place) w.join(place, chain.inlet);
    w.join(outletOf(chain.last), move.at);
  } else {
    w.join(move.at, chain.inlet);
    if (place) w.join(outletOf(chain.last), place);
  }
}

/** Puts a plate in and runs parts between its two ports. */
export function fitLoop(w: Workpiece, move: Of<'fitLoop'>): void {
  insertParts(w, { kind: 'insert', at: move.at, drafts: [move.plate] });
  const plate = w.came.at(-1)!.id;
  bridgePorts(w, { kind: 'bridge', from: `${plate}.away`, to: `${plate}.back`, drafts: move.drafts });
}

/**
 * Runs parts from one port to another, for instance a cooler between a plate's ports; without parts it joins the two.
 */
export function bridgePorts(w: Workpiece, move: Of<'bridge'>): void {
  const { part } = w.port(move.from);
  w.port(move.to);
  const groups = w.groups();
  if (groups.of(move.from) === groups.of(move.to)) throw new MoveRefused('These two ports are joined already.');
  if (move.drafts.length === 0) {
    w.join(move.from, move.to);
    return;
  }
  const chain = w.chain(move.drafts, part.id);
  w.join(move.from, chain.inlet);
  w.join(outletOf(chain.last), move.to);
}

/** Puts parts beside a part, from its inlet's place to its outlet's. */
export function putInParallel(w: Workpiece, move: Of<'parallel'>): void {
  const part = w.part(move.part);
  if (isConsumer(part) || isReservoir(part) || isReturn(part) || isDeadEnd(part))
    throw new MoveRefused(`${part.name} ends a line: tee off before it instead.`);
  const outlet = outletOf(part);
  const chain = w.chain(move.drafts, part.id, 'left');
  w.join(`${part.id}.in`, chain.inlet);
  w.join(outletOf(chain.last), outlet);
}

/** Takes a part out and joins the line where it stood. What hung on its side ports goes with it. */
export function takeOut(w: Workpiece, move: Of<'takeOut'>): void {
  const part = w.part(move.part);
  refuseVital(part);
  if (kindOf(part).loops) {
    const groups = w.groups();
    const loop = loopBetween(
      w.parts.filter((p) => p.id !== part.id),
      groups,
      groups.of(`${part.id}.away`),
      groups.of(`${part.id}.back`),
    );
    for (const member of loop ?? []) w.drop(member.id);
  }
  const joinsOn =
    !isConsumer(part) &&
    !isReturn(part) &&
    !isDeadEnd(part) &&
    placeOf(part) !== 'relief' &&
    placeOf(part) !== 'sideStream' &&
    PORTS[part.kind].length > 0;
  if (joinsOn) {
    const inlet = w.neighbours(`${part.id}.in`)[0];
    const outlet = w.neighbours(outletOf(part))[0];
    w.drop(part.id);
    if (inlet && outlet) w.join(inlet, outlet);
  } else if (isReturn(part)) {
    const from = w.neighbours(`${part.id}.in`)[0];
    const to = w.neighbours(`${part.id}.out`)[0];
    w.drop(part.id);
    if (from && to) w.join(from, to);
  } else w.drop(part.id);
}

/** Takes a part out and closes what it was joined to. */
export function removeAndBlank(w: Workpiece, move: Of<'removeAndBlank'>): void {
  const part = w.part(move.part);
  refuseVital(part);
  w.drop(part.id);
}

function refuseVital(part: Part): void {
  if (isReservoir(part))
    throw new MoveRefused(`${part.name} holds the oil: nothing stands without it. Swap it for another.`);
  if (placeOf(part) === 'pump')
    throw new MoveRefused(`${part.name} moves the oil: swap it for another instead of taking it out.`);
}

/**
 * Another part in a part's place: ports of the same name are joined as before, the rest is left open. It is a part of
 * its own, with an id of its own, and says which it replaces: the old one comes off, the new one is bought.
 */
export function swapPart(w: Workpiece, move: Of<'swap'>): void {
  const old = w.part(move.part);
  const { joints, parts } = w;
  w.parts = parts.filter((p) => p.id !== old.id);
  const made = w.make(move.draft, old.id, 'instead');
  if (
    isReservoir(old) !== isReservoir(made) ||
    isReturn(old) !== isReturn(made) ||
    isConsumer(old) !== isConsumer(made)
  )
    throw new MoveRefused(`${made.name} cannot stand where ${old.name} stands: it is fed or emptied in another way.`);
  if ((placeOf(old) === 'pump') !== (placeOf(made) === 'pump')) throw new MoveRefused('A pump is swapped for a pump.');
  const height = old.elevationM !== undefined && !isReservoir(made) ? { elevationM: old.elevationM } : {};
  // What a person said of the place stays where the new part is of the same kind.
  const kept =
    made.kind === old.kind
      ? { name: old.name, note: old.note, place: old.place, ...(actsAs(old, 'line') ? { lengthM: old.lengthM } : {}) }
      : { note: old.note };
  const swapped = { ...made, ...defined(kept), ...height, replaces: old.id } as Part;
  w.replace(swapped);
  const mapped = new Map(PORTS[old.kind].map((port) => [`${old.id}.${port}`, portFor(old, swapped, port)]));
  w.joints = joints.flatMap((j) => {
    const [from, to] = [mapped.has(j.from) ? mapped.get(j.from) : j.from, mapped.has(j.to) ? mapped.get(j.to) : j.to];
    return from !== undefined && to !== undefined ? [{ from, to }] : [];
  });
  w.parts = w.parts.map((part) => sensingAt(part, old, mapped));
}

/** A part that senses at a part which goes senses at the one in its place. */
function sensingAt(part: Part, old: Part, mapped: ReadonlyMap<string, string | undefined>): Part {
  const sense = sensePort(part);
  if (!sense?.ref.startsWith(`${old.id}.`)) return part;
  const ref = mapped.get(sense.ref);
  return ref === undefined
    ? kindOf(part).withoutSense!(part)
    : withFigures(part, [{ path: sense.field.split('.'), value: ref }]);
}

const defined = (values: object) =>
  Object.fromEntries(Object.entries(values).filter(([, value]) => value !== undefined));

/** The port of the new part that takes over from one of the old; undefined where there is none. */
function portFor(old: Part, made: Part, port: string): string | undefined {
  if (PORTS[made.kind].includes(port)) return `${made.id}.${port}`;
  return `${old.id}.${port}` === safeOutlet(old) ? safeOutlet(made) : undefined;
}

const safeOutlet = (part: Part) => {
  try {
    return outletOf(part);
  } catch {
    return undefined;
  }
};

/** Turns a part round: what was its inlet becomes its outlet. */
export function reversePart(w: Workpiece, move: Of<'reverse'>): void {
  const part = w.part(move.part);
  if (!PORTS[part.kind].includes('out') || isConsumer(part) || isReturn(part) || isBeforeLines(part))
    throw new MoveRefused(`${part.name} works one way only.`);
  const turned: Record<string, string> = {
    [`${part.id}.in`]: `${part.id}.out`,
    [`${part.id}.out`]: `${part.id}.in`,
    [`${part.id}.away`]: `${part.id}.back`,
    [`${part.id}.back`]: `${part.id}.away`,
  };
  w.joints = w.joints.map((j) => ({ from: turned[j.from] ?? j.from, to: turned[j.to] ?? j.to }));
}

/**
 * Splits a line in two at a share of its length; losses stay at the end where they are listed, the first half of them
 * on the first piece.
 */
export function splitLine(w: Workpiece, move: Of<'split'>): void {
  const line = w.part(move.part);
  if (!actsAs(line, 'line')) throw new MoveRefused(`${line.name} is not a line: only lines are split.`);
  const half = Math.ceil(line.losses.length / 2);
  const first = { ...line, lengthM: line.lengthM * move.share, losses: line.losses.slice(0, half) };
  const place = w.isolate(`${line.id}.out`);
  const { id: _, ...rest } = line;
  const second = w.make(
    { ...rest, name: line.name, lengthM: line.lengthM * (1 - move.share), losses: line.losses.slice(half) },
    line.id,
  );
  w.replace(first);
  w.join(`${line.id}.out`, `${second.id}.in`);
  if (place) w.join(`${second.id}.out`, place);
}

/** True where `to` lies in the oil that leaves `port`'s part: a branch cannot feed itself. */
export function feedsItself(w: Workpiece, port: string, to: string): boolean {
  const groups = w.groups();
  const { part } = w.port(port);
  const from = PORTS[part.kind].filter((p) => !INLETS.has(p) && p !== 'tap').map((p) => groups.of(`${part.id}.${p}`));
  if (isConsumer(part)) return false;
  return downstream(w.parts, groups, from).has(groups.of(to));
}
