import type { Loss } from '../../document/kinds/shapes';
import type { Part } from '../../document/kinds/parts';
import type { Passage } from './lineParameters';

/** A plate's or a cover's passage turns in and out once each. */
const TURNS: readonly Loss[] = [{ kind: 'catalogue', fitting: 'drilledCorner', count: 2 }];
const DRILLED_ROUGHNESS_M = 1e-5;

/** The round passage that a part's element of a role is, or undefined where it is none. Both the network and the explanation of its law read it here. */
export function passageOf(part: Part, role: string): Passage | undefined {
  switch (part.kind) {
    case 'line':
      return part;
    case 'pickup':
      return role === 'tube' ? part.tube : undefined;
    case 'fitting':
      return { ...part, lengthM: 0, roughnessM: 0 };
    case 'plate':
    case 'cover':
      return { boreM: part.boreM, lengthM: part.lengthM, roughnessM: DRILLED_ROUGHNESS_M, losses: TURNS };
    case 'tee':
    case 'cross':
      return { boreM: part.boreM, lengthM: 0, roughnessM: 0, losses: [role === 'run' ? part.run : part.branch] };
    default:
      return undefined;
  }
}
