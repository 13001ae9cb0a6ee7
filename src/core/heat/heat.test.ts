import fc from 'fast-check';
import { projectSchema, PROJECT_VERSION, type Project } from '../document/project/project';
import type { MoveDraft } from '../document/moves';
import { makeMoves } from '../document/moves/makeMoves';
import { catalogueEntry } from '../document/parts/catalogue';
import { CircuitSolver } from '../network/circuitSolver';
import { Oil } from '../physics/oil/oil';
import { OIL_GRADES } from '../physics/oil/grades';
import { arbitrarySeed, randomProject } from '../verification/testing/randomCircuit';
import { findBalance, findBalances } from './balance';
import { isFound, NO_OIL_ABOVE_K } from './comingToRest';
import { heatInW } from './heatLedger';
import { coolerConductance, coolerExchangeWK, estimateAirCooling, faceSpeedMS, fitAirCooling } from './coolers';
import {
  counterflowEffectiveness,
  crossflowEffectiveness,
  singleStreamEffectiveness,
} from '../physics/laws/effectiveness';
import { runToEnd } from '../foundations/runToEnd';
import { HeatSolver } from './heatSolver';
import { solveBalanced } from '../judgement/solveBalanced';
import { CURVE_STUDY } from '../studies/heat/curveStudy';
import { MAP_STUDY } from '../studies/heat/mapStudy';
import { studyHere } from '../studies/job/runHere';
import { readTrace, runTrace, type TraceRow } from './trace';
import { warmUp, WarmUp, type Drive } from './transient';
import { demoProject } from '../verification/testing/demo';
import { DEFAULT_AIR_COOLING } from '../document/parts/cooling';

const C = 273.15;
const OIL = new Oil(OIL_GRADES.find((g) => g.name === '10W-40')!);
const solverOf = (project: Project, variant?: string) => {
  const made = CircuitSolver.of(project, variant);
  if (!made.ok) throw new Error(JSON.stringify(made.issues));
  return made.circuit;
};
const NOSE = () => solverOf(demoProject('thornback'), 'noseCooler');

describe('Effectiveness', () => {
  // Exact both-unmixed series, Mason (1955) and Baclic (1978): published table, NTU by C_r, six digits.
  it.each([
    [0.25, 0.25, 0.215224],
    [0.5, 0.5, 0.357827],
    [1, 0.25, 0.588011],
    [1, 1, 0.476222],
    [1.5, 0.75, 0.60775],
    [2, 0.5, 0.732409],
    [3, 1, 0.681291],
    [5, 0.25, 0.959074],
    [5, 1, 0.750904],
  ])('crossflow, NTU %d, C_r %d is %d', (ntu, ratio, expected) => {
    expect(crossflowEffectiveness(ntu, ratio)).toBeCloseTo(expected, 6);
  });

  // Kays and London, Compact Heat Exchangers, 3rd ed.: counterflow.
  it.each([
    [1, 0.5, 0.564733],
    [2, 0.25, 0.822766],
    [3, 1, 0.75],
    [5, 0.75, 0.908771],
  ])('counterflow, NTU %d, C_r %d is %d', (ntu, ratio, expected) => {
    expect(counterflowEffectiveness(ntu, ratio)).toBeCloseTo(expected, 6);
  });

  it('tends to one stream’s as the other’s capacity grows, and rises with size', () => {
    for (const ntu of [0.1, 1, 4]) {
      expect(crossflowEffectiveness(ntu, 1e-12)).toBeCloseTo(singleStreamEffectiveness(ntu), 9);
      expect(counterflowEffectiveness(ntu, 1e-9)).toBeCloseTo(1 - Math.exp(-ntu), 6);
    }
    for (let ntu = 0.1; ntu < 20; ntu *= 1.3)
      for (const ratio of [0.1, 0.5, 1]) {
        expect(crossflowEffectiveness(ntu * 1.3, ratio)).toBeGreaterThan(crossflowEffectiveness(ntu, ratio) - 1e-12);
        expect(crossflowEffectiveness(ntu, ratio)).toBeLessThanOrEqual(counterflowEffectiveness(ntu, ratio) + 1e-9);
      }
  });
});

describe('Enthalpy', () => {
  it('is the integral of the specific heat (Cragoe, NBS Misc. Publ. 97), and goes back to the temperature', () => {
    for (const t of [250, 300, 373.15, 450]) {
      expect((OIL.enthalpyJKg(t + 0.5) - OIL.enthalpyJKg(t - 0.5)) / OIL.specificHeatJKgK(t)).toBeCloseTo(1, 9);
      expect(OIL.temperatureK(OIL.enthalpyJKg(t))).toBeCloseTo(t, 9);
    }
  });
});

describe('A cooler', () => {
  const around = {
    airTemperatureK: DEFAULT_AIR_COOLING.ratedAirK,
    roadSpeedMS: DEFAULT_AIR_COOLING.ratedFaceSpeedMS / DEFAULT_AIR_COOLING.positionFactor,
    coolantK: 363,
    atmospherePa: 101325,
  };

  it('gives its rated heat at its rating point', () => {
    const c = coolerConductance(DEFAULT_AIR_COOLING, OIL)!;
    const m = DEFAULT_AIR_COOLING.ratedOilFlowM3S * OIL.densityKgM3(DEFAULT_AIR_COOLING.ratedOilK);
    const heat =
      coolerExchangeWK(c, OIL, m, DEFAULT_AIR_COOLING.ratedOilK, 360, around) *
      (DEFAULT_AIR_COOLING.ratedOilK - DEFAULT_AIR_COOLING.ratedAirK);
    // The rating inverts with the inlet's specific heat; exchanging uses the mean over the way: 3 % apart at most.
    expect(heat / DEFAULT_AIR_COOLING.ratedHeatW).toBeGreaterThan(0.97);
    expect(heat / DEFAULT_AIR_COOLING.ratedHeatW).toBeLessThan(1.01);
  });

  it('never cools the oil below the air, however slowly it flows', () => {
    const c = coolerConductance(DEFAULT_AIR_COOLING, OIL)!;
    for (const m of [1e-6, 1e-4, 1e-2, 0.5]) {
      const k = coolerExchangeWK(c, OIL, m, 400, 400, { ...around, airTemperatureK: 253 });
      expect(OIL.temperatureK(OIL.enthalpyJKg(400) - (k * (400 - 253)) / m)).toBeGreaterThanOrEqual(253 - 1e-6);
    }
  });

  it('is found again from a curve of heat against oil flow that it made itself', () => {
    const base = { ...DEFAULT_AIR_COOLING, oilSideShare: 0.65 };
    const c = coolerConductance(base, OIL)!;
    const heat = (q: number) =>
      coolerExchangeWK(c, OIL, q * OIL.densityKgM3(base.ratedOilK), base.ratedOilK, base.ratedOilK, around) *
      (base.ratedOilK - base.ratedAirK);
    const fitted = fitAirCooling(
      [1e-4, 2e-4, 5e-4].map((q) => ({ oilFlowM3S: q, heatW: heat(q) })),
      DEFAULT_AIR_COOLING,
      OIL,
    )!;
    expect(fitted.misfit).toBeLessThan(0.01);
    expect(fitted.cooling.oilSideShare).toBeCloseTo(0.65, 1);
    expect(fitAirCooling([{ oilFlowM3S: 1e-4, heatW: 5000 }], DEFAULT_AIR_COOLING, OIL)).toBeUndefined();
    // Heat that rises as steeply as it can ends at the largest share that a part may have, not over it.
    const steep = fitAirCooling(
      [10, 20, 30].map((q, i) => ({ oilFlowM3S: q / 6e4, heatW: [5100, 7200, 8400][i]! })),
      DEFAULT_AIR_COOLING,
      OIL,
    )!;
    expect(steep.cooling.oilSideShare).toBe(0.95);
  });

  it('refuses a rating that no exchanger could keep, and estimates one by its size', () => {
    expect(coolerConductance({ ...DEFAULT_AIR_COOLING, ratedHeatW: 60e3 }, OIL)).toBeUndefined();
    const estimate = estimateAirCooling(19, 0.28);
    expect(estimate.ratedHeatW / estimate.faceAreaM2).toBeCloseTo(
      DEFAULT_AIR_COOLING.ratedHeatW / DEFAULT_AIR_COOLING.faceAreaM2,
      6,
    );
  });

  it('takes the road’s air or the fan’s, whichever is more; the fan by its outlet’s temperature', () => {
    // At a standstill the core's own draught, as stated or as usual; a road that blows more wins.
    expect(faceSpeedMS(DEFAULT_AIR_COOLING, 0, 380)).toBe(0.3);
    expect(faceSpeedMS({ ...DEFAULT_AIR_COOLING, draughtMS: 0 }, 0, 380)).toBe(0);
    expect(faceSpeedMS({ ...DEFAULT_AIR_COOLING, draughtMS: 0.8 }, 40, 380)).toBe(10);
    const fanned = { ...DEFAULT_AIR_COOLING, fan: { faceSpeedMS: 5, onK: 370, offK: 360 } };
    expect([
      faceSpeedMS(fanned, 0, 380),
      faceSpeedMS(fanned, 0, 365),
      faceSpeedMS(fanned, 40, 380),
      faceSpeedMS(fanned, 0, 350),
    ]).toEqual([5, 2.5, 10, 0.3]);
  });
});

describe('Temperatures around a circuit', () => {
  it('mix by enthalpy where streams meet (closed form), and warm by Δp/(ρcp) where they are throttled', () => {
    const rating = { ratedPressureDropPa: 2e5, ratedFlowM3S: 5e-4, ratedViscosityPaS: 0.01, viscousShare: 1 };
    const project = projectSchema.parse({
      format: 'tidal-gauge-project',
      version: PROJECT_VERSION,
      name: 'mixing',
      oil: OIL_GRADES[3],
      engine: { crankingSpeedRevS: 4, idleSpeedRevS: 14, maximumSpeedRevS: 100, heat: { baseHeatW: 0, heatShare: 0 } },
      range: { coldestOilK: 263, hottestOilK: 393, coldSpeedRevS: 25, fullSpeedFromK: 343 },
      activeVariant: 'a',
      variants: [
        {
          id: 'a',
          name: 'A',
          circuit: {
            parts: [
              { id: 'tank', kind: 'sump', name: 'tank', levelM: 0 },
              {
                id: 'pump',
                kind: 'pump',
                name: 'pump',
                displacementM3Rev: 1e-5,
                slip: { kind: 'coefficient', slipCoefficient: 0 },
                mechanicalEfficiency: 1,
              },
              { id: 'hot', kind: 'consumer', name: 'hot', duty: 'other', ...rating, heatW: 3000 },
              { id: 'plain', kind: 'filter', name: 'plain', ...rating, bypass: null },
              {
                id: 'heater',
                kind: 'cooler',
                name: 'core',
                ...rating,
                medium: 'liquid',
                cooling: { kind: 'liquid', conductanceWK: 300, ratedOilFlowM3S: 5e-4, coolantK: 323.15 },
              },
              { id: 'end', kind: 'jets', name: 'end', count: 1, nozzle: { boreM: 4e-3, lengthM: 4e-3 }, valve: null },
            ],
            joints: [
              ['tank.suction', 'pump.in'],
              ['pump.out', 'plain.in'],
              ['pump.out', 'heater.in'],
              ['plain.out', 'end.in'],
              ['heater.out', 'end.in'],
              ['end.out', 'tank.return'],
              ['plain.out', 'hot.in'],
              ['hot.out', 'tank.return'],
            ].map(([from, to]) => ({ from, to })),
          },
        },
      ],
    });
    const circuit = solverOf(project);
    const heat = new HeatSolver(circuit);
    heat.startAt(373.15);
    const drive = { airTemperatureK: 293.15, roadSpeedMS: 0, load: 1 };
    for (let i = 0; i < 12; i++)
      heat.pass({ speedRevS: 50, oilTemperatureK: 373.15, atmospherePa: 101325 }, drive, 373.15);
    const element = (id: string) => circuit.compiled.elementsOfPart.get(id)!.get(id === 'end' ? 'nozzle' : '')!;
    const ws = circuit.solver.workspace;
    const m = (id: string) => ws.densityKgM3[element(id)]! * ws.flowM3S[element(id)]!;
    const at = (port: string) => heat.nodeK(circuit.compiled.nodeOfPort.get(port)!);
    const h = (k: number) => circuit.oil.enthalpyJKg(k);
    const mixed =
      (m('plain') * h(heat.outK[element('plain')]!) + m('heater') * h(heat.outK[element('heater')]!)) /
      (m('plain') + m('heater'));
    expect(at('end.in')).toBeCloseTo(circuit.oil.temperatureK(mixed), 6);
    // Throttling alone: Δh = Δp/ρ.
    const plain = element('plain');
    const drop =
      ws.pressurePa[circuit.compiled.network.from[plain]!]! - ws.pressurePa[circuit.compiled.network.to[plain]!]!;
    expect(h(heat.outK[plain]!) - h(at('plain.in'))).toBeCloseTo(drop / ws.densityKgM3[plain]!, 3);
    expect(heat.outK[element('heater')]!).toBeLessThan(at('heater.in'));
  });

  it('balance: heat in is heat out within 1e-6 for random circuits and states', () => {
    let balanced = 0;
    fc.assert(
      fc.property(arbitrarySeed, fc.integer({ min: 0, max: 4 }), (seed, which) => {
        const circuit = solverOf(randomProject(seed));
        const heat = new HeatSolver(circuit);
        const [speedRevS, airTemperatureK, roadSpeedMS, load] = [
          [15, 293, 0, 0],
          [50, 283, 25, 0.3],
          [100, 303, 40, 1],
          [60, 263, 20, 0.5],
          [110, 313, 10, 0.8],
        ][which] as [number, number, number, number];
        const conditions = { airTemperatureK, roadSpeedMS, load };
        heat.startAt(350);
        const outcome = findBalance(heat, { speedRevS, oilTemperatureK: 350, atmospherePa: 101325 }, conditions, 350);
        // What has no balance, or does not solve on the way, is said, never given as an answer.
        if (outcome.status !== 'balanced') return;
        balanced++;
        const { ledger } = heat;
        const into = heatInW(ledger);
        const out = ledger.exchangeW.reduce((a, b) => a + b, 0) + ledger.panW + ledger.coolantW;
        if (Math.abs(into - out) > 1e-6 * into) throw new Error(`seed ${seed}: in ${into}, out ${out}`);
        for (const k of [...heat.placeK, ...heat.outK])
          if (!(k > 200 && k <= NO_OIL_ABOVE_K)) throw new Error(`seed ${seed}: a place at ${k} K`);
      }),
      { numRuns: 60, seed: 12 },
    );
    expect(balanced).toBeGreaterThan(45);
  });

  it('is found for every state and variant of the demos, the same from both sides or said', () => {
    for (const name of ['thornback', 'saltmarsh', 'larkspur'])
      for (const variant of demoProject(name).variants) {
        const circuit = solverOf(demoProject(name), variant.id);
        const heat = new HeatSolver(circuit);
        for (const [rpm, air, road, load] of [
          [900, 20, 0, 0],
          [3000, -15, 25, 0.2],
          [3500, 35, 20, 0.5],
          [5000, 20, 30, 0.9],
        ] as const) {
          const found = findBalances(heat, { speedRevS: rpm / 60 }, 101325, {
            airTemperatureK: air + C,
            roadSpeedMS: road,
            load,
          });
          expect([name, variant.id, rpm, isFound(found.cold.status)]).toEqual([name, variant.id, rpm, true]);
          expect(found.hot === undefined || isFound(found.hot.status)).toBe(true);
        }
      }
  });

  // Orientation for a 2.3 L turbo engine with a nose cooler at full load: some 110/102/96 °C at 15/30/60 m/s, 160 °C and more without it. Common practice, no source.
  it('reads what a builder expects of Thornback at full load', () => {
    const sump = (roadSpeedMS: number, variant: string) =>
      solveBalanced(solverOf(demoProject('thornback'), variant), 7000 / 60, {
        airTemperatureK: 298.15,
        roadSpeedMS,
        load: 1,
      }).heat.sumpK - C;
    const [slow, middle, fast] = [15, 30, 60].map((v) => sump(v, 'noseCooler')) as [number, number, number];
    expect(slow).toBeGreaterThan(middle);
    expect(middle).toBeGreaterThan(fast);
    expect(middle).toBeGreaterThan(92);
    expect(middle).toBeLessThan(112);
    expect(sump(30, 'stock')).toBeGreaterThan(150);
  });

  // People report 8 to 11 K from a small cooler on an air-cooled twin: common practice, no source.
  it('takes some ten kelvin off an air-cooled engine with a small cooler', () => {
    const larkspur = demoProject('larkspur');
    const airCooled: Project = {
      ...larkspur,
      engine: {
        ...larkspur.engine,
        heat: { ...larkspur.engine.heat, brakePowerW: 45e3, blockConductanceWK: 0, panConductanceWK: 60 },
      },
    };
    const small = {
      ...airCooled,
      variants: airCooled.variants.map((v) => ({
        ...v,
        circuit: {
          ...v.circuit,
          parts: v.circuit.parts.map((p) =>
            p.kind === 'cooler'
              ? {
                  ...p,
                  cooling: { ...DEFAULT_AIR_COOLING, ratedHeatW: 700, faceAreaM2: 0.012, ratedOilFlowM3S: 1e-4 * 1.5 },
                }
              : p,
          ),
        },
      })),
    };
    const at = (variant: string) =>
      solveBalanced(solverOf(small, variant), 4000 / 60, { airTemperatureK: 298.15, roadSpeedMS: 20, load: 0.5 }).heat
        .sumpK;
    const taken = at('stock') - at('summer');
    expect(taken).toBeGreaterThan(6);
    expect(taken).toBeLessThan(16);
  });

  // An oil-to-air cooler in a liquid one's place: slower to warm up, cooler on the track. Common practice, no source.
  it('warms up slower with an air cooler than with a liquid one, and runs cooler on the track', () => {
    const p = demoProject('thornback');
    const stock = p.variants[0]!;
    const liquid = makeMoves(stock, {
      kind: 'insert',
      at: 'filter.out',
      drafts: [{ ...catalogueEntry('liquidCooler').part } as MoveDraft],
    });
    const air = makeMoves(stock, {
      kind: 'insert',
      at: 'filter.out',
      drafts: [{ ...catalogueEntry('airCooler').part } as MoveDraft],
    });
    const circuit = (variant: typeof stock) => solverOf({ ...p, variants: [variant] });
    const track = (variant: typeof stock) =>
      solveBalanced(circuit(variant), 6500 / 60, { airTemperatureK: 298.15, roadSpeedMS: 35, load: 0.9 }).heat.sumpK;
    expect(track(air)).toBeLessThan(track(liquid) - 5);
    const after = (variant: typeof stock) =>
      runToEnd(
        warmUp(
          new HeatSolver(circuit(variant)),
          { speedRevS: 2500 / 60, load: 0.2, roadSpeedMS: 20, airTemperatureK: 283.15 },
          283.15,
          300,
        ),
      ).samples.at(-1)!.sumpK;
    expect(after(air)).toBeLessThan(after(liquid) - 5);
  });

  describe('in freezing air, where cold oil plugs the core', () => {
    // The thermostat without its play, so that time and balance follow one curve.
    const demo = demoProject();
    const variants = demo.variants.map((v) => ({
      ...v,
      circuit: {
        ...v.circuit,
        parts: v.circuit.parts.map((p) =>
          p.kind === 'plate' && p.passage.kind === 'thermostat'
            ? { ...p, passage: { ...p.passage, hysteresisK: 0 } }
            : p,
        ),
      },
    }));
    const circuit = solverOf({ ...demo, variants }, 'noseCooler');
    const speedRevS = 5000 / 60;
    const atmospherePa = 101325;

    it.each([
      [-15, 20],
      [-20, 50],
      [-20, 30],
      [-15, 40],
    ])('rest where the same engine rests after an hour at %d °C and %d m/s', (airC, roadSpeedMS) => {
      const conditions = { airTemperatureK: airC + C, roadSpeedMS, load: 0.7 };
      const heat = new HeatSolver(circuit);
      heat.startAt(conditions.airTemperatureK);
      const outcome = findBalance(
        heat,
        { speedRevS, oilTemperatureK: 350, atmospherePa },
        conditions,
        conditions.airTemperatureK,
      );
      const { samples } = runToEnd(
        warmUp(new HeatSolver(circuit), { ...conditions, speedRevS }, conditions.airTemperatureK, 3600),
      );
      expect(outcome.status).toBe('balanced');
      expect(outcome.sumpK - samples.at(-1)!.sumpK).toBeCloseTo(0, 1.7);
      expect(heat.outK[heat.coolers[0]!.element]! - samples.at(-1)!.coolerOutK!).toBeCloseTo(0, 0.3);
    });

    it('rest between plugged and free: with the sump held there, passes go to either, one gaining kilowatts, the other losing them', () => {
      const conditions = { airTemperatureK: -20 + C, roadSpeedMS: 50, load: 0.7 };
      const heat = new HeatSolver(circuit);
      const core = heat.coolers[0]!.element;
      heat.startAt(conditions.airTemperatureK);
      const { sumpK } = findBalance(
        heat,
        { speedRevS, oilTemperatureK: 350, atmospherePa },
        conditions,
        conditions.airTemperatureK,
      );
      const restedK = heat.outK[core]!;
      const from = (startK: number) => {
        heat.startAt(startK);
        let residualW = NaN;
        for (const heldK of [startK, ...new Array<number>(150).fill(sumpK)])
          ({ residualW } = heat.pass({ speedRevS, oilTemperatureK: heldK, atmospherePa }, conditions, heldK));
        return { residualW, outK: heat.outK[core]! };
      };
      const [plugged, free] = [from(sumpK - 30), from(sumpK + 30)];
      expect([plugged.residualW > 1000, free.residualW < -1000]).toEqual([true, true]);
      expect([plugged.outK < restedK - 5, free.outK > restedK + 5]).toEqual([true, true]);
    });
  });

  it('says where there is no balance in range', () => {
    const p = demoProject('thornback');
    const hot = {
      ...p,
      engine: { ...p.engine, heat: { ...p.engine.heat, heatShare: 0.3, blockConductanceWK: 0, panConductanceWK: 0 } },
    };
    const { heat, result } = solveBalanced(solverOf(hot), 7000 / 60, {
      airTemperatureK: 308,
      roadSpeedMS: 10,
      load: 1,
    });
    expect(heat.status).toBe('tooHot');
    expect(result.supplied).toBe(false);
    expect(result.notes.map((n) => n.code)).toContain('oilHot');
  });
});

describe('Warm-up', () => {
  const drive: Drive = { speedRevS: 3500 / 60, load: 0.4, roadSpeedMS: 25, airTemperatureK: 293.15 };

  it('ends at the balance', () => {
    const circuit = NOSE();
    const balance = solveBalanced(circuit, drive.speedRevS, drive).heat.sumpK;
    const end = runToEnd(warmUp(new HeatSolver(circuit), drive, 283.15, 3000));
    expect(end.samples.at(-1)!.sumpK).toBeCloseTo(balance, 1);
    expect(end.opensS).toBeGreaterThan(60);
    expect(end.solved).toBe(true);
  });

  it('does not depend on its time step: halving it moves nothing by over 0.2 K', () => {
    const run = (dt: number) => {
      const w = new WarmUp(new HeatSolver(NOSE()), 283.15);
      const at: number[] = [];
      while (w.timeS < 900) {
        w.step(drive, dt);
        if (Math.abs(w.timeS % 30) < 1e-9)
          at.push(w.sumpK, w.sample(drive).galleryK!, w.coolerOutK[w.heat.coolers[0]!.element]!);
      }
      return at;
    };
    const [coarse, fine] = [run(1), run(0.5)];
    expect(coarse.length).toBe(fine.length);
    coarse.forEach((k, i) => expect(Math.abs(k - fine[i]!)).toBeLessThan(0.2));
  });

  it('opens its thermostat by one curve and closes it by another', () => {
    const w = new WarmUp(new HeatSolver(NOSE()), 293.15);
    for (let i = 0; i < 1200; i++) w.step({ ...drive, load: 1 });
    const opened = w.sample(drive).opening!;
    expect(opened).toBeGreaterThan(0.3);
    const hot = w.sumpK;
    for (let i = 0; i < 5; i++) w.step({ ...drive, load: 0 });
    // A little cooler than before it still stands where it stood.
    expect(w.sumpK).toBeLessThan(hot);
    expect(w.sample(drive).opening).toBeCloseTo(opened, 1);
  });
});

describe('A trace', () => {
  const rows = (n: number, hz: number): TraceRow[] =>
    Array.from({ length: n }, (_, i) => ({
      timeS: i / hz,
      speedRevS: (4000 + 2000 * Math.sin(i / 70)) / 60,
      load: 0.5 + 0.5 * Math.sin(i / 40),
      roadSpeedMS: 30 + 15 * Math.sin(i / 200),
    }));

  it('of twenty minutes at 10 Hz runs far faster than it was driven', () => {
    const heat = new HeatSolver(NOSE());
    const from = Date.now();
    const result = runToEnd(runTrace(heat, rows(12_000, 10), { airTemperatureK: 298 }, 333, 393));
    expect(result.solved).toBe(true);
    expect(result.samples.length).toBeGreaterThan(1190);
    // 500 times real time is 2.4 s; the bench measures it without the test's own burden.
    expect(Date.now() - from).toBeLessThan(8000);
  });

  it('counts the time above a limit, and its peak', () => {
    const constant = Array.from({ length: 1800 }, (_, i) => ({ timeS: i, speedRevS: 100, load: 1, roadSpeedMS: 10 }));
    const result = runToEnd(
      runTrace(
        new HeatSolver(solverOf(demoProject('thornback'), 'stock')),
        constant,
        { airTemperatureK: 303 },
        303,
        393.15,
      ),
    );
    const first = result.samples.find((s) => s.sumpK > 393.15)!.timeS;
    expect(result.overS).toBeCloseTo(1799 - first + 1, 0);
    expect(result.peakK).toBeGreaterThan(393.15);
  });

  it('is read by its columns, and refused by row and reason', () => {
    const header = ['time_s', 'rpm', 'load', 'road_speed_kmh'];
    const good = readTrace({
      header,
      rows: [
        ['0', '850', '0', '0'],
        ['1', '3000', '0.5', '36'],
      ],
    });
    expect(good).toEqual({
      ok: true,
      rows: [
        { timeS: 0, speedRevS: 850 / 60, load: 0, roadSpeedMS: 0 },
        { timeS: 1, speedRevS: 50, load: 0.5, roadSpeedMS: 10 },
      ],
    });
    const why = (h: string[], r: string[][]) => {
      const read = readTrace({ header: h, rows: r });
      return read.ok ? '' : read.why;
    };
    expect(why(['time_s', 'rpm'], [])).toContain('has no column for load from 0 to 1 (load) and road speed');
    expect(
      why(header, [
        ['0', '850', '0', '0'],
        ['1', 'fast', '0', '0'],
      ]),
    ).toContain('Row 3, rpm: “fast” is not a number');
    expect(
      why(header, [
        ['0', '850', '0', '0'],
        ['1', '850', '7', '0'],
      ]),
    ).toContain('load is out of range');
    expect(
      why(header, [
        ['1', '850', '0', '0'],
        ['1', '850', '0', '0'],
      ]),
    ).toContain('time does not rise');
  });
});

describe('Studies', () => {
  it('show what the cooler and the thermostat do, and on which days the oil is too hot or too cold', () => {
    const curves = studyHere(
      CURVE_STUDY,
      { ...demoProject(), activeVariant: 'noseCooler' },
      {
        drive: { speedRevS: 3500 / 60, airTemperatureK: 293.15, roadSpeedMS: 25, load: 0.4 },
      },
    );
    const air = Object.fromEntries(curves.byAir.map((c) => [c.option, c.points.map((p) => p.sumpK!)]));
    air['asIs']!.forEach((k, i) => {
      expect(k).toBeLessThan(air['noCooler']![i]!);
      expect(k).toBeGreaterThanOrEqual(air['noThermostat']![i]! - 0.5);
    });
    for (const c of curves.byRoad) expect(c.points[0]!.sumpK!).toBeGreaterThanOrEqual(c.points.at(-1)!.sumpK! - 0.5);
  });

  it('find that Larkspur without its summer cooler passes in spring and fails in August', () => {
    const larkspur = demoProject('larkspur');
    const at = (name: string, variant: string) => {
      const s = larkspur.namedStates.find((n) => n.name === name)!;
      return solveBalanced(solverOf(larkspur, variant), s.speedRevS, {
        airTemperatureK: s.airTemperatureK!,
        roadSpeedMS: s.roadSpeedMS!,
        load: s.load!,
      });
    };
    const limit = larkspur.range.hottestOilK;
    expect(at('Spring trial', 'stock').heat.sumpK).toBeLessThan(limit);
    expect(at('August trial', 'stock').heat.sumpK).toBeGreaterThan(limit);
    expect(at('August trial', 'summer').heat.sumpK).toBeLessThan(limit);
  });

  it('map air and road without a gap, hotter air never cooler oil', () => {
    // Without a fan: one whose switch sits at the outlet may stay off in colder air and leave the oil hotter.
    const larkspur = { ...demoProject('larkspur'), activeVariant: 'summer' };
    const map = studyHere(MAP_STUDY, larkspur, { drive: { speedRevS: 5000 / 60, load: 0.7 } });
    expect([map.complete, map.sumpK.flat().every((k) => k !== null)]).toEqual([true, true]);
    for (let a = 1; a < map.airK.length; a++)
      for (let r = 0; r < map.roadMS.length; r++)
        expect(map.sumpK[a]![r]!).toBeGreaterThanOrEqual(map.sumpK[a - 1]![r]! - 0.6);
  });
});
