import fc from 'fast-check';
import { arbitrarySeed } from '../verification/testing/randomCircuit';
import { JOB_BOOKS, madeBook, madeJob, type MadeJob } from '../verification/testing/jobBooks';
import { tries } from '../verification/testing/tries';
import { ARCHETYPE_IDS } from '../document/archetypes/archetypes';
import { JOB_IDS } from '../document/jobs/jobs';
import { actsAs } from '../document/parts/part';
import { jointKey } from '../document/project/bench';
import { firstStartSteps } from '../log/firstStart';
import { isBought } from './items/item';
import { itemsOf } from './items/itemList';
import { measureFirst } from './items/measureFirst';
import { jobTouches } from './jobTouches';
import { isThing } from './partWork';
import { changesBetween } from './plan/circuitChange';
import { planJob } from './plan/jobPlan';
import { wholeJob } from './plan/wholeJob';
import { sayStep } from './plan/sayStep';

/** Steps around the plan that the hours of a job do not count: ordering, and panels. */
const NOT_COUNTED = ['order', 'panels'];
/** A word of a field or of a key: small letters, then a capital inside. Units have one too. */
const FIELD_WORD = /\b(?!m?Pa\b|kPa\b|mPa\b|kW\b)[a-z]+[A-Z][A-Za-z]*\b|undefined|NaN|\{\w+\}/;
/** What an opened state is followed by. */
const MADE_GOOD = [
  ['oilOut', 'oilIn'],
  ['coolantOut', 'coolantIn'],
  ['panOff', 'panOn'],
  ['batteryOff', 'batteryOn'],
] as const;

const NO_PREDICTION = {
  filling: undefined,
  coldIdle: undefined,
  hotIdle: undefined,
  thermostatOpensS: undefined,
  warmOilS: undefined,
};

/** All that must hold of any job's lists. */
function expectComplete({ project, before, variant }: MadeJob): void {
  const items = itemsOf(project, variant, before);
  const plan = planJob(project, before, variant);
  const job = wholeJob(project, before, variant);
  const { hoses, joints } = jobTouches(variant, before);
  const changes = changesBetween(before.circuit, variant.circuit);
  const stepWith = (id: string) => plan.steps.filter((s) => s.id === id);

  // Every new thing is bought once and fitted once.
  for (const change of changes) {
    if (change.kind !== 'add' || !isThing(change.part)) continue;
    expect([change.part.id, stepWith(`on-${change.part.id}`)]).toEqual([change.part.id, [expect.anything()]]);
    if (hoses.some((h) => h.key === change.part.id) || actsAs(change.part, 'pan')) continue;
    const lines = items.filter((i) => i.key === `part ${change.part.id}`);
    expect([change.part.id, lines.map((i) => [i.status, i.quantity])]).toEqual([change.part.id, [['new', 1]]]);
  }
  // Everything that came off is left over, or is a hose; every port that was opened and stays is closed again.
  const open = new Set(changes.flatMap((c) => (c.kind === 'undo' ? [c.joint.from, c.joint.to] : [])));
  const there = new Set(variant.circuit.parts.map((p) => p.id));
  for (const change of changes)
    if (change.kind === 'remove') {
      const part = before.circuit.parts.find((p) => p.id === change.part)!;
      const isHose = actsAs(part, 'drain') || (actsAs(part, 'line') && part.form === 'hose');
      if (isThing(part) && !isHose)
        expect(items.filter((i) => i.key === `part ${part.id}`).map((i) => i.status)).toEqual(['leftOver']);
    }
  const joined = new Set(variant.circuit.joints.flatMap((j) => [j.from, j.to]));
  for (const port of open) if (there.has(port.split('.')[0]!)) expect([port, joined.has(port)]).toEqual([port, true]);
  // What is drained is filled, what is opened is closed, tightened and looked at.
  const made = new Set(job.flatMap((s) => s.makes));
  for (const [opened, closed] of MADE_GOOD) if (made.has(opened)) expect(made).toContain(closed);
  const joins = new Set(changes.flatMap((c) => (c.kind === 'join' ? [jointKey(c.joint.from, c.joint.to)] : [])));
  const start = firstStartSteps(project, variant, before, NO_PREDICTION);
  for (const joint of joints) {
    if (joins.has(joint.key)) {
      const by = plan.steps.findIndex((s) =>
        s.changes.some((c) => c.kind === 'join' && jointKey(c.joint.from, c.joint.to) === joint.key),
      );
      expect([joint.name, by >= 0]).toEqual([joint.name, true]);
      // Whatever order a person wants, nothing is tightened before it is on.
      const tighten = plan.steps.find((s) => s.id === 'tighten');
      if (tighten && !plan.steps[by]!.text.includes('Screw')) expect(tighten.after).toContain(plan.steps[by]!.id);
    }
    expect(start.some((s) => s.title === `Leak check: ${joint.name}`)).toBe(true);
    // It mates, or what joins it is bought; what nobody knows is measured first.
    expect([joint.name, joint.fit.kind]).not.toEqual([joint.name, 'misfit']);
    const { fit } = joint;
    if (fit.kind === 'adapter') expect(items.filter((i) => i.key === fit.adapter && isBought(i))).toHaveLength(1);
    if (fit.kind === 'shared') expect(items.some((i) => i.name.startsWith('tee') && isBought(i))).toBe(true);
    if (fit.kind === 'unknown')
      expect(measureFirst(variant, before).some((m) => m.what.startsWith('thread of'))).toBe(true);
  }
  // Every hose has two joined ends.
  for (const hose of hoses.filter((h) => h.duty !== 'coolant'))
    expect([hose.name, hose.from.mate, hose.to.mate]).toEqual([hose.name, expect.any(String), expect.any(String)]);
  // No step needs what a later one makes.
  const order = new Map(plan.steps.map((s, i) => [s.id, i]));
  for (const step of job)
    for (const fact of step.needs)
      for (const maker of job.filter((s) => s.makes.includes(fact) && s.id !== step.id))
        expect([step.id, fact, order.get(maker.id)! < order.get(step.id)!]).toEqual([step.id, fact, true]);
  // Nothing speaks in the words of a file.
  const said = [
    ...plan.steps.flatMap((s) => [sayStep(s), s.caution ?? '']),
    ...items.flatMap((i) => [i.name, i.size, i.note ?? '', i.waits ?? '']),
    ...joints.flatMap((j) => [j.name, j.kind ?? '', j.tightening?.by ?? '']),
    ...measureFirst(variant, before).flatMap((m) => [m.what, m.how]),
  ];
  expect(said.filter((words) => FIELD_WORD.test(words))).toEqual([]);
}

describe.each(JOB_BOOKS.map((book) => [book.job, book] as const))('The job book %s', (_, book) => {
  const made = madeBook(book);

  it('is complete: bought, fitted, joined, filled, closed, in an order that can be done', () => {
    expectComplete(made);
  });

  // 0.6 to 1.8 times of what such a job takes, from battery off to the first start.
  it('takes the hours that such a job takes', () => {
    const counted = planJob(made.project, made.before, made.variant).steps.filter((s) => !NOT_COUNTED.includes(s.id));
    const hours = counted.reduce((sum, s) => sum + s.plannedMin, 0) / 60;
    expect(hours).toBeGreaterThan(0.6 * book.hours[0]);
    expect(hours).toBeLessThan(1.8 * book.hours[1]);
  });
});

describe('Job books', () => {
  it('tell every job that has a name', () => {
    expect(JOB_BOOKS.map((book) => book.job).sort()).toEqual([...JOB_IDS].sort());
  });

  it('hold of random jobs on random engines too: one or two jobs in one go', () => {
    fc.assert(
      fc.property(
        arbitrarySeed,
        fc.constantFrom(...ARCHETYPE_IDS),
        fc.shuffledSubarray(JOB_IDS, { minLength: 2, maxLength: 6 }),
        (seed, archetype, wanted) => {
          const made = madeJob(archetype, seed, wanted);
          if (made) expectComplete(made);
        },
      ),
      { numRuns: tries(25, 400) },
    );
  });
});
