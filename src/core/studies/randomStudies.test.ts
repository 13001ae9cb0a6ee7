import { tries } from '../verification/testing/tries';
import { isConsumer } from '../document/parts/ports';
import type { Project } from '../document/project/project';
import { variantWithFault } from './faults/faultTasks';
import { CircuitSolver } from '../network/circuitSolver';
import { worstDisagreement } from './sensitivity/testing/centralDifferences';
import { withSize } from './sizing/sizable';
import { sweepToEnd } from '../judgement/sweep/sweep';
import { randomProject } from '../verification/testing/randomCircuit';
import { solveState } from '../judgement/judgeState';
import { COMPARE_STUDY } from './compare/compareStudy';
import { ENVELOPE_STUDY } from './envelope/envelopeStudy';
import { FAULT_STUDY } from './faults/faultStudy';
import { SIZING_STUDY } from './sizing/sizingStudy';
import { studyHere } from './job/runHere';

/** A random circuit with the same asked for every consumer, over a range that a summer's engine sees. */
function asked(seed: number, lowPressurePa: number): Project {
  const base = randomProject(seed);
  return {
    ...base,
    range: { ...base.range, coldestOilK: 273.15, hottestOilK: 393.15 },
    variants: base.variants.map((v) => ({
      ...v,
      circuit: {
        ...v.circuit,
        parts: v.circuit.parts.map((p) =>
          isConsumer(p) ? { ...p, supply: { lowPressurePa } } : p,
        ) as typeof v.circuit.parts,
      },
    })),
  };
}
const withPart = (project: Project, id: string, path: readonly (string | number)[], si: number): Project => ({
  ...project,
  variants: project.variants.map((v) => ({
    ...v,
    circuit: { ...v.circuit, parts: v.circuit.parts.map((p) => (p.id === id ? withSize(p, path, si)! : p)) },
  })),
});
const solver = (project: Project) => {
  const made = CircuitSolver.of(project);
  if (!made.ok) throw new Error('refused');
  return made.circuit;
};
const failing = (project: Project) =>
  sweepToEnd(solver(project))
    .consumers.filter((c) => !c.supplied)
    .map((c) => c.part);

/** Pressure asked for in sizes and faults, such that about half of the circuits keep it [Pa]. */
const LOW_PA = 0.2e5;
const AT = { speedRevS: 60, oilTemperatureK: 383.15 };

describe('On random circuits of every kind of part', () => {
  it.each([1, 4, 7, 9, 12, 15, 18, 21].slice(0, tries(4, 8)))(
    'what moves a margin agrees with central differences of whole solves to 1e-4, for every consumer (%d)',
    (seed) => {
      const project = asked(seed, 1e5);
      const consumers = project.variants[0]!.circuit.parts.filter(isConsumer);
      for (const { id } of consumers) {
        // A valve near its stop bends within a step: a tenth of the usual step keeps clear of it.
        const found = worstDisagreement(project, AT, id, 1e-3)!;
        expect([id, found.share < 1e-4 || found]).toEqual([id, true]);
        expect(found.rows).toBeGreaterThan(15);
      }
    },
  );

  const FIGURES: [seed: number, part: string, where: string][] = [
    [1, 'p2', 'boreM'],
    [10, 'p4', 'crackPa'],
    [1, 'p7', 'nozzle.boreM'],
    [11, 'p6', 'nozzle.boreM'],
  ];
  it.each(FIGURES.slice(0, tries(2, 4)))(
    'a band’s ends and middle supply all, just outside the one that is named is not (%d %s.%s)',
    (seed, part, where) => {
      const project = asked(seed, LOW_PA);
      const path = where.split('.');
      const sizing = studyHere(SIZING_STUDY, project, { part, path });
      expect(sizing.bands).toHaveLength(1);
      const { low, high, below, above } = sizing.bands[0]!;
      for (const si of [low, Math.sqrt(low * high), high])
        expect(failing(withPart(project, part, path, si))).toEqual([]);
      if (below) expect(failing(withPart(project, part, path, low * (1 - 2e-3)))).toContain(below.part);
      if (above) expect(failing(withPart(project, part, path, high * (1 + 2e-3)))).toContain(above.part);
      // One of the ends is a limit, or there was nothing to find; where the search ended, the end is the range's.
      expect([below, above].filter(Boolean).length).toBeGreaterThan(0);
      expect([below !== null || low === sizing.low, above !== null || high === sizing.high]).toEqual([true, true]);
    },
  );

  it.each([1, 2].slice(0, tries(1, 2)))(
    'each fault starves whom the faulted circuit starves, and was supplied before (%d)',
    (seed) => {
      const project = asked(seed, LOW_PA);
      const before = new Set(failing(project));
      const outcomes = studyHere(FAULT_STUDY, project, { pairs: false }).filter(
        (o) => o.outcome === 'starves' || o.outcome === 'harmless',
      );
      expect(outcomes.length).toBeGreaterThan(8);
      for (const { id, starved } of [...outcomes.slice(0, 3), ...outcomes.slice(-2)]) {
        const variant = variantWithFault(project.variants[0]!, id)!;
        const now = failing({ ...project, variants: [variant] });
        expect([id, new Set(starved.map((s) => s.part))]).toEqual([
          id,
          new Set(now.filter((part) => !before.has(part))),
        ]);
      }
    },
  );

  it.each([3, 8].slice(0, tries(1, 2)))(
    'every place of the envelope’s map is what solving there from nothing says (%d)',
    (seed) => {
      const project = asked(seed, LOW_PA);
      const map = studyHere(ENVELOPE_STUDY, project, { y: 'oil' });
      const circuit = solver(project);
      let [held, failed] = [0, 0];
      map.speedsRevS.forEach((speedRevS, ix) =>
        map.ys.forEach((oilTemperatureK, iy) => {
          if ((ix + iy) % 7 > 0) return;
          const fresh = solveState(circuit, circuit.stateAt(speedRevS, oilTemperatureK));
          for (const { part, values } of map.consumers) {
            const value = values[iy]![ix]!;
            const supplied = fresh.consumers.find((c) => c.part === part)!.supplied;
            expect([part, ix, iy, value >= 0]).toEqual([part, ix, iy, supplied]);
            if (supplied) held++;
            else failed++;
          }
        }),
      );
      expect(Math.min(held, failed)).toBeGreaterThan(20);
    },
  );

  it.each([5, 13])(
    'a variant beside its own copy differs in nothing, and each of its figures is the same twice (%d)',
    (seed) => {
      const project = asked(seed, LOW_PA);
      const [own] = project.variants;
      const { parts, settings, consumers, states } = studyHere(
        COMPARE_STUDY,
        {
          ...project,
          namedStates: [{ name: 'Half', speedRevS: 60, oilTemperatureK: 363.15 }],
          variants: [own!, { ...own!, id: 'copy', name: 'Copy' }],
        },
        { ids: ['a', 'copy'] },
      );
      expect([parts, settings]).toEqual([[], []]);
      for (const {
        worst: [one, two],
      } of consumers)
        expect(two).toEqual(one);
      for (const {
        figures: [one, two],
      } of states)
        expect(two).toEqual(one);
      expect(states[0]!.figures[0]!.pumpM3S).toBeGreaterThan(0);
    },
  );
});
