import type { OperatingState } from '../network/solve/state';
import { findBalance, findBalances, type BalanceOutcome } from './balance';
import { isFound } from './comingToRest';
import type { HeatSolver, PassOutcome } from './heatSolver';
import { restByOutlet } from './restByOutlet';
import type { ThermalStores } from './thermalStores';

const STATE: OperatingState = { speedRevS: 50, oilTemperatureK: 300, atmospherePa: 101_325 };
const CONDITIONS = { airTemperatureK: 280, roadSpeedMS: 25, load: 0.5 };
const HEAT_IN_W = 10_000;

/** What an invented engine does at one sump temperature. */
interface Answer {
  /** What the sump gains [W]; no number where its flow does not solve. */
  readonly residualW: number;
  /** Outlet of its core, and what the core's own balance gives where that is held [K]. */
  readonly outK?: number;
  readonly freeK?: number;
  /** Hottest oil [K]. */
  readonly hottestK?: number;
}

/** An engine of one core whose balance is a function of its sump: what a search is told, and nothing else. */
function invented(answer: (sumpK: number, heldOutK: number | undefined, lastOutK: number) => Answer, startOutK = 300) {
  const outK = Float64Array.of(startOutK);
  const freeOutK = Float64Array.of(300);
  const tried: number[] = [];
  let hottestK = 0;
  let stepK = 0;
  const heat = {
    outK,
    freeOutK,
    placeK: Float64Array.of(300),
    places: { source: 0 },
    coolers: [{ element: 0 }],
    putSwitches: () => undefined,
    ledger: { bearingsW: HEAT_IN_W, fedPartsW: 0, metalW: 0, engineW: 0, pumpingW: 0, radiantW: 0 },
    startAt: (k: number) => void outK.fill(k),
    goOn: (multiple: number) => void (outK[0]! += multiple * stepK),
    hottestOutlet: () => ({ element: 0, temperatureK: hottestK }),
    pass(_: OperatingState, __: unknown, sumpK: number, held?: ThermalStores): PassOutcome {
      tried.push(sumpK);
      const heldOutK = held && !Number.isNaN(held.coolerOutK[0]!) ? held.coolerOutK[0]! : undefined;
      const found = answer(sumpK, heldOutK, outK[0]!);
      const before = outK[0]!;
      outK[0] = heldOutK ?? found.outK ?? sumpK;
      freeOutK[0] = found.freeK ?? outK[0];
      stepK = outK[0] - before;
      hottestK = found.hottestK ?? sumpK;
      const status = Number.isNaN(found.residualW) ? 'stalled' : 'converged';
      return {
        hydraulic: { status } as PassOutcome['hydraulic'],
        residualW: found.residualW,
        changeK: Math.abs(stepK) < 1e-9 ? 0 : Math.abs(stepK),
      };
    },
  };
  return { heat: heat as unknown as HeatSolver, tried };
}

const search = (
  answer: (sumpK: number, heldOutK: number | undefined, lastOutK: number) => Answer,
  fromK = 300,
  neighbour?: BalanceOutcome,
  startOutK?: number,
) => {
  const { heat, tried } = invented(answer, startOutK);
  return { found: findBalance(heat, STATE, CONDITIONS, fromK, neighbour), tried };
};

/** The farthest that a search goes from one sump temperature to the next [K]. */
const longestStepK = (tried: readonly number[]): number =>
  tried.slice(1).reduce((most, k, i) => Math.max(most, Math.abs(k - tried[i]!)), 0);

describe('The search for a balance, on invented engines (the answer is theirs)', () => {
  it('finds where a straight line crosses, in few passes, and tells its slope', () => {
    const { found, tried } = search((k) => ({ residualW: 120 * (365 - k) }));
    expect(found.status).toBe('balanced');
    expect(found.sumpK).toBeCloseTo(365, 5);
    expect(found.slopeWK).toBeCloseTo(120, 3);
    expect(found.passes).toBe(tried.length);
    // Two looks tell the line; what is left is the way there in steps of 35 K at most, and coming to rest.
    expect(tried.length).toBeLessThan(20);
    expect(longestStepK(tried)).toBeLessThanOrEqual(35 + 1e-9);
  });

  it.each([
    ['steep', (k: number) => 9000 * (352 - k), 352],
    ['flat', (k: number) => 2 * (352 - k), 352],
    ['bent as a thermostat bends it', (k: number) => 60 * (390 - k) - (k > 350 ? 2500 * (k - 350) : 0), 350.9375],
    ['falling ever steeper', (k: number) => 5000 - Math.exp((k - 300) / 8), 300 + 8 * Math.log(5000)],
  ])('finds it where the line is %s', (_, residual, expected) => {
    for (const fromK of [230, 300, 450]) {
      const { found } = search((k) => ({ residualW: residual(k) }), fromK);
      expect([found.status, Math.round(found.sumpK * 100) / 100]).toEqual([
        'balanced',
        Math.round(expected * 100) / 100,
      ]);
    }
  });

  it('finds the answer nearest its start where there are three', () => {
    // Stable at 330 and 410, unstable at 370.
    const three = (k: number) => ({ residualW: -0.02 * (k - 330) * (k - 370) * (k - 410) });
    expect(search(three, 290).found.sumpK).toBeCloseTo(330, 2);
    expect(search(three, 450).found.sumpK).toBeCloseTo(410, 2);
  });

  it('says that there is none: too hot, too cold, or a flow that does not solve', () => {
    expect(search(() => ({ residualW: 5000 })).found).toMatchObject({ status: 'tooHot', sumpK: 523.15 });
    expect(search(() => ({ residualW: -5000 })).found).toMatchObject({ status: 'tooCold', sumpK: 223.15 });
    expect(search((k) => ({ residualW: k > 320 ? NaN : 900 })).found.status).toBe('notSolved');
    expect([isFound('tooHot'), isFound('hunting')]).toEqual([false, true]);
  });

  it('is asked at the speed and air pressure of the state, and at the sump that is tried', () => {
    const asked: OperatingState[] = [];
    const { heat } = invented((k) => ({ residualW: 90 * (350 - k) }));
    const { pass } = heat;
    heat.pass = (state, conditions, sumpK, held) => {
      asked.push(state);
      expect(state.oilTemperatureK).toBe(sumpK);
      return pass(state, conditions, sumpK, held);
    };
    findBalances(heat, { speedRevS: 77 }, 98_000, CONDITIONS);
    for (const { speedRevS, atmospherePa } of asked) expect([speedRevS, atmospherePa]).toEqual([77, 98_000]);
  });

  it('starts from one temperature everywhere where none is known, and goes on from what is known', () => {
    for (const [known, starts] of [
      [NaN, 1],
      [300, 0],
    ] as const) {
      const { heat } = invented((k) => ({ residualW: 90 * (350 - k) }));
      heat.placeK[0] = known;
      const startAt = jest.spyOn(heat, 'startAt');
      findBalance(heat, STATE, CONDITIONS, 310);
      expect(startAt.mock.calls).toEqual(starts === 1 ? [[310]] : []);
    }
  });

  it('finds it where temperatures creep up on their rest', () => {
    // What is gained follows a core that goes two fifths of the way to its rest in a pass: first signs mislead.
    const { found, tried } = search((k, _, lastOutK) => {
      const outK = lastOutK + 0.4 * (k - lastOutK);
      return { residualW: 400 * (352 - outK), outK };
    }, 320);
    expect(found.status).toBe('balanced');
    expect(found.sumpK).toBeCloseTo(352, 2);
    expect(found.passes).toBe(tried.length);
  });

  it('begins within what oil can be', () => {
    expect(search(() => ({ residualW: 500 }), 900).tried[0]).toBe(523.15);
    expect(search(() => ({ residualW: -500 }), 10).tried[0]).toBe(223.15);
  });

  it('is no balance where oil somewhere is hotter than oil can be', () => {
    const hot = (hottestK: number) => search((k) => ({ residualW: 100 * (365 - k), hottestK })).found;
    expect(hot(673)).toMatchObject({ status: 'balanced' });
    expect(hot(674)).toMatchObject({ status: 'placeTooHot', tooHotAt: { element: 0, temperatureK: 674 } });
  });

  it('takes a neighbour’s slope for its first step', () => {
    const line = (k: number) => ({ residualW: 50 * (304 - k) });
    const neighbour: BalanceOutcome = { status: 'balanced', sumpK: 300, residualW: 0, passes: 1, slopeWK: 50 };
    const first = (tried: readonly number[]) => tried.find((k) => k !== 300)!;
    expect(first(search(line, 300, neighbour).tried)).toBeCloseTo(304, 6);
    expect(first(search(line, 300).tried)).toBeCloseTo(300.8, 6);
  });

  it('stays on its neighbour’s branch, and searches anew where that ends', () => {
    // Stable at 330 and 410; what is added lifts the lower one, until only the upper is left.
    const lifted = (byW: number) => (k: number) => ({
      residualW: byW - 0.02 * (k - 330) * (k - 370) * (k - 410),
      outK: 300,
    });
    const neighbour = { ...search(lifted(0), 290).found, passes: 0 };
    expect(neighbour.sumpK).toBeCloseTo(330, 2);
    const near = search(lifted(200), neighbour.sumpK, neighbour);
    expect(near.found.sumpK).toBeGreaterThan(332);
    expect(near.found.sumpK).toBeLessThan(335);
    expect(longestStepK(near.tried)).toBeLessThanOrEqual(5 + 1e-9);
    const gone = search(lifted(900), neighbour.sumpK, neighbour);
    expect(gone.found.status).toBe('balanced');
    expect(gone.found.sumpK).toBeGreaterThan(410);
    expect(gone.found.passes).toBe(gone.tried.length);
  });

  it('searches anew where the neighbour’s flow does not solve, from what it left', () => {
    const onceUnsolved = () => {
      let looks = 0;
      return (k: number) => ({ residualW: ++looks === 3 ? NaN : 100 * (304 - k), outK: 300 });
    };
    const neighbour: BalanceOutcome = { status: 'balanced', sumpK: 300, residualW: 0, passes: 1, slopeWK: 60 };
    const { found, tried } = search(onceUnsolved(), 300, neighbour);
    expect([found.status, found.passes]).toEqual(['balanced', tried.length]);
    expect(found.sumpK).toBeCloseTo(304, 5);
    // Third look unsolved; the fourth is where the whole search starts.
    expect(tried[3]).toBe(300);
  });

  it('tells both answers where the hot side has another, and one where they are the same', () => {
    const two = (k: number) => ({ residualW: -0.02 * (k - 330) * (k - 370) * (k - 410) });
    const both = findBalances(invented(two).heat, STATE, 101_325, CONDITIONS);
    expect([both.cold.sumpK, both.hot?.sumpK].map((k) => Math.round(k ?? 0))).toEqual([330, 410]);
    const one = findBalances(invented((k) => ({ residualW: 90 * (350 - k) })).heat, STATE, 101_325, CONDITIONS);
    expect([Math.round(one.cold.sumpK), one.hot]).toEqual([350, undefined]);
  });
});

/**
 * A core that is plugged below a sump of 340 K and free above it: with its outlet held, heat out grows steadily with
 * the outlet, and what its own balance gives falls from far above the held one to far below.
 */
const plugging =
  (stays: boolean) =>
  (sumpK: number, heldOutK: number | undefined, lastOutK: number): Answer => {
    if (heldOutK !== undefined) {
      // Rests at an outlet of 310 and a sump of 340.
      const residualW = 200 * (340 - sumpK) + 40 * (heldOutK - 310);
      return { residualW, freeK: heldOutK - 3 * (heldOutK - 310) };
    }
    // Let go exactly where it rests it stays, in an engine where it does.
    if (stays && Math.abs(sumpK - 340) < 1e-3 && Math.abs(lastOutK - 310) < 1e-3)
      return { residualW: 200 * (340 - sumpK) + 40 * (lastOutK - 310), outK: lastOutK };
    return sumpK < 340 ? { residualW: 3000, outK: 290 } : { residualW: -3000, outK: 335 };
  };

describe('A core that plugs (the answer is the invented engine’s)', () => {
  it('rests between plugged and free by its outlet, where that stays when let go', () => {
    const { found } = search(plugging(true));
    expect(found.status).toBe('balanced');
    expect(found.sumpK).toBeCloseTo(340, 3);
  });

  it('is found at once from a neighbour’s rest, and every pass is counted', () => {
    const whole = search(plugging(true));
    expect(whole.found.passes).toBe(whole.tried.length);
    // Not held, its outlet runs away from where it rests: each pass doubles the distance.
    const free = (sumpK: number, _: number | undefined, outK: number) => ({
      residualW: 200 * (340 - sumpK) + 40 * (outK - 310),
      outK: outK + (outK - 310) + 0.3 * (sumpK - 340),
    });
    const neighbour = { status: 'balanced', sumpK: 339, residualW: 0, passes: 1, slopeWK: 200 } as const;
    const { found, tried } = search(free, 300, neighbour, 308);
    expect(found.status).toBe('balanced');
    expect(found.sumpK).toBeCloseTo(340, 4);
    expect(found.passes).toBe(tried.length);
    expect(tried.length).toBeLessThan(10);
  });

  it('hunts where it does not', () => {
    const { found } = search(plugging(false));
    expect(found).toMatchObject({ status: 'hunting' });
    expect(Math.abs(found.sumpK - 340)).toBeLessThan(0.05);
  });

  it('is not searched where no core jumps, nor where the outlets do not lie on both sides', () => {
    const by = (below: number, above: number) =>
      restByOutlet(invented(plugging(true)).heat, STATE, CONDITIONS, 340, {
        belowOutK: Float64Array.of(below),
        aboveOutK: Float64Array.of(above),
      });
    expect(by(300, 300)).toEqual({ rests: undefined, passes: 0 });
    expect(by(312, 330).rests).toBeUndefined();
    expect(by(290, 305).rests).toBeUndefined();
    expect(by(290, 335).rests?.sumpK).toBeCloseTo(340, 3);
  });

  it('is not found where its flow does not solve with the outlet held', () => {
    const unsolved = (k: number, held: number | undefined, last: number) =>
      held !== undefined && held > 309 ? { residualW: NaN } : plugging(true)(k, held, last);
    expect(search(unsolved).found.status).toBe('hunting');
  });
});
