import type { Part } from '../../../core/document/parts/part';
import type { Role } from '../../../core/document/plumbing/arrange';

/** A part's place on the drawing: one column for plan, profile and figures. */
export interface Station {
  readonly part: Part;
  readonly role: Role;
  readonly x0: number;
  readonly x1: number;
  /** Centre line in the plan. */
  readonly y: number;
}

export type Point = readonly [number, number];

/** Flow of a part's inlet, of another of its ports, or of one of its elements: `id`, `id.port`. */
export type FlowRef = string;

/** A stretch of ribbon: oil of one port's place going from point to point. */
export interface Run {
  readonly key: string;
  /** Port whose place it is: pressure and filtration are read there. */
  readonly port: string;
  /** Flows that it carries together, and those that it does not carry any more. */
  readonly carries: readonly FlowRef[];
  readonly less: readonly FlowRef[];
  readonly points: readonly Point[];
}

/** Where something can be put in before a part. */
export interface Insertion {
  readonly before: string;
  readonly x: number;
  readonly y: number;
}

/** A return, drawn dotted. */
export interface ReturnRun {
  readonly key: string;
  readonly carries: readonly FlowRef[];
  readonly points: readonly Point[];
  readonly label?: string;
  /** Where its words begin, or end. */
  readonly labelAt?: { readonly x: number; readonly y: number; readonly anchor: 'start' | 'end' };
  /** The drain or scavenge section that it is. */
  readonly part?: string;
}

/** A tank and where it stands. */
export interface Mark {
  readonly part: Part;
  readonly x: number;
  readonly y: number;
}
