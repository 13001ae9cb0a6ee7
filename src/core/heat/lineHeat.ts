import { actsAs, type Part } from '../document/parts/part';

/** What a line exchanges with the air and takes from the exhaust. */
export interface LineHeat {
  /** At 25 m/s, whole length [W/K]. */
  readonly conductanceWK: number;
  readonly radiantW: number;
}

/**
 * Heat that an outside line gives to the air and takes from the exhaust. Undefined for passages in metal and whatever
 * is no line. @param part in full
 */
export function lineHeat(part: Part | undefined): LineHeat | undefined {
  if (!actsAs(part, 'line')) return undefined;
  const perMetre = part.heat?.airConductanceWMK ?? 0;
  const sleeve = part.place?.sleeved ? 0.5 : 1;
  const radiant = part.heat?.radiantWM ?? 0;
  return perMetre === 0 && radiant === 0
    ? undefined
    : { conductanceWK: perMetre * part.lengthM * sleeve, radiantW: radiant * part.lengthM * sleeve };
}
