import { actsAs, type Part } from '../../document/parts/part';
import { isReservoir, isReturn, splitPortRef } from '../../document/parts/ports';
import type { Circuit } from '../../document/project/project';

/** Where a return hose goes in: by a bung in the pan, a boss of the block, the filler cap, a port of the pan, a tank. */
export type ReturnEnd = 'pan' | 'block' | 'fillerCap' | 'panPort' | 'tank';

export const RETURN_WORDS: Readonly<Record<ReturnEnd, string>> = {
  pan: 'bung in the pan, above the oil',
  block: 'return boss of the block',
  fillerCap: 'port in the filler cap',
  panPort: 'port of the pan, above the oil',
  tank: 'tank, return',
};

const otherEnds = ({ joints }: Circuit, port: string): string[] =>
  joints.flatMap(({ from, to }) => (from === port ? [to] : to === port ? [from] : []));

/** Where a return goes in; undefined where it ends at a pump or at another hose. */
export function returnEndOf(circuit: Circuit, drain: Part): ReturnEnd | undefined {
  const partAt = (ref: string) => circuit.parts.find((p) => p.id === splitPortRef(ref).part);
  const end = otherEnds(circuit, `${drain.id}.out`)
    .map(partAt)
    .find((p) => p !== undefined && isReservoir(p));
  if (!end) return undefined;
  if (actsAs(end, 'tank')) return 'tank';
  const feeder = otherEnds(circuit, `${drain.id}.in`)
    .map(partAt)
    .find((p) => actsAs(p, 'sideStream'));
  if (actsAs(feeder, 'sideStream'))
    return ({ fillerCap: 'fillerCap', port: 'block', sump: 'panPort' } as const)[feeder.returnAt];
  // Over the crank there is no pan any more.
  const heightM = actsAs(drain, 'drain') ? drain.profile?.at(-1)?.heightM : undefined;
  return heightM !== undefined && heightM >= 0 ? 'block' : 'pan';
}

/**
 * True where a new return ends where an old one did: in place of that and no wider, or behind it. Nothing new is let into
 * the pan.
 * @param before the circuit as the engine is now
 */
export function hasOldEnd(before: Circuit, now: Circuit, drain: Part): boolean {
  const replaced = before.parts.find((p) => p.id === drain.replaces);
  if (replaced) return actsAs(replaced, 'drain') && actsAs(drain, 'drain') && replaced.boreM >= drain.boreM;
  return otherEnds(now, `${drain.id}.in`).some((ref) => {
    const { part, port } = splitPortRef(ref);
    const old = before.parts.find((p) => p.id === part);
    return port === 'out' && old !== undefined && isReturn(old) && returnEndOf(before, old) !== undefined;
  });
}
