import type { Passage } from '../../document/parts/passage';
import { areaChangeK } from '../../physics/laws/line';
import { twoKSizeTerm } from '../../physics/laws/twoK';
import { ENTRANCE, FITTINGS } from '../../document/parts/fittings';
import type { LawParameters } from './law';

/** The line law's numbers for a passage. */
export function lineParameters(passage: Passage): LawParameters<'line'> {
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
  return {
    boreM: passage.boreM,
    lengthM: passage.lengthM,
    relativeRoughness: passage.roughnessM / passage.boreM,
    k1,
    kForward: forward,
    kReverse: reverse,
    exits,
  };
}
