/** Plain data without what is undefined: the schemas leave such fields out. */
export const tidy = <T extends object>(of: T): T =>
  Object.fromEntries(Object.entries(of).filter(([, value]) => value !== undefined)) as T;
