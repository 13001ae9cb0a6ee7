import { readFileSync } from 'node:fs';
import { FAULT_STUDY } from '../core/studies/faults/faultStudy';
import { createCircuitWorker } from './circuitWorkerApi';
import { auditReplySchema, heatJobReplySchema, solveReplySchema, sweepReplySchema, taskReplySchema } from './protocol';

const demo = () => JSON.parse(readFileSync('demo/thornback.json', 'utf8')) as unknown;
const pause = () => new Promise<void>((resolve) => setTimeout(resolve, 0));
/** A clock on which every look is a slice later, so that the sweep pauses after each state. */
const hasty = () => {
  let now = 0;
  return () => (now += 100);
};

describe('The circuit worker', () => {
  it('solves what is open, in the form that the page checks', () => {
    const worker = createCircuitWorker(pause, Date.now);
    expect(worker.open(demo())).toEqual({ kind: 'opened', warnings: [] });
    const reply = solveReplySchema.parse(worker.solve({ speedRevS: 14, oilTemperatureK: 383 }));
    expect(reply.kind === 'solved' && reply.result.convergence.status).toBe('converged');
  });

  it('cancels an older sweep when a newer one comes', async () => {
    const worker = createCircuitWorker(pause, hasty());
    worker.open(demo());
    const older = worker.sweep();
    const newer = worker.sweep();
    expect((await older).kind).toBe('cancelled');
    expect(sweepReplySchema.parse(await newer).kind).toBe('swept');
  });

  it('cancels a sweep when another project is opened', async () => {
    const worker = createCircuitWorker(pause, hasty());
    worker.open(demo());
    const older = worker.sweep();
    worker.open(demo());
    expect((await older).kind).toBe('cancelled');
  });

  it('audits in the form that the page checks, and stops when another project is opened', async () => {
    const worker = createCircuitWorker(pause, hasty());
    worker.open(demo());
    const older = worker.audit();
    worker.open(demo());
    expect((await older).kind).toBe('cancelled');
    const reply = auditReplySchema.parse(await worker.audit());
    expect(reply.kind === 'audited' && reply.findings[0]).toMatchObject({
      rule: 'supply',
      part: 'turbo',
      weight: 'stop',
    });
  });

  it('finds temperatures when asked, and runs and stops long work about heat with its progress', async () => {
    const worker = createCircuitWorker(pause, hasty());
    worker.open(demo());
    const found = { airTemperatureK: 293, roadSpeedMS: 25, load: 0.5 };
    const solved = solveReplySchema.parse(worker.solve({ speedRevS: 60, oilTemperatureK: 373, found }));
    expect(solved.kind === 'solved' && [solved.heat?.status, solved.result.temperatureModel]).toEqual([
      'balanced',
      'found',
    ]);
    const seen: number[] = [];
    const drive = { speedRevS: 60, ...found };
    const reply = heatJobReplySchema.parse(await worker.heat({ kind: 'curves', drive }, (share) => seen.push(share)));
    expect(reply.kind).toBe('curves');
    expect(seen.length).toBeGreaterThan(10);
    expect([...seen].sort((a, b) => a - b)).toEqual(seen);
    const stopped = worker.heat({ kind: 'map', drive }, () => undefined);
    worker.stopHeat();
    expect((await stopped).kind).toBe('cancelled');
    expect((await worker.heat({ kind: 'boil' }, () => undefined)).kind).toBe('refused');
  });

  it('does tasks of studies, and refuses in words what it does not know', () => {
    const worker = createCircuitWorker(pause, Date.now);
    expect(worker.task('faults', { ids: ['relief.open'] }).kind).toBe('refused');
    worker.open(demo());
    const reply = taskReplySchema.parse(worker.task('faults', { ids: ['relief.open', 'relief.shut'] }));
    expect(reply.kind === 'done' && FAULT_STUDY.replySchema.parse(reply.reply).map((f) => f.id)).toEqual([
      'relief.open',
      'relief.shut',
    ]);
    for (const [name, task] of [
      ['faults', { ids: 7 }],
      ['boil', {}],
      ['size', { kind: 'look', request: { part: 'turbo', path: ['name'] }, si: 1 }],
    ] as const)
      expect([name, taskReplySchema.parse(worker.task(name, task)).kind]).toEqual([name, 'refused']);
  });

  it('refuses in words what it cannot use, and keeps nothing half open', async () => {
    const worker = createCircuitWorker(pause, Date.now);
    expect(worker.solve({ speedRevS: 1, oilTemperatureK: 300 })).toEqual({
      kind: 'refused',
      sentences: ['No project has been opened.'],
    });
    expect(worker.open({ format: 'else' }).kind).toBe('refused');
    expect((await worker.sweep()).kind).toBe('refused');
    worker.open(demo());
    expect(worker.solve({ speedRevS: 'fast' }).kind).toBe('refused');
  });
});
