import { z } from 'zod';
import { KINDS } from '../kinds';
import type { DraftOf } from './catalogueEntry';
import type { Act, KindTraits, Place } from './kind';
import type { Thermostat } from './thermostat';

type Kinds = typeof KINDS;
type AnyPartSchema = Kinds[keyof Kinds]['schema'];

/** Every kind of part that a file may hold. */
export const partSchema = z.discriminatedUnion(
  'kind',
  Object.values(KINDS).map((kind) => kind.schema) as unknown as [AnyPartSchema, ...AnyPartSchema[]],
);

export type Part = z.output<AnyPartSchema>;
export type PartKind = keyof Kinds;
export type PartOf<K extends PartKind> = Extract<Part, { kind: K }>;
/** A part as a file would hold it, without its id. */
export type PartDraft = DraftOf<AnyPartSchema>;

/** Kinds that stand at a place. */
export type KindAt<L extends Place> = { [K in PartKind]: Kinds[K]['place'] extends L ? K : never }[PartKind];

/** Parts of the kinds that act as something. */
export type PartActingAs<A extends Act> = PartOf<
  { [K in PartKind]: A extends Kinds[K]['actsAs'][number] ? K : never }[PartKind]
>;

/** True for a part that the trade takes for such a one; false for none. */
export function actsAs<A extends Act>(part: Part | undefined, act: A): part is PartActingAs<A> {
  return part !== undefined && kindOf(part).actsAs.includes(act);
}

/** What the document knows of a part's kind. */
export function kindOf(part: Pick<Part, 'kind'>): KindTraits<Part> {
  return KINDS[part.kind] as unknown as KindTraits<Part>;
}

/** The thermostat that a part is or holds. */
export function thermostatOf(part: Part): Thermostat | undefined {
  return kindOf(part).thermostat?.(part);
}

/** A part with its thermostat's figures changed; the part itself where it has none. */
export function withThermostat(part: Part, change: Partial<Thermostat>): Part {
  return (thermostatOf(part) && kindOf(part).withThermostat?.(part, change)) ?? part;
}
