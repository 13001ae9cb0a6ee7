import { readFileSync } from 'node:fs';
import { unfilteredPorts } from '../../document/plumbing/filtration';
import { readProjectText } from '../../document/project/readProject';
import type { Project } from '../../document/project/project';
import { explainPart } from '../../network/explain/explainPart';
import { CircuitSolver } from '../../network/circuitSolver';
import { tracePath } from '../../network/describe/tracePath';
import { reachableStates, isReachable } from '../sweep/reachable';
import { sweepToEnd } from '../sweep/sweep';
import { sayMargin, sayWhy } from './say';
import { judgeSupply } from './supplyVerdict';
import { solveState } from '../judgeState';

const C = 273.15;
function demo(change: (project: Project) => void = () => undefined): CircuitSolver {
  const read = readProjectText(readFileSync('demo/thornback.json', 'utf8'));
  if (!read.ok) throw new Error('the demo is refused');
  change(read.project);
  const made = CircuitSolver.of(read.project);
  if (!made.ok) throw new Error('the demo does not compile');
  return made.circuit;
}
const partOf = <T>(project: Project, id: string) => project.variants[0]!.circuit.parts.find((p) => p.id === id) as T;

describe('A verdict', () => {
  const reading = { speedRevS: 50, pumpTurns: true, pressurePa: 2e5, backPressurePa: 0, flowM3S: 2e-5 };
  it.each([
    ['OK', { lowPressurePa: 1e5, highPressurePa: 6e5 }, {}, 'inBand'],
    ['near its mark', { lowPressurePa: 1.9e5 }, {}, 'near'],
    ['short', { lowPressurePa: 1e5, lowPressurePerSpeedPaS: 3e3 }, {}, 'short'],
    ['flooded by flow', { highFlowM3S: 1.9e-5 }, {}, 'flooded'],
    ['not asked for below its speed', { lowPressurePa: 5e5, neededFromRevS: 60 }, {}, 'inBand'],
    ['dry', { lowPressurePa: 1e5 }, { pressurePa: 1e3 }, 'dry'],
    ['dry without any mark', {}, { pressurePa: 4.9e3 }, 'dry'],
    ['valve closed', {}, { spring: { crackPa: 2.2e5, lift: 0 } }, 'shut'],
    ['short of the crank’s threshold', {}, { centrifugalPa: 2.2e5 }, 'short'],
    ['asked for nothing while stopped', { lowPressurePa: 1e5 }, { pumpTurns: false, pressurePa: 0 }, 'inBand'],
  ] as const)('is %s', (_, supply, change, verdict) => {
    expect(judgeSupply(supply, { ...reading, ...change }).verdict).toBe(verdict);
  });

  it('says its margin and why in the reader’s units', () => {
    const { checks } = judgeSupply({ lowPressurePa: 2.5e5 }, reading);
    expect(sayMargin(checks[0]!)).toBe('0.50\u00a0bar below minimum');
    expect(sayWhy('short', checks[0]!, { pressure: 'psi' })).toBe('Pressure 29.0\u00a0psi; minimum 36.3\u00a0psi.');
  });
});

describe('Thornback', () => {
  const circuit = demo();

  // Orientation from engineering judgement on a 2.3 L engine with 10W-40 (common practice, no source).
  it('reads what a practitioner expects of such an engine', () => {
    const lpm = (q: number) => q * 60000;
    const at = (rpm: number, celsius: number) => solveState(circuit, circuit.stateAt(rpm / 60, celsius + C));
    const flow = (r: ReturnType<typeof at>, part: string) => lpm(r.elements.filter((e) => e.part === part)[0]!.flowM3S);
    const gallery = (r: ReturnType<typeof at>) =>
      r.nodes.find((n) => n.ports.includes('gallery.out'))!.pressurePa! / 1e5;
    const idle = at(850, 110);
    const full = at(7000, 100);
    expect(flow(idle, 'pump')).toBeGreaterThan(6);
    expect(flow(idle, 'pump')).toBeLessThan(8);
    expect(flow(full, 'pump')).toBeGreaterThan(68);
    expect(flow(full, 'pump')).toBeLessThan(76);
    expect(flow(full, 'gallery')).toBeGreaterThan(20);
    expect(flow(full, 'gallery')).toBeLessThan(28);
    expect(gallery(idle)).toBeGreaterThan(1.6);
    expect(gallery(idle)).toBeLessThan(2.6);
    expect(gallery(full)).toBeGreaterThan(4.6);
    expect(gallery(full)).toBeLessThan(5.4);
    expect(flow(full, 'turbo')).toBeGreaterThan(1.1);
    expect(flow(full, 'turbo')).toBeLessThan(2.1);
  });

  it('floods its turbo hot at speed, and a 1.2 mm restrictor mends that', () => {
    const sweep = sweepToEnd(circuit);
    expect(sweep.notConverged).toEqual([]);
    expect(sweep.consumers.find((c) => c.part === 'turbo')).toMatchObject({ verdict: 'flooded', supplied: false });
    expect(sweep.consumers.filter((c) => !c.supplied)).toHaveLength(1);
    const mended = sweepToEnd(demo((p) => void (partOf<{ boreM: number }>(p, 'turboRestrictor').boreM = 1.2e-3)));
    expect(mended.supplied).toBe(true);
  });

  it('keeps every consumer’s reading within the range that the sweep gives', () => {
    const sweep = sweepToEnd(circuit, 6, 5);
    const { engine, range } = circuit.project;
    for (const state of reachableStates(engine, range, 6, 5)) {
      const result = solveState(circuit, circuit.stateAt(state.speedRevS, state.oilTemperatureK));
      for (const c of result.consumers) {
        const r = sweep.consumers.find((each) => each.part === c.part)!;
        expect(c.pressurePa!).toBeGreaterThanOrEqual(r.lowestPressurePa! - 1);
        expect(c.pressurePa!).toBeLessThanOrEqual(r.highestPressurePa! + 1);
      }
      expect(isReachable(engine, range, state) || state.speedRevS === engine.crankingSpeedRevS).toBe(true);
    }
  });

  it('runs its rods dry when the gallery cannot push past the turning crank', () => {
    const worn = demo((p) => {
      partOf<{ crackPa: number; fullOpenPa: number }>(p, 'relief').crackPa = 0.4e5;
      partOf<{ fullOpenPa: number }>(p, 'relief').fullOpenPa = 0.8e5;
      partOf<{ areaM2: number }>(p, 'relief').areaM2 = 4e-4;
    });
    const result = solveState(worn, worn.stateAt(7000 / 60, 100 + C));
    const rods = result.consumers.find((c) => c.part === 'rods')!;
    const element = result.elements.find((e) => e.part === 'rods')!;
    expect(rods).toMatchObject({ verdict: 'dry', supplied: false });
    expect(element.filmTemperatureK).toBeNull();
    expect(element.opening).toBe(0);
    expect(element.thresholdPa).toBeGreaterThan(rods.pressurePa!);
  });

  it('names each part’s share of the way to a consumer, and the shares add up', () => {
    const result = solveState(circuit, circuit.stateAt(7000 / 60, 100 + C));
    const path = tracePath(result, 'turbo')!;
    expect(path.shares.map((s) => s.part)).toEqual(['blockOut', 'filter', 'gallery', 'turboFeed', 'turboRestrictor']);
    expect(path.shares.reduce((sum, s) => sum + s.takesPa, 0)).toBeCloseTo(path.startPa - path.endPa, 3);
    expect(tracePath(result, 'rods')!.shares.map((s) => s.part)).toEqual(['blockOut', 'filter', 'gallery']);
  });

  it('explains every element with figures that give its own result back', () => {
    const result = solveState(circuit, circuit.stateAt(3000 / 60, 90 + C));
    const term = (law: { terms: readonly { symbol: string; si: number }[] }, symbol: string) =>
      law.terms.find((t) => t.symbol === symbol)!.si;
    for (const part of circuit.variant.circuit.parts)
      for (const law of explainPart(part, result)) {
        for (const each of law.terms)
          expect([part.id, each.symbol, Number.isNaN(each.si)]).toEqual([part.id, each.symbol, false]);
        if (law.equation.startsWith('Q = Cd'))
          expect(term(law, 'Cd') * term(law, 'A') * Math.sqrt((2 * term(law, 'Δp')) / term(law, 'ρ'))).toBeCloseTo(
            law.result.si,
            12,
          );
        if (law.equation.startsWith('Δp = Δp_r'))
          expect((term(law, 'viscous') + term(law, 'square')) / law.result.si).toBeCloseTo(1, 6);
        if (law.equation.startsWith('Δp = (f'))
          expect((term(law, 'friction') + term(law, 'losses')) / law.result.si).toBeCloseTo(1, 6);
        if (law.equation.startsWith('Q = V·n'))
          expect((term(law, 'V') * term(law, 'n') * term(law, 'fill') - term(law, 'slip')) / law.result.si).toBeCloseTo(
            1,
            6,
          );
      }
  });

  it('has unfiltered oil up to the filter and filtered oil behind it', () => {
    const unfiltered = unfilteredPorts(circuit.variant.circuit);
    expect(unfiltered.has('filter.in')).toBe(true);
    expect(unfiltered.has('pump.out')).toBe(true);
    expect(unfiltered.has('filter.out')).toBe(false);
    expect(unfiltered.has('turbo.in')).toBe(false);
  });

  it('starves at speed, not at idle, when its filter has no bypass valve and is neglected: the relief takes what the filter holds back', () => {
    const choked = demo((p) => {
      const filter = partOf<{ load: number; bypass: unknown }>(p, 'filter');
      filter.load = 100;
      filter.bypass = null;
    });
    expect(solveState(choked, choked.stateAt(850 / 60, 110 + C)).supplied).toBe(true);
    const fast = solveState(choked, choked.stateAt(7000 / 60, 100 + C));
    expect(fast.consumers.filter((c) => !c.supplied).map((c) => c.part)).toContain('mains');
  });
});
