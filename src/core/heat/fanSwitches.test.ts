import { DEFAULT_AIR_COOLING, DEFAULT_LIQUID_COOLING } from '../document/parts/cooling';
import { FanSwitches } from './fanSwitches';

/** A fan that runs fully from 370 K and not below 360 K, on a core that stands still. */
const FANNED = { ...DEFAULT_AIR_COOLING, fan: { faceSpeedMS: 5, onK: 370, offK: 360 } };
const AT_REST = 0;

/** A switch at a temperature, beside another one that nothing moves. */
function at(temperatureK: number): FanSwitches {
  const switches = new FanSwitches(2);
  switches.startAt(temperatureK);
  return switches;
}

/** Steps by part of the way: engineering judgement; what they come to is the outlet itself. */
describe('A fan’s switch', () => {
  it('begins where it is put, each by itself', () => {
    const switches = at(350);
    expect([...switches.feltK]).toEqual([350, 350]);
    switches.put(1, 365);
    expect([...switches.feltK]).toEqual([350, 365]);
  });

  it('follows its outlet by nine tenths of the way, and comes to it', () => {
    const switches = at(350);
    switches.follow(1, 360, FANNED, AT_REST);
    expect([...switches.feltK]).toEqual([350, 359]);
    for (let n = 0; n < 20; n++) switches.follow(1, 360, FANNED, AT_REST);
    expect(switches.feltK[1]).toBeCloseTo(360, 9);
  });

  it('takes shorter steps each time that fan and outlet chase each other, down to a least', () => {
    const switches = at(360);
    const shares: number[] = [];
    for (let n = 0; n < 8; n++) {
      const before = switches.feltK[0]!;
      switches.follow(0, before + (n % 2 === 0 ? 10 : -10), FANNED, AT_REST);
      shares.push(Math.abs(switches.feltK[0]! - before) / 10);
    }
    const expected = [0.9, 0.54, 0.324, 0.1944, 0.15, 0.15, 0.15, 0.15];
    shares.forEach((share, n) => expect(share).toBeCloseTo(expected[n]!, 9));
    // The one beside it did not chase anything.
    switches.follow(1, 370, FANNED, AT_REST);
    expect(switches.feltK[1]).toBeCloseTo(369, 9);
  });

  it('takes no shorter steps where the outlet goes on the same way', () => {
    const switches = at(360);
    for (let n = 0; n < 5; n++) {
      const before = switches.feltK[0]!;
      switches.follow(0, before + 10, FANNED, AT_REST);
      expect(switches.feltK[0]! - before).toBeCloseTo(9, 9);
    }
  });

  it('forgets the chase when it begins anew, and its direction when it is put somewhere', () => {
    const chased = at(360);
    chased.follow(0, 370, FANNED, AT_REST);
    chased.follow(0, 350, FANNED, AT_REST);
    chased.startAt(360);
    chased.follow(0, 370, FANNED, AT_REST);
    expect(chased.feltK[0]).toBeCloseTo(369, 9);
    const put = at(360);
    put.follow(0, 370, FANNED, AT_REST);
    put.put(0, 360);
    put.follow(0, 350, FANNED, AT_REST);
    expect(put.feltK[0]).toBeCloseTo(351, 9);
  });

  it('says how far it lagged, either way, where the fan would run otherwise for it', () => {
    expect(at(350).follow(0, 368, FANNED, AT_REST)).toBe(18);
    expect(at(372).follow(0, 362, FANNED, AT_REST)).toBe(10);
  });

  it.each([
    ['below the fan’s range', 340, 350, FANNED, AT_REST],
    ['above it', 380, 390, FANNED, AT_REST],
    ['where the road blows more than the fan', 362, 368, FANNED, 60],
    ['where there is no fan', 350, 368, DEFAULT_AIR_COOLING, AT_REST],
    ['where it is cooled by water', 350, 368, DEFAULT_LIQUID_COOLING, AT_REST],
    ['where it did not', 365, 365, FANNED, AT_REST],
  ] as const)('lags by nothing that matters: %s', (_, from, to, cooling, roadSpeedMS) => {
    expect(at(from).follow(0, to, cooling, roadSpeedMS)).toBe(0);
  });
});
