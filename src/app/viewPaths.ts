/** Paths of all views below the root, in the order of the navigation; the circuit has none. */
export const VIEW_PATHS = [
  '',
  'envelope',
  'heat',
  'pickup',
  'engine',
  'gauge',
  'bench',
  'log',
  'compare',
  'tolerances',
  'library',
  'projects',
  'new',
] as const;
export type ViewPath = (typeof VIEW_PATHS)[number];
