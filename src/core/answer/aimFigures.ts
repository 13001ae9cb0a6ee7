import type { AimKind } from '../document/project/aims';
import type { Quantity } from '../foundations/units';

/** The figure of each aim: its key, and the quantity that it is typed in. */
export const AIM_FIGURES: Readonly<Record<AimKind, { readonly key: string; readonly quantity: Quantity }>> = {
  hotDay: { key: 'mostK', quantity: 'temperature' },
  coldCruise: { key: 'leastK', quantity: 'temperature' },
  warmWithin: { key: 'mostS', quantity: 'time' },
  idlePressure: { key: 'leastPa', quantity: 'pressure' },
  sure: { key: 'leastShare', quantity: 'share' },
  coldStart: { key: 'mostPa', quantity: 'pressure' },
  cleanliness: { key: 'mostCode', quantity: 'ratio' },
  weight: { key: 'mostKg', quantity: 'mass' },
  hours: { key: 'mostS', quantity: 'time' },
};
