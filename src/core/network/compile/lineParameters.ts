import type { Loss } from '../../document/kinds/shapes';
import { areaChangeK } from '../../physics/laws/line';
import { twoKSizeTerm } from '../../physics/laws/twoK';
import { ENTRANCE, FITTINGS } from '../../document/catalogue/fittings';

/** A passage as its schema has it. */
export interface Passage {
  readonly boreM: number;
  readonly lengthM: number;
  readonly roughnessM: number;
  readonly losses: readonly Loss[];
  readonly sizeTermCap?: number | undefined;
}

/** The line law's numbers for a passage: [bore, length, ε/D, ΣK1, K forward, K reverse, exits]. */
export function lineParameters(passage: Passage): number[] {
  const sizeTerm = twoKSizeTerm(passage.boreM, passage.sizeTermCap ?? Infinity);
  let k1 = 0;
  let forward = 0;
  let reverse = 0;
  let exits = 0;
  const add = (n: number, each1: number, each: number) => {
    k1 += n * each1;
    forward += n * each;
    reverse += n * each;
  };
  for (const loss of passage.losses) {
    switch (loss.kind) {
      case 'catalogue':
        add(loss.count, FITTINGS[loss.fitting].k1, FITTINGS[loss.fitting].kInfinity * sizeTerm);
        break;
      case 'twoK':
        add(loss.count, loss.k1, loss.kInfinity * sizeTerm);
        break;
      case 'constantK':
        add(loss.count, 0, loss.k);
        break;
      case 'entrance':
        add(loss.count, ENTRANCE.k1, ENTRANCE.k);
        break;
      case 'exit':
        exits += loss.count;
        break;
      case 'areaChange': {
        const change = areaChangeK(passage.boreM, loss.otherBoreM, loss.at === 'inlet');
        forward += change.forward;
        reverse += change.reverse;
        break;
      }
    }
  }
  return [passage.boreM, passage.lengthM, passage.roughnessM / passage.boreM, k1, forward, reverse, exits];
}
