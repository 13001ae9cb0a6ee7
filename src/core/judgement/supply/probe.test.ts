import { changePart } from '../../document/parts/partFields';
import type { Project } from '../../document/project/project';
import { CircuitSolver } from '../../network/circuitSolver';
import { stillNodes } from '../../network/describe/stillNodes';
import { demoProject } from '../../verification/testing/demo';
import { consumerResult, probesOf, readProbe } from './probe';

const C = 273.15;

/** The demo with figures of parts changed, solved at a state, and one consumer's reading there. */
function read(consumer: string, rpm: number, celsius: number, change: Readonly<Record<string, unknown>> = {}) {
  const demo = demoProject();
  const stock = demo.variants[0]!;
  const parts = stock.circuit.parts.map((part) =>
    Object.entries(change).reduce((p, [where, value]) => {
      const [id, ...path] = where.split('.');
      if (p.id !== id) return p;
      const changed = changePart(p, path, value);
      if (!changed.ok) throw new Error(where);
      return changed.part;
    }, part),
  );
  const project: Project = { ...demo, variants: [{ ...stock, circuit: { ...stock.circuit, parts } }] };
  const made = CircuitSolver.of(project);
  if (!made.ok) throw new Error('refused');
  const { circuit } = made;
  const state = circuit.stateAt(rpm / 60, celsius + C);
  expect(circuit.solveOnly(state).status).toBe('converged');
  const ws = circuit.solver.workspace;
  const { network, nodeOfPort, elementsOfPart } = circuit.compiled;
  const probe = probesOf(circuit.variant.circuit, circuit.compiled).find((p) => p.part.id === consumer)!;
  const reading = readProbe(probe, network, ws, state, stillNodes(network, ws));
  return { probe, reading, circuit, ws, network, nodeOfPort, elementsOfPart };
}

describe('A probe', () => {
  it('reads pressure where a consumer is fed and flow where it delivers', () => {
    const { probe, reading, ws, nodeOfPort, elementsOfPart } = read('turbo', 7000, 100);
    expect(probe.inNode).toBe(nodeOfPort.get('turbo.in'));
    expect(probe.outNode).toBe(nodeOfPort.get('turbo.out'));
    expect([probe.element, probe.valve]).toEqual([elementsOfPart.get('turbo')!.get(''), -1]);
    expect(reading.pressurePa).toBe(ws.pressurePa[probe.inNode]);
    expect(reading.flowM3S).toBe(ws.flowM3S[probe.element]);
    expect(reading.verdict).toBe('flooded');
    expect(reading.lowPressurePa).toBeCloseTo(0.35e5 + (660 * 7000) / 60, 6);
  });

  it('asks a rod for what the turning crank holds back, with the gate', () => {
    const { probe, reading, ws } = read('rods', 7000, 100);
    if (probe.part.kind !== 'rods') throw new Error('no rods');
    const gate = ws.boundB[probe.element]! * (1 + probe.part.gateHalfWidth);
    const { lowPressurePa = 0, lowPressurePerSpeedPaS = 0 } = probe.part.supply;
    expect(gate).toBeGreaterThan(0);
    expect(reading.lowPressurePa).toBe(Math.max(gate, lowPressurePa + (lowPressurePerSpeedPaS * 7000) / 60));
    expect(read('mains', 7000, 100).probe.part.kind).toBe('bearings');
  });

  it('knows the spring of a jet: shut below its pressure, open above, its flow from the nozzle', () => {
    const jets = demoProject().variants[0]!.circuit.parts.find((p) => p.kind === 'jets')!;
    const slow = read(jets.id, 850, 120, { [`${jets.id}.supply`]: {} });
    const { network } = slow;
    expect(slow.probe.valve).not.toBe(slow.probe.element);
    expect(network.to[slow.probe.element]).toBe(slow.probe.outNode);
    expect(slow.ws.opening[slow.probe.valve]).toBe(0);
    expect(slow.reading.verdict).toBe('shut');
    expect(read(jets.id, 7000, 90, { [`${jets.id}.supply`]: {} }).reading.verdict).toBe('inBand');
  });

  it('is dry where a consumer is cut off as soon as the engine turns, and nothing is read there', () => {
    const nothing = { checks: [], pressurePa: null, flowM3S: null };
    expect(read('turbo', 3000, 100, { 'turbo.blocked': true }).probe.element).toBe(-1);
    expect(read('turbo', 3000, 100, { 'turbo.blocked': true }).reading).toMatchObject({ verdict: 'dry', ...nothing });
    expect(read('turbo', 0, 100, { 'turbo.blocked': true }).reading).toMatchObject({ verdict: 'inBand', ...nothing });
    expect(read('turbo', 3000, 100, { 'turboFeed.blocked': true }).reading.verdict).toBe('dry');
  });

  it('counts against the pressure of what it discharges into', () => {
    const { reading } = read('turbo', 850, 120, { 'sump.pressurePa': 0.2e5 });
    expect(reading.pressurePa! - 0.2e5).toBeGreaterThan(5e3);
    expect(reading.verdict).not.toBe('dry');
  });
});

describe('A consumer’s row in a result', () => {
  it('has all that was read, with its highest pressure', () => {
    const { probe, reading } = read('mains', 7000, 100);
    const row = consumerResult(probe, reading, true);
    expect(row).toEqual({
      part: 'mains',
      name: probe.part.name,
      verdict: reading.verdict,
      supplied: true,
      decisive: reading.checks[0],
      checks: reading.checks,
      pressurePa: reading.pressurePa,
      flowM3S: reading.flowM3S,
      lowPressurePa: reading.lowPressurePa,
      highPressurePa: probe.part.supply.highPressurePa,
    });
    const flooded = read('turbo', 7000, 100);
    expect(consumerResult(flooded.probe, flooded.reading, true)).toMatchObject({
      supplied: false,
      highPressurePa: null,
    });
  });

  it('knows nothing where the state did not solve', () => {
    const { probe, reading } = read('mains', 7000, 100);
    expect(consumerResult(probe, reading, false)).toMatchObject({
      verdict: 'unknown',
      supplied: false,
      decisive: null,
      checks: [],
    });
  });
});
