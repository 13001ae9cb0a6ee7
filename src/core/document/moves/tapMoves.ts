import { actsAs, type Part } from '../parts/part';
import { placeOf, isTerminal, isConsumer, isDeadEnd, isReservoir, isReturn, PORTS } from '../parts/ports';
import { branchOf } from './branch';
import { feedsItself } from './lineMoves';
import type { Move } from './move';
import { MoveRefused, outletOf, Workpiece } from './workpiece';

type Of<K extends Move['kind']> = Extract<Move, { kind: K }>;

/**
 * Tees off at a place: parts one behind the other, the last fed; its oil falls where it is told, or into the only sump.
 */
export function teeOff(w: Workpiece, move: Of<'tee'>): void {
  const { part } = w.port(move.at);
  // What only reads or holds stands where it is tapped; what is fed stands at the end of the row.
  const lastDraft = move.drafts.at(-1);
  const ends = lastDraft !== undefined && isDeadEnd(lastDraft);
  const chain = w.chain(move.drafts, ends && !isReservoir(part) ? part.id : rightmostOf(w, part));
  w.join(move.at, chain.inlet);
  const { last } = chain;
  const falls = isTerminal(last) || placeOf(last) === 'relief';
  if (!falls) {
    if (move.returnTo) w.join(outletOf(chain.last), move.returnTo);
    return;
  }
  const returnTo = move.returnTo ?? onlyReturn(w);
  if (!returnTo) throw new MoveRefused('There is more than one reservoir: say where its oil returns to.');
  let outlet = outletOf(last);
  if (move.drain) {
    const drain = w.make(move.drain, last.id);
    w.join(outlet, `${drain.id}.in`);
    outlet = `${drain.id}.out`;
  }
  w.join(outlet, returnTo);
}

/** Where a new branch's columns go: behind the last part that is fed from here. */
function rightmostOf(w: Workpiece, part: Part): string {
  return w.parts.filter(isConsumer).at(-1)?.id ?? part.id;
}

function onlyReturn(w: Workpiece): string | undefined {
  const reservoirs = w.parts.filter(isReservoir);
  const pan = reservoirs.filter((r) => actsAs(r, 'pan'));
  const one = reservoirs.length === 1 ? reservoirs[0] : pan.length === 1 ? pan[0] : undefined;
  return one && `${one.id}.return`;
}

/** Closes a port: whatever it was joined to stays joined. */
export function blankPort(w: Workpiece, move: Of<'blank'>): void {
  const { part } = w.port(move.port);
  if (isReservoir(part)) throw new MoveRefused(`${part.name} cannot be closed off: the oil must come from somewhere.`);
  if (w.isolate(move.port) === undefined) throw new MoveRefused('This port is plugged already.');
}

/** Moves a tap to another place: the line moves, what it feeds stays. */
export function moveTap(w: Workpiece, move: Of<'moveTap'>): void {
  const { part, port } = w.port(move.port);
  w.port(move.to);
  if (port !== 'in') throw new MoveRefused(`${part.name} is not fed by this port.`);
  const groups = w.groups();
  if (groups.of(move.port) === groups.of(move.to)) throw new MoveRefused('It is fed from there already.');
  if (feedsItself(w, move.port, move.to))
    throw new MoveRefused(`That place is fed by ${part.name} itself: the branch would go round in a circle.`);
  w.isolate(move.port);
  w.join(move.to, move.port);
}

/** Lets a part's oil run back to another place. */
export function returnTo(w: Workpiece, move: Of<'returnTo'>): void {
  const part = w.part(move.part);
  const { part: target, port } = w.port(move.to);
  const outlet = `${part.id}.out`;
  if (!PORTS[part.kind].includes('out')) throw new MoveRefused(`${part.name} has no outlet that could return.`);
  if (target.id === part.id) throw new MoveRefused('It cannot return to itself.');
  if (
    (isConsumer(part) || isReturn(part)) &&
    !(isReservoir(target) && port === 'return') &&
    !(isReturn(target) && port === 'in')
  )
    throw new MoveRefused('Oil that falls returns to a sump, a tank, or a drain.');
  w.isolate(outlet);
  w.join(outlet, move.to);
}

/** Copies a branch, from its tap to its end with its drain, beside the old one. */
export function duplicateBranch(w: Workpiece, move: Of<'duplicate'>): void {
  const groups = w.groups();
  const part = w.part(move.part);
  const branch = branchOf(w.parts, groups, part);
  if (!branch)
    throw new MoveRefused(`${part.name} stands in the way that feeds the others: there is no branch to copy.`);
  const copies = new Map<string, Part>();
  const all = [...branch.parts, ...branch.returns];
  const old = w.joints;
  let beside = branch.parts.at(-1)!.id;
  for (const member of all) {
    const { id, ...rest } = member;
    const made = w.make({ ...rest }, beside);
    beside = made.id;
    copies.set(id, made);
  }
  // Joints to the outside are made once a copied port, whatever its place is held together by.
  const outside = new Map<string, string>();
  for (const { from, to } of old) {
    const [a, b] = [copyOf(from, copies), copyOf(to, copies)];
    if (a && b) w.join(a, b);
    else if (a) outside.set(a, to);
    else if (b) outside.set(b, from);
  }
  for (const [own, other] of outside) w.join(other, own);
}

function copyOf(ref: string, copies: ReadonlyMap<string, Part>): string | undefined {
  const dot = ref.indexOf('.');
  const made = copies.get(ref.slice(0, dot));
  return made && `${made.id}${ref.slice(dot)}`;
}

/** Takes a branch away, from its tap to its end, with the drain that served it. */
export function removeBranch(w: Workpiece, move: Of<'removeBranch'>): void {
  const groups = w.groups();
  const part = w.part(move.part);
  const branch = branchOf(w.parts, groups, part);
  if (!branch)
    throw new MoveRefused(`${part.name} stands in the way that feeds the others: remove it and reconnect instead.`);
  if (branch.parts.filter(isConsumer).length === w.parts.filter(isConsumer).length)
    throw new MoveRefused('Nothing would be left to feed.');
  for (const member of [...branch.parts, ...branch.returns]) w.drop(member.id);
}
