import { planJob } from '../../bench/plan/jobPlan';
import { engineIsIn, stopJob } from '../../bench/plan/endJob';
import { itemsOf } from '../../bench/items/itemList';
import { withMeasuredHose } from '../../bench/hoses/hoseActs';
import { beforeFit, fitGroups, withFactors } from '../../studies/inputs/fitGroups';
import { testAnswers } from '../../verification/testing/stockEngine';
import { buildFromAnswers } from '../archetypes/buildProject';
import { catalogueEntry } from '../parts/catalogue';
import type { Part } from '../parts/part';
import type { Move, MoveDraft } from '../moves';
import type { KeptProject } from '../project/keptProject';
import { activeVariant } from '../project/project';
import { copyActs, deleteVariant, dropAct, newVariant, onEngineAlready, renameAct, withoutWhatIf } from './acts';
import { moveElsewhere, otherPlaces } from './alterAct';
import { circuitOf, deriveProject, replayOf } from './deriveProject';
import { changedHere, learn, markKnown, onlyHere, setPart } from './partFigures';
import { makeChange, type Edited } from './editing';
import { logWithReadings, readingsForFit, readingsToExplain, withLog, withReadings } from './readings';
import { putBack, whatIf } from './putBack';
import { saidActs, sayVariant } from './saidActs';

const done = (made: Edited): KeptProject => {
  if (!made.ok) throw new Error(made.why);
  return made.kept;
};
const changed = (kept: KeptProject, ...moves: Move[]): KeptProject => {
  const made = makeChange(kept, moves);
  if (!made.ok) throw new Error(made.why);
  return made.kept;
};
const draft = (id: string, own: object = {}) => ({ ...catalogueEntry(id).part, ...own }) as MoveDraft;
const open = (kept: KeptProject, id: string): KeptProject => ({ ...kept, activeVariant: id });
const partIn = (kept: KeptProject, variant: string, id: string): Part =>
  circuitOf(kept, variant).parts.find((p) => p.id === id)!;
const planned = (kept: KeptProject, from: string, to: string) => {
  const { variants } = deriveProject(kept);
  const of = (id: string) => variants.find((v) => v.id === id)!;
  return planJob(deriveProject(kept), of(from), of(to));
};

/** An engine of the reader's own, with a cooler and a remote filter planned. */
function engine(): KeptProject {
  const built = buildFromAnswers(testAnswers('wetSump', { wants: ['cooler', 'remoteFilter'] }));
  if (!built.ok) throw new Error(built.why);
  return built.kept;
}
const TURBO: Move = {
  kind: 'tee',
  at: 'gallery.out',
  drafts: [draft('hose4', { name: 'Turbo hose' }), draft('turboPlain')],
  drain: draft('drain', { name: 'Turbo drain' }),
};

describe('What is stock and was forgotten', () => {
  it('is in every variant once it is said of the engine as it is, and no job takes it off', () => {
    const kept = changed(open(engine(), 'stock'), TURBO);
    for (const id of ['stock', 'modified'])
      expect(circuitOf(kept, id).parts.map((p) => p.id)).toEqual(expect.arrayContaining(['turbo', 'turboHose']));
    expect(planned(kept, 'stock', 'modified').steps.filter((s) => /Turbo/.test(s.text))).toEqual([]);
  });

  it('can be moved there from the variant in which it was fitted by mistake, with its ids', () => {
    const kept = changed(open(engine(), 'modified'), TURBO);
    const act = kept.variants[0]!.acts.at(-1)!.id;
    const before = circuitOf(kept, 'modified');
    const moved = done(onEngineAlready(kept, 'modified', act));
    expect(partIn(moved, 'stock', 'turbo')).toEqual(partIn(kept, 'modified', 'turbo'));
    expect(circuitOf(moved, 'modified').parts).toHaveLength(before.parts.length);
    expect(moved.variants[0]!.acts).toHaveLength(2);
    // A change on parts that the engine as it is does not have cannot go there.
    const cooler = kept.variants[0]!.acts[0]!.id;
    const bigger = changed(kept, { kind: 'takeOut', part: 'airCooler' });
    expect(onEngineAlready(bigger, 'modified', bigger.variants[0]!.acts.at(-1)!.id)).toMatchObject({
      ok: false,
      why: expect.stringContaining('The engine as it is does not take it.'),
    });
    expect(cooler).toBe('act1');
  });
});

describe('Knowledge', () => {
  /** A fit of the engine as it is: clearances 30 % wider, as the page applies it. */
  function fitted(kept: KeptProject): KeptProject {
    const project = beforeFit(deriveProject(open(kept, 'stock')));
    const groups = fitGroups(project, []);
    const factors = groups.map((g) => (g.id === 'mains' ? 1.3 : 1));
    const { project: moved, figures } = withFactors(project, groups, factors);
    const after = {
      ...activeVariant(moved),
      calibration: {
        readings: [],
        applied: {
          figures: [...figures],
          factors: groups.map((g, i) => ({ id: g.id, factor: factors[i]!, deviation: 0.1, prior: g.prior })),
        },
      },
    };
    return done(putBack(open(kept, 'stock'), activeVariant(project), after, 'known'));
  }
  const clearance = (kept: KeptProject, id: string) =>
    (partIn(kept, id, 'mains') as unknown as { clearanceRadialM: number }).clearanceRadialM;

  it('of a fit serves every variant, and leaves not one step of work', () => {
    const before = engine();
    const after = fitted(before);
    expect(clearance(after, 'stock')).toBeCloseTo(1.3 * clearance(before, 'stock'), 12);
    expect(clearance(after, 'modified')).toBe(clearance(after, 'stock'));
    for (const { calibration } of deriveProject(after).variants) expect(calibration?.applied).toBe(after.fit);
    const words = (kept: KeptProject) => planned(kept, 'stock', 'modified').steps.map((s) => s.text);
    expect(words(after)).toEqual(words(before));
    expect(after.variants).toEqual(before.variants);
  });

  it('of a part that an act brings stays with that act, a length with its part in every variant', () => {
    const kept = open(engine(), 'modified');
    const below = newVariant(kept, 'modified', { name: 'Below' });
    const measured = done(
      putBack(
        open(below, 'modified'),
        activeVariant(deriveProject(open(below, 'modified'))),
        withMeasuredHose(activeVariant(deriveProject(open(below, 'modified'))), 'coolerHoseOut', 1.23),
      ),
    );
    for (const { id } of measured.variants)
      expect(partIn(measured, id, 'coolerHoseOut')).toMatchObject({ lengthM: 1.23 });
    expect(measured.notes.hoses?.['coolerHoseOut']).toMatchObject({ measuredM: 1.23 });
    expect(measured.variants.map((v) => v.acts.length)).toEqual(kept.variants.map((v) => v.acts.length).concat(0));
    expect(circuitOf(measured, 'stock')).toBe(circuitOf(below, 'stock'));
  });

  it('typed in a variant of a part that was there before is a change, unless it is said to be known', () => {
    const kept = open(engine(), 'modified');
    const wider = { ...partIn(kept, 'modified', 'mains'), clearanceRadialM: 4e-5 } as Part;
    const change = done(setPart(kept, wider));
    expect([clearance(change, 'stock'), clearance(change, 'modified')]).toEqual([clearance(kept, 'stock'), 4e-5]);
    expect([...changedHere(change, 'mains')]).toEqual([
      ['clearanceRadialM', { act: 'act3', before: clearance(kept, 'stock') }],
    ]);
    expect(saidActs(change, 'modified').at(-1)).toMatchObject({
      moves: ['change radial clearance (Mains)'],
      figures: [{ quantity: 'clearance', before: clearance(kept, 'stock'), after: 4e-5 }],
    });
    // Typing in one field goes on with its act; typed back, there is none.
    const more = done(setPart(change, { ...wider, clearanceRadialM: 5e-5 } as Part));
    expect(more.variants[0]!.acts).toHaveLength(3);
    expect(done(setPart(more, partIn(kept, 'modified', 'mains'))).variants).toEqual(kept.variants);
    const known = done(setPart(kept, wider, 'known'));
    expect([clearance(known, 'stock'), known.variants]).toEqual([4e-5, kept.variants]);
    // And the contrary of it: the engine has what it had, the variant keeps the figure as its change.
    const marked = markKnown(known, kept, { part: 'mains', path: 'clearanceRadialM' });
    const here = done(onlyHere(marked, 'mains', 'clearanceRadialM'));
    expect([clearance(here, 'stock'), clearance(here, 'modified')]).toEqual([clearance(kept, 'stock'), 4e-5]);
    expect([here.known, here.variants[0]!.acts.length]).toEqual([[], 3]);
    expect(onlyHere(here, 'mains', 'clearanceRadialM').ok).toBe(false);
    const already = done(onEngineAlready(change, 'modified', 'act3'));
    expect([clearance(already, 'stock'), already.variants[0]!.acts.length]).toEqual([4e-5, 2]);
    expect(already.known).toEqual([{ part: 'mains', path: 'clearanceRadialM' }]);
  });

  it('that the schema would refuse is not taken', () => {
    expect(learn(engine(), 'stock', 'mains', [{ path: ['clearanceRadialM'], value: -1 }]).ok).toBe(false);
    expect(learn(engine(), 'modified', 'airCooler', [{ path: ['passes'], value: 'two' }]).ok).toBe(false);
  });
});

describe('A part that replaces another', () => {
  it('is bought, and the old one comes off', () => {
    const kept = engine();
    const project = deriveProject(kept);
    const [stock, modified] = project.variants;
    const head = modified!.circuit.parts.find((p) => p.replaces === 'filter')!;
    const items = itemsOf(project, modified!, stock).filter((i) => [head.name, 'Filter'].includes(i.name));
    expect(items.map((i) => [i.name, i.status])).toEqual(
      expect.arrayContaining([
        [head.name, 'new'],
        ['Filter', 'leftOver'],
      ]),
    );
    const texts = planned(kept, 'stock', 'modified').steps.map((s) => s.text);
    expect(texts.some((t) => t.startsWith('Unscrew Filter'))).toBe(true);
  });
});

describe('An act that can no longer be made', () => {
  it('is kept and explained, the others are made, and it can be left out or deleted', () => {
    const kept = changed(open(engine(), 'modified'), TURBO);
    const moved = changed(open(kept, 'stock'), { kind: 'swap', part: 'filter', draft: draft('filterNoBypass') });
    const said = saidActs(moved, 'modified');
    expect(said.map((a) => a.troubles.length > 0)).toEqual([true, true, false]);
    expect(said[0]!.troubles[0]).toMatchObject({ move: 0, why: 'What it is about is not in this circuit any more.' });
    // It can be made before the filter that is there now; what it brought is what it was.
    const [place] = otherPlaces(moved, 'modified', 'act1', 0);
    expect(place!.label).toBe('fit an air cooler with two hoses on a thermostat plate before Filter');
    const altered = moveElsewhere(moved, 'modified', 'act1', 0, place!.at);
    expect(saidActs(altered, 'modified')[0]!.troubles).toEqual([]);
    expect(partIn(altered, 'modified', 'airCooler')).toEqual(partIn(kept, 'modified', 'airCooler'));
    expect(otherPlaces(moved, 'modified', 'act2', 0)).toEqual([]);
    expect(partIn(moved, 'modified', 'turbo')).toBeDefined();
    expect(sayVariant(moved, 'modified')).toMatch(/^Modified = Stock \+ feed /);
    const without = dropAct(dropAct(moved, 'modified', 'act1'), 'modified', 'act2');
    expect(replayOf(without, 'modified').troubles).toEqual([]);
    expect(saidActs(renameAct(without, 'modified', 'act3', 'Factory turbo'), 'modified')[0]!.name).toBe(
      'Factory turbo',
    );
  });

  it('is not copied where it cannot be made; what is copied brings the same parts with what is known of them', () => {
    const kept = engine();
    const other = newVariant(kept, 'stock', { name: 'Other' });
    const twice = done(copyActs(other, 'modified', ['act1'], other.activeVariant));
    expect(partIn(twice, other.activeVariant, 'airCooler')).toEqual(partIn(kept, 'modified', 'airCooler'));
    expect(copyActs(twice, 'modified', ['act1'], other.activeVariant)).toMatchObject({ ok: false });
    expect(copyActs(kept, 'modified', ['act1'], 'stock')).toMatchObject({ ok: false });
    const long = done(learn(twice, 'modified', 'coolerHoseOut', [{ path: ['lengthM'], value: 0.9 }]));
    expect(partIn(long, other.activeVariant, 'coolerHoseOut')).toMatchObject({ lengthM: 0.9 });
  });
});

describe('A variant that goes', () => {
  it('leaves those that hang on it as they are; the engine as it is stays', () => {
    const kept = newVariant(engine(), 'modified', { name: 'Below' });
    const below = kept.activeVariant;
    const gone = done(deleteVariant(open(changed(kept, TURBO), 'modified')));
    expect(circuitOf(gone, below)).toEqual(circuitOf(changed(kept, TURBO), below));
    expect(gone.variants).toMatchObject([{ id: below, basedOn: 'stock' }]);
    expect(deleteVariant(open(gone, 'stock')).ok).toBe(false);
  });
});

describe('The engine now', () => {
  it('is what a finished job leaves, and the next job begins there', () => {
    const kept = newVariant(engine(), 'modified', { name: 'Next' });
    const next = kept.activeVariant;
    const finished = engineIsIn(kept, 'modified');
    const from = (k: KeptProject) => deriveProject(k).variants.find((v) => v.id === next)!.bench?.plan?.from;
    expect([from(kept), from(finished)]).toEqual([undefined, 'modified']);
    expect(from(engineIsIn(finished, next))).toBeUndefined();
  });

  it('is what was done so far where a job stops half-way, and the rest of the job leads on from there', () => {
    const kept = open(engine(), 'modified');
    const { steps } = planned(kept, 'stock', 'modified');
    const off = steps.find((s) => s.id === 'off-filter')!;
    const ticked: KeptProject = {
      ...kept,
      jobs: [{ from: 'stock', to: 'modified', plan: { steps: { [off.id]: { done: true } } } }],
    };
    const stopped = done(stopJob(ticked, planned(ticked, 'stock', 'modified')));
    const { engineNow } = stopped;
    expect(circuitOf(stopped, engineNow!).parts.some((p) => p.id === 'filter')).toBe(false);
    const rest = planned(stopped, engineNow!, 'modified').steps.map((s) => s.id);
    expect(rest).not.toContain('off-filter');
    expect(rest).toContain('on-airCooler');
    expect(activeVariant(deriveProject(stopped)).bench?.plan?.from).toBe(engineNow);
  });
});

describe('A fault that is put in to look at', () => {
  it('is a variant with an act what if, and never work', () => {
    const kept = open(engine(), 'modified');
    const sane = activeVariant(deriveProject(kept));
    const parts = sane.circuit.parts.map((p) => (p.id === 'airCooler' ? { ...p, blocked: true } : p)) as Part[];
    const faulty = done(
      whatIf(
        newVariant(kept, 'modified', { name: 'Cooler blocked' }),
        sane,
        { ...sane, circuit: { ...sane.circuit, parts } },
        'Cooler blocked',
      ),
    );
    expect(partIn(faulty, faulty.activeVariant, 'airCooler').blocked).toBe(true);
    expect(saidActs(faulty, faulty.activeVariant)).toMatchObject([{ isWhatIf: true, name: 'Cooler blocked' }]);
    const work = withoutWhatIf(faulty);
    expect(planned(work, 'modified', faulty.activeVariant).steps).toEqual([]);
    expect(withoutWhatIf(kept)).toBe(kept);
  });
});

describe('The one list of readings', () => {
  const idle = { kind: 'pressure', speedRevS: 14, oilTemperatureK: 373, pressurePa: 2e5 } as const;

  it('has what the log book and the guide read, and what is to be explained is not fitted', () => {
    const kept = withReadings(engine(), [{ by: 'gauge', with: 'modified', forFit: true, reading: idle }]);
    const session = { id: 'session1', on: '2026-11-30', title: '', variant: 'Modified' };
    const low = { reading: { ...idle, pressurePa: 0.4e5 }, predicted: 2e5 };
    const logged = withLog(kept, { sessions: [{ ...session, kind: 'firstStart', readings: [low] }] });
    expect(logged.log).toEqual({ sessions: [{ ...session, kind: 'firstStart' }] });
    expect(readingsToExplain(logged, 'modified')).toMatchObject([
      { by: 'guide', on: '2026-11-30', session: 'session1', predicted: 2e5, reading: low.reading },
    ]);
    expect(readingsForFit(logged, 'modified').map((r) => r.reading)).toEqual([idle]);
    expect(readingsToExplain(logged, 'stock')).toEqual([]);
    expect(logWithReadings(logged)?.sessions?.[0]?.readings).toEqual([low]);
    expect(deriveProject(logged).log).toEqual(logWithReadings(logged));
  });

  it('keeps a reading through an edit of its session, and lets it go with it', () => {
    const session = { id: 's', on: '2026-11-30', kind: 'drive' as const, title: '', variant: 'Stock' };
    const two = [idle, { ...idle, pressurePa: 3e5 }].map((reading) => ({ reading, predicted: null }));
    const kept = withLog(engine(), { sessions: [{ ...session, readings: two }] });
    const renamed = withLog(kept, { sessions: [{ ...logWithReadings(kept)!.sessions![0]!, title: 'Cold' }] });
    expect(renamed.readings).toEqual(kept.readings);
    const one = withLog(renamed, { sessions: [{ ...session, readings: [two[1]!] }] });
    expect(one.readings.map((r) => r.id)).toEqual([kept.readings[1]!.id]);
    expect(withLog(one, { sessions: [] }).readings).toEqual([]);
  });
});
