import { deriveProject } from '../../document/changes/deriveProject';
import { keptOf } from '../../document/changes/keptOf';
import { activeVariant, type Project } from '../../document/project/project';
import { seeded } from '../../foundations/random/quasiRandom';
import { isGoodEnough } from '../../judgement/verdict/verdict';
import { CircuitSolver } from '../../network/circuitSolver';
import { fullCheck } from '../../studies/inputs/fullCheck';
import { askedOf } from '../../studies/job/asked';
import { studyHere } from '../../studies/job/runHere';
import { startStudy } from '../../studies/job/study';
import { StudyCircuits } from '../../studies/job/studyCircuits';
import { demoProject } from '../../verification/testing/demo';
import { plantedCase } from '../../verification/testing/plantedFaults';
import { asNewVariant } from './asNewVariant';
import { CHANGE_KINDS, USUAL_FIX } from './change';
import type { ChangeSet, Checked, Fix, Request, Task } from './fixSchema';
import { FIX_STUDY } from './fixStudy';
import { fixWork } from './fixWork';
import { sayLimit, sayWithout } from './sayFix';
import { coveringSets } from './search';

const plain = (text: string) => text.replace(/\u00a0/g, ' ');
const open = (name: string, variant: string): Project => ({ ...demoProject(name), activeVariant: variant });
const only = (...kinds: readonly (typeof CHANGE_KINDS)[number][]) => CHANGE_KINDS.filter((k) => !kinds.includes(k));
const asked = (more: Partial<Request> = {}): Request => ({ ...USUAL_FIX, aims: [], ...more });
const find = (project: Project, more: Partial<Request> = {}): Fix => studyHere(FIX_STUDY, project, asked(more));

/** One check or screen of a search, as a worker does it. */
function worker(project: Project, request: Request) {
  const circuits = new StudyCircuits(askedOf(project, FIX_STUDY, request));
  const check = (set: ChangeSet): Checked => {
    const reply = fixWork(circuits, { kind: 'check', request, set });
    if (reply.kind !== 'check') throw new Error('no check');
    return reply.checked;
  };
  const screen = (sets: readonly ChangeSet[]) => {
    const reply = fixWork(circuits, { kind: 'sets', request, sets: [...sets] });
    if (reply.kind !== 'sets') throw new Error('no screen');
    return reply.rated;
  };
  const base = fixWork(circuits, { kind: 'base', request });
  if (base.kind !== 'base') throw new Error('no base');
  return { check, screen, base };
}

describe('A fix of the demos', () => {
  it('of Larkspur is the sleeve that its builder forgot', () => {
    const fix = find(open('larkspur', 'summer'), { forbidden: only('remedy') });
    expect(fix.ways.map((w) => w.changes.map((c) => c.label))).toEqual([['Sleeve and shield it (Hose to the cooler)']]);
    expect(fix.ways[0]!.without[0]!.fails[0]!.rule).toBe('surroundings');
  });

  it('of Saltmarsh is its canister’s return led downhill and widened, and its needle closed', () => {
    const fix = find(open('saltmarsh', 'sideStream'), { forbidden: only('drain', 'needle') });
    const [way] = fix.ways;
    expect(way!.changes.map((c) => c.kind).sort()).toEqual(['drain', 'drain', 'needle']);
    expect(way!.changes.map((c) => c.label)).toContain(
      'Canister drain: downhill all the way, its port above the oil level',
    );
    expect(fix.tried.threes).toBeGreaterThan(0);
    expect(plain(sayWithout(way!.without.find((w) => w.label.includes('downhill'))!))).toMatch(
      /^Without “Canister drain: downhill .*”: Canister drain climbs on its way/,
    );
  });

  it('of Thornback is another restrictor, the turbo fed behind the filter, and a dry sump', () => {
    const fix = find(open('thornback', 'noseCooler'), { forbidden: only('remedy', 'job', 'restrictor') });
    const [way] = fix.ways;
    expect(way!.best).toContain('changes');
    expect(way!.changes).toHaveLength(3);
    expect(way!.changes.map((c) => c.label)).toEqual(
      expect.arrayContaining(['Dry sump', 'Move the tap of Turbo hose to after Main gallery']),
    );
    // What is offered is made, and is what was said.
    const made = asNewVariant(keptOf(demoProject('thornback')), [], 'Fix');
    expect(made.variants.at(-1)).toMatchObject({ name: 'Fix', acts: [] });
  });
});

describe('A search', () => {
  it('says what nothing mends: the nearest, and the one limit in its way', () => {
    const fix = find(open('larkspur', 'stock'), { forbidden: only('spring', 'filter') });
    expect([fix.status, fix.ways]).toEqual(['none', []]);
    expect(plain(sayLimit(fix.nearest!.checked))).toMatch(/^The oil reaches 1\d\d °C/);
  });

  it('leaves alone what is locked, forbidden or too long', () => {
    const project = open('larkspur', 'stock');
    const free = worker(project, asked());
    expect(free.base.labels).toContain('Oil cooler with thermostat');
    const bound = worker(project, asked({ forbidden: ['job', 'spring'], locked: ['filter'] }));
    expect(bound.base.labels.some((l) => /cooler|Relief|Filter/.test(l))).toBe(false);
    const jobs = free.base.labels.map((_, i) => [i]);
    const quick = worker(project, asked({ mostMinutes: 30 }));
    expect(quick.screen(jobs)).toEqual([]);
    expect(free.screen(jobs).length).toBeGreaterThan(0);
  });

  it('asks of aims what it asks of supply', () => {
    const project = open('larkspur', 'summer');
    const aims = [{ kind: 'coldCruise' as const, leastK: 273.15 + 70 }];
    const { base } = worker(project, asked({ aims }));
    expect(base.failing).toContain('aim coldCruise');
  });

  it('is the same on one core and on three, task by task in any order', () => {
    const project = open('saltmarsh', 'sideStream');
    const request = asked({ forbidden: only('drain', 'needle') });
    const circuits = [0, 1, 2].map(() => new StudyCircuits(askedOf(project, FIX_STUDY, request)));
    const study = startStudy(FIX_STUDY, askedOf(project, FIX_STUDY, request), request);
    let step = study.next();
    while (!step.done) {
      const tasks = step.value;
      const replies = new Array<ReturnType<typeof fixWork>>(tasks.length);
      for (let i = tasks.length - 1; i >= 0; i--) replies[i] = fixWork(circuits[i % 3]!, tasks[i] as Task);
      step = study.next(replies);
    }
    expect(step.value).toEqual(find(project, { forbidden: only('drain', 'needle') }));
  });
});

describe('A screen', () => {
  it.each([
    ['thornback', 'stock'],
    ['saltmarsh', 'sideStream'],
    ['larkspur', 'summer'],
  ])('rejects only what the full check fails too: random sets on %s, %s', (name, variant) => {
    const { check, screen, base } = worker(open(name, variant), asked());
    const random = seeded(17);
    const sets = Array.from({ length: 24 }, () =>
      [...new Set([0, 1].map(() => Math.floor(random() * base.labels.length)))].sort((a, b) => a - b),
    );
    const passed = new Set(screen(sets).map((r) => r.set.join(' ')));
    const checked = sets.filter((set) => !passed.has(set.join(' '))).map(check);
    expect(checked.length).toBeGreaterThan(5);
    expect(checked.filter((c) => c.ok)).toEqual([]);
  });
});

describe('The best ways', () => {
  it.each([
    ['larkspur', 'stock', only('cooler', 'remedy', 'spring')],
    ['larkspur', 'summer', only('remedy', 'spring', 'thermostat')],
    ['saltmarsh', 'sideStream', only('needle', 'remedy')],
  ] as const)('are those of trying everything in full: %s, %s', (name, variant, forbidden) => {
    const project = open(name, variant);
    const request = asked({ forbidden: [...forbidden], mostChanges: 2 });
    const fix = find(project, { forbidden: [...forbidden], mostChanges: 2 });
    const { check, base } = worker(project, request);
    const all = base.labels.map((_, i) => i);
    const singles = all.filter((i) => check([i]).ok);
    const rest = all.filter((i) => !singles.includes(i));
    const apart = (i: number, j: number) => base.slots[i] === null || base.slots[i] !== base.slots[j];
    const pairs = rest.flatMap((i) => rest.filter((j) => j > i && apart(i, j)).map((j) => [i, j]));
    const works = [...singles.map((i) => [i]), ...pairs.filter((set) => check(set).ok)];
    expect(fix.status).toBe(works.length > 0 ? 'found' : 'none');
    const named = works.map((set) => set.join(' '));
    for (const way of fix.ways) expect(named).toContain(way.set.join(' '));
    const fewest = Math.min(...works.map((set) => set.length));
    const coolest = Math.min(...works.map((set) => check(set).hottestK!));
    for (const way of fix.ways) {
      if (way.best.includes('changes')) expect(way.set).toHaveLength(fewest);
      if (way.best.includes('coolest')) expect(way.checked.hottestK! - coolest).toBeLessThan(0.11);
      if (way.best.includes('margin'))
        expect(way.checked.margin).toBeGreaterThan(Math.max(...works.map((set) => check(set).margin)) - 0.11);
    }
  });

  it('covering sets help all that fails, and no two of one figure', () => {
    const helper = (index: number, ...keys: string[]) => ({ index, helps: keys.map((key) => ({ key, score: 1 })) });
    const helpers = [helper(0, 'a'), helper(1, 'b'), helper(2, 'a', 'b'), helper(3, 'a'), helper(4, 'c')];
    const slots = ['x', 'y', 'z', 'x', 'w'];
    const sets = coveringSets(helpers, { failing: ['a', 'b'], slots }, 2, 4);
    expect(sets).toEqual([
      [0, 1],
      [0, 2],
      [1, 2],
      [1, 3],
      [2, 3],
    ]);
  });
});

describe('Faults of design, planted', () => {
  const isHealthy: Parameters<typeof plantedCase>[1] = (kept) => {
    const made = CircuitSolver.of(deriveProject(kept));
    if (!made.ok) return false;
    const { verdict, certainty } = fullCheck(made.circuit);
    return isGoodEnough(verdict, certainty);
  };

  it.each([7])(
    'case %p: a way back is found, with no more changes than were planted, and holds when it is made',
    (seed) => {
      const planted = plantedCase(seed, isHealthy)!;
      const fix = find(deriveProject(planted.planted));
      const [way] = fix.ways;
      expect(way!.changes.length).toBeLessThanOrEqual(planted.faults.length);
      const made = asNewVariant(planted.planted, way!.changes, 'Fixed');
      expect(isHealthy(made)).toBe(true);
      expect(activeVariant(deriveProject(made)).name).toBe('Fixed');
    },
  );
});
