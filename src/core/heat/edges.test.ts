import { projectSchema, type Project } from '../document/project/project';
import { CircuitSolver } from '../network/circuitSolver';
import { auditToEnd } from '../judgement/audit/auditCircuit';
import { solveState } from '../judgement/judgeState';
import { solveBalanced } from '../judgement/solveBalanced';
import { demoProject } from '../verification/testing/demo';
import { takenUp } from './elementHeat';
import { HeatSolver } from './heatSolver';
import { warmUp, WarmUp } from './transient';
import { runToEnd } from '../foundations/runToEnd';

const C = 273.15;
const HOT = { airTemperatureK: 35 + C, roadSpeedMS: 25, load: 1 };

/** Thornback with a part's fields changed in every variant. */
function thornback(change: Readonly<Record<string, Readonly<Record<string, unknown>>>>): Project {
  const project = structuredClone(demoProject());
  for (const { circuit } of project.variants)
    for (const part of circuit.parts) Object.assign(part, change[part.id] ?? {});
  return projectSchema.parse(project);
}

function circuitOf(project: Project): CircuitSolver {
  const made = CircuitSolver.of(project);
  if (!made.ok) throw new Error(JSON.stringify(made.issues));
  return made.circuit;
}

const WEAK_RELIEF = { relief: { crackPa: 0.4e5, fullOpenPa: 0.8e5, areaM2: 4e-4 } };

describe('Where little oil flows', () => {
  it('the oil takes up its share of the heat and never more than the metal leaves it, source: two conductances in parallel', () => {
    expect(takenUp(30, 1)).toBeCloseTo(30 / 31, 12);
    expect(takenUp(0, 1)).toBe(0);
    // As the flow vanishes the rise goes to H/G, not to infinity.
    for (const capacityWK of [1e-9, 1e-3, 1]) expect((100 * takenUp(capacityWK, 2)) / capacityWK).toBeLessThan(50);
  });

  it('rods that the crank shuts off get no heat and are named “no oil”', () => {
    const circuit = circuitOf(thornback(WEAK_RELIEF));
    const { heat, result } = solveBalanced(circuit, 7000 / 60, HOT);
    expect(heat.noOil.map((p) => p.part)).toEqual(['rods']);
    expect(result.notes).toContainEqual(expect.objectContaining({ code: 'noOil', where: 'Rods' }));
    for (const part of heat.parts) expect(part.outK).toBeLessThan(250 + C);
    expect(result.elements.find((e) => e.part === 'rods')!.filmTemperatureK).toBeNull();
  });

  it('a trickle through a bearing is bounded and named starved', () => {
    const mains = demoProject().variants[0]!.circuit.parts.find((p) => p.id === 'mains')!;
    if (mains.kind !== 'bearings') throw new Error('mains are bearings');
    // A tenth of the clearance passes a thousandth of the oil, and rubs ten times as much.
    const { heat } = solveBalanced(
      circuitOf(thornback({ mains: { clearanceRadialM: 0.1 * mains.clearanceRadialM } })),
      7000 / 60,
      HOT,
    );
    const named = heat.status === 'placeTooHot' ? [heat.tooHotAt!.part] : heat.starved.map((p) => p.part);
    expect(named).toContain('mains');
  });

  it('a blocked gallery is named, balances by what the pump passes, and comes first in the audit', () => {
    const circuit = circuitOf(thornback({ gallery: { blocked: true } }));
    const { heat, result } = solveBalanced(circuit, 6300 / 60, HOT);
    expect(heat.status).toBe('balanced');
    expect(heat.noOil.map((p) => p.part)).toEqual(expect.arrayContaining(['mains', 'rods', 'cams']));
    expect(result.supplied).toBe(false);
    expect(auditToEnd(circuit)[0]).toMatchObject({ rule: 'blankedPassage', part: 'gallery', weight: 'stop' });
  });

  it('the crank’s rods leak nothing while their gate is open', () => {
    const circuit = circuitOf(demoProject());
    const { elements } = solveState(circuit, circuit.stateAt(2000 / 60, -10 + C));
    const rods = elements.find((e) => e.part === 'rods')!;
    expect(rods.opening).toBe(1);
    // The law alone, source: Q = k·(p + ½ρω²(r_out² − r_main²))/μ_film; the film's flow is the whole of it.
    const e = circuit.compiled.elementsOfPart.get('rods')!.get('')!;
    const film = circuit.solver.workspace.film[e]!;
    expect(rods.flowM3S / (film.flowM3S * rods.count)).toBeCloseTo(1, 12);
  });
});

describe('Coolant and an engine at rest', () => {
  const run = (speedRevS: number, startC: number, seconds: number, load = 0) => {
    const heat = new HeatSolver(circuitOf(demoProject()));
    const air = { airTemperatureK: startC + C, roadSpeedMS: 0, load };
    return runToEnd(warmUp(heat, { ...air, speedRevS }, startC + C, seconds));
  };

  it('at rest everything goes to the temperature of the air', () => {
    const still = { airTemperatureK: 20 + C, roadSpeedMS: 0, load: 0 };
    const { heat } = solveBalanced(circuitOf(demoProject()), 0, still);
    expect(heat).toMatchObject({ status: 'balanced' });
    expect(heat.sumpK).toBeCloseTo(20 + C, 3);
    const warm = new WarmUp(new HeatSolver(circuitOf(demoProject())), 363.15);
    for (let i = 0; i < 600; i++) warm.step({ ...still, speedRevS: 0 }, 1);
    expect(warm.sumpK).toBeLessThan(363.15);
    expect(warm.coolantK).toBeLessThan(363.15);
    expect(warm.coolantK).toBeGreaterThan(293.15);
  });

  it('a minute of idling from 0 °C warms the oil by little, and the coolant by less than its thermostat', () => {
    const { samples } = run(850 / 60, 0, 61);
    const last = samples[samples.length - 1]!;
    expect(last.sumpK).toBeLessThan(8 + C);
    expect(last.coolantK).toBeGreaterThan(1 + C);
    expect(last.coolantK).toBeLessThan(20 + C);
  });

  it('coolant reaches 85 °C after 6 to 12 minutes of fast idle, and oil lags it by minutes; source: common practice', () => {
    const { samples } = run(1800 / 60, 0, 1500, 0.05);
    const at = (key: 'coolantK' | 'sumpK', k: number) => samples.find((s) => (s[key] ?? 0) >= k)?.timeS ?? Infinity;
    expect(at('coolantK', 85 + C)).toBeGreaterThan(360);
    expect(at('coolantK', 85 + C)).toBeLessThan(720);
    expect(at('sumpK', 80 + C) - at('coolantK', 80 + C)).toBeGreaterThan(60);
    expect(samples[samples.length - 1]!.coolantK).toBeLessThanOrEqual(90 + C + 1e-9);
  });
});
