import { actsAs } from '../../../document/parts/part';
import { rule, type Found } from '../rule';

/** What was answered at the bench about where parts are mounted. */
export const mounting = rule('mounting', 'Place of a part', (c) =>
  c.circuit.parts.flatMap((part): Found[] => {
    const place = c.variant.bench?.places?.[part.id];
    if (!place) return [];
    const found: Found[] = [];
    if (place.stones === 'exposed' && place.aboveBumper !== true)
      found.push({
        weight: 'mend',
        part: part.id,
        what: `${part.name} is exposed to stones from the road and the tyres.`,
        why: 'A stone through a cooler or a canister empties the sump in seconds.',
        remedies: ['a mesh or a stone guard', 'a place behind the bumper or a panel'],
      });
    if (place.airflow === 'still' && actsAs(part, 'cooler') && part.medium === 'air')
      found.push({
        weight: 'mend',
        part: part.id,
        what: `${part.name} sits in still air.`,
        why: 'Without air through its core it cools next to nothing.',
        remedies: ['a duct to it and a way out behind it', 'a fan'],
      });
    if (place.heat === 'hot' && part.place?.sleeved !== true)
      found.push({
        weight: 'look',
        part: part.id,
        what: `${part.name} sits in a hot place without a shield.`,
        why: 'Heat ages seals and hoses, and warms what should be cooled.',
        remedies: ['a heat shield', 'another place'],
      });
    if (place.rubberMounted === false && part.place?.mount === 'frame' && actsAs(part, 'cooler'))
      found.push({
        weight: 'look',
        part: part.id,
        what: `${part.name} is bolted to the frame without rubber.`,
        why: 'Shaking cracks a cooler at its end tanks.',
        remedies: ['rubber mounts at three points or more'],
      });
    return found;
  }),
);
