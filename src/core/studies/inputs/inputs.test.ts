import fc from 'fast-check';
import { partSchema } from '../../document/parts/part';
import { activeVariant, projectSchema, type Project } from '../../document/project/project';
import { SHORT_TUBE_UP_TO } from '../../physics/laws/orifice';
import { CircuitSolver } from '../../network/circuitSolver';
import { CATALOGUE } from '../../document/parts/catalogue';
import { demoProject } from '../../verification/testing/demo';
import { seededRandom } from '../../verification/testing/loopedNetwork';
import { randomProject } from '../../verification/testing/randomCircuit';
import { inputsOf, OIL_VISCOSITY, stateInputs, type Input } from './inputs';
import { isOfState, RevisableCircuit, withStateInput } from './revisableCircuit';
import { possibleRange, usualTolerance } from './usualTolerance';

const DEMOS = ['thornback', 'saltmarsh', 'larkspur'] as const;
const inputsIn = (project: Project) => inputsOf(project, activeVariant(project));

/**
 * The project with figures set in its file, as a user would have typed them; springs keep their rate, wax elements
 * their stroke.
 */
function retyped(project: Project, changes: readonly (readonly [Input, number])[]): Project {
  const copy = JSON.parse(JSON.stringify(project)) as Project;
  for (const [input, si] of changes) {
    if (input.id === OIL_VISCOSITY) {
      copy.oil.viscosity40M2S *= si;
      copy.oil.viscosity100M2S *= si;
      if (copy.oil.hthsPaS !== undefined) copy.oil.hthsPaS *= si;
      continue;
    }
    let here = activeVariant(copy).circuit.parts.find((p) => p.id === input.part) as unknown as Record<
      string | number,
      unknown
    >;
    for (const key of input.path.slice(0, -1)) here = here[key] as typeof here;
    const key = input.path.at(-1)!;
    const follower = { crackPa: 'fullOpenPa', opensK: 'fullK' }[key];
    if (follower !== undefined) here[follower] = (here[follower] as number) + si - (here[key] as number);
    here[key] = si;
  }
  return copy;
}

/** Flows of every element at a state, of a circuit compiled from a file. */
function flowsOf(project: Project, speedRevS: number, oilTemperatureK: number): Float64Array {
  const made = CircuitSolver.of(project);
  if (!made.ok) throw new Error('refused');
  expect(
    made.circuit.solver.solve(made.circuit.oil, made.circuit.stateAt(speedRevS, oilTemperatureK), undefined, 4).status,
  ).toBe('converged');
  return made.circuit.solver.workspace.flowM3S;
}

describe('Figures with tolerances', () => {
  it.each(DEMOS)('of %s have names of their own, a tolerance above nothing, and a unit', (name) => {
    const inputs = inputsIn(demoProject(name));
    expect(new Set(inputs.map((i) => i.id)).size).toBe(inputs.length);
    expect(new Set(inputs.map((i) => i.name)).size).toBe(inputs.length);
    for (const input of inputs)
      expect([input.id, input.plusMinus > 0, input.quantity !== undefined]).toEqual([input.id, true, true]);
  });

  it('of every kind of part lie within what the schema takes, three deviations either way', () => {
    for (const entry of CATALOGUE) {
      const part = partSchema.parse({ id: 'x', ...entry.part });
      const base = demoProject();
      const project = {
        ...base,
        variants: [
          {
            ...base.variants[0]!,
            circuit: { parts: [...base.variants[0]!.circuit.parts, part], joints: base.variants[0]!.circuit.joints },
          },
        ],
      };
      for (const input of inputsIn(project).filter((i) => i.part === 'x'))
        for (const deviations of [-3, 3]) {
          const [low, high] = possibleRange(input.path, input.stated);
          const si = Math.min(high, Math.max(low, input.stated + (deviations / 1.96) * input.plusMinus));
          const parsed = projectSchema.safeParse(retyped(project, [[input, si]]));
          expect([entry.id, input.id, deviations, parsed.success]).toEqual([entry.id, input.id, deviations, true]);
        }
    }
  });

  it('take the variant’s own tolerance where it states one', () => {
    const project = demoProject();
    const stock = activeVariant(project);
    const own = inputsOf(project, {
      ...stock,
      tolerances: [
        { part: 'mains', path: ['clearanceRadialM'], plusMinus: 1e-6 },
        { part: 'oil', path: ['viscosity'], plusMinus: 0.2 },
      ],
    });
    expect(own.find((i) => i.id === 'mains.clearanceRadialM')).toMatchObject({ plusMinus: 1e-6, usual: 4e-6 });
    expect(own.find((i) => i.id === OIL_VISCOSITY)).toMatchObject({ plusMinus: 0.2, usual: 0.08 });
  });

  it('leave out what is blocked, what returns, and what is only wished', () => {
    const project = demoProject();
    const stock = activeVariant(project);
    const blocked = {
      ...stock,
      circuit: {
        ...stock.circuit,
        parts: stock.circuit.parts.map((p) => (p.id === 'turboRestrictor' ? { ...p, blocked: true } : p)),
      },
    };
    expect(inputsOf(project, blocked).some((i) => i.part === 'turboRestrictor')).toBe(false);
    for (const input of inputsIn(project)) expect(input.id).not.toMatch(/supply|Drain|sump|gauge/);
    const mains = stock.circuit.parts.find((p) => p.id === 'mains')!;
    expect(usualTolerance(mains, ['supply', 'lowPressurePa'], 1e5)).toBeUndefined();
    // A journal's length shears oil and is ground; a hose's is cut.
    expect(usualTolerance(mains, ['lengthM'], 0.02)).toBeUndefined();
    expect(
      usualTolerance(
        stock.circuit.parts.find((p) => p.id === 'turboFeed')!,
        ['lengthM'],
        0.5,
      ),
    ).toBeCloseTo(0.025, 12);
  });
});

describe('A circuit revised in place', () => {
  it.each(DEMOS)('flows as %s compiled anew with the same figures, whichever are set and however often', (name) => {
    const project = demoProject(name);
    const inputs = inputsIn(project);
    const revisable = new RevisableCircuit(project);
    const state = { speedRevS: 0.6 * project.engine.maximumSpeedRevS, oilTemperatureK: 370 };
    fc.assert(
      fc.property(
        fc.array(fc.tuple(fc.nat(inputs.length - 1), fc.double({ min: -1.5, max: 1.5, noNaN: true })), {
          minLength: 1,
          maxLength: 12,
        }),
        (drawn) => {
          const chosen = new Map(
            drawn.map(([i, share]) => {
              const [low, high] = possibleRange(inputs[i]!.path, inputs[i]!.stated);
              return [
                inputs[i]!,
                Math.min(high, Math.max(low, inputs[i]!.stated + share * inputs[i]!.plusMinus)),
              ] as const;
            }),
          );
          for (const [input, si] of chosen) revisable.set(input, si);
          revisable.apply();
          expect(revisable.solve(revisable.circuit.stateAt(state.speedRevS, state.oilTemperatureK), 4).status).toBe(
            'converged',
          );
          const anew = flowsOf(retyped(project, [...chosen]), state.speedRevS, state.oilTemperatureK);
          const largest = Math.max(...anew.map(Math.abs));
          anew.forEach((q, e) =>
            expect(Math.abs(q - revisable.circuit.solver.workspace.flowM3S[e]!) / largest).toBeLessThan(1e-6),
          );
          // Back to what is stated, for the next draw.
          for (const input of chosen.keys()) revisable.set(input, input.stated);
          revisable.apply();
        },
      ),
      { numRuns: 25, seed: 11 },
    );
  });

  it.each(Array.from({ length: 24 }, (_, i) => i + 1))(
    'flows as a random circuit compiled anew, every figure of it changed at once (%d)',
    (seed) => {
      const project = randomProject(seed);
      const inputs = inputsIn(project);
      const random = seededRandom(100 + seed);
      const changes = inputs.map((input) => {
        const [low, high] = possibleRange(input.path, input.stated);
        return [input, Math.min(high, Math.max(low, input.stated + (2 * random() - 1) * input.plusMinus))] as const;
      });
      const revisable = new RevisableCircuit(project);
      for (const [input, si] of changes) revisable.set(input, si);
      revisable.apply();
      expect(revisable.solve(revisable.circuit.stateAt(60, 375), 6).status).toBe('converged');
      const anew = flowsOf(retyped(project, changes), 60, 375);
      const largest = Math.max(...anew.map(Math.abs));
      const off = revisable.circuit.solver.workspace.flowM3S.map((q, e) => Math.abs(q - anew[e]!) / largest);
      expect(Math.max(...off)).toBeLessThan(1e-6);
      // It is the changes that are seen: without them it flows otherwise.
      expect(Math.max(...flowsOf(project, 60, 375).map((q, e) => Math.abs(q - anew[e]!) / largest))).toBeGreaterThan(
        1e-4,
      );
    },
  );

  it('leaves the project that it was made from as it was', () => {
    const project = demoProject();
    const before = JSON.stringify(project);
    const revisable = new RevisableCircuit(project);
    for (const input of inputsIn(project)) revisable.set(input, input.stated + input.plusMinus);
    revisable.apply();
    expect(JSON.stringify(project)).toBe(before);
  });

  it('is made anew where a drilled bore becomes a tube, and says so; unless it may not, and is set back', () => {
    const project = demoProject();
    const bore = inputsIn(project).find((i) => i.id === 'turboRestrictor.boreM')!;
    const restrictor = activeVariant(project).circuit.parts.find((p) => p.id === 'turboRestrictor') as {
      lengthM: number;
    };
    const tube = (0.9 * restrictor.lengthM) / SHORT_TUBE_UP_TO;
    const revisable = new RevisableCircuit(project);
    const first = revisable.circuit;
    revisable.set(bore, tube);
    expect([revisable.apply(false), revisable.circuit === first]).toEqual([false, true]);
    revisable.set(bore, bore.stated);
    expect(revisable.apply(false)).toBe(true);
    revisable.set(bore, tube);
    expect([revisable.apply(), revisable.circuit === first]).toEqual([false, false]);
    expect(revisable.solve(revisable.circuit.stateAt(100, 373)).status).toBe('converged');
    const anew = flowsOf(retyped(project, [[bore, tube]]), 100, 373);
    expect(revisable.circuit.solver.workspace.flowM3S.length).toBe(anew.length);
  });
});

describe('The state’s own inputs', () => {
  it('change the state and nothing in the circuit', () => {
    const state = { speedRevS: 50, oilTemperatureK: 360, atmospherePa: 1e5 };
    const [speed, oil] = stateInputs(state) as [Input, Input];
    expect([withStateInput(state, speed, 60), withStateInput(state, oil, 350)]).toEqual([
      { ...state, speedRevS: 60 },
      { ...state, oilTemperatureK: 350 },
    ]);
    expect([isOfState(speed), isOfState(inputsIn(demoProject())[0]!)]).toEqual([true, false]);
    expect(withStateInput(state, inputsIn(demoProject())[0]!, 1)).toBe(state);
  });
});
