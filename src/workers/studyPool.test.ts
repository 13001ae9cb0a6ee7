import { demoProject } from '../core/verification/testing/demo';
import { Superseded } from './client';
import { loadStudy, StudyPool } from './studyPool';
import { doerInPlace } from './testing/studiesInPlace';
import { FAULT_STUDY } from '../core/studies/faults/faultStudy';
import { SPREAD_STUDY } from '../core/studies/spread/spreadStudy';
import { studyHere } from '../core/studies/job/runHere';

const project = demoProject();
const engine = { id: 'thornback', project };
const spread = { states: [{ speedRevS: 850 / 60, oilTemperatureK: 393 }], samples: 1024, seed: 3 };
const poolInPlace = (size: number) => new StudyPool(size, () => doerInPlace);
const quiet = () => undefined;
const forever = () => new AbortController().signal;

describe('The pool of workers', () => {
  it.each([1, 3])('gives with %i workers the answer that one after another gives', async (size) => {
    expect((await poolInPlace(size).run('spread', engine, spread, quiet, forever())).for(engine)).toEqual(
      studyHere(SPREAD_STUDY, project, spread),
    );
  });

  it('tells how far it is, and what can be said already, which grows', async () => {
    const seen: { readonly done: number; readonly known: number; readonly size: number }[] = [];
    const answer = await poolInPlace(2).run(
      'faults',
      engine,
      { pairs: false },
      ({ done, known, partial }) => seen.push({ done, known, size: partial()!.for(engine)!.length }),
      forever(),
    );
    expect(seen.map((s) => s.done)).toEqual(seen.map((_, i) => i + 1));
    expect(seen.at(-1)!.done).toBe(seen.at(-1)!.known);
    const sizes = seen.map((s) => s.size);
    expect(sizes).toEqual([...sizes].sort((a, b) => a - b));
    expect(sizes.at(-1)).toBe(answer.for(engine)!.length);
  });

  it('never has more at work than its size, whatever is asked', async () => {
    let [now, most] = [0, 0];
    const pool = new StudyPool(2, () => ({
      async task(...args) {
        most = Math.max(most, ++now);
        const reply = await doerInPlace.task(...args);
        now--;
        return reply;
      },
      stop: quiet,
    }));
    await Promise.all([
      pool.run('faults', engine, { pairs: false }, quiet, forever()),
      pool.run('spread', engine, { ...spread, samples: 512 }, quiet, forever()),
    ]);
    expect(most).toBe(2);
  });

  it('begins no task after it was stopped, and is free for the next study', async () => {
    const control = new AbortController();
    let begun = 0;
    const pool = new StudyPool(1, () => ({
      task: (...args) => {
        begun++;
        return doerInPlace.task(...args);
      },
      stop: quiet,
    }));
    const stopped = pool.run(
      'faults',
      engine,
      { pairs: true },
      ({ done }) => done === 2 && control.abort(),
      control.signal,
    );
    await expect(stopped).rejects.toBeInstanceOf(Superseded);
    expect(begun).toBe(2);
    expect((await pool.run('faults', engine, { pairs: false }, quiet, forever())).for(engine)).toHaveLength(
      studyHere(FAULT_STUDY, project, { pairs: false }).length,
    );
  });

  it('hands on why a task cannot be done, and checks what comes back', async () => {
    const failing = new StudyPool(2, () => ({
      ...doerInPlace,
      task: () => Promise.reject(new Error('the worker fell over')),
    }));
    await expect(failing.run('faults', engine, { pairs: false }, quiet, forever())).rejects.toThrow(
      'the worker fell over',
    );
    const lying = new StudyPool(2, () => ({ ...doerInPlace, task: () => Promise.resolve([{ id: 7 }]) }));
    await expect(lying.run('faults', engine, { pairs: false }, quiet, forever())).rejects.toThrow();
  });

  it('gives a short study its turn between the tasks of a long one', async () => {
    const pool = poolInPlace(1);
    const control = new AbortController();
    let ended = false;
    const long = pool.run('faults', engine, { pairs: true }, quiet, control.signal).finally(() => (ended = true));
    await pool.run('spread', engine, { ...spread, samples: 64 }, quiet, forever());
    expect(ended).toBe(false);
    control.abort();
    await expect(long).rejects.toBeInstanceOf(Superseded);
  });

  it('leaves a worker to what the view in front waits for, and does that before every study', async () => {
    const order: string[] = [];
    let [now, most] = [0, 0];
    const pool = new StudyPool(
      2,
      () => ({
        ...doerInPlace,
        async task(...args) {
          const [, name] = args;
          order.push(name);
          if (name === 'faults') most = Math.max(most, ++now);
          const reply = await doerInPlace.task(...args);
          if (name === 'faults') now--;
          return reply;
        },
      }),
      1,
    );
    const long = pool.run('faults', engine, { pairs: false }, quiet, forever());
    await pool.run('sweep', engine, {}, quiet, forever(), 'now');
    expect(order.lastIndexOf('faults')).toBeLessThan(3);
    await long;
    expect(most).toBe(1);
  });

  it('with one worker for all does what is urgent before a study that waited longer', async () => {
    const order: string[] = [];
    const single = new StudyPool(1, () => ({
      ...doerInPlace,
      task: (...args) => (order.push(args[1]), doerInPlace.task(...args)),
    }));
    // Their definitions are there, so that they wait for the worker in the order in which they ask.
    for (const name of ['spread', 'check', 'sweep'] as const) await loadStudy(name);
    await Promise.all([
      single.run('spread', engine, { ...spread, samples: 512 }, quiet, forever()),
      single.run('check', engine, { sure: false }, quiet, forever()),
      single.run('sweep', engine, {}, quiet, forever(), 'now'),
    ]);
    expect([order[0], order.indexOf('sweep') < order.indexOf('check')]).toEqual(['spread', true]);
  });

  it('stops a long task on its way, and passes its share on', async () => {
    const control = new AbortController();
    let stops = 0;
    const pool = new StudyPool(1, () => ({
      async task(_project, _name, _task, onProgress) {
        onProgress(0.25);
        throw new Superseded();
      },
      stop: () => void stops++,
    }));
    const seen: number[] = [];
    const run = pool.run(
      'sweep',
      engine,
      {},
      ({ done }) => {
        seen.push(done);
        control.abort();
      },
      control.signal,
    );
    await expect(run).rejects.toBeInstanceOf(Superseded);
    expect([seen, stops]).toEqual([[0.25], 1]);
  });

  it('refuses in words what is no question for the study', async () => {
    await expect(
      poolInPlace(1).run(
        'spread',
        engine,
        { ...spread, states: [{ speedRevS: 0, oilTemperatureK: 390 }] },
        quiet,
        forever(),
      ),
    ).rejects.toThrow(/speedRevS.*must be greater than 0/);
  });
});
