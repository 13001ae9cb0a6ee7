import type { Part } from '../../../core/circuit/parts';

export type StationRole = 'main' | 'detour' | 'branch' | 'consumer' | 'hanger' | 'loose';

/** A part's place on the sheet: one column for plan, profile and figures. */
export interface Station {
  readonly part: Part;
  readonly role: StationRole;
  readonly x0: number;
  readonly x1: number;
  /** Centre line in the plan. */
  readonly y: number;
}

/** A stretch of ribbon: oil of one port's place going from point to point. */
export interface Run {
  readonly key: string;
  /** Ports whose place it is: pressure and filtration are read there. */
  readonly port: string;
  /** Parts whose summed flow it carries. */
  readonly carries: readonly string[];
  readonly points: readonly (readonly [number, number])[];
}

/** A return, drawn dotted. */
export interface ReturnRun {
  readonly key: string;
  readonly carries: readonly string[];
  readonly points: readonly (readonly [number, number])[];
  readonly label?: string;
}
