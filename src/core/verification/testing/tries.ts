/**
 * How often a test that goes by chance tries: few times in `npm test`, as often as its claim needs in `npm run campaign`,
 * which sets TIDAL_LONG. The seeds of the short form are the first of the long one.
 * @param short tries in the suite
 * @param long tries in the campaign
 */
export const tries = (short: number, long: number): number => (isLong() ? long : short);

/** True in the campaign. */
export const isLong = (): boolean => process.env['TIDAL_LONG'] !== undefined;
