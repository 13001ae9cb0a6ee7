/** How a drain fails, worst first. */
export const DRAIN_VERDICTS = ['runs', 'near', 'rises', 'flat', 'portUnder', 'pressed', 'small', 'unknown'] as const;
export type DrainVerdict = (typeof DRAIN_VERDICTS)[number];
