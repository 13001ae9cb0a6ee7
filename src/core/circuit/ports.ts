import type { Part, PartKind } from './parts';

/** Ports of each kind, in order: where oil comes in first. */
export const PORTS: Readonly<Record<PartKind, readonly string[]>> = {
  sump: ['suction', 'return'],
  tank: ['suction', 'return'],
  pickup: ['in', 'out'],
  pump: ['in', 'out'],
  relief: ['in', 'out'],
  checkValve: ['in', 'out'],
  filter: ['in', 'out'],
  line: ['in', 'out'],
  fitting: ['in', 'out'],
  orifice: ['in', 'out'],
  valve: ['in', 'out'],
  cooler: ['in', 'out'],
  thermostat: ['in', 'cooler', 'bypass'],
  tee: ['in', 'run', 'branch'],
  gauge: ['in'],
  bearings: ['in', 'groove', 'out'],
  rods: ['in', 'out'],
  jets: ['in', 'out'],
  consumer: ['in', 'out'],
  drain: ['in', 'out'],
};

/** Parts that are supplied: each ends in a tide post. */
export const CONSUMER_KINDS = ['bearings', 'rods', 'jets', 'consumer'] as const;
export type ConsumerKind = (typeof CONSUMER_KINDS)[number];
export type ConsumerPart = Extract<Part, { kind: ConsumerKind }>;

export function isConsumer(part: Part): part is ConsumerPart {
  return (CONSUMER_KINDS as readonly PartKind[]).includes(part.kind);
}

export const RESERVOIR_KINDS = ['sump', 'tank'] as const;
export type ReservoirPart = Extract<Part, { kind: (typeof RESERVOIR_KINDS)[number] }>;

export function isReservoir(part: Part): part is ReservoirPart {
  return (RESERVOIR_KINDS as readonly PartKind[]).includes(part.kind);
}

/** A port as it is written in files and joints. */
export type PortRef = string;

/** Splits `part.port`; the schema has checked the form. */
export function splitPortRef(ref: PortRef): { readonly part: string; readonly port: string } {
  const dot = ref.indexOf('.');
  return { part: ref.slice(0, dot), port: ref.slice(dot + 1) };
}
