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
  plate: ['in', 'away', 'back', 'out', 'tap'],
  cover: ['in', 'out'],
  sideStream: ['in', 'out'],
  accumulator: ['in'],
  plug: ['in'],
  cross: ['in', 'run', 'left', 'right'],
  ownOil: [],
  scavenge: ['in', 'out'],
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

/** Ports that are one place inside their part. */
export function onePlaceInside(part: Part): readonly (readonly [string, string])[] {
  if (part.kind === 'bearings') return [['in', 'groove']];
  if (part.kind === 'plate') return [['in', 'tap']];
  return [];
}

/**
 * The ways that oil can take through a part, from an inlet to an outlet, in the direction that it is meant to go.
 * Shut valves count; a blank cover and a part that is blocked have none. Reservoirs and parts outside the pressure network have none either.
 */
export function waysThrough(part: Part): readonly (readonly [string, string])[] {
  if (part.blocked === true) return [];
  switch (part.kind) {
    case 'sump':
    case 'tank':
    case 'drain':
    case 'scavenge':
    case 'gauge':
    case 'plug':
    case 'accumulator':
    case 'ownOil':
      return [];
    case 'plate':
      return [
        ['in', 'away'],
        ['back', 'out'],
        ['in', 'tap'],
        ...(part.passage.kind === 'separate' ? [] : [['in', 'out'] as const]),
      ];
    case 'cover':
      return part.carriesPassage ? [['in', 'out']] : [];
    default:
      return PORTS[part.kind].slice(1).map((port) => ['in', port] as const);
  }
}

/** Kinds that carry what falls, outside the pressure network: they run partly full, or full of foam. */
export const RETURN_KINDS = ['drain', 'scavenge'] as const;
export type ReturnPart = Extract<Part, { kind: (typeof RETURN_KINDS)[number] }>;

export function isReturn(part: Part): part is ReturnPart {
  return (RETURN_KINDS as readonly PartKind[]).includes(part.kind);
}

/** Parts that end a line and take no flow: they read, hold or close. */
export function isDeadEnd(part: Part): boolean {
  return part.kind === 'gauge' || part.kind === 'plug' || part.kind === 'accumulator';
}

/** The port whose pressure lifts a valve or turns a regulator down, where that is not its own; with the field that says so. */
export function sensePort(part: Part): { readonly field: string; readonly ref: PortRef } | undefined {
  const [field, ref] =
    part.kind === 'relief' ? ['sense', part.sense] : part.kind === 'pump' ? ['variable.sense', part.variable?.sense] : [];
  return field !== undefined && ref !== undefined ? { field, ref } : undefined;
}
