import { readProjectText } from '../project/readProject';
import { CircuitSolver } from '../../network/circuitSolver';
import { sweepToEnd } from '../../judgement/sweep/sweep';
import { arrange } from '../plumbing/arrange';
import { ARCHETYPES, makeArchetype } from './archetypes';
import { buildFromInterview, WANTS, type Answers, type WantId } from './interview';
import { newProject } from './newProject';
import { solveState } from '../../judgement/judgeState';

const engine = (litres: number, cylinders: number) => ({
  name: 'Test',
  description: '',
  displacementM3: litres * 1e-3,
  cylinders,
  idleSpeedRevS: 850 / 60,
  maximumSpeedRevS: 6500 / 60,
  oilGrade: '10W-40',
});

describe.each(ARCHETYPES.map((a) => a.id))('The archetype %s', (id) => {
  it.each([
    [1.1, 4],
    [2.3, 5],
    [4.1, 6],
  ])('is supplied over the range at %d L and %d cylinders', (litres, cylinders) => {
    const about = engine(litres, cylinders);
    const made = CircuitSolver.of(newProject(about, makeArchetype(id, about)));
    if (!made.ok) throw new Error(JSON.stringify(made.issues));
    const sweep = sweepToEnd(made.circuit, 8, 6);
    expect(sweep.notConverged).toEqual([]);
    expect(sweep.consumers.filter((c) => !c.supplied).map((c) => c.name)).toEqual([]);
    expect(made.circuit.compiled.warnings).toEqual([]);
  });

  it('takes every want alone and all of them together, and stays readable as a file', () => {
    const fitting = WANTS.filter((w) => w.fits(id)).map((w) => w.id);
    const once: WantId[][] = fitting.map((w) => [w]);
    for (const wants of [...once, fitting]) {
      const answers: Answers = { engine: engine(2, 4), archetype: id, wants, distanceM: {} };
      const built = buildFromInterview(answers);
      if (!built.ok) throw new Error(`${wants.join(', ')}: ${built.why}`);
      expect(readProjectText(JSON.stringify(built.project)).ok).toBe(true);
      const made = CircuitSolver.of(built.project);
      if (!made.ok) throw new Error(`${wants.join(', ')}: ${JSON.stringify(made.issues)}`);
      const result = solveState(made.circuit, made.circuit.stateAt(50, 363));
      expect(result.convergence.status).toBe('converged');
      expect(result.consumers.filter((c) => c.verdict === 'dry')).toEqual([]);
    }
  });

  it('is drawn with one main lane from the tank to its consumers', () => {
    const a = arrange(makeArchetype(id, engine(2, 4)));
    expect(a.main.length).toBeGreaterThanOrEqual(4);
    expect([...a.role.values()].filter((r) => r === 'loose')).toEqual([]);
  });
});
