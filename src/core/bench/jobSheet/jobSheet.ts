import type { Finding } from '../../judgement/audit';
import type { Project, Variant } from '../../document/project/project';
import type { WorstSeen } from '../hoses/hoseVerdicts';
import type { UnitChoice } from '../../foundations/units';

export const SHEET_SECTIONS = [
  'drawing',
  'settings',
  'hoses',
  'joints',
  'parts',
  'tools',
  'places',
  'steps',
  'level',
  'firstStart',
  'findings',
  'guesses',
] as const;
export type SheetSection = (typeof SHEET_SECTIONS)[number];

export const SECTION_WORDS: Readonly<Record<SheetSection, string>> = {
  drawing: 'Drawing',
  settings: 'Settings',
  hoses: 'Hoses',
  joints: 'Joints',
  parts: 'Parts',
  tools: 'Tools',
  places: 'Places',
  steps: 'Steps',
  level: 'Oil level',
  firstStart: 'First start',
  findings: 'Findings',
  guesses: 'Still a guess',
};

/** What stays on the short form for the wall. */
export const SHORT_SECTIONS: readonly SheetSection[] = [
  'drawing',
  'settings',
  'hoses',
  'joints',
  'level',
  'firstStart',
  'findings',
];

export const PAPERS = ['A4', 'Letter'] as const;
export type Paper = (typeof PAPERS)[number];

/** What a job sheet is made of. */
export interface JobSheetRequest {
  readonly project: Project;
  readonly variant: Variant;
  /** The variant that the engine is in now; undefined: everything is new. */
  readonly before: Variant | undefined;
  /** Findings of the audit; undefined where they were not asked for. */
  readonly findings: readonly Finding[] | undefined;
  /** What the circuit was seen to do at its worst: hoses are held against it. */
  readonly seen: WorstSeen;
  /** Steps of the first start, in words. */
  readonly firstStart: readonly string[];
  readonly sections: readonly SheetSection[];
  readonly paper: Paper;
  /** The form for the wall: smaller type, remarks left out. */
  readonly short: boolean;
  readonly units: UnitChoice;
  /** As it is printed: "26 November 2026". */
  readonly date: string;
  readonly revision: string;
}
