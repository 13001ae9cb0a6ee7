import { useDocument } from './document';
import { act, renderHook, waitFor } from '@testing-library/react';
import type { Project } from '../../core/document/project/project';
import { doerInPlace } from '../../workers/testing/studiesInPlace';
import { testProject } from '../../core/verification/testing/stockEngine';
import { openDemo } from '../testing/page';
import { useOpenEngine } from './engine';
import { useAnswerAtHand, useStudy, type StudyView } from './useStudy';
import { FAULT_STUDY } from '../../core/studies/faults/faultStudy';
import { SIZING_STUDY } from '../../core/studies/sizing/sizingStudy';
import { studyHere } from '../../core/studies/job/runHere';

jest.mock('../../workers/studyPool', () => {
  const { StudyPool, loadStudy, studyAtHand } =
    jest.requireActual<typeof import('../../workers/studyPool')>('../../workers/studyPool');
  const pool = new StudyPool(1, () => ({
    task: (project: Project, name: string, task: unknown) => mockTask(project, name, task),
    stop: () => undefined,
  }));
  return { studyPool: () => pool, loadStudy, studyAtHand };
});

/** Tasks that were begun, by the project's name. */
let begun: string[] = [];
let broken = false;
const mockTask = async (project: Project, name: string, task: unknown) => {
  begun.push(project.name);
  if (broken) throw new Error('the worker fell over');
  return doerInPlace.task(project, name, task, () => undefined);
};
const later = () => new Promise((resolve) => setTimeout(resolve, 200));

const FAULTS = { pairs: false };
const faults = (auto = true) => renderHook(() => useStudy(useOpenEngine(), 'faults', FAULTS, auto));
const ended = (view: { readonly current: StudyView<unknown> }) =>
  waitFor(() => expect([view.current.running, view.current.reading]).toEqual([false, false]));

beforeEach(() => {
  begun = [];
  broken = false;
});

/** An engine whose faults take less than a demo's: nothing here is about what they find. */
const openSmall = () => openDemo('thornback', () => testProject('motorcycle'));

describe('A study in a view', () => {
  it('runs by itself, tells its parts as they come, and gives what the study gives anywhere', async () => {
    const project = openSmall();
    const { result } = faults();
    await waitFor(() => expect(result.current.partly).toBe(true));
    expect(result.current.running).toBe(true);
    const whole = studyHere(FAULT_STUDY, project, FAULTS);
    expect(result.current.answer!.every((f) => f.whole)).toBe(false);
    await ended(result);
    expect(result.current.answer).toEqual(whole);
    expect([result.current.partly, result.current.old]).toEqual([false, false]);
  });

  it('waits to be asked where it is told to', async () => {
    openSmall();
    const { result } = faults(false);
    await ended(result);
    expect([begun, result.current.answer]).toEqual([[], undefined]);
    act(() => result.current.run());
    await ended(result);
    expect(result.current.answer!.length).toBeGreaterThan(5);
  });

  it('is stopped for good: no task is begun after, what was proven stays and says that it is not all', async () => {
    openSmall();
    const { result } = faults();
    await waitFor(() => expect(result.current.partly).toBe(true));
    act(() => result.current.cancel());
    const [before, had] = [begun.length, result.current.answer];
    expect(had!.length).toBeGreaterThan(0);
    await act(later);
    const { running, answer, partly, stopped, message } = result.current;
    expect([begun.length, running, answer === had, partly, stopped, message]).toEqual([
      before,
      false,
      true,
      true,
      'partly',
      '',
    ]);
    // Another view of it does not begin it again.
    const { result: again } = faults();
    await act(later);
    expect([begun.length, again.current.answer === had]).toEqual([before, true]);
  });

  it('keeps the answer that it had where a second run is stopped', async () => {
    openSmall();
    const { result } = faults();
    await ended(result);
    const had = result.current.answer;
    act(() => result.current.run());
    await waitFor(() => expect(result.current.partly).toBe(true));
    act(() => result.current.cancel());
    expect(result.current.answer).toBe(had);
  });

  it('says what to do where it fails, and runs again when asked', async () => {
    openSmall();
    broken = true;
    const { result } = faults();
    await waitFor(() => expect(result.current.message).toMatch(/Nothing of the project is lost; run it again\.$/));
    broken = false;
    act(() => result.current.run());
    expect(result.current.message).toBe('');
    await ended(result);
    expect(result.current.answer!.length).toBeGreaterThan(5);
  });

  it('says in the study’s own words why it cannot be', async () => {
    openSmall();
    const { result } = renderHook(() => useStudy(useOpenEngine(), 'partSizes', { part: 'pump' }));
    await waitFor(() =>
      expect(result.current.message).toBe('There is no cooler or thermostat of that name in this circuit.'),
    );
  });

  it('is stale after an edit that it depends on, and holds again when that is undone', async () => {
    openSmall();
    const { result } = faults();
    const { result: elsewhere } = renderHook(() => useAnswerAtHand(useOpenEngine(), 'faults', FAULTS));
    await ended(result);
    expect(elsewhere.current).toBe(result.current.answer);
    act(() =>
      useDocument.getState().setOil({ ...useDocument.getState().project!.oil, name: '5W-30', viscosity100M2S: 10e-6 }),
    );
    expect([result.current.old, elsewhere.current]).toEqual([true, undefined]);
    act(() => useDocument.getState().undo());
    expect([result.current.old, elsewhere.current]).toEqual([false, result.current.answer]);
  });
});

describe('What a study says of one engine', () => {
  it('never stands for another of the same name, and stays with its own when that gets a new name', async () => {
    openSmall();
    const kept = useDocument.getState().kept!;
    const { result } = faults(false);
    act(() => result.current.run());
    await ended(result);
    const had = result.current.answer;
    act(() => useDocument.getState().setProject('rename the project', { name: 'Another name' }));
    expect(result.current.answer).toBe(had);
    act(() => useDocument.getState().open(kept));
    await ended(result);
    expect(result.current.answer).toBeUndefined();
  });
});

describe('Studies that nobody waits for any more', () => {
  it('stop when another project is opened', async () => {
    const first = openSmall();
    const { result } = faults();
    await waitFor(() => expect(result.current.running).toBe(true));
    act(() => void openSmall());
    const before = begun.filter((name) => name === first.name).length;
    await ended(result);
    expect(begun.filter((name) => name === first.name).length).toBe(before);
    expect(result.current.answer!.length).toBeGreaterThan(5);
  });

  it('stop when their view asks something else by itself', async () => {
    openDemo();
    const ask = (consumer: string) => ({ part: 'turboRestrictor', path: ['boreM'], consumer });
    const { result, rerender } = renderHook(({ consumer }) => useStudy(useOpenEngine(), 'size', ask(consumer)), {
      initialProps: { consumer: 'turbo' },
    });
    await waitFor(() => expect(result.current.partly).toBe(true));
    rerender({ consumer: 'mains' });
    await ended(result);
    const [turbo, mains] = ['turbo', 'mains'].map((consumer) =>
      studyHere(SIZING_STUDY, useDocument.getState().project!, ask(consumer)),
    );
    expect(result.current.answer).toEqual(mains);
    rerender({ consumer: 'turbo' });
    expect(result.current.answer).toBeUndefined();
    act(() => result.current.run());
    await ended(result);
    expect(result.current.answer).toEqual(turbo);
  });
});
