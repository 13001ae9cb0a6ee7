import { demoProject } from '../core/verification/testing/demo';
import { createCircuitWorker } from './circuitWorkerApi';
import { solveReplySchema, taskReplySchema } from './protocol';
import { CHECK_STUDY } from '../core/studies/check/checkStudy';
import { FAULT_STUDY } from '../core/studies/faults/faultStudy';
import { SWEEP_STUDY } from '../core/studies/sweep/sweepStudy';

/** As the page sends it. */
const demo = () => structuredClone(demoProject()) as unknown;
const pause = () => new Promise<void>((resolve) => setTimeout(resolve, 0));
const quiet = () => undefined;
/** A clock on which every look is a slice later, so that a long task pauses after each step. */
const hasty = () => {
  let now = 0;
  return () => (now += 100);
};
const opened = () => {
  const worker = createCircuitWorker(pause, hasty());
  worker.open(demo(), 'it');
  return worker;
};
const CONDITIONS = { airTemperatureK: 293, roadSpeedMS: 25, load: 0.5 };
const WARM_UP = { drive: { speedRevS: 60, ...CONDITIONS }, startK: 293, durationS: 120 };

describe('The circuit worker', () => {
  it('solves what is open, in the form that the page checks, the oil held or its temperature found', () => {
    const worker = createCircuitWorker(pause, Date.now);
    expect(worker.open(demo(), 'it')).toEqual({ kind: 'opened', warnings: [] });
    const reply = solveReplySchema.parse(worker.solve({ speedRevS: 14, oilTemperatureK: 383 }));
    expect(reply.kind === 'solved' && reply.result.convergence.status).toBe('converged');
    const found = solveReplySchema.parse(worker.solve({ speedRevS: 60, oilTemperatureK: 373, found: CONDITIONS }));
    expect(found.kind === 'solved' && [found.heat?.status, found.result.temperatureModel]).toEqual([
      'balanced',
      'found',
    ]);
  });

  it.each([
    ['sweep', {}],
    ['check', { kind: 'judge' }],
    ['warmUp', WARM_UP],
  ])(
    'does the long task of %s with its share, and stops it when told or when another project is opened',
    async (name, task) => {
      const worker = opened();
      const told = worker.task(name, task, quiet);
      await pause();
      worker.stop();
      expect((await told).kind).toBe('stopped');
      const replaced = worker.task(name, task, quiet);
      await pause();
      worker.open(demo(), 'it');
      expect((await replaced).kind).toBe('stopped');
      const shares: number[] = [];
      expect((await worker.task(name, task, (share) => shares.push(share))).kind).toBe('done');
      expect(shares.length).toBeGreaterThan(10);
      expect(shares).toEqual([...shares].sort((a, b) => a - b));
      expect(shares.at(-1)).toBeLessThanOrEqual(1);
    },
  );

  it('gives sweep and check in the form that the page checks', async () => {
    const worker = opened();
    const sweep = taskReplySchema.parse(await worker.task('sweep', {}, quiet));
    expect(sweep.kind === 'done' && SWEEP_STUDY.replySchema.parse(sweep.reply).supplied).toBe(false);
    const check = taskReplySchema.parse(await worker.task('check', { kind: 'judge' }, quiet));
    expect(check.kind === 'done' && CHECK_STUDY.replySchema.parse(check.reply)).toMatchObject({
      findings: expect.arrayContaining([expect.objectContaining({ rule: 'supply', part: 'turbo', weight: 'stop' })]),
    });
  });

  it('does tasks of studies, and refuses in words what it does not know', async () => {
    const worker = createCircuitWorker(pause, Date.now);
    expect((await worker.task('faults', { ids: ['relief.open'] }, quiet)).kind).toBe('refused');
    worker.open(demo(), 'it');
    const reply = taskReplySchema.parse(
      await worker.task('faults', { ids: ['relief.open', 'relief.shut'], whole: true }, quiet),
    );
    expect(reply.kind === 'done' && FAULT_STUDY.replySchema.parse(reply.reply).map((f) => f.id)).toEqual([
      'relief.open',
      'relief.shut',
    ]);
    for (const [name, task] of [
      ['faults', { ids: 7 }],
      ['boil', {}],
      ['toString', {}],
      ['size', { kind: 'look', request: { part: 'turbo', path: ['name'] }, si: 1 }],
    ] as const)
      expect([name, taskReplySchema.parse(await worker.task(name, task, quiet)).kind]).toEqual([name, 'refused']);
  });

  it('refuses in words what it cannot use, and keeps nothing half open', async () => {
    const worker = createCircuitWorker(pause, Date.now);
    expect(worker.solve({ speedRevS: 1, oilTemperatureK: 300 })).toEqual({
      kind: 'refused',
      sentences: ['No project has been opened.'],
    });
    expect(worker.open({ format: 'else' }, 'it').kind).toBe('refused');
    expect((await worker.task('sweep', {}, quiet)).kind).toBe('refused');
    worker.open(demo(), 'it');
    expect(worker.solve({ speedRevS: 'fast' }).kind).toBe('refused');
  });
});
