import { tracePath } from '../describe/tracePath';
import { isConsumer } from '../../document/parts/ports';
import { randomProject } from '../../verification/testing/randomCircuit';
import { demoProject } from '../../verification/testing/demo';
import { explainPart, lossLabel, type LawText } from './explainPart';
import { solveState } from '../../judgement/judgeState';
import { solverOf } from '../../verification/testing/solverOf';

const SEEDS = Array.from({ length: 40 }, (_, i) => i + 1);
const STATES = [
  { speedRevS: 15, oilTemperatureK: 383.15 },
  { speedRevS: 110, oilTemperatureK: 373.15 },
  { speedRevS: 25, oilTemperatureK: 278.15 },
];
const C = 273.15;

/** Every law of every part of random circuits, solved at several states. */
function* laws(): Generator<{
  readonly where: string;
  readonly law: LawText;
  readonly of: (symbol: string) => number;
}> {
  for (const seed of SEEDS) {
    const circuit = solverOf(randomProject(seed));
    for (const { speedRevS, oilTemperatureK } of STATES) {
      const result = solveState(circuit, circuit.stateAt(speedRevS, oilTemperatureK));
      if (result.convergence.status !== 'converged') throw new Error(`${seed} not solved`);
      for (const part of circuit.variant.circuit.parts)
        for (const law of explainPart(part, result)) {
          const of = (symbol: string) => [...law.terms, law.result].find((t) => t.symbol === symbol)!.si;
          yield { where: `${seed} ${speedRevS} ${oilTemperatureK - C} ${law.title}`, law, of };
        }
    }
  }
}
const all = [...laws()];
const byEquation = (start: string) => all.filter(({ law }) => law.equation.startsWith(start));

describe('A law with its values put in, on random circuits', () => {
  it('names every symbol that stands in it, and no figure is left out', () => {
    for (const { where, law } of all) {
      const named = [...law.substituted.matchAll(/\{([^}]+)\}/g)].map((m) => m[1]!);
      const known = [...law.terms, law.result].map((t) => t.symbol);
      expect([where, named.filter((n) => !known.includes(n))]).toEqual([where, []]);
      expect([where, law.source.length > 5, law.title.length > 0]).toEqual([where, true, true]);
    }
    expect(new Set(all.map(({ law }) => law.equation)).size).toBeGreaterThan(6);
  });

  it('of a line: Darcy and Weisbach’s friction, and friction and losses make its drop', () => {
    const lines = byEquation('Δp = (f·L/D');
    expect(lines.length).toBeGreaterThan(100);
    for (const { where, of } of lines) {
      const dynamic = 0.5 * of('ρ') * of('V') ** 2;
      const friction = (of('f') * of('L') * dynamic) / of('D');
      const scale = Math.max(1, Math.abs(of('Δp')));
      expect([where, Math.abs(Math.abs(of('friction')) - friction) / Math.max(1, friction) < 1e-6]).toEqual([
        where,
        true,
      ]);
      expect([where, Math.abs(of('friction') + of('losses') - of('Δp')) / scale < 1e-9]).toEqual([where, true]);
      // Re by its definition, from the figures that are shown.
      if (of('Re') > 1e-3)
        expect([where, Math.abs((of('ρ') * Math.abs(of('V')) * of('D')) / of('μ') / of('Re') - 1) < 1e-6]).toEqual([
          where,
          true,
        ]);
    }
  });

  it('of what is known by a rating point: its viscous and its square share make its drop', () => {
    const rated = byEquation('Δp = Δp_r');
    expect(rated.length).toBeGreaterThan(50);
    for (const { where, of } of rated) {
      const off = Math.abs(of('viscous') + of('square') - of('Δp'));
      expect([where, off <= 1 + 1e-6 * Math.abs(of('Δp')) || { off, of: of('Δp') }]).toEqual([where, true]);
    }
  });

  it('of a pump: what it sweeps less what slips back is its flow', () => {
    const pumps = byEquation('Q = V·n·fill');
    expect(pumps.length).toBe(SEEDS.length * STATES.length);
    for (const { where, law, of } of pumps) {
      const kept = law.equation.includes('kept') ? of('kept') : 1;
      const swept = of('V') * of('n') * of('fill') * kept;
      expect([where, Math.abs(swept - of('slip') - of('Q')) / swept < 1e-6]).toEqual([where, true]);
    }
  });

  it('of a drilled bore: its discharge coefficient lies where measured ones lie', () => {
    const bores = byEquation('Q = Cd·A');
    expect(bores.length).toBeGreaterThan(50);
    for (const { where, of } of bores)
      if (Math.abs(of('Q')) > 1e-9) expect([where, of('Cd') > 0 && of('Cd') < 0.95]).toEqual([where, true]);
  });

  it('of a valve on a spring: open, its lift and its orifice give its flow', () => {
    const open = byEquation('lift').filter(({ of }) => of('lift') > 0.05 && of('lift') < 0.95);
    expect(open.length).toBeGreaterThan(10);
    for (const { where, law, of } of open) {
      const felt = law.equation.includes('p_sense') ? 'p_sense' : 'Δp';
      expect([
        where,
        Math.abs((of(felt) - of('Δp_crack')) / (of('Δp_full') - of('Δp_crack')) - of('lift')) < 0.02,
      ]).toEqual([where, true]);
      // A state has converged within 1 Pa: over a spring's travel that is so much of its lift, and twice that of its
      // drop.
      const within = 2 / ((of('Δp_full') - of('Δp_crack')) * of('lift')) + 1e-6;
      expect([
        where,
        Math.abs((of('square') + of('viscous')) / of('Δp') - 1) < within || {
          off: of('square') + of('viscous') - of('Δp'),
          within,
        },
      ]).toEqual([where, true]);
      // Hot oil passes by the square law alone, nearly; what is viscous is no more than a fifth.
      const squareAlone = of('Cd') * of('A') * of('lift') * Math.sqrt((2 * of('Δp')) / of('ρ'));
      if (of('μ') < 0.01)
        expect([where, squareAlone / of('Q') > 1 && squareAlone / of('Q') < 1.2]).toEqual([where, true]);
    }
  });
});

describe('Where the pressure goes, on random circuits', () => {
  it('adds up from its start to each consumer exactly, and starts at the pump', () => {
    let traced = 0;
    for (const seed of SEEDS) {
      const circuit = solverOf(randomProject(seed));
      const result = solveState(circuit, circuit.stateAt(60, 373.15));
      for (const part of circuit.variant.circuit.parts.filter(isConsumer)) {
        const path = tracePath(result, part.id);
        if (!path) continue;
        traced++;
        const lost = path.shares.reduce((sum, s) => sum + s.takesPa, 0);
        expect([seed, part.id, Math.abs(path.startPa - lost - path.endPa) < 1e-3]).toEqual([seed, part.id, true]);
        expect(path.startName).toMatch(/^pump/);
        // No part twice in a row: elements of one part are one to the reader.
        expect(path.shares.every((s, i) => i === 0 || s.part !== path.shares[i - 1]!.part)).toBe(true);
      }
    }
    expect(traced).toBeGreaterThan(3 * SEEDS.length);
  });

  it('is not told of a state that did not solve, or of what is no consumer', () => {
    const circuit = solverOf(demoProject());
    const result = solveState(circuit, circuit.stateAt(60, 373.15));
    expect(
      tracePath({ ...result, convergence: { ...result.convergence, status: 'stalled' } }, 'turbo'),
    ).toBeUndefined();
    expect(tracePath(result, 'nothing')).toBeUndefined();
  });
});

it('ends and bends are named as people name them', () => {
  expect(['entrance', 'exit', 'twoK', 'constantK', 'areaChange'].map((kind) => lossLabel({ kind }))).toEqual([
    'sharp entrance',
    'exit into a volume',
    'two-K fitting',
    'fixed K',
    'change of bore',
  ]);
  expect(lossLabel({ kind: 'twoK', label: 'elbow on the block' })).toBe('elbow on the block');
});
