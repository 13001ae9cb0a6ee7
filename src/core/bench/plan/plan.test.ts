import fc from 'fast-check';
import { applyMove, offersFor, type MoveDraft } from '../../document/moves';
import { catalogueEntry } from '../../document/parts/catalogue';
import { emptiesWhenStopped, partVolumeM3 } from '../../document/parts/partVolume';
import { isReservoir } from '../../document/parts/ports';
import type { Project, Variant } from '../../document/project/project';
import { seeded } from '../../foundations/random/quasiRandom';
import { testProject } from '../../verification/testing/stockEngine';
import { demoProject } from '../../verification/testing/demo';
import { arbitrarySeed, randomProject } from '../../verification/testing/randomCircuit';
import { oilChange } from '../level/oilToAdd';
import { applyChanges, changesBetween, isSameCircuit } from './circuitChange';
import { byPhase, planJob } from './jobPlan';
import { moveStep, orderSteps } from './orderSteps';
import { sayMinutes, sayStep } from './sayStep';
import { addPiece, removePiece, tickPiece, tickStep } from './stepNotes';

/** A variant and what some random changes make of it. */
function randomJob(seed: number): { readonly project: Project; readonly from: Variant; readonly to: Variant } {
  const project = randomProject(seed);
  const from = project.variants[0]!;
  const random = seeded(seed);
  const pick = <T>(of: readonly T[]): T | undefined => of[Math.floor(random() * of.length)];
  let to: Variant = { ...from, id: 'changed', name: 'Changed' };
  for (let n = 0; n < 3; n++) {
    const offer = pick(offersFor(to.circuit, pick(to.circuit.parts)!));
    const outcome = offer && applyMove(to, offer.move);
    if (outcome?.ok) to = outcome.variant;
  }
  return { project, from, to };
}

const job = () => {
  const project = demoProject();
  const [from, to] = project.variants as [Variant, Variant];
  return { project, from, to, plan: planJob(project, from, to) };
};

describe('The plan of a job', () => {
  it('applied step by step turns the one circuit into the other; leaving any of its changes out does not', () => {
    fc.assert(
      fc.property(arbitrarySeed, (seed) => {
        const { project, from, to } = randomJob(seed);
        const { steps } = planJob(project, from, to);
        const all = steps.reduce((circuit, step) => applyChanges(circuit, step.changes), from.circuit);
        expect(changesBetween(all, to.circuit)).toEqual([]);
        for (const left of steps.filter((s) => s.changes.length > 0)) {
          const without = steps
            .filter((s) => s !== left)
            .reduce((circuit, step) => applyChanges(circuit, step.changes), from.circuit);
          expect(isSameCircuit(without, to.circuit)).toBe(false);
        }
      }),
      { numRuns: 60 },
    );
  });

  it('keeps its phases and what each step depends on, whatever order is wanted', () => {
    const { plan } = job();
    fc.assert(
      fc.property(
        fc.shuffledSubarray(
          plan.steps.map((s) => s.id),
          { minLength: plan.steps.length },
        ),
        (wanted) => {
          const ordered = orderSteps(plan.steps, wanted);
          const at = new Map(ordered.map((s, i) => [s.id, i]));
          expect(at.size).toBe(plan.steps.length);
          for (const s of ordered) for (const id of s.after) expect(at.get(id) ?? -1).toBeLessThan(at.get(s.id)!);
          const phases = byPhase(ordered).flatMap((p) => p.steps.map((s) => s.id));
          expect(phases).toEqual(ordered.map((s) => s.id));
        },
      ),
      { numRuns: 60 },
    );
  });

  it('lets a step be moved where nothing forbids it, and nowhere else', () => {
    const { plan } = job();
    const ids = plan.steps.map((s) => s.id);
    const [first, second] = ['on-hoseOut', 'on-hoseBack'].map((id) => ids.indexOf(id)) as [number, number];
    const moved = moveStep(plan.steps, 'on-hoseBack', first)!;
    expect(moved.indexOf('on-hoseBack')).toBeLessThan(moved.indexOf('on-hoseOut'));
    expect(second).toBeGreaterThan(first);
    expect(moveStep(plan.steps, 'on-hoseOut', ids.indexOf('on-plate'))).toBeUndefined();
    expect(moveStep(plan.steps, 'tighten', first)).toBeUndefined();
    expect(moveStep(plan.steps, 'order', 0)).toBeUndefined();
    expect(moveStep(plan.steps, 'on-plate', -1)).toBeUndefined();
  });

  it('holds everything in its place before anything is ordered, drained or tightened', () => {
    const ids = job().plan.steps.map((s) => s.id);
    const at = (id: string) => ids.indexOf(id);
    expect(at('baseline')).toBe(0);
    expect(at('mockUp')).toBe(1);
    expect(at('order')).toBeGreaterThan(at('measure-hoseOut'));
    expect(at('drain')).toBeGreaterThan(at('dryFit'));
    // The engine runs on its wheels; what is filled upright is filled before it is fitted; hoses go between what is there.
    expect(at('support')).toBeGreaterThan(at('warm'));
    expect(at('battery')).toBeGreaterThan(at('warm'));
    expect(at('on-noseCooler')).toBeGreaterThan(at('prefill'));
    expect(at('on-hoseOut')).toBeGreaterThan(at('on-noseCooler'));
    expect(at('on-hoseOut')).toBeGreaterThan(at('on-plate'));
    // The filter hides the plate's bolt.
    expect(at('join-plate.out-filter.in')).toBeGreaterThan(at('tighten'));
    expect(at('tighten')).toBeGreaterThan(at('on-hoseBack'));
    expect(at('firstStart')).toBeGreaterThan(at('refill'));
  });

  it('says its figures in the reader’s units, and its cautions where they matter', () => {
    const { plan } = job();
    const say = (id: string) => sayStep(plan.steps.find((s) => s.id === id)!).replace(/\u00a0/g, ' ');
    expect(say('drain')).toContain('(about 5.00 L)');
    // The length of the list of hoses, and what is left on for the trim.
    expect(say('make-hoseOut')).toContain('Cut hose C 15 mm longer than its 1652 mm.');
    expect(say('refill')).toContain(
      'Fill in about 5.56 L of 10W-40: with what was filled upright that makes 6.06 L in all.',
    );
    expect(plan.steps.find((s) => s.id === 'drain')!.caution).toContain('burn');
    expect([0, 59, 60, 135].map(sayMinutes)).toEqual(['0 min', '59 min', '1 h', '2 h 15 min']);
  });

  it('takes the minutes of what is still to do from what the same acts took, of others from all', () => {
    const { project, from, to } = job();
    const noted = (steps: NonNullable<NonNullable<Variant['bench']>['plan']>['steps']) =>
      planJob(project, from, { ...to, id: 'noted', bench: { plan: { steps } } }).steps;
    const minutes = (steps: ReturnType<typeof noted>, id: string) => steps.find((s) => s.id === id)!.plannedMin;
    const usual = noted({});
    const slow = noted({ 'make-hoseOut': { done: true, spentMin: 3 * minutes(usual, 'make-hoseOut') } });
    expect(minutes(slow, 'make-hoseBack')).toBe(3 * minutes(usual, 'make-hoseBack'));
    // Nothing of its kind is ticked: as all that is.
    expect(minutes(slow, 'drain')).toBe(3 * minutes(usual, 'drain'));
    // What is ticked stays as it was planned, and what a person has set stays.
    expect(minutes(slow, 'make-hoseOut')).toBe(minutes(usual, 'make-hoseOut'));
    const both = noted({ 'make-hoseOut': { done: true, spentMin: 1 }, drain: { plannedMin: 42 } });
    expect(minutes(both, 'drain')).toBe(42);
    expect(minutes(both, 'make-hoseBack')).toBe(Math.round(minutes(usual, 'make-hoseBack') / 4));
  });

  it('says of each step what must be true before it, of many alike the count', () => {
    const { steps } = job().plan;
    const because = (id: string) => steps.find((s) => s.id === id)!.because.join(', ');
    expect(because('on-hoseOut')).toBe(
      'the faces are clean, all was dry fitted, the battery is off, the oil is out, Nose cooler is on, Plate is on',
    );
    expect(because('drain')).toBe('it stands on stands');
    expect(because('baseline')).toBe('');
    expect(because('tighten')).toMatch(/^\d+ things are on/);
    // Only what some step makes true is waited for.
    for (const step of steps) expect(step.because.length > 0).toBe(step.after.length > 0);
  });

  it('pushes a drain over its tails, and turns no nut of it', () => {
    const made = testProject('wetSump', { wants: ['turbo'] });
    const [engine, modified] = made.variants as [Variant, Variant];
    const said = planJob(made, engine, modified).steps.map((s) => s.text);
    const drain = said.find((text) => /^Lay hose . \(Turbo drain\)/.test(text))!;
    expect(drain).toContain('over the bead');
    expect(drain).not.toContain('nut');
    expect(said.find((text) => /^Cut hose . \{over\} longer than its \{cut\}, square/.test(text))).toMatch(
      /Offer it up and trim it\.$/,
    );
    expect(said.find((text) => /^Lay hose . \(Turbo hose\)/.test(text))).toContain('Start every nut by hand');
  });

  it('closes, fills and bleeds the coolant that a cooler leaves open, and runs no engine without coolant', () => {
    const made = testProject('coolerOnHousing', { wants: ['coolerDeleted'] });
    const [engine, modified] = made.variants as [Variant, Variant];
    const { steps } = planJob(made, engine, modified);
    const ids = steps.map((s) => s.id);
    const at = (id: string) => ids.indexOf(id);
    expect(at('warm')).toBe(-1);
    expect(at('drainCoolant')).toBeLessThan(at('support'));
    expect(at('closeCoolant')).toBeGreaterThan(at('tighten'));
    expect(at('fillCoolant')).toBeGreaterThan(at('closeCoolant'));
    expect(at('firstStart')).toBeGreaterThan(at('fillCoolant'));
  });

  it('says from what to what a figure is altered', () => {
    const { project, from } = job();
    const parts = from.circuit.parts.map((p) => (p.id === 'turboRestrictor' ? { ...p, boreM: 1.2e-3 } : p) as typeof p);
    const to = { ...from, id: 'other', circuit: { ...from.circuit, parts } };
    const step = planJob(project, from, to).steps.find((s) => s.id === 'set-turboRestrictor')!;
    expect(sayStep(step).replace(/\u00a0/g, ' ')).toMatch(
      /^Fit Restrictor of 1\.20 mm instead of 1\.50 mm\. Check it with a drill of its size/,
    );
  });

  it('warns of an accumulator’s pressure where it is fitted and where it comes off, and fills its oil in', () => {
    const { project, from } = job();
    const fitted = applyMove(from, {
      kind: 'tee',
      at: 'gallery.out',
      drafts: [{ ...catalogueEntry('accumulator').part } as MoveDraft],
    });
    if (!fitted.ok) throw new Error(fitted.why);
    const to = { ...fitted.variant, id: 'with', name: 'With' };
    const steps = (a: Variant, b: Variant) => planJob(project, a, b).steps.filter((s) => /ccumulator/.test(s.text));
    expect(steps(from, to).find((s) => s.text.startsWith('Fit'))!.caution).toContain('never with oxygen');
    expect(steps(to, from).find((s) => s.text.includes('Take it off'))!.caution).toContain('until the gauge reads 0');
    // Two litres charged to half a bar hold 1.39 L at 4 bar: 2·(1 − 1.513/5).
    expect(oilChange(to, from).addedM3).toBeCloseTo(2e-3 * (1 - 1.51325 / 5), 9);
  });

  it('refits what was taken off for access at the end, the last first', () => {
    const { project, from, to } = job();
    const own = [
      { id: 'bumper', phase: 'prepare' as const, text: 'Take off the bumper', refit: true },
      { id: 'grille', phase: 'prepare' as const, text: 'Take off the grille', refit: true },
    ];
    const ids = planJob(project, from, { ...to, bench: { plan: { own } } }).steps.map((s) => s.id);
    expect(ids.indexOf('bumper')).toBeLessThan(ids.indexOf('grille'));
    expect(ids.indexOf('refit-grille')).toBeLessThan(ids.indexOf('refit-bumper'));
    expect(ids.indexOf('refit-grille')).toBeGreaterThan(ids.indexOf('tighten'));
  });

  it('of a circuit into itself has no steps', () => {
    const { project, from } = job();
    expect(planJob(project, from, { ...from, id: 'copy' }).steps).toEqual([]);
  });

  it('of a season with another oil is a job of its own: drained, filters, filled, looked at', () => {
    const { project, from } = job();
    const oil = { ...project.oil, name: '5W-30, winter' };
    const winter = { ...from, id: 'winter', season: { name: 'Winter', oil } };
    const { steps } = planJob(project, from, winter);
    expect(steps.map((s) => s.id)).toEqual(['warm', 'support', 'drain', 'filters', 'refill', 'firstStart']);
    expect(sayStep(steps[2]!).replace(/\u00a0/g, ' ')).toContain('(about 5.00 L)');
    // What the sump holds and the new element takes.
    expect(sayStep(steps[4]!).replace(/\u00a0/g, ' ')).toContain('Fill in about 5.50 L of 5W-30, winter');
    expect(planJob(project, winter, { ...winter, id: 'same' }).steps).toEqual([]);
  });

  it('splits a step: it is done when all of its parts are, and ticking it ticks them', () => {
    const on = '2026-11-26';
    let note = addPiece(addPiece({ note: 'tight' }, 'left', on), 'right', on);
    note = tickPiece(note, 0, true, on);
    expect(note.done).toBeUndefined();
    note = tickPiece(note, 1, true, on);
    expect(note).toMatchObject({ done: true, on, note: 'tight' });
    expect(tickPiece(note, 0, false, '2026-11-27').done).toBeUndefined();
    expect(addPiece(note, 'middle', on).done).toBeUndefined();
    expect(removePiece(addPiece(note, 'middle', on), 2, on)).toEqual(note);
    expect(tickStep(note, false, on).pieces).toEqual([{ text: 'left' }, { text: 'right' }]);
    expect(tickStep(tickStep(note, false, on), true, on)).toEqual(note);
    expect(removePiece(removePiece(note, 0, on), 0, on)).toEqual({ done: true, on, note: 'tight' });
  });

  it('back to stock keeps what comes off', () => {
    const { project, from, to } = job();
    expect(planJob(project, to, from).keep).toEqual(
      expect.arrayContaining(['Plate', 'Nose cooler', 'Hose out', 'Hose back']),
    );
  });
});

describe('Oil to add', () => {
  it('is what all parts hold after less what they held before, on any change; what lets its oil fall holds none', () => {
    fc.assert(
      fc.property(arbitrarySeed, (seed) => {
        const { from, to } = randomJob(seed);
        const held = (v: Variant) =>
          v.circuit.parts
            .filter((p) => !isReservoir(p) && !emptiesWhenStopped(p))
            .reduce((sum, p) => sum + partVolumeM3(p), 0);
        expect(Math.abs(oilChange(to, from).addedM3 - (held(to) - held(from)))).toBeLessThan(
          1e-6 * (to.circuit.parts.length + from.circuit.parts.length),
        );
      }),
      { numRuns: 60 },
    );
  });

  it('of an air cooler with two dash 10 hoses is what builders find: 0.7 to 1.2 L (common practice)', () => {
    const { from, to } = job();
    const litres = oilChange(to, from).addedM3 * 1e3;
    expect(litres).toBeGreaterThan(0.7);
    expect(litres).toBeLessThan(1.2);
  });

  it('reads over full by what the empty parts will take, less what is prefilled', () => {
    const { from, to } = job();
    const { came, prefillM3, overBeforeStartM3 } = oilChange(to, from);
    expect(prefillM3).toBeCloseTo(0.5e-3, 9);
    expect(overBeforeStartM3 + prefillM3).toBeCloseTo(
      came.reduce((sum, p) => sum + p.volumeM3, 0),
      12,
    );
    expect(oilChange(from, to).overBeforeStartM3).toBe(0);
  });
});
