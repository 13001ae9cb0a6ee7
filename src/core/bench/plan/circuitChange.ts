import type { Part } from '../../document/parts/part';
import { splitPortRef } from '../../document/parts/ports';
import { jointKey } from '../../document/project/bench';
import type { Circuit, Joint } from '../../document/project/project';

/** One change of a circuit, as a step of a job makes it. */
export type ChangeOp =
  | { readonly kind: 'remove'; readonly part: string }
  | { readonly kind: 'add'; readonly part: Part }
  | { readonly kind: 'set'; readonly part: Part }
  | { readonly kind: 'undo'; readonly joint: Joint }
  | { readonly kind: 'join'; readonly joint: Joint };

const keyOf = ({ from, to }: Joint): string => jointKey(from, to);
const same = (a: unknown, b: unknown): boolean => JSON.stringify(a) === JSON.stringify(b);

/** Everything that differs between two circuits, as changes; order of parts and direction of joints do not count. */
export function changesBetween(before: Circuit, after: Circuit): readonly ChangeOp[] {
  const [old, now] = [before, after].map((c) => new Map(c.parts.map((p) => [p.id, p]))) as [
    Map<string, Part>,
    Map<string, Part>,
  ];
  const [oldJoints, nowJoints] = [before, after].map((c) => new Map(c.joints.map((j) => [keyOf(j), j]))) as [
    Map<string, Joint>,
    Map<string, Joint>,
  ];
  return [
    ...[...oldJoints].filter(([key]) => !nowJoints.has(key)).map(([, joint]) => ({ kind: 'undo' as const, joint })),
    ...[...old.keys()].filter((id) => !now.has(id)).map((part) => ({ kind: 'remove' as const, part })),
    ...[...now.values()].filter((p) => !old.has(p.id)).map((part) => ({ kind: 'add' as const, part })),
    ...[...now.values()]
      .filter((p) => old.has(p.id) && !same(old.get(p.id), p))
      .map((part) => ({ kind: 'set' as const, part })),
    ...[...nowJoints].filter(([key]) => !oldJoints.has(key)).map(([, joint]) => ({ kind: 'join' as const, joint })),
  ];
}

/** A circuit after changes, one after the other. What a change refers to and is not there stays as it is. */
export function applyChanges(circuit: Circuit, changes: readonly ChangeOp[]): Circuit {
  const parts = new Map(circuit.parts.map((p) => [p.id, p]));
  const joints = new Map(circuit.joints.map((j) => [keyOf(j), j]));
  for (const change of changes)
    switch (change.kind) {
      case 'remove':
        parts.delete(change.part);
        break;
      case 'add':
      case 'set':
        parts.set(change.part.id, change.part);
        break;
      case 'undo':
        joints.delete(keyOf(change.joint));
        break;
      case 'join':
        joints.set(keyOf(change.joint), change.joint);
        break;
    }
  return { parts: [...parts.values()], joints: [...joints.values()] };
}

/** True where two circuits hold the same parts, with the same figures, joined alike. */
export function isSameCircuit(a: Circuit, b: Circuit): boolean {
  return changesBetween(a, b).length === 0;
}

/** Parts that a change is about. */
export function partsOfChange(change: ChangeOp): readonly string[] {
  switch (change.kind) {
    case 'remove':
      return [change.part];
    case 'add':
    case 'set':
      return [change.part.id];
    case 'undo':
    case 'join':
      return [splitPortRef(change.joint.from).part, splitPortRef(change.joint.to).part];
  }
}
