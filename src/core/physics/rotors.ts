/** How a pump is built: rotors one in the other, or two gears side by side. */
export const ROTORS = ['gerotor', 'externalGears'] as const;
export type Rotors = (typeof ROTORS)[number];
