import { demoProject } from '../verification/testing/demo';
import { solverOf } from '../verification/testing/solverOf';
import { testProject } from '../verification/testing/stockEngine';
import { findBalance } from './balance';
import { heatInW } from './heatLedger';
import { HeatSolver } from './heatSolver';
import { oilThroughParts } from './oilThroughParts';
import { windConductanceWK } from './conditions';
import { type Conditions } from './surroundings';

const DRIVE: Conditions = { airTemperatureK: 293.15, roadSpeedMS: 25, load: 0.6 };
const STATE = { speedRevS: 80, oilTemperatureK: 360, atmospherePa: 101_325 };
const TANK_K = 360;

const project = testProject('drySump');

/** A dry sump after passes to rest, its tank held. */
function rested() {
  const circuit = solverOf(project);
  const heat = new HeatSolver(circuit);
  heat.startAt(TANK_K);
  let outcome = heat.pass(STATE, DRIVE, TANK_K);
  for (let i = 0; i < 40; i++) outcome = heat.pass(STATE, DRIVE, TANK_K);
  return { circuit, heat, outcome };
}

describe('A dry sump: the pump draws from a tank, the engine’s oil falls into the pan', () => {
  const { circuit, heat, outcome } = rested();
  const { parts } = circuit.variant.circuit;
  const reservoirs = parts.filter((p) => p.kind === 'sump' || p.kind === 'tank').map((p) => p.id);
  const tank = parts.find((p) => p.kind === 'tank')!.id;
  const pan = parts.find((p) => p.kind === 'sump')!.id;
  const { places } = heat;

  it('has the tank for its source, the pan for its home, and sections from one to the other', () => {
    expect(reservoirs[places.source]).toBe(tank);
    expect(reservoirs[places.home]).toBe(pan);
    expect(places.scavenged.map(({ from, to }) => [reservoirs[from], reservoirs[to]])).toEqual([[pan, tank]]);
  });

  it('holds its tank, and finds the pan warmer by what the engine gives', () => {
    expect(outcome.changeK).toBeLessThan(1e-3);
    expect(heat.placeK[places.source]).toBeCloseTo(TANK_K, 9);
    expect(heat.placeK[places.home]!).toBeGreaterThan(TANK_K + 1);
  });

  it('lets its tank gain what comes from the pan over its own temperature; source: energy balance', () => {
    const { ledger } = heat;
    const out = ledger.exchangeW.reduce((sum, w) => sum + w, 0) + ledger.panW + ledger.coolantW;
    // The pan gives to the air at its own temperature.
    const pan25 = project.engine.heat.panConductanceWK;
    expect(ledger.panW).toBeCloseTo(
      windConductanceWK(pan25, DRIVE.roadSpeedMS) * (heat.placeK[places.home]! - DRIVE.airTemperatureK),
      6,
    );
    expect(Math.abs(outcome.residualW - (heatInW(ledger) - out))).toBeLessThan(1e-4 * heatInW(ledger));
  });

  it('balances, and then nothing is left over in tank or pan', () => {
    const { sumpK, status } = findBalance(heat, STATE, DRIVE, TANK_K);
    const { ledger } = heat;
    const out = ledger.exchangeW.reduce((sum, w) => sum + w, 0) + ledger.panW + ledger.coolantW;
    expect(status).toBe('balanced');
    expect(Math.abs(heatInW(ledger) - out) / heatInW(ledger)).toBeLessThan(1e-5);
    // Nothing heats or cools the tank but what the sections bring: at rest it has the pan's temperature.
    expect(heat.placeK[places.home]!).toBeCloseTo(sumpK, 3);
  });
});

describe('Places of a wet sump', () => {
  const heat = new HeatSolver(solverOf(demoProject()));

  it('are one for both ends of its sump, and one for each other node', () => {
    const { unknownOfNode, source, home, scavenged } = heat.places;
    const { network, reservoirOfNode } = heat.circuit.compiled;
    const ofSump = [...reservoirOfNode.keys()].map((node) => unknownOfNode[node]!);
    expect(new Set(ofSump)).toEqual(new Set([source]));
    expect([source, home, scavenged]).toEqual([0, 0, []]);
    const others = [...unknownOfNode].filter((_, node) => !reservoirOfNode.has(node as never));
    expect(new Set(others).size).toBe(others.length);
    expect(heat.places.count).toBe(1 + others.length);
    expect(unknownOfNode.length).toBe(network.nodeName.length);
  });

  it('hold a row by taking out all but its diagonal', () => {
    const { matrix, diagonal, slots } = heat.places;
    matrix.values.fill(3);
    heat.places.holdRow(5);
    expect(matrix.values[diagonal[5]!]).toBe(3);
    const { network } = heat.circuit.compiled;
    const { unknownOfNode } = heat.places;
    network.from.forEach((from, e) => {
      const [a, b] = [unknownOfNode[from]!, unknownOfNode[network.to[e]!]!];
      if (a === b) return;
      expect(matrix.values[slots[4 * e + 1]!]).toBe(b === 5 ? 0 : 3);
      expect(matrix.values[slots[4 * e + 3]!]).toBe(a === 5 ? 0 : 3);
    });
  });
});

describe('Oil through a part', () => {
  it('is read from where it comes in to where it goes out, of those that carry any', () => {
    const { circuit, heat } = rested();
    const through = oilThroughParts(heat);
    const { network, partOfElement } = circuit.compiled;
    for (const [part, { inK, outK }] of through) {
      const elements = [...network.from.keys()].filter((e) => partOfElement[e] === part);
      const most = Math.max(...elements.map((e) => heat.massFlowKgS(e)));
      expect(most).toBeGreaterThanOrEqual(1e-7);
      const carrying = elements.filter((e) => heat.massFlowKgS(e) > 0.999 * most);
      if (carrying.length !== 1) continue;
      expect([inK, outK]).toEqual([heat.inletK(carrying[0]!), heat.outK[carrying[0]!]]);
    }
    expect(through.size).toBeGreaterThan(5);
  });
});
