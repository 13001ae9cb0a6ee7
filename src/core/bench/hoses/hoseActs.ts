import { actsAs } from '../../document/parts/part';
import type { HoseEnd, HoseNote } from '../../document/project/bench';
import type { Variant } from '../../document/project/project';
import { hosesOf } from './hoseList';
import { withEndLosses } from './hoseEnd';
import { routedLength } from './cutLength';

/** A variant with something changed in what was added to one hose; undefined fields are taken out. */
export function withHoseNote(
  variant: Variant,
  key: string,
  change: { readonly [K in keyof HoseNote]?: HoseNote[K] | undefined },
): Variant {
  const merged = { ...variant.bench?.hoses?.[key], ...change };
  const note = Object.fromEntries(Object.entries(merged).filter(([, value]) => value !== undefined)) as HoseNote;
  return { ...variant, bench: { ...variant.bench, hoses: { ...variant.bench?.hoses, [key]: note } } };
}

/**
 * A variant with another end on a hose: what is noted at the bench and the pressure loss in the circuit change
 * together.
 * @param side `in`: the end that oil enters by
 */
export function withHoseEnd(variant: Variant, key: string, side: 'in' | 'out', end: HoseEnd): Variant {
  const hose = hosesOf(variant).find((h) => h.key === key);
  if (!hose) return variant;
  const ends = { in: hose.from.end, out: hose.to.end, [side]: end };
  const noted = withHoseNote(variant, key, { ends });
  return {
    ...noted,
    circuit: {
      ...noted.circuit,
      parts: noted.circuit.parts.map((p) => (p.id === hose.part && actsAs(p, 'line') ? withEndLosses(p, ends) : p)),
    },
  };
}

/**
 * A variant in which a hose has been trimmed: the length that came out is noted, and its routed length goes back into
 * the circuit, so that its pressure loss is that of the hose that was made.
 * @param hoseM length of the hose itself [m]
 */
export function withTrimmedHose(variant: Variant, key: string, hoseM: number): Variant {
  const hose = hosesOf(variant).find((h) => h.key === key);
  if (!hose) return variant;
  const noted = withHoseNote(variant, key, { trimmedM: [...(hose.note.trimmedM ?? []), hoseM] });
  return withRoutedLength(noted, hose.part, routedLength(hoseM, hose.from.end, hose.to.end));
}

/** A variant in which a hose was measured along its route: the circuit takes the length. */
export function withMeasuredHose(variant: Variant, key: string, measuredM: number | undefined, as?: string): Variant {
  const hose = hosesOf(variant).find((h) => h.key === key);
  if (!hose) return variant;
  const noted = withHoseNote(variant, key, { measuredM, measuredAs: measuredM === undefined ? undefined : as });
  return measuredM === undefined ? noted : withRoutedLength(noted, hose.part, measuredM);
}

function withRoutedLength(variant: Variant, part: string, lengthM: number): Variant {
  return {
    ...variant,
    circuit: {
      ...variant.circuit,
      // A drain with heights along its run keeps them: its length is theirs.
      parts: variant.circuit.parts.map((p) =>
        p.id === part && (actsAs(p, 'line') || (actsAs(p, 'drain') && !p.profile)) ? { ...p, lengthM } : p,
      ),
    },
  };
}
