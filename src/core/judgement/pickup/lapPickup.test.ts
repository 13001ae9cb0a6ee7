import { STANDARD_GRAVITY_M_S2 as G } from '../../foundations/units/conversions';
import { panSchema, type Pan } from '../../document/parts/pan';
import type { Project } from '../../document/project/project';
import { CircuitSolver } from '../../network/circuitSolver';
import { demoProject } from '../../verification/testing/demo';
import { LapWatch, type LapMoment } from './lapPickup';
import { PannedPickup } from './bareAt';
import { AloftReader, aloftM3, inPanAtFullM3, panOf } from './oilAloft';

const PAN: Pan = panSchema.parse({
  lengthM: 0.4,
  widthM: 0.2,
  depthM: 0.2,
  pickupFromFrontM: 0.2,
  pickupFromLeftM: 0.03,
  pickupHeightM: 0.01,
});

function demoWith(change: Partial<Pan> | undefined): Project {
  const demo = demoProject();
  return {
    ...demo,
    variants: demo.variants.map((v) => ({
      ...v,
      circuit: {
        ...v.circuit,
        parts: v.circuit.parts.map((p) =>
          p.kind === 'sump' ? { ...p, volumeM3: 5e-3, pan: change && { ...PAN, ...change } } : p,
        ),
      },
    })),
  };
}
const ROWS = (rightG: (t: number) => number): LapMoment[] =>
  Array.from({ length: 200 }, (_, i) => ({
    timeS: i / 10,
    speedRevS: 100,
    rightMS2: rightG(i / 10) * G,
    forwardMS2: 0,
  }));

function watched(change: Partial<Pan> | undefined, rightG: (t: number) => number) {
  const made = CircuitSolver.of(demoWith(change));
  if (!made.ok) throw new Error('refused');
  const { circuit } = made;
  const rows = ROWS(rightG);
  const lap = LapWatch.of(circuit, rows);
  expect(circuit.solveOnly(circuit.stateAt(100, 373)).status).toBe('converged');
  for (let i = 0; i < rows.length; i += 10) lap?.step(rows.slice(i, i + 10), 373);
  return { lap, circuit };
}

describe('A recorded lap', () => {
  it('counts the time that the mouth is bare, the longest at a time, and what a box does not hold', () => {
    // Left turns empty the left side: two seconds from 5 s, one from 12 s; right turns fill it.
    const turns = (t: number) => (t >= 5 && t < 7 ? -1.4 : t >= 12 && t < 13 ? -1.4 : 1.4);
    const { lap } = watched({}, turns);
    const { lower } = lap!.result;
    expect(lower.bareS).toBeCloseTo(3, 6);
    expect(lower.longestS).toBeCloseTo(2, 6);
    expect(lower.longestAtS).toBeCloseTo(5, 6);
    expect(lower.withoutS).toBeCloseTo(3, 6);
    const { drawnM3S } = readerOf(watched({}, turns).circuit);
    const held = watched({ doorsM3: 1.5 * drawnM3S }, turns).lap!.result.lower;
    expect(held.bareS).toBeCloseTo(3, 6);
    // One and a half seconds are held: of the two, half a second is not, the one second is.
    expect(held.withoutS).toBeCloseTo(0.5, 6);
  });

  it('agrees with the least acceleration at which the pan is bare', () => {
    const { circuit } = watched({}, () => 0);
    const sump = panOf(circuit.variant.circuit)!;
    const oilM3 = inPanAtFullM3(sump, circuit.variant.circuit)! - aloftM3(readerOf(circuit));
    const bareAt = new PannedPickup(PAN).bareAtMS2(oilM3, { forward: 0, right: -1 })! / G;
    const full = (share: number) => watched({}, () => -share * bareAt).lap!.result.full.bareS;
    expect(full(0.99)).toBe(0);
    expect(full(1.01)).toBeGreaterThan(18);
  });

  it('is not followed where the pan or the accelerations are not known', () => {
    expect(watched(undefined, () => 1).lap).toBeUndefined();
    const made = CircuitSolver.of(demoWith({}));
    if (!made.ok) throw new Error('refused');
    expect(LapWatch.of(made.circuit, [{ timeS: 0, speedRevS: 50 }])).toBeUndefined();
  });
});

const readerOf = (circuit: CircuitSolver) => new AloftReader(circuit).at({ speedRevS: 100, oilTemperatureK: 373 });
