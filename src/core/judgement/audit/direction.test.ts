import { applyMove } from '../../document/moves';
import { activeVariant, withVariant, type Project } from '../../document/project/project';
import { CircuitSolver } from '../../network/circuitSolver';
import { solveBalanced } from '../solveBalanced';
import { solveState } from '../judgeState';
import { auditToEnd } from './auditCircuit';
import { testProject } from '../../verification/testing/stockEngine';
import type { Part } from '../../document/parts/part';

const C = 273.15;
const withCooler = () => testProject('wetSump', { wants: ['cooler'] });
function changed(project: Project, move: Parameters<typeof applyMove>[1]): Project {
  const outcome = applyMove(activeVariant(project), move);
  if (!outcome.ok) throw new Error(outcome.why);
  return withVariant(project, outcome.variant);
}
function withPart(project: Project, id: string, change: object): Project {
  const variant = activeVariant(project);
  const parts = variant.circuit.parts.map((p) => (p.id === id ? ({ ...p, ...change } as Part) : p));
  return withVariant(project, { ...variant, circuit: { ...variant.circuit, parts } });
}
function circuitOf(project: Project): CircuitSolver {
  const made = CircuitSolver.of(project);
  if (!made.ok) throw new Error(JSON.stringify(made.issues));
  return made.circuit;
}
const reversedOf = (project: Project) =>
  auditToEnd(circuitOf(project))
    .filter((f) => f.rule === 'reversedPart')
    .map((f) => [f.part, f.weight]);
const turned = (project: Project, part: string) => changed(project, { kind: 'reverse', part });

describe('Parts that work one way', () => {
  it('are not named while they stand the right way round', () => {
    expect(reversedOf(withCooler())).toEqual([]);
    expect(reversedOf(testProject('drySump'))).toEqual([]);
  });

  it('a filter with an anti-drain valve passes nothing backwards, at any pressure', () => {
    const project = turned(testProject('wetSump'), 'filter');
    const circuit = circuitOf(project);
    const result = solveState(circuit, circuit.stateAt(6000 / 60, 90 + C));
    expect(result.convergence.status).toBe('converged');
    expect(result.consumers.find((c) => c.part === 'mains')!.verdict).toBe('dry');
    expect(reversedOf(project)).toEqual([['filter', 'stop']]);
  });

  it('one without goes from the inside out, and folds at a third of its rating', () => {
    const stock = withPart(testProject('wetSump'), 'filter', {
      antiDrain: false,
      load: 8,
    });
    const collapse = (project: Project) => auditToEnd(circuitOf(project)).find((f) => f.rule === 'filterCollapse');
    const project = turned(withPart(stock, 'filter', { bypass: null }), 'filter');
    const circuit = circuitOf(project);
    const result = solveState(circuit, circuit.stateAt(6000 / 60, 90 + C));
    expect(result.consumers.find((c) => c.part === 'mains')!.verdict).not.toBe('dry');
    expect(reversedOf(project)).toEqual([['filter', 'stop']]);
    const at = (collapsePa: number) => collapse(withPart(project, 'filter', { collapsePa }));
    const drop = at(1)!.figures['drop']!.si;
    expect(at(3 * drop * 1.01)?.weight).toBe('look');
    expect(at(3 * drop * 0.99)?.weight).toBe('stop');
  });

  it('a thermostat plate senses what comes back: behind a cold cooler it opens late', () => {
    const project = withCooler();
    const wrong = turned(project, 'thermostatPlate');
    expect(reversedOf(wrong)).toEqual([['thermostatPlate', 'stop']]);
    const cold = { airTemperatureK: 0 + C, roadSpeedMS: 30, load: 0.7 };
    const at = (p: Project) => {
      const { heat, result } = solveBalanced(circuitOf(p), 6000 / 60, cold);
      const opening = result.elements.find((e) => e.law === 'thermostatPath')!.opening!;
      return { status: heat.status, sumpK: heat.sumpK, opening };
    };
    expect(at(wrong).status).toBe('balanced');
    expect(at(wrong).sumpK).toBeGreaterThan(at(project).sumpK + 2);
  });

  it('a check valve shuts, and a cooler is fed from the top', () => {
    const valve = changed(testProject('wetSump'), {
      kind: 'insert',
      at: 'gallery.in',
      drafts: [{ kind: 'checkValve', name: 'Check valve', crackPa: 1e4, fullOpenPa: 4e4, areaM2: 2e-4 }],
    });
    const id = activeVariant(valve).circuit.parts.find((p) => p.kind === 'checkValve')!.id;
    expect(reversedOf(turned(valve, id))).toEqual([[id, 'stop']]);
    const filling = (p: Project) =>
      auditToEnd(circuitOf(p))
        .filter((f) => f.rule === 'coolerFilling')
        .map((f) => f.weight);
    expect(filling(withCooler())).toEqual([]);
    expect(filling(turned(withCooler(), 'airCooler'))).toEqual(['mend']);
    expect(filling(withPart(withCooler(), 'airCooler', { filling: 'portsAtBottom' }))).toEqual(['mend']);
  });
});
