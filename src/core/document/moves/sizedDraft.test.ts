import { catalogueEntry } from '../parts/catalogue';
import { actsAs, type Part } from '../parts/part';
import { activeVariant, type Project } from '../project/project';
import { solveState } from '../../judgement/judgeState';
import { solveDrive } from '../../judgement/solveDrive';
import { designDrives } from '../../judgement/designDrives';
import { CircuitSolver } from '../../network/circuitSolver';
import { testProject } from '../../verification/testing/stockEngine';
import type { MoveDraft } from './move';
import { sizedDraft } from './sizedDraft';

const draft = (id: string) => ({ ...catalogueEntry(id).part }) as MoveDraft;
const forEngine = (project: Project, id: string) =>
  sizedDraft(draft(id), { circuit: activeVariant(project).circuit, engine: project.engine }) as unknown as Part;
const SMALL = testProject('wetSump', { displacementM3: 0.6e-3, cylinders: 2 });
const LARGE = testProject('coolerOnHousing', { displacementM3: 6.2e-3, cylinders: 8, layout: 'v', use: 'boat' });

describe('A part of the catalogue, fitted to an engine', () => {
  it('has a cooler for the heat of its use: twice the power, more cooler; source: 7 % of the power and a base', () => {
    const heat = (project: Project) => {
      const cooler = forEngine(project, 'airCooler');
      return actsAs(cooler, 'cooler') && cooler.cooling?.kind === 'air' ? cooler.cooling : undefined;
    };
    const { engine } = LARGE;
    // 0.8 of the load at 0.85 of the redline, and 1.3 of that, by hand.
    const byHand = 1.3 * (engine.heat.baseHeatW + 0.07 * engine.heat.brakePowerW! * 0.8 * 0.85);
    expect(heat(LARGE)!.ratedHeatW).toBeCloseTo(byHand, 6);
    expect(heat(SMALL)!.ratedHeatW).toBeLessThan(4000);
    // The same core a heat: its face grows with it.
    expect(heat(LARGE)!.faceAreaM2 / heat(SMALL)!.faceAreaM2).toBeCloseTo(
      heat(LARGE)!.ratedHeatW / heat(SMALL)!.ratedHeatW,
      9,
    );
  });

  it('does not freeze a small engine, and cools a large one, at the drives of their uses', () => {
    for (const [archetype, more] of [
      ['airTwin', { displacementM3: 1.44e-3, cylinders: 2, redlineRpm: 5500, use: 'street' }],
      ['wetSump', { use: 'track' }],
      ['pushrodV', { displacementM3: 5.7e-3, cylinders: 8, use: 'towing', redlineRpm: 5500, idleRpm: 700 }],
    ] as const) {
      const made = CircuitSolver.of(testProject(archetype, { ...more, stockCooler: 'none', wants: ['cooler'] }));
      if (!made.ok) throw new Error('it compiles');
      const { heat } = solveDrive(made.circuit, designDrives(made.circuit.project.engine).hotDay);
      expect(heat.sumpK - 273.15).toBeGreaterThan(80);
      expect(heat.sumpK - 273.15).toBeLessThan(125);
    }
  });

  it('has a cover with the passage that it carries: deleting a cooler never costs the gallery pressure', () => {
    for (const project of [SMALL, LARGE]) {
      const widest = Math.max(
        ...activeVariant(project).circuit.parts.flatMap((p) =>
          actsAs(p, 'line') && p.form === 'gallery' ? [p.boreM] : [],
        ),
      );
      const cover = forEngine(project, 'coverThrough');
      expect(actsAs(cover, 'cover') && cover.boreM).toBeGreaterThanOrEqual(widest);
    }
    const gallery = (project: Project) => {
      const made = CircuitSolver.of(project);
      if (!made.ok) throw new Error('it compiles');
      const { circuit } = made;
      const { nodes } = solveState(circuit, circuit.stateAt(project.engine.maximumSpeedRevS, 373.15));
      return nodes.find((n) => n.ports.includes('gallery.out'))!.pressurePa!;
    };
    const kept = testProject('coolerOnHousing', {
      displacementM3: 6.2e-3,
      cylinders: 8,
      layout: 'v',
      stockCooler: 'coolant',
    });
    const deleted = testProject('coolerOnHousing', {
      displacementM3: 6.2e-3,
      cylinders: 8,
      layout: 'v',
      stockCooler: 'coolant',
      wants: ['coolerDeleted'],
    });
    expect(gallery(deleted)).toBeGreaterThan(gallery(kept));
  });

  it('has filter, plate and hoses for the flow, the hoses of one job alike', () => {
    const bore = (project: Project, id: string) => (forEngine(project, id) as { boreM?: number }).boreM!;
    expect(bore(LARGE, 'sandwichThermostat')).toBeGreaterThan(bore(SMALL, 'sandwichThermostat'));
    expect((forEngine(LARGE, 'hose10') as { dash?: number }).dash).toBe(12);
    expect((forEngine(SMALL, 'hose10') as { dash?: number }).dash).toBe(10);
    expect((forEngine(LARGE, 'remoteHead') as { ratedFlowM3S?: number }).ratedFlowM3S).toBeGreaterThan(
      (draft('remoteHead') as unknown as { ratedFlowM3S: number }).ratedFlowM3S,
    );
  });

  it('stays as it is where nothing is known of the engine', () => {
    const { circuit } = activeVariant(LARGE);
    expect(sizedDraft(draft('airCooler'), { circuit })).toEqual(draft('airCooler'));
    expect(sizedDraft(draft('restrictor'), { circuit, engine: LARGE.engine })).toEqual(draft('restrictor'));
  });
});
