import type { Check } from '../../judgement/verdict/check';
import type { Project, Variant } from '../../document/project/project';
import type { WorstSeen } from '../hoses/hoseVerdicts';
import type { UnitChoice } from '../../foundations/units';

/** In the order in which a mechanic needs them: what is found, what is measured, what is ordered, what is done. */
export const SHEET_SECTIONS = [
  'verdict',
  'findings',
  'measureFirst',
  'drawing',
  'parts',
  'leftOver',
  'tools',
  'hoses',
  'joints',
  'settings',
  'places',
  'steps',
  'level',
  'firstStart',
  'guesses',
] as const;
export type SheetSection = (typeof SHEET_SECTIONS)[number];

export const SECTION_WORDS: Readonly<Record<SheetSection, string>> = {
  verdict: 'What it will do',
  findings: 'Settle before fitting',
  measureFirst: 'Measure first',
  drawing: 'Drawing',
  parts: 'To order',
  leftOver: 'Comes off',
  tools: 'Tools',
  hoses: 'Hoses',
  joints: 'Joints',
  settings: 'Settings',
  places: 'Places',
  steps: 'Steps',
  level: 'Oil level',
  firstStart: 'First start',
  guesses: 'Still a guess',
};

/** What stays on the short form for the wall: one page. */
export const SHORT_SECTIONS: readonly SheetSection[] = [
  'verdict',
  'findings',
  'drawing',
  'settings',
  'hoses',
  'joints',
  'level',
  'firstStart',
];

export const PAPERS = ['A4', 'Letter'] as const;
export type Paper = (typeof PAPERS)[number];

/** What a job sheet is made of. */
export interface JobSheetRequest {
  readonly project: Project;
  readonly variant: Variant;
  /** The variant that the engine is in now; undefined: everything is new. */
  readonly before: Variant | undefined;
  /** The check of the variant; undefined where it was not asked for. */
  readonly check: Check | undefined;
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
