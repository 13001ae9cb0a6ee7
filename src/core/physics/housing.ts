/** What a journal's bearing sits in. */
export const HOUSINGS = ['iron', 'aluminium', 'aluminiumIronCaps'] as const;
export type Housing = (typeof HOUSINGS)[number];
