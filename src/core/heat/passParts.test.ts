import type { Project } from '../document/project/project';
import type { Part } from '../document/parts/part';
import { demoProject } from '../verification/testing/demo';
import { solverOf } from '../verification/testing/solverOf';
import { isStarved, takenUp } from './elementHeat';
import { HeatSolver } from './heatSolver';
import { heatInW } from './heatLedger';
import { consumerHeatW, engineHeatW } from './conditions';

const SUMP_K = 368.15;
const DRIVE = { airTemperatureK: 293.15, roadSpeedMS: 25, load: 0.6 };
const SPEED_REV_S = 5000 / 60;

/** Thornback's stock circuit with some parts changed, or with other figures of its engine's heat. */
function engineWith(
  parts: Readonly<Record<string, object>>,
  heat: Partial<Project['engine']['heat']> = {},
  variant = 'stock',
): Project {
  const project = structuredClone(demoProject());
  const open = project.variants.find((v) => v.id === variant)!;
  for (const part of open.circuit.parts as Part[]) Object.assign(part, parts[part.id] ?? {});
  return {
    ...project,
    activeVariant: variant,
    engine: { ...project.engine, heat: { ...project.engine.heat, ...heat } },
  };
}

/** The same after passes to rest with its sump held. */
function rested(project: Project, conditions: typeof DRIVE = DRIVE, speedRevS = SPEED_REV_S) {
  const circuit = solverOf(project);
  const heat = new HeatSolver(circuit);
  heat.startAt(SUMP_K);
  const state = { speedRevS, oilTemperatureK: SUMP_K, atmospherePa: 101_325 };
  let outcome = heat.pass(state, conditions, SUMP_K);
  for (let i = 0; i < 25; i++) outcome = heat.pass(state, conditions, SUMP_K);
  const element = (id: string, role = '') => circuit.compiled.elementsOfPart.get(id)!.get(role)!;
  return { heat, circuit, outcome, element, ws: circuit.solver.workspace };
}

/** What carries heat through an element: ρ·cp·Q [W/K]. */
function capacityWK({ heat, circuit }: ReturnType<typeof rested>, e: number): number {
  return heat.massFlowKgS(e) * circuit.oil.specificHeatJKgK(circuit.solver.workspace.temperatureK[e]!);
}

describe('What a pass puts into the oil', () => {
  it('a fed part gives its heat to the oil that passes, but what its body conducts on; source: conductances in parallel', () => {
    const run = rested(engineWith({ turbo: { heatW: 1500 } }));
    const turbo = run.circuit.variant.circuit.parts.find((p) => p.id === 'turbo')!;
    if (turbo.kind !== 'consumer') throw new Error('no fed part');
    const all = consumerHeatW(turbo, run.circuit.project, SPEED_REV_S, DRIVE.load);
    const c = capacityWK(run, run.element('turbo'));
    // It stands 180 K over its oil where no oil takes anything: all/180 leads the rest away.
    expect(run.heat.ledger.fedPartsW).toBeCloseTo(all * takenUp(c, all / 180), 6);
    expect(run.heat.ledger.fedPartsW).toBeLessThan(all);
  });

  it('the engine’s rest is what bearings, fed parts and metal leave of all, never less than nothing', () => {
    const run = rested(engineWith({}, { baseHeatW: 20_000 }));
    const { bearingsW, fedPartsW, metalW, engineW } = run.heat.ledger;
    const all = engineHeatW(run.circuit.project, SPEED_REV_S, DRIVE.load);
    // The pump's body leads some of its own heat into the metal: that is not of the engine's.
    const own = all - bearingsW - fedPartsW - engineW;
    expect(own).toBeGreaterThan(0);
    expect(metalW - own).toBeGreaterThanOrEqual(-1e-6);
    expect(metalW - own).toBeLessThan(0.1 * run.heat.ledger.pumpingW);
    expect(rested(engineWith({}, { baseHeatW: 0, heatShare: 0 })).heat.ledger.engineW).toBe(0);
  });

  it('throttling is what the pump’s shaft gives, all of it, or none where it is left out', () => {
    expect(rested(engineWith({}, { throttling: false })).heat.ledger.pumpingW).toBe(0);
    const run = rested(engineWith({ pump: { mechanicalEfficiency: 1 } }));
    const { network } = run.circuit.compiled;
    const rise = (e: number) => run.ws.pressurePa[network.to[e]!]! - run.ws.pressurePa[network.from[e]!]!;
    const pump = run.element('pump');
    const shaftW = run.ws.boundA[pump]! * run.ws.opening[pump]! * rise(pump);
    // What goes in by the shaft comes out as heat, in the oil or through the pump's body; lifting gives back as much.
    const { pumpingW, metalW, bearingsW, fedPartsW, engineW } = run.heat.ledger;
    const passedOn =
      metalW - (engineHeatW(run.circuit.project, SPEED_REV_S, DRIVE.load) - bearingsW - fedPartsW - engineW);
    expect((pumpingW + passedOn) / shaftW).toBeGreaterThan(0.97);
    expect((pumpingW + passedOn) / shaftW).toBeLessThan(1.03);
  });

  it('what shines on a line goes with the load, and not into an engine at rest', () => {
    const shone = engineWith({ turboFeed: { heat: { airConductanceWMK: 0, radiantWM: 200 } } });
    const run = rested(shone);
    const line = run.circuit.variant.circuit.parts.find((p) => p.id === 'turboFeed')!;
    if (line.kind !== 'line') throw new Error('no line');
    const all = 200 * line.lengthM * (line.place?.sleeved ? 0.5 : 1) * DRIVE.load;
    const c = capacityWK(run, run.element('turboFeed'));
    expect(run.heat.ledger.radiantW).toBeCloseTo(all * takenUp(c, all / 180), 6);
    expect(rested(shone, { ...DRIVE, load: 0 }).heat.ledger.radiantW).toBe(0);
    expect(rested(shone, DRIVE, 0).heat.ledger.radiantW).toBe(0);
  });

  it('a bearing that states no conduction has a tenth of the usual, and is starved where it takes most', () => {
    const run = rested(engineWith({}));
    expect([...run.heat.starved].every((s) => s === 0)).toBe(true);
    const mains = run.circuit.variant.circuit.parts.find((p) => p.id === 'mains')!;
    if (mains.kind !== 'bearings') throw new Error('no bearings');
    const tight = rested(engineWith({ mains: { clearanceRadialM: 0.15 * mains.clearanceRadialM } }));
    expect(tight.heat.starved[tight.element('mains')]).toBe(1);
  });
});

describe('Too little oil', () => {
  it('is where the metal takes more than the oil, and the oil rises by more than 60 K; source: engineering judgement', () => {
    // 10 W/K of metal, 5 of oil: 900 W heat both by 60 K.
    expect(isStarved(901, 5, 10)).toBe(true);
    expect(isStarved(900, 5, 10)).toBe(false);
    // The oil takes as much as the metal or more: hot it may be, starved it is not.
    expect([isStarved(5000, 10, 10), isStarved(5000, 9.99, 10)]).toEqual([false, true]);
  });
});

describe('A part that gets no oil', () => {
  it('is a bearing or a fed part behind what is shut; what is neither is never called dry', () => {
    const fed = rested(engineWith({}));
    for (const id of ['mains', 'rods', 'turbo']) expect([id, fed.heat.isDry(fed.element(id))]).toEqual([id, false]);
    const shut = rested(engineWith({ gallery: { blocked: true } }));
    for (const id of ['mains', 'rods', 'turbo']) expect([id, shut.heat.isDry(shut.element(id))]).toEqual([id, true]);
    expect(shut.heat.isDry(shut.element('filter'))).toBe(false);
    // No heat goes into oil that is not there.
    expect([shut.heat.ledger.bearingsW, shut.heat.ledger.fedPartsW]).toEqual([0, 0]);
  });

  it('is a rod that the turning crank shuts off, while a little pressure is left in the gallery', () => {
    const weak = engineWith({ relief: { crackPa: 0.4e5, fullOpenPa: 0.8e5, areaM2: 4e-4 } });
    const fast = rested(weak, DRIVE, 7000 / 60);
    expect(fast.heat.isDry(fast.element('rods'))).toBe(true);
    expect(fast.heat.isDry(fast.element('mains'))).toBe(false);
    const slow = rested(weak, DRIVE, 2000 / 60);
    expect(slow.heat.isDry(slow.element('rods'))).toBe(false);
  });
});

describe('A core', () => {
  it('lets its oil leave colder by what it gives away; source: energy balance', () => {
    const { heat, circuit } = rested(engineWith({}, { throttling: false }, 'noseCooler'));
    const core = heat.coolers[0]!.element;
    const { oil } = circuit;
    const lostW = heat.massFlowKgS(core) * (oil.enthalpyJKg(heat.inletK(core)) - oil.enthalpyJKg(heat.outK[core]!));
    expect(heat.ledger.exchangeW[core]!).toBeGreaterThan(1000);
    expect(lostW / heat.ledger.exchangeW[core]!).toBeCloseTo(1, 9);
    expect(heat.freeOutK[core]).toBe(heat.outK[core]);
  });
});

describe('Heat that goes round with the relief’s oil', () => {
  it('leaves through the pump’s body by 30 W/K beside what is drawn, none of it where nothing is; source: conductances in parallel', () => {
    const run = rested(engineWith({ pump: { mechanicalEfficiency: 1 } }));
    const { oil, compiled } = run.circuit;
    const { places } = run.heat;
    const drawnKgS = [...compiled.network.from.keys()].reduce((sum, e) => {
      const [a, b] = [compiled.network.from[e]!, compiled.network.to[e]!].map((node) => places.unknownOfNode[node]!);
      const out = a === places.source ? 1 : b === places.source ? -1 : 0;
      return compiled.network.oneWay[e] === 1
        ? sum
        : sum + Math.max(0, out * run.ws.flowM3S[e]! * run.ws.densityKgM3[e]!);
    }, 0);
    const share = takenUp(drawnKgS * oil.specificHeatJKgK(SUMP_K), 30);
    const rise = (id: string, role = '') => {
      const e = run.element(id, role);
      const [from, to] = [compiled.network.from[e]!, compiled.network.to[e]!];
      return run.ws.pressurePa[to]! - run.ws.pressurePa[from]!;
    };
    const pump = run.element('pump');
    // Heat of the pump, as its oil shows it: what its shaft gives beyond the pressure that leaves.
    const shaftW = run.ws.boundA[pump]! * run.ws.opening[pump]! * rise('pump');
    const lostW = shaftW - run.ws.flowM3S[pump]! * rise('pump');
    const shownW =
      run.heat.massFlowKgS(pump) * (oil.enthalpyJKg(run.heat.outK[pump]!) - oil.enthalpyJKg(run.heat.inletK(pump)));
    expect(lostW).toBeGreaterThan(10);
    expect(share).toBeGreaterThan(0.8);
    expect(share).toBeLessThan(0.99);
    expect(shownW / (share * lostW)).toBeCloseTo(1, 3);
    const relief = run.element('relief');
    const reliefW = Math.abs(run.ws.flowM3S[relief]! * rise('relief'));
    const reliefShownW =
      run.heat.massFlowKgS(relief) *
      (oil.enthalpyJKg(run.heat.outK[relief]!) - oil.enthalpyJKg(run.heat.inletK(relief)));
    expect(reliefShownW / (share * reliefW)).toBeCloseTo(1, 2);
    // Everything behind the pump is shut, and the relief's oil goes round: all its heat goes into the metal.
    const shut = rested(engineWith({ gallery: { blocked: true } }));
    expect(shut.heat.ledger.pumpingW).toBeLessThan(1e-3 * shut.heat.ledger.metalW);
  });
});

describe('A pass', () => {
  it('ends, at rest, with the sump’s gain being heat in less heat out; source: energy balance', () => {
    for (const variant of ['stock', 'noseCooler']) {
      const { heat, outcome } = rested(engineWith({}, {}, variant));
      const { ledger } = heat;
      const out = ledger.exchangeW.reduce((sum, w) => sum + w, 0) + ledger.panW + ledger.coolantW;
      expect(outcome.changeK).toBeLessThan(1e-3);
      expect(outcome.residualW).toBeCloseTo(heatInW(ledger) - out, 1);
    }
  });

  it('goes on by a multiple of its last step, for places and cores', () => {
    const { heat, circuit } = rested(engineWith({}, {}, 'noseCooler'));
    const state = { speedRevS: SPEED_REV_S, oilTemperatureK: SUMP_K, atmospherePa: 101_325 };
    const before = { placeK: heat.placeK.slice(), outK: heat.outK.slice() };
    heat.pass({ ...state, oilTemperatureK: SUMP_K + 2 }, DRIVE, SUMP_K + 2);
    const after = { placeK: heat.placeK.slice(), outK: heat.outK.slice() };
    heat.goOn(0.5);
    // The source's place was set to its new temperature before the pass: that step was none of the pass's.
    after.placeK.forEach((k, i) => {
      if (i !== heat.places.source) expect(heat.placeK[i]! - k).toBeCloseTo(0.5 * (k - before.placeK[i]!), 9);
    });
    for (const { element } of heat.coolers)
      expect(heat.outK[element]! - after.outK[element]!).toBeCloseTo(
        0.5 * (after.outK[element]! - before.outK[element]!),
        9,
      );
    expect(circuit.compiled.network.law.length).toBe(heat.outK.length);
  });

  it('has its hottest outlet among what carries oil', () => {
    const { heat } = rested(engineWith({}));
    const hottest = heat.hottestOutlet()!;
    heat.outK.forEach((k, e) => {
      if (heat.massFlowKgS(e) >= 1e-9) expect(k).toBeLessThanOrEqual(hottest.temperatureK);
    });
    expect(heat.outK[hottest.element]).toBe(hottest.temperatureK);
  });

  it('holds an outlet where it is told to, and says what it would be by itself', () => {
    const { heat, outcome } = rested(engineWith({}, {}, 'noseCooler'));
    const core = heat.coolers[0]!.element;
    const coolerOutK = new Float64Array(heat.outK.length).fill(NaN);
    coolerOutK[core] = 300;
    const state = { speedRevS: SPEED_REV_S, oilTemperatureK: SUMP_K, atmospherePa: 101_325 };
    const held = heat.pass(state, DRIVE, SUMP_K, { coolerOutK, metalK: null, coolantK: null });
    expect(heat.outK[core]).toBe(300);
    expect(heat.freeOutK[core]).not.toBeCloseTo(300, 0);
    // A cooler core makes a cooler sump.
    expect(held.residualW).toBeLessThan(outcome.residualW);
  });

  it('has no rest where the flow does not solve', () => {
    const { heat } = rested(engineWith({}));
    jest.spyOn(heat.circuit.solver, 'solve').mockReturnValueOnce({
      ...heat.circuit.solveOnly(heat.circuit.stateAt(SPEED_REV_S, SUMP_K)),
      status: 'stalled',
    });
    const state = { speedRevS: SPEED_REV_S, oilTemperatureK: SUMP_K, atmospherePa: 101_325 };
    expect(heat.pass(state, DRIVE, SUMP_K)).toMatchObject({ residualW: NaN, changeK: NaN });
  });
});
