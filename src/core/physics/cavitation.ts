/**
 * Absolute pressure below which oil gives off its dissolved air and vapour, and a pump draws nothing [Pa]: no flow law
 * holds there.
 * @source common practice, no source: oil's own vapour pressure is far lower, the air dissolved in it comes out before
 */
export const CAVITATION_BELOW_ABS_PA = 5e3;
