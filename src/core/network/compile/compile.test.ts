import { WHOLE_VERSION, projectSchema, type Joint } from '../../document/project/project';
import { sayIssue } from '../../document/project/issue';
import { CircuitSolver } from '../circuitSolver';
import { solveState } from '../../judgement/judgeState';

const OIL = { name: 'constant', viscosity40M2S: 12e-6, viscosity100M2S: 12e-6, density15KgM3: 850, expansionPerK: 0 };
const LINE = { kind: 'line', form: 'hose', boreM: 0.01, lengthM: 1 };

/** A circuit between two tanks, or what is wrong with it. */
function circuit(parts: Record<string, unknown>[], joints: [string, string][]) {
  const project = projectSchema.parse({
    format: 'tidal-gauge-project',
    version: WHOLE_VERSION,
    name: 'test',
    oil: OIL,
    engine: { crankingSpeedRevS: 4, idleSpeedRevS: 14, maximumSpeedRevS: 100 },
    range: { coldestOilK: 263, hottestOilK: 393, coldSpeedRevS: 25, fullSpeedFromK: 343 },
    activeVariant: 'a',
    variants: [
      {
        id: 'a',
        name: 'A',
        circuit: {
          parts: parts.map((p) => ({ name: String(p['id']), ...p })),
          joints: joints.map(([from, to]): Joint => ({ from, to })),
        },
      },
    ],
  });
  const made = CircuitSolver.of(project);
  return made.ok ? made.circuit : made.issues.map(sayIssue).join('\n');
}
function solved(...args: Parameters<typeof circuit>) {
  const made = circuit(...args);
  if (typeof made === 'string') throw new Error(made);
  const result = solveState(made, made.stateAt(0, 373.15));
  expect(result.convergence.status).toBe('converged');
  return result;
}
const TANKS = [
  { id: 'high', kind: 'tank', levelM: 0.5, pressurePa: 2000 },
  { id: 'low', kind: 'tank', levelM: 0, pressurePa: 0 },
];
const POISEUILLE = (128 * 12e-6 * 850 * 1) / (Math.PI * 0.01 ** 4);

describe('A circuit between two tanks', () => {
  it('flows by level and gas pressure together (Hagen–Poiseuille)', () => {
    const result = solved(
      [...TANKS, { id: 'hose', ...LINE }],
      [
        ['high.suction', 'hose.in'],
        ['hose.out', 'low.suction'],
      ],
    );
    expect(result.elements[0]!.flowM3S * POISEUILLE).toBeCloseTo(2000 + 850 * 9.80665 * 0.5, 6);
  });

  it('does not care by which way round a plain hose is drawn', () => {
    const result = solved(
      [...TANKS, { id: 'hose', ...LINE }],
      [
        ['low.suction', 'hose.in'],
        ['hose.out', 'high.suction'],
      ],
    );
    expect(result.elements[0]!.flowM3S * POISEUILLE).toBeCloseTo(-2000 - 850 * 9.80665 * 0.5, 6);
  });

  it('never draws back what falls into a tank', () => {
    const result = solved(
      [...TANKS, { id: 'hose', ...LINE }],
      [
        ['low.suction', 'hose.in'],
        ['hose.out', 'high.return'],
      ],
    );
    expect(Math.abs(result.elements[0]!.flowM3S)).toBeLessThan(1e-9);
  });

  it('gives a dead end its neighbour’s pressure', () => {
    const result = solved(
      [...TANKS, { id: 'a', ...LINE }, { id: 'b', ...LINE }, { id: 'stub', ...LINE }, { id: 'gauge', kind: 'gauge' }],
      [
        ['high.suction', 'a.in'],
        ['a.out', 'b.in'],
        ['b.out', 'low.suction'],
        ['a.out', 'stub.in'],
        ['stub.out', 'gauge.in'],
      ],
    );
    const at = (port: string) => result.nodes.find((n) => n.ports.includes(port))!.pressurePa!;
    expect(at('gauge.in')).toBeCloseTo(at('a.out'), 6);
  });

  it('refuses two tanks at one place, a drain to nowhere, and a discharge that could go to either', () => {
    expect(circuit(TANKS, [['high.suction', 'low.suction']])).toContain('high and low are joined directly');
    expect(circuit([...TANKS, { id: 'd', kind: 'drain', boreM: 0.012, lengthM: 0.3 }], [])).toContain(
      'the drain d does not end in a sump or tank',
    );
    expect(
      circuit(
        [...TANKS, { id: 'jet', kind: 'jets', count: 1, nozzle: { boreM: 1e-3, lengthM: 3e-3 }, valve: null }],
        [['high.suction', 'jet.in']],
      ),
    ).toContain('jet is not joined to a return');
  });

  it('counts what a drain carries', () => {
    const result = solved(
      [
        ...TANKS,
        { id: 'jet', kind: 'jets', count: 3, nozzle: { boreM: 1e-3, lengthM: 3e-3 }, valve: null },
        { id: 'd', kind: 'drain', boreM: 0.012, lengthM: 0.3 },
      ],
      [
        ['high.suction', 'jet.in'],
        ['jet.out', 'd.in'],
        ['d.out', 'low.return'],
      ],
    );
    expect(result.drains[0]!.flowM3S).toBeCloseTo(result.elements[0]!.flowM3S, 15);
    expect(result.elements[0]!.flowM3S).toBeGreaterThan(0);
  });
});
