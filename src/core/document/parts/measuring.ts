/**
 * How a figure is measured, where more than one place says so.
 * @source common practice, no source
 */
export const MEASURING = {
  journalClearance: 'Bore gauge minus micrometer, halved, with the caps torqued.',
  ratedDrop: 'From its data sheet, or two gauges, before and behind it, in warm oil.',
} as const;
