import { buildFromAnswers, stockSite } from '../archetypes/buildProject';
import { completeAnswers, type AnswersInput } from '../archetypes/answers';
import { ARCHETYPE_IDS, type ArchetypeId } from '../archetypes/archetypes';
import { circuitOf as circuitIn, deriveProject } from '../changes/deriveProject';
import { makeChange } from '../changes/editing';
import { makeMoves } from '../moves/makeMoves';
import { idsTaken, type KeptProject } from '../project/keptProject';
import { readProjectText } from '../project/readProject';
import type { Project, Variant } from '../project/project';
import { catalogueEntry } from '../parts/catalogue';
import { actsAs } from '../parts/part';
import type { MoveDraft } from '../moves/move';
import { solveState } from '../../judgement/judgeState';
import { CircuitSolver } from '../../network/circuitSolver';
import { testAnswers, testProject } from '../../verification/testing/stockEngine';
import { isLong } from '../../verification/testing/tries';
import { JOB_IDS, JOBS, jobMoves, jobOf, jobsOnSite, type JobId } from './jobs';

/** Layouts and coolers as built that an archetype is tried with. */
const BUILDS: readonly Partial<AnswersInput>[] = [
  {},
  { layout: 'flat', cylinders: 6, stockCooler: 'none' },
  { layout: 'v', cylinders: 2, displacementM3: 0.9e-3, stockCooler: 'air' },
  { stockCooler: 'coolant', valveGear: 'pushrod' },
];

const siteOf = (kept: KeptProject) => ({
  circuit: circuitIn(kept, kept.activeVariant),
  engine: kept.engine,
  taken: idsTaken(kept),
});

/** Whole: it reads back as a file, it is solved, and nothing of it is dry. */
function expectWhole(project: Project): void {
  expect(readProjectText(JSON.stringify(project)).ok).toBe(true);
  const solver = CircuitSolver.of(project);
  if (!solver.ok) throw new Error(JSON.stringify(solver.issues));
  const { circuit } = solver;
  const result = solveState(circuit, circuit.stateAt(50, 363));
  expect(result.convergence.status).toBe('converged');
  expect(result.consumers.filter((c) => c.verdict === 'dry')).toEqual([]);
}

describe.each(ARCHETYPE_IDS)('The jobs on the archetype %s', (archetype) => {
  it.each(isLong() ? BUILDS : BUILDS.slice(0, 2))('are made whole, or refused with the reason: %p', (build) => {
    const stock = buildFromAnswers(testAnswers(archetype, build));
    if (!stock.ok) throw new Error(stock.why);
    for (const id of JOB_IDS) {
      const planned = jobMoves(id, siteOf(stock.kept));
      if (!planned.ok) {
        expect(planned.why).toMatch(/^[A-Z].*\.$/);
        continue;
      }
      const made = makeChange(stock.kept, planned.moves, { name: jobOf(id).label });
      if (!made.ok) throw new Error(`${id}: ${made.why}`);
      expectWhole(deriveProject(made.kept));
    }
  });

  it('are made one after the other, each where it still fits', () => {
    const stock = buildFromAnswers(testAnswers(archetype));
    if (!stock.ok) throw new Error(stock.why);
    const made: JobId[] = [];
    const all = JOB_IDS.reduce((kept, id) => {
      const planned = jobMoves(id, siteOf(kept));
      if (!planned.ok) return kept;
      const next = makeChange(kept, planned.moves, { name: jobOf(id).label });
      if (!next.ok) throw new Error(`${id}: ${next.why}`);
      made.push(id);
      return next.kept;
    }, stock.kept);
    expect(made.length).toBeGreaterThanOrEqual(8);
    expectWhole(deriveProject(all));
  });
});

describe('A job', () => {
  const stock = (archetype: ArchetypeId, more: Partial<AnswersInput> = {}) => testProject(archetype, more);
  const make = (project: Project, id: JobId, answers = {}): Variant => {
    const variant = project.variants.at(-1)!;
    const planned = jobMoves(id, { circuit: variant.circuit, engine: project.engine }, answers);
    if (!planned.ok) throw new Error(planned.why);
    return makeMoves(variant, ...planned.moves);
  };
  const why = (variant: Variant, project: Project, id: JobId): string => {
    const planned = jobMoves(id, { circuit: variant.circuit, engine: project.engine });
    return planned.ok ? '' : planned.why;
  };

  it('fits some stock engine, or one on which another job was done', () => {
    const fitting = new Set(
      ARCHETYPE_IDS.flatMap((id) =>
        BUILDS.flatMap((build) =>
          jobsOnSite(stockSite(completeAnswers(testAnswers(id, build)))).flatMap((job) =>
            job.why === undefined ? [job.id] : [],
          ),
        ),
      ),
    );
    const project = stock('wetSump', { wants: ['turbo', 'remoteFilterAndCooler'] });
    const after = (['turboDrain', 'scavengePump', 'thermostatAndFan', 'turboFeedMended'] as const).filter((id) => {
      const answers = id === 'turboDrain' ? { drainM: 1.5 } : {};
      const on = id === 'turboFeedMended' ? fedFromPlate() : project.variants.at(-1)!;
      return jobMoves(id, { circuit: on.circuit, engine: project.engine }, answers).ok;
    });
    expect([...new Set([...fitting, ...after])].sort()).toEqual([...JOB_IDS].sort());
  });

  /** A turbo fed from a tap plate under the filter: from dirty oil. */
  const fedFromPlate = (): Variant => {
    const project = stock('wetSump');
    const plate = { ...catalogueEntry('sandwichOpen').part } as MoveDraft;
    const variant = makeMoves(project.variants[0]!, { kind: 'insert', at: 'filter.in', drafts: [plate] });
    const planned = jobMoves('turbo', { circuit: variant.circuit, engine: project.engine }, { from: 'plate' });
    if (!planned.ok) throw new Error(planned.why);
    return makeMoves(variant, ...planned.moves);
  };

  it('moves a feed from before the filter to behind it, and closes the old port', () => {
    const project = stock('wetSump');
    const before = fedFromPlate();
    const planned = jobMoves('turboFeedMended', { circuit: before.circuit, engine: project.engine });
    if (!planned.ok) throw new Error(planned.why);
    const { circuit } = makeMoves(before, ...planned.moves);
    expect(circuit.joints).toContainEqual({ from: 'gallery.out', to: 'turboHose.in' });
    expect(circuit.parts.find((p) => actsAs(p, 'plug'))).toMatchObject({ duty: 'plug' });
    expect(why({ ...before, circuit }, project, 'turboFeedMended')).toBe(
      'Turbo is fed from behind the filter already.',
    );
  });

  it('is asked for what it needs and takes other answers', () => {
    const { circuit } = make(stock('wetSump'), 'sideStream', { hoseM: 0.8, returnAt: 'fillerCap', outletM: 0.6 });
    expect(circuit.parts.find((p) => p.id === 'sidestreamHose')).toMatchObject({ lengthM: 0.8 });
    expect(circuit.parts.find((p) => p.id === 'sidestreamFilter')).toMatchObject({ returnAt: 'fillerCap' });
    // Its return is a hose that falls from its outlet into the cap.
    expect(circuit.parts.find((p) => p.id === 'sidestreamReturn')).toMatchObject({
      kind: 'drain',
      profile: [{ heightM: 0.6 }, { heightM: 0.3 }],
    });
    expect(circuit.joints).toContainEqual({ from: 'sidestreamReturn.out', to: 'sump.return' });
  });

  it('refuses an answer that is none, by its question', () => {
    const project = stock('wetSump');
    const on = { circuit: project.variants[0]!.circuit, engine: project.engine };
    const refused = (id: JobId, answers: Record<string, number | string>) => {
      const planned = jobMoves(id, on, answers);
      return planned.ok ? 'made' : planned.why.replace(/\u00a0/g, ' ');
    };
    expect(refused('turbo', { hoseM: 1 })).toBe('made');
    expect(refused('turbo', { hoseM: -1 })).toBe('Length of the feed hose: from 0.020 m to 12.00 m.');
    expect(refused('turbo', { from: 'nowhere' })).toBe('Feed from: one of gallery, sender, filter, plate.');
    expect(refused('turbo', { length: 1 })).toBe(
      'It asks nothing that is called length. It asks: hoseM, from, drainTo, drainM.',
    );
    expect(refused('gauge', { hoseM: 1 })).toBe('It asks nothing that is called hoseM. It asks nothing.');
  });

  it('says why it does not fit', () => {
    const project = stock('coolerOnHousing');
    expect(why(project.variants[0]!, project, 'cooler')).toContain('exchange it for an air cooler, or add one to it');
    expect(why(project.variants[0]!, project, 'turboDrain')).toBe('There is no turbo on this engine.');
    const remote = stock('remoteFilter');
    expect(why(remote.variants[0]!, remote, 'remoteFilter')).toContain('remote already');
    expect(why(remote.variants[0]!, remote, 'panWork')).toBe('');
    const tank = stock('drySump');
    expect(why(tank.variants[0]!, tank, 'panWork')).toContain('a tank does');
    expect(why(tank.variants[0]!, tank, 'drySump')).toBe('This engine has a tank already.');
  });

  it('sets a thermostat into a cooler’s lines so that all oil comes back by it', () => {
    const project = stock('wetSump', { wants: ['remoteFilterAndCooler'] });
    const { circuit } = make(project, 'thermostatAndFan');
    const plate = circuit.parts.find((p) => actsAs(p, 'plate') && p.form === 'inline')!;
    const joined = new Set(circuit.joints.map((j) => `${j.from} ${j.to}`));
    expect(joined).toContain(`hoseToTheCooler.out ${plate.id}.in`);
    expect(joined).toContain(`${plate.id}.out hoseBack.in`);
    expect(circuit.parts.find((p) => p.id === 'airCooler')).toMatchObject({ electrical: { relay: true, fuseA: 15 } });
    const again = { ...project.variants[1]!, circuit };
    expect(why(again, project, 'thermostatAndFan')).toBe('Its cooler has a thermostat and a fan already.');
  });

  it('has a name, a sentence on what it does, and no name twice', () => {
    const labels = JOBS.map((job) => job.label);
    expect(new Set(labels).size).toBe(labels.length);
    for (const job of JOBS) expect(job.note).toMatch(/^[A-Z].*\.$/);
  });
});
