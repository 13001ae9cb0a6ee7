import { FAULT_STUDY } from '../core/studies/faults/faultStudy';
import { SPREAD_STUDY } from '../core/studies/spread/spreadStudy';
import { studyHere } from '../core/studies/works';
import { demoProject } from '../core/verification/testing/demo';
import { Superseded } from './client';
import { StudyPool } from './studyPool';
import { taskInPlace } from './testing/studiesInPlace';

const project = demoProject();
const spread = { states: [{ speedRevS: 850 / 60, oilTemperatureK: 393 }], samples: 1024, seed: 3 };
const poolInPlace = (size: number) => new StudyPool(size, () => ({ task: taskInPlace }));
const quiet = () => undefined;
const forever = () => new AbortController().signal;

describe('The pool of workers', () => {
  it.each([1, 3])('gives with %i workers the answer that one after another gives', async (size) => {
    expect(await poolInPlace(size).run(SPREAD_STUDY, project, spread, quiet, forever())).toEqual(
      studyHere(SPREAD_STUDY, project, spread),
    );
  });

  it('tells how far it is, and what can be said already, which grows', async () => {
    const seen: { readonly done: number; readonly known: number; readonly size: number }[] = [];
    const answer = await poolInPlace(2).run(
      FAULT_STUDY,
      project,
      { pairs: false },
      ({ done, known, partial }) => seen.push({ done, known, size: partial()!.length }),
      forever(),
    );
    expect(seen.map((s) => s.done)).toEqual(seen.map((_, i) => i + 1));
    expect(seen.at(-1)!.done).toBe(seen.at(-1)!.known);
    const sizes = seen.map((s) => s.size);
    expect(sizes).toEqual([...sizes].sort((a, b) => a - b));
    expect(sizes.at(-1)).toBe(answer.length);
  });

  it('never has more at work than its size, whatever is asked', async () => {
    let [now, most] = [0, 0];
    const pool = new StudyPool(2, () => ({
      async task(...args) {
        most = Math.max(most, ++now);
        const reply = await taskInPlace(...args);
        now--;
        return reply;
      },
    }));
    await Promise.all([
      pool.run(FAULT_STUDY, project, { pairs: false }, quiet, forever()),
      pool.run(SPREAD_STUDY, project, { ...spread, samples: 512 }, quiet, forever()),
    ]);
    expect(most).toBe(2);
  });

  it('begins no task after it was stopped, and is free for the next study', async () => {
    const control = new AbortController();
    let begun = 0;
    const pool = new StudyPool(1, () => ({
      task: (...args) => {
        begun++;
        return taskInPlace(...args);
      },
    }));
    const stopped = pool.run(
      FAULT_STUDY,
      project,
      { pairs: true },
      ({ done }) => done === 2 && control.abort(),
      control.signal,
    );
    await expect(stopped).rejects.toBeInstanceOf(Superseded);
    expect(begun).toBe(2);
    expect(await pool.run(FAULT_STUDY, project, { pairs: false }, quiet, forever())).toHaveLength(
      studyHere(FAULT_STUDY, project, { pairs: false }).length,
    );
  });

  it('hands on why a task cannot be done, and checks what comes back', async () => {
    const failing = new StudyPool(2, () => ({ task: () => Promise.reject(new Error('the worker fell over')) }));
    await expect(failing.run(FAULT_STUDY, project, { pairs: false }, quiet, forever())).rejects.toThrow(
      'the worker fell over',
    );
    const lying = new StudyPool(2, () => ({ task: () => Promise.resolve([{ id: 7 }]) }));
    await expect(lying.run(FAULT_STUDY, project, { pairs: false }, quiet, forever())).rejects.toThrow();
  });

  it('gives a short study its turn between the tasks of a long one', async () => {
    const pool = poolInPlace(1);
    const control = new AbortController();
    let ended = false;
    const long = pool.run(FAULT_STUDY, project, { pairs: true }, quiet, control.signal).finally(() => (ended = true));
    await pool.run(SPREAD_STUDY, project, { ...spread, samples: 64 }, quiet, forever());
    expect(ended).toBe(false);
    control.abort();
    await expect(long).rejects.toBeInstanceOf(Superseded);
  });

  it('refuses in words what is no question for the study', async () => {
    await expect(
      poolInPlace(1).run(
        SPREAD_STUDY,
        project,
        { ...spread, states: [{ speedRevS: 0, oilTemperatureK: 390 }] },
        quiet,
        forever(),
      ),
    ).rejects.toThrow(/speedRevS.*must be greater than 0/);
  });
});
