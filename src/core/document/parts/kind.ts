import type { z } from 'zod';
import type { CatalogueEntry, DraftOf } from './catalogueEntry';
import type { Passage } from './passage';
import type { FiguredWords, PartDetail } from './partWords';
import type { SymbolKey } from './symbol';
import type { Thermostat } from './thermostat';

/** Where a part stands in a circuit, which decides what can be done with it and what is asked of it. */
export const PLACES = [
  /** Holds oil and its own pressure. */
  'reservoir',
  /** Between the reservoir and the pump. */
  'suction',
  'pump',
  /** Oil goes through it and on: it can be put into a line. */
  'inLine',
  /** Lets go what is too much; its outlet returns. */
  'relief',
  /** Taps oil, cleans it and returns it. */
  'sideStream',
  /** Is supplied: it ends in a tide post. */
  'consumer',
  /** Carries what falls, outside the pressure network: partly full, or full of foam. */
  'return',
  /** Ends a line and takes no flow. */
  'deadEnd',
  /** Has no part in the circuit's oil. */
  'apart',
] as const;
export type Place = (typeof PLACES)[number];

/**
 * What the trade takes a part for. Whoever must know that something is a filter asks this, never its kind: a new kind
 * that acts as a filter is one everywhere.
 */
export const ACTS = [
  'pan',
  'tank',
  'pickup',
  'pump',
  'scavenge',
  'relief',
  'checkValve',
  'filter',
  /** Holds an element that clogs and is changed. */
  'element',
  'sideStream',
  'line',
  'fitting',
  'orifice',
  'valve',
  'cooler',
  'thermostat',
  'plate',
  'cover',
  'accumulator',
  'plug',
  'gauge',
  'drain',
  'ownOil',
  /** A plain bearing of the crank. */
  'bearing',
  'mains',
  'rods',
  'jets',
  /** Fed beside the crank: turbo, head, tensioner. */
  'accessory',
] as const;
export type Act = (typeof ACTS)[number];

/** A way that oil can take through a part, from an inlet to an outlet. */
export type Way = readonly [from: string, to: string];

/** A group of fields that a part can be given. */
export interface Extra<P> {
  readonly label: string;
  /** What it begins with. */
  seed(part: P): unknown;
}

/**
 * What the document layer knows of a kind of part. Layers above keep one table each for what they ask of every kind
 * (expansion into laws, explanation, faults, tolerances); leaving a kind out of one of them does not compile.
 */
export interface KindTraits<P, L extends Place = Place, A extends readonly Act[] = readonly Act[]> {
  /** In order: where oil comes in first. */
  readonly ports: readonly string[];
  readonly place: L;
  readonly actsAs: A;
  /** Bought, bolted or screwed on from outside; not what is inside the engine, as a passage, a bearing, its own pump. */
  readonly bolted: boolean | ((part: P) => boolean);
  /** Somebody mounts it: it is asked where it sits and on what. */
  readonly mounted: boolean;
  /** A small part that is bought to match: it takes the thread of what it meets. */
  readonly takesThreadOfMate: boolean;
  symbol(part: P): SymbolKey;
  /**
   * What the drawing says under its name.
   * @param opening of its valve, 0 to 1
   */
  detail(part: P, opening: number): PartDetail;
  /** What is set on it, for the job sheet: springs, thermostats, bores, needles. */
  settings(part: P): readonly FiguredWords[];
  /**
   * Ways through it in the direction that it is meant to go, shut valves counted; default: from the first port to each
   * other.
   */
  ways?(part: P): readonly Way[];
  /** Ports that are one place inside it. */
  readonly onePlace?: readonly Way[];
  /** The round passage that its element of a role is. */
  passage?(part: P, role: string): Passage | undefined;
  /** Oil that it holds when full, from its sizes [m³]; default: as the catalogue has it. */
  volumeM3?(part: P): number;
  /** The port whose pressure lifts its valve or turns it down, with the field that says so. */
  senses?(part: P): { readonly field: string; readonly ref: string } | undefined;
  /** The part without a port that it senses at: it senses at its own. */
  withoutSense?(part: P): P;
  /** What else of it follows when one of its fields is typed. @param field the key that was typed */
  agreed?(part: P, field: string): P;
  /** The port that oil goes on from; default: `out`. */
  readonly outlet?: string;
  /** The port that a line is teed off at; default: the outlet. */
  readonly tap?: string;
  /** Set so that no oil passes. */
  isShut?(part: P): boolean;
  thermostat?(part: P): Thermostat | undefined;
  /** The part with its thermostat's figures changed. */
  withThermostat?(part: P, change: Partial<Thermostat>): P;
  /** Oil behind it has passed media. */
  readonly cleans?: true;
  /** Has side ports that oil can go round by. */
  readonly loops?: true;
  /** One inlet and several outlets at one place. */
  readonly branches?: true;
  /** Sits outside the engine, so that it comes with a hose of its own: a turbo, a supercharger. */
  sitsOutside?(part: P): boolean;
  /** Its oil falls out of it and needs a drain. */
  fallsOut?(part: P): boolean;
  /** A mere piece of plumbing: it does nothing but lead oil on. */
  readonly isPipe?: true;
  /** May have wiring of its own. */
  readonly wired?: true;
  /** False for what needs no word about where it sits. */
  readonly located?: false;
  /** Groups of fields that only this kind can be given, by key. */
  readonly extras?: Readonly<Record<string, Extra<P>>>;
}

/** A kind of part: how it stands in a file, what a user can fit of it, and its traits. */
export interface KindModule<S extends z.ZodType, L extends Place, A extends readonly Act[]> extends KindTraits<
  z.output<S>,
  L,
  A
> {
  readonly schema: S;
  readonly catalogue: readonly CatalogueEntry<DraftOf<S>>[];
}

/** Declares a kind; the types of its functions follow from its schema. */
export const defineKind = <S extends z.ZodType, const L extends Place, const A extends readonly Act[]>(
  kind: KindModule<S, L, A>,
): KindModule<S, L, A> => kind;
