import { solveBalanced } from '../../judgement/solveBalanced';
import { CURVE_STUDY } from './curveStudy';
import { MAP_STUDY } from './mapStudy';
import { studyHere } from '../job/runHere';
import { demoProject } from '../../verification/testing/demo';
import { solverOf } from '../../verification/testing/solverOf';

describe('Studies', () => {
  it('show what the cooler and the thermostat do, and on which days the oil is too hot or too cold', () => {
    const curves = studyHere(
      CURVE_STUDY,
      { ...demoProject(), activeVariant: 'noseCooler' },
      {
        drive: { speedRevS: 3500 / 60, airTemperatureK: 293.15, roadSpeedMS: 25, load: 0.4 },
      },
    );
    const air = Object.fromEntries(curves.byAir.map((c) => [c.option, c.points.map((p) => p.sumpK!)]));
    air['asIs']!.forEach((k, i) => {
      expect(k).toBeLessThan(air['noCooler']![i]!);
      expect(k).toBeGreaterThanOrEqual(air['noThermostat']![i]! - 0.5);
    });
    for (const c of curves.byRoad) expect(c.points[0]!.sumpK!).toBeGreaterThanOrEqual(c.points.at(-1)!.sumpK! - 0.5);
  });

  it('find that Larkspur without its summer cooler passes in spring and fails in August', () => {
    const larkspur = demoProject('larkspur');
    const at = (name: string, variant: string) => {
      const s = larkspur.namedStates.find((n) => n.name === name)!;
      return solveBalanced(solverOf(larkspur, variant), s.speedRevS, {
        airTemperatureK: s.airTemperatureK!,
        roadSpeedMS: s.roadSpeedMS!,
        load: s.load!,
      });
    };
    const limit = larkspur.range.hottestOilK;
    expect(at('Spring trial', 'stock').heat.sumpK).toBeLessThan(limit);
    expect(at('August trial', 'stock').heat.sumpK).toBeGreaterThan(limit);
    expect(at('August trial', 'summer').heat.sumpK).toBeLessThan(limit);
  });

  it('find that Saltmarsh overheats with its raw-water side reduced', () => {
    const saltmarsh = demoProject('saltmarsh');
    const s = saltmarsh.namedStates.find((n) => n.name === 'Long run')!;
    const settlesAt = (coolantM3S: number | undefined) => {
      const [stock] = saltmarsh.variants;
      const parts = stock!.circuit.parts.map((p) =>
        p.kind === 'cooler' && p.cooling?.kind === 'liquid' && coolantM3S !== undefined
          ? { ...p, cooling: { ...p.cooling, coolantFlowM3S: coolantM3S } }
          : p,
      );
      const project = { ...saltmarsh, variants: [{ ...stock!, circuit: { ...stock!.circuit, parts } }] };
      return solveBalanced(solverOf(project, stock!.id), s.speedRevS, {
        airTemperatureK: s.airTemperatureK!,
        roadSpeedMS: s.roadSpeedMS!,
        load: s.load!,
      }).heat.sumpK;
    };
    expect(settlesAt(undefined)).toBeLessThan(saltmarsh.range.hottestOilK);
    // 0.8 L/min of raw water: an impeller that has lost its vanes.
    expect(settlesAt(0.8e-3 / 60)).toBeGreaterThan(saltmarsh.range.hottestOilK);
  });

  it('map air and road without a gap, hotter air never cooler oil', () => {
    // Without a fan: one whose switch sits at the outlet may stay off in colder air and leave the oil hotter.
    const larkspur = { ...demoProject('larkspur'), activeVariant: 'summer' };
    const map = studyHere(MAP_STUDY, larkspur, { drive: { speedRevS: 5000 / 60, load: 0.7 } });
    expect([map.complete, map.sumpK.flat().every((k) => k !== null)]).toEqual([true, true]);
    for (let a = 1; a < map.airK.length; a++)
      for (let r = 0; r < map.roadMS.length; r++)
        expect(map.sumpK[a]![r]!).toBeGreaterThanOrEqual(map.sumpK[a - 1]![r]! - 0.6);
  });
});
