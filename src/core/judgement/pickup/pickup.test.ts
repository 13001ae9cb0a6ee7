import { STANDARD_GRAVITY_M_S2 as G } from '../../foundations/units/conversions';
import { seeded } from '../../foundations/random/quasiRandom';
import { panSchema, type Pan } from '../../document/parts/pan';
import { PannedPickup } from './bareAt';
import { pressedBy } from './gravityInPan';
import { pickupLimits, trialsOf } from './limits';
import { boxesOf, coverM, heightAt, isCovered, poolInPan } from './poolInPan';

const DEGREE = Math.PI / 180;
const pan = (change: Partial<Pan> = {}): Pan =>
  panSchema.parse({
    lengthM: 0.4,
    widthM: 0.2,
    depthM: 0.15,
    pickupFromFrontM: 0.2,
    pickupFromLeftM: 0.1,
    pickupHeightM: 0.01,
    ...change,
  });
const RIGHT = { forward: 0, right: 1 };
const LEFT = { forward: 0, right: -1 };
const BRAKING = { forward: -1, right: 0 };
const ACCELERATING = { forward: 1, right: 0 };
const bareAtG = (p: Pan, oilM3: number, way: typeof RIGHT) => {
  const at = new PannedPickup(p).bareAtMS2(oilM3, way);
  return at === null ? null : at / G;
};

describe('A pickup in a box', () => {
  it('in its middle stays covered by what is there at rest until the floor beside it is bare', () => {
    // 4 L in 0.4 × 0.2 m stand 50 mm high; at 0.5 g the far edge of the floor is bare.
    const at = (a: number) => new PannedPickup(pan()).coverM(4e-3, RIGHT, a * G);
    for (const a of [0, 0.2, 0.5]) expect(at(a)).toBeCloseTo(0.04, 9);
    expect(at(0.6)).toBeLessThan(0.04);
  });

  it('is bare where the wedge by hand leaves 10 mm over it: 1.5746 g', () => {
    // Wedge of width b at one wall: V = L·s·b²/2, height in the middle s·(b − 0.1) = 0.02, so 0.1·u² − √0.02·u + 0.02 = 0, u = √s.
    const u = (Math.sqrt(0.02) + Math.sqrt(0.02 - 0.008)) / 0.2;
    // The search ends at 2e-5 g.
    expect(bareAtG(pan(), 4e-3, RIGHT)).toBeCloseTo(u * u, 4);
    expect(bareAtG(pan(), 4e-3, LEFT)).toBeCloseTo(u * u, 4);
  });

  it('beside a wall is bare by the plane through the middle on the one side, and never on the other', () => {
    // 30 mm from the left wall, 70 mm from the middle: 50 − 70·s = 20 mm, s = 0.4286, before the floor is bare at 0.5.
    const beside = pan({ pickupFromLeftM: 0.03 });
    expect(bareAtG(beside, 4e-3, LEFT)).toBeCloseTo(0.03 / 0.07, 4);
    expect(bareAtG(beside, 4e-3, RIGHT)).toBeNull();
  });

  it('is bare at rest where too little stands in it', () => {
    expect(bareAtG(pan(), 1.5e-3, RIGHT)).toBe(0);
  });

  it('takes a slope for the acceleration that tilts the oil alike: tan θ', () => {
    // Climbing 20°, seen from the pan: gravity has g·sin θ toward the rear and g·cos θ downward.
    const boxes = boxesOf(pan());
    const climbing = { backMS2: G * Math.sin(20 * DEGREE), rightMS2: 0, upMS2: -G * Math.cos(20 * DEGREE) };
    const pulling = pressedBy({ forwardMS2: G * Math.tan(20 * DEGREE), rightMS2: 0 }, 'front', 0);
    expect(coverM(boxes, 4e-3, climbing)).toBeCloseTo(coverM(boxes, 4e-3, pulling), 12);
    expect(pickupLimits({ use: 'offRoad' }).lengthwiseMS2).toBeCloseTo(G * Math.tan(30 * DEGREE), 12);
    expect(pickupLimits({ use: 'boat' })).toMatchObject({ lastsS: null, said: 'heels' });
  });

  it('in an engine that stands across meets a turn along its crank', () => {
    const long = pan({ pickupFromFrontM: 0.05 });
    for (const [facing, along] of [
      ['right', RIGHT],
      ['left', LEFT],
      ['rear', BRAKING],
    ] as const)
      expect(bareAtG({ ...long, facing }, 4e-3, along)).toBeCloseTo(bareAtG(long, 4e-3, ACCELERATING)!, 9);
  });

  it('in a pan that leans stands as on a slope that never ends', () => {
    // Leaning 15° to the right its floor falls to the right: 50 mm less tan 15° times 70 mm beside the left wall.
    const leaning = pan({ leanRad: 15 * DEGREE, pickupFromLeftM: 0.03 });
    const boxes = boxesOf(leaning);
    const rest = coverM(boxes, 4e-3, pressedBy({ forwardMS2: 0, rightMS2: 0 }, 'front', leaning.leanRad));
    expect(rest).toBeCloseTo(0.05 - Math.tan(15 * DEGREE) * 0.07 - 0.01, 9);
    // A turn to the left throws the oil to the right too: the slopes add up as angles do.
    const a = Math.tan(10 * DEGREE) * G;
    expect(new PannedPickup(leaning).coverM(4e-3, LEFT, a)).toBeCloseTo(
      coverM(boxes, 4e-3, pressedBy({ forwardMS2: 0, rightMS2: -Math.tan(25 * DEGREE) * G }, 'front', 0)),
      9,
    );
  });
});

describe('A pickup in a pan with a step', () => {
  // Deep part at the rear, 200 × 250 mm, 70 mm below the shallow floor; the mouth in its middle.
  const stepped = pan({
    lengthM: 0.5,
    widthM: 0.25,
    stepM: 0.07,
    wellLengthM: 0.2,
    pickupFromFrontM: 0.4,
    pickupFromLeftM: 0.125,
  });

  it('holds what stands below its lip: bare at 0.5 g when braking, however much ran forward', () => {
    // By hand: a plane through the lip falls 100 mm·s to the mouth: 70 − 100·s = 20 mm.
    for (const litres of [2, 2.5, 3]) expect(bareAtG(stepped, litres * 1e-3, BRAKING)).toBeCloseTo(0.5, 4);
  });

  it('spills from where its oil stands over the lip: V = w·(L·h − s·L²/2)', () => {
    const boxes = boxesOf(stepped);
    const at = (slope: number) =>
      poolInPan(boxes, 2e-3, pressedBy({ forwardMS2: -slope * G, rightMS2: 0 }, 'front', 0))!;
    expect(at(0.29)).toMatchObject({ wellM3: expect.closeTo(2e-3, 9) as number, isApart: true });
    expect(at(0.34).wellM3).toBeCloseTo(0.25 * (0.2 * 0.07 - (0.34 * 0.2 ** 2) / 2), 9);
    expect(at(0.34).trayM3).toBeCloseTo(2e-3 - at(0.34).wellM3, 9);
  });

  it('draws from the shallow floor too while both are joined', () => {
    const boxes = boxesOf(stepped);
    const rest = poolInPan(boxes, 5e-3, pressedBy({ forwardMS2: 0, rightMS2: 0 }, 'front', 0))!;
    // 3.5 L below the step, the rest 12 mm over 0.5 × 0.25 m.
    expect(rest.isApart).toBe(false);
    expect(heightAt(rest.surface, 0.1, 0.1)).toBeCloseTo(0.07 + 1.5e-3 / 0.125, 9);
  });

  it('with wings keeps the volume that they hold', () => {
    const winged = { ...stepped, wellWidthM: 0.4, pickupFromLeftM: 0.125 };
    const rest = poolInPan(boxesOf(winged), 5e-3, pressedBy({ forwardMS2: 0, rightMS2: 0 }, 'front', 0))!;
    expect(heightAt(rest.surface, 0.4, 0.1)).toBeCloseTo(5e-3 / (0.2 * 0.4), 9);
  });

  it('keeps every volume, however it is shaped and pressed, and its lip is never overrun', () => {
    const random = seeded(11);
    for (let i = 0; i < 300; i++) {
      const stepM = random() < 0.2 ? 0 : 0.02 + 0.08 * random();
      const at = (['front', 'middle', 'rear'] as const)[Math.floor(3 * random())]!;
      const made = panSchema.safeParse({
        lengthM: 0.5,
        widthM: 0.25,
        depthM: 0.2,
        stepM,
        wellLengthM: 0.1 + 0.4 * random(),
        wellWidthM: 0.1 + 0.3 * random(),
        wellAt: at,
        pickupFromFrontM: at === 'front' ? 0.05 : at === 'rear' ? 0.45 : 0.25,
        pickupFromLeftM: 0.125,
        pickupHeightM: 0.01,
        leanRad: 0.6 * (random() - 0.5),
      });
      const shape = made.data!;
      const oilM3 = 6e-3 * random();
      const by = pressedBy(
        { forwardMS2: 2 * G * (random() - 0.5), rightMS2: 2 * G * (random() - 0.5) },
        'front',
        shape.leanRad,
      );
      const boxes = boxesOf(shape);
      const pool = poolInPan(boxes, oilM3, by)!;
      expect(pool.wellM3 + pool.trayM3).toBeCloseTo(oilM3, 9);
      // The quick question agrees with the plane that is found, away from the edge itself.
      const cover = coverM(boxes, oilM3, by);
      if (Math.abs(cover - 0.01) > 1e-6) expect(isCovered(boxes, oilM3, by, 0.01)).toBe(cover > 0.01);
      if (pool.isApart)
        for (const [x, y] of boxes.lip) expect(heightAt(pool.surface, x, y)).toBeLessThan(shape.stepM + 1e-9);
    }
  });

  it('is judged by the same law whichever way round it is built', () => {
    // Mirrored from left to right, turns change sides.
    const off = { ...stepped, pickupFromLeftM: 0.05 };
    const mirrored = { ...stepped, pickupFromLeftM: 0.2 };
    expect(bareAtG(off, 2e-3, LEFT)).toBeCloseTo(bareAtG(mirrored, 2e-3, RIGHT)!, 9);
  });
});

describe('What a use asks of a pickup', () => {
  const g = (use: Parameters<typeof trialsOf>[0]['use'], kind?: 'motorcycle') =>
    Object.fromEntries(trialsOf({ use, kind }).trials.map((t) => [t.id, t.limitMS2 / G]));

  it('is 0.5 g in turns and 0.6 g lengthwise on the road, 1.2 and 1.1 on a track and on the ellipse between', () => {
    expect(g('street')).toEqual({ right: 0.5, left: 0.5, braking: 0.6, accelerating: 0.6 });
    expect(g('towing')).toEqual(g('street'));
    expect(g('endurance')).toEqual(g('track'));
    expect(g('track')).toMatchObject({ right: 1.2, braking: expect.closeTo(1.1, 12) as number });
    const { brakingRight } = g('track');
    expect(brakingRight).toBeCloseTo(Math.hypot(1.2, 1.1) / Math.SQRT2, 12);
  });

  it('is nothing sideways for who leans, but for its stand', () => {
    expect(Object.keys(g('track', 'motorcycle'))).toEqual(['braking', 'accelerating', 'stand']);
    expect(g('track', 'motorcycle')['stand']).toBeCloseTo(Math.tan(12 * DEGREE), 12);
  });

  it('tries unit vectors', () => {
    for (const { forward, right } of trialsOf({ use: 'track' }).trials)
      expect(Math.hypot(forward, right)).toBeCloseTo(1, 12);
  });
});
