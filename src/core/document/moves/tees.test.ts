import { seeded } from '../../foundations/random/quasiRandom';
import { CircuitSolver } from '../../network/circuitSolver';
import { demoProject } from '../../verification/testing/demo';
import { tries } from '../../verification/testing/tries';
import type { Variant } from '../project/project';
import { applyMove, offersFor } from '.';

/** Runs of changes here; the campaign has more. */
const RUNS = tries(60, 5000);
const CHANGES = 3;

describe('Changes one after another, tees among them', () => {
  it('leave a circuit that can be computed, or are refused: no place is left with two heights', () => {
    const random = seeded(30);
    const one = <T>(of: readonly T[]): T => of[Math.floor(random() * of.length)]!;
    const projects = ['thornback', 'saltmarsh', 'larkspur'].map((name) => demoProject(name));
    let made = 0;
    for (let run = 0; run < RUNS; run++) {
      const project = one(projects);
      let variant: Variant = one(project.variants);
      const done: string[] = [];
      for (let n = 0; n < CHANGES; n++) {
        const offers = offersFor(variant.circuit, one(variant.circuit.parts));
        const tees = offers.filter(({ label }) => /\btee\b/i.test(label));
        if (offers.length === 0) continue;
        const offer = one(tees.length > 0 && random() < 0.7 ? tees : offers);
        const outcome = applyMove(variant, offer.move);
        if (!outcome.ok) continue;
        ({ variant } = outcome);
        done.push(offer.label);
        made++;
        const solver = CircuitSolver.of({ ...project, variants: [variant], activeVariant: variant.id });
        expect([done, solver.ok ? [] : solver.issues]).toEqual([done, []]);
      }
    }
    expect(made).toBeGreaterThan(RUNS);
  });
});
