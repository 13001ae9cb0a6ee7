import { KINDS } from '../kinds';
import type { Place, Way } from './kind';
import { kindOf, type KindAt, type Part, type PartKind, type PartOf } from './part';

/** Ports of each kind, in order: where oil comes in first. */
export const PORTS: Readonly<Record<PartKind, readonly string[]>> = Object.fromEntries(
  Object.entries(KINDS).map(([kind, { ports }]) => [kind, ports]),
) as Record<PartKind, readonly string[]>;

/** Where a part stands in a circuit. */
export const placeOf = (part: Pick<Part, 'kind'>): Place => KINDS[part.kind].place;

export type ConsumerKind = KindAt<'consumer'>;
export type ConsumerPart = PartOf<ConsumerKind>;

/** Parts that are supplied: each ends in a tide post. */
export function isConsumer(part: Part): part is ConsumerPart {
  return placeOf(part) === 'consumer';
}

export type ReservoirPart = PartOf<KindAt<'reservoir'>>;

export function isReservoir(part: Part): part is ReservoirPart {
  return placeOf(part) === 'reservoir';
}

export type ReturnPart = PartOf<KindAt<'return'>>;

/** Parts that carry what falls, outside the pressure network: they run partly full, or full of foam. */
export function isReturn(part: Part): part is ReturnPart {
  return placeOf(part) === 'return';
}

/** Parts that end a line and take no flow: they read, hold or close. */
export function isDeadEnd(part: Pick<Part, 'kind'>): boolean {
  return placeOf(part) === 'deadEnd';
}

/** Parts that take oil off a line and do not lead it on: consumers and side-stream filters. */
export function isTerminal(part: Part): boolean {
  return isConsumer(part) || placeOf(part) === 'sideStream';
}

/** Pump and pickup: what stands before every line that can be changed. */
export function isBeforeLines(part: Part): boolean {
  return placeOf(part) === 'pump' || placeOf(part) === 'suction';
}

/** A port as it is written in files and joints. */
export type PortRef = string;

/** Splits `part.port`; the schema has checked the form. */
export function splitPortRef(ref: PortRef): { readonly part: string; readonly port: string } {
  const dot = ref.indexOf('.');
  return { part: ref.slice(0, dot), port: ref.slice(dot + 1) };
}

/** Ports that are one place inside their part. */
export function onePlaceInside(part: Part): readonly Way[] {
  return kindOf(part).onePlace ?? [];
}

/**
 * The ways that oil can take through a part, from an inlet to an outlet, in the direction that it is meant to go. Shut
 * valves count; a blank cover and a part that is blocked have none. Reservoirs and parts outside the pressure network
 * have none either.
 */
export function waysThrough(part: Part): readonly Way[] {
  if (part.blocked === true) return [];
  const kind = kindOf(part);
  if (kind.ways) return kind.ways(part);
  const [inlet, ...outlets] = kind.ports;
  return outlets.map((port) => [inlet!, port] as const);
}

/**
 * The port whose pressure lifts a valve or turns a regulator down, where that is not its own; with the field that says
 * so.
 */
export function sensePort(part: Part): { readonly field: string; readonly ref: PortRef } | undefined {
  return kindOf(part).senses?.(part);
}
