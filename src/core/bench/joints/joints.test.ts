import fc from 'fast-check';
import type { Thread } from '../../document/parts/threads';
import type { Variant } from '../../document/project/project';
import { demoProject } from '../../verification/testing/demo';
import { arbitrarySeed, randomProject } from '../../verification/testing/randomCircuit';
import { hosesOf } from '../hoses/hoseList';
import { jointsOf, sayFit } from './jointList';
import { matesWith } from './mating';
import { CENTRE_BOLT, tighteningOf } from './tightening';
import { BOLT_TORQUE_NM, sayTorque, torqueIn, torqueNm, torqueQuestion } from './torque';

const why = (a: Thread, b: Thread): string => {
  const [there, back] = [matesWith(a, b), matesWith(b, a)];
  expect(there.mates).toBe(back.mates);
  return there.mates ? 'mates' : there.why;
};

/* Exact: international pound, standard gravity and inch (NIST SP 811). */
describe('Torques', () => {
  it('are exact in all three units', () => {
    expect(torqueNm({ value: 1, unit: 'lbf·ft' })).toBeCloseTo(1.3558179483314004, 12);
    expect(torqueNm({ value: 1, unit: 'lbf·in' })).toBeCloseTo(0.1129848290276167, 12);
    expect(torqueNm({ value: 106, unit: 'lbf·in' })).toBeCloseTo(11.98, 2);
    expect(torqueIn(torqueNm({ value: 7.4, unit: 'lbf·ft' }), 'lbf·in')).toBeCloseTo(88.8, 10);
    expect(torqueNm({ value: 80, unit: 'lbf·in' })).toBeCloseTo(9.04, 2);
    expect(torqueIn(9.04, 'lbf·ft')).toBeCloseTo(6.67, 2);
    expect([30, 35].map((value) => torqueNm({ value, unit: 'lbf·ft' }).toFixed(1))).toEqual(['40.7', '47.5']);
  });

  it('stand as they were given, and converted beside it', () => {
    expect(sayTorque({ value: 80, unit: 'lbf·in' })).toEqual({ 'N·m': '9.0', 'lbf·ft': '6.7', 'lbf·in': '80' });
  });

  it('that would snap the thread are asked about, with the unit that was likely meant', () => {
    const question = torqueQuestion({ value: 80, unit: 'lbf·ft' }, BOLT_TORQUE_NM.M6, 'M6');
    expect(question).toMatch(/80 lbf·ft on M6 is 11 times .* lbf·in meant\?/);
    expect(torqueQuestion({ value: 80, unit: 'lbf·in' }, BOLT_TORQUE_NM.M6, 'M6')).toBeUndefined();
    expect(torqueQuestion({ value: 14.2, unit: 'N·m' }, 9.5, 'M6')).toBeUndefined();
    expect(torqueQuestion({ value: 14.3, unit: 'N·m' }, 9.5, 'M6')).toContain('may snap');
  });
});

/* Standard: SAE J514, J512, J1926, ASME B1.20.1, ISO 7-1, ISO 261 (from memory); what happens when they are tried: common practice. */
describe('What mates with what', () => {
  it('the same thread, and a banjo on a port of its own metric size', () => {
    expect(why('flare10', 'flare10')).toBe('mates');
    expect(why('banjoM12x1_5', 'washerM12x1_5')).toBe('mates');
    expect(why('flange', 'flange')).toBe('mates');
  });

  it.each<[Thread, Thread, RegExp]>([
    ['flare8', 'seat45_8', /37° and a 45° .* leak/],
    ['flare6', 'seat45_6', /does not seal/],
    ['flare8', 'boss8', /thread is the same and the seat is not/],
    ['flare6', 'washerM14x1_5', /turn or two .* tear/],
    ['flare10', 'washerM22x1_5', /turn or two .* tear/],
    ['boss8', 'washerM20x1_5', /turn or two .* tear/],
    ['flare12', 'washerM27x2', /turn or two .* tear/],
    ['flare3', 'washerM10x1', /turn or two .* tear/],
    ['taperRp1_2', 'taper1_2', /share their pitch/],
    ['taperRp1_8', 'taper1_8', /differ in pitch/],
    ['taperRp1_8', 'taperR1_4', /sizes differ/],
    ['taperRp1_4', 'taperRp1_4', /mates/],
    ['taperR1_8', 'washerG1_8', /does not seal in a parallel port/],
    ['flare8', 'spinOn3_4', /spin-on stub/],
    ['taper1_2', 'taperR1_2', /share their pitch/],
    ['taper3_4', 'taperR3_4', /share their pitch/],
    ['taper1_8', 'taperR1_8', /differ in pitch/],
    ['taper1_4', 'boss4', /splits it/],
    ['taper1_8', 'taper1_4', /sizes differ/],
    ['flare6', 'flare8', /Dash 6 does not fit dash 8/],
    ['flare10', 'flare8', /Dash 10 does not fit dash 8/],
    ['washerM14x1_5', 'washerM16x1_5', /sizes differ/],
  ])('%s and %s are refused with the reason', (a, b, reason) => {
    expect(why(a, b)).toMatch(reason);
  });

  /* ISO 7-1: a taper outside thread seals in a parallel inside one (Rp); in ISO 228 (G) it does not. */
  it('a British taper in a parallel thread made for it', () => {
    expect(why('taperR1_8', 'taperRp1_8')).toBe('mates');
    expect(tighteningOf('taperRp1_8').seal).toContain('sealant');
  });

  /* Diameters and pitches of ISO 261 and ASME B1.1; depth of ISO 68-1: (20 − 18.919)/1.719 and (19.05 − 18.376)/1.624. */
  it.each<[filter: Thread, stub: Thread, RegExp]>([
    ['spinOn13_16', 'spinOnM20x1_5', /larger than the stub: it goes on, holds by 63 % .* blown off/],
    ['spinOnM20x1_5', 'spinOn3_4', /larger than the stub: it goes on, holds by 41 % .* blown off/],
    ['spinOnM20x1_5', 'spinOn13_16', /smaller than the stub: it does not start/],
    ['spinOn3_4', 'spinOnM20x1_5', /smaller than the stub: it does not start/],
    ['spinOn1x12', 'spinOnM22x1_5', /slips over the stub/],
  ])('a filter of %s on a stub of %s', (filter, stub, reason) => {
    const [there, back] = [matesWith(filter, stub, 'a'), matesWith(stub, filter, 'b')];
    expect(there).toEqual(back);
    expect(there).toMatchObject({ mates: false, why: expect.stringMatching(reason) as string, adapter: undefined });
    expect(why(filter, stub)).toMatch(
      /^The sizes differ: a filter of the larger .*; one of the smaller does not start\.$/,
    );
  });

  it('names the adapter, and none onto a spin-on stub', () => {
    expect(matesWith('boss10', 'flare10')).toMatchObject({
      adapter: 'adapter, 37° flare dash 10 to O-ring boss dash 10',
    });
    expect(matesWith('spinOn3_4', 'flare8')).toMatchObject({ adapter: undefined });
  });
});

/* Handbook values, from memory, shown as typical; what has no row here is the maker's figure. */
describe('How joints are sealed and tightened', () => {
  it('flares dry, by flats past wrench resistance, with the hexagon of their size', () => {
    expect(tighteningOf('flare6')).toMatchObject({
      seal: 'dry',
      typicalNm: [8.5, 14],
      wrench: '11/16 in hexagon',
      renew: undefined,
    });
    expect(tighteningOf('flare6').by).toContain('1¼ flats');
    expect(tighteningOf('flare10').by.replace(/\s/g, ' ')).toBe(
      '1 flat past wrench resistance; aluminium nut 23 to 40 N·m (17 to 30 lbf·ft), steel nut 81 N·m (60 lbf·ft)',
    );
    expect(tighteningOf('flare12')).toMatchObject({ typicalNm: [34, 56] });
  });

  it('bosses, washers and banjos with new seals; taper with sealant; spin-ons by hand', () => {
    expect(tighteningOf('boss10')).toMatchObject({ sureness: 'maker', typicalNm: undefined, renew: { count: 1 } });
    expect(tighteningOf('banjoM12x1_5')).toMatchObject({ typicalNm: [28, 28], renew: { count: 2 } });
    expect(tighteningOf('washerM18x1_5')).toMatchObject({ typicalNm: [30, 45] });
    expect(tighteningOf('washerM27x2')).toMatchObject({ typicalNm: undefined, sureness: 'maker' });
    expect(tighteningOf('taper1_8').seal).toContain('thread’s direction');
    expect(tighteningOf('spinOn3_4').by).toContain('by hand');
    expect(CENTRE_BOLT.typicalNm).toEqual([40, 48]);
  });

  it('a flange by its bolts: size, number, into aluminium', () => {
    expect(tighteningOf('flange')).toMatchObject({ sureness: 'maker', bolts: undefined });
    expect(tighteningOf('flange', { bolts: { size: 'M6', count: 2, intoAluminium: false } }).typicalNm).toEqual([
      9.5, 9.5,
    ]);
    const soft = tighteningOf('flange', { bolts: { size: 'M8', count: 6, intoAluminium: true } });
    expect([soft.typicalNm![0], soft.bolts]).toEqual([
      expect.closeTo(16.1, 9),
      { size: 'M8', count: 6, pattern: 'from the centre outwards, crosswise' },
    ]);
    expect(tighteningOf('flange', { gasketReused: true }).seal).toContain('sealer');
  });
});

describe('The joints of a circuit', () => {
  const cooled = (): Variant => demoProject().variants[1]!;

  it('are those outside the engine, once each, the centre bolt last and then the filter that hides it', () => {
    const joints = jointsOf(cooled());
    expect(new Set(joints.map((j) => j.key)).size).toBe(joints.length);
    expect(joints.at(-2)).toMatchObject({ isCentreBolt: true, tightening: { typicalNm: [40, 48] } });
    expect(joints.at(-1)!.name).toBe('Plate, filter side – Filter, inlet');
    expect(joints.some((j) => j.name.includes('Mains'))).toBe(false);
  });

  it('of a coolant-fed cooler are two to each coolant hose, pushed over tails and clamped, with notes of their own', () => {
    const variant = demoProject('saltmarsh').variants.find((v) =>
      v.circuit.parts.some((p) => p.kind === 'cooler' && p.medium === 'liquid' && !p.coolantLooped),
    )!;
    const coolant = jointsOf(variant).filter((j) => j.key.includes(' coolant '));
    expect(coolant).toHaveLength(4);
    for (const j of coolant) {
      expect(j.fit.kind).toBe('mates');
      expect(j.name).toMatch(/coolant/);
      expect(j.tightening?.seal).toMatch(/clamp/);
    }
    const noted = { ...variant, bench: { joints: { [coolant[0]!.key]: { state: 'final' as const } } } };
    expect(jointsOf(noted).find((j) => j.key === coolant[0]!.key)?.state).toBe('final');
  });

  it('say that a port carries two things', () => {
    const shared = jointsOf(cooled()).filter((j) => j.fit.kind === 'shared');
    expect(shared.map((j) => j.key)).toEqual(['plate.tap turboFeed.in', 'oilGauge.in plate.tap']);
  });

  it('that do not mate get an adapter unless somebody will have none, and are two then, one on either side of it', () => {
    const stated = (variant: Variant): Variant => ({
      ...variant,
      circuit: {
        ...variant.circuit,
        parts: variant.circuit.parts.map((p) =>
          p.id === 'noseCooler'
            ? { ...p, connections: [{ port: 'in', thread: 'boss10' as const, sealant: false }] }
            : p,
        ),
      },
    });
    const key = 'hoseOut.out noseCooler.in';
    const without = { ...stated(cooled()), bench: { joints: { [key]: { adapter: false } } } };
    const misfit = jointsOf(without).find((j) => j.key === key)!;
    expect([misfit.fit.kind, sayFit(misfit.fit)]).toEqual(['misfit', expect.stringContaining('has no seal')]);
    const mended = jointsOf(stated(cooled())).filter((j) => j.key.startsWith(key));
    expect(mended.map((j) => [j.key, j.tightening!.seal])).toEqual([
      [key, 'dry'],
      [`${key} 2`, 'new O-ring, oiled'],
    ]);
  });

  it('of a banjo hose end need a port with a flat face', () => {
    const stated = (thread: Thread): Variant => {
      const variant = cooled();
      return {
        ...variant,
        circuit: {
          ...variant.circuit,
          parts: variant.circuit.parts.map((p) =>
            p.id === 'noseCooler' ? { ...p, connections: [{ port: 'in', thread, sealant: false }] } : p,
          ),
        },
        bench: { hoses: { hoseOut: { ends: { out: { style: 'banjo', angleDeg: 0 } } } } },
      };
    };
    const joint = (thread: Thread) => jointsOf(stated(thread)).find((j) => j.key === 'hoseOut.out noseCooler.in')!;
    expect(sayFit(joint('taper1_2').fit)).toBe(
      'A banjo seals between two washers on a flat face; this port has none. Change one of the two ends.',
    );
    expect(joint('washerM14x1_5')).toMatchObject({ fit: { kind: 'mates' }, tightening: { renew: { count: 2 } } });
  });

  it('of any random circuit: each end of every hose mates, or its misfit has a name', () => {
    fc.assert(
      fc.property(arbitrarySeed, (seed) => {
        const variant = randomProject(seed).variants[0]!;
        const joints = jointsOf(variant);
        for (const j of joints) {
          if (j.fit.kind === 'mates') expect(j.tightening).toBeDefined();
          else expect(sayFit(j.fit)).toMatch(/^\S.*\.$/);
        }
        const ends = new Set(joints.flatMap((j) => [j.a.port, j.b.port]));
        for (const h of hosesOf(variant))
          for (const e of [h.from, h.to])
            if (h.duty !== 'coolant' && e.mate !== undefined && e.mate.split('.')[0] !== h.part)
              expect(ends.has(e.port)).toBe(true);
      }),
      { numRuns: 60 },
    );
  });
});
