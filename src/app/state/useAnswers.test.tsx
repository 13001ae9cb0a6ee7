import { QueryClientProvider } from '@tanstack/react-query';
import { act, renderHook, waitFor } from '@testing-library/react';
import { ONE_STATE } from '../../core/studies/job/asked';
import { Answered, originOf, type OpenEngine } from '../../workers/answered';
import { loadStudy } from '../../workers/studyPool';
import { openDemo } from '../testing/page';
import { queries } from './queries';
import { askForState, useCheck, useSolved, useSweep } from './useAnswers';
import { useDocument } from './document';
import { useOpenEngine } from './engine';
import { useView } from './view';

/** Speeds and kinds of oil that were asked for. */
const mockAsked: unknown[] = [];
/** Answers that are held back until a test gives them out, or refused; empty: given at once. */
let mockHeld: { give: () => void; refuse: () => void }[] | undefined;
const mockAnswer = <A,>(answer: A): Promise<A> =>
  mockHeld
    ? new Promise((give, refuse) => mockHeld!.push({ give: () => give(answer), refuse: () => refuse(new Error('no')) }))
    : Promise.resolve(answer);
const mockName = ({ project }: OpenEngine) => `${project.name} ${project.activeVariant}`;
jest.mock('../../workers/client', () => ({
  ...jest.requireActual<object>('../../workers/client'),
  solveInWorker: (engine: OpenEngine, request: unknown) => {
    mockAsked.push(request);
    const { of } = originOf(engine, ONE_STATE, request);
    return mockAnswer(new Answered(of, { result: { of: mockName(engine) }, heat: null, warnings: [] }));
  },
}));
jest.mock('../../workers/studyPool', () => ({
  ...jest.requireActual<object>('../../workers/studyPool'),
  studyPool: () => ({
    run: async (name: 'sweep', engine: OpenEngine) => {
      const { of } = originOf(engine, await loadStudy(name), {});
      return mockAnswer(new Answered(of, { of: mockName(engine) }));
    },
  }),
}));
beforeEach(() => {
  queries.clear();
  mockHeld = undefined;
});

const inQueries = <A,>(hook: () => A) =>
  renderHook(hook, {
    wrapper: ({ children }) => <QueryClientProvider client={queries}>{children}</QueryClientProvider>,
  });
const solved = () => inQueries(() => useSolved(useOpenEngine()));

it.each([false, true])(
  'the state is asked for once, before the view that shows it (oil calculated: %s)',
  async (found) => {
    mockAsked.length = 0;
    openDemo();
    useView.setState({ found });
    askForState();
    // In the very task in which the project is opened: the views are not drawn yet.
    expect(mockAsked).toHaveLength(1);
    const { result } = solved();
    await waitFor(() => expect(result.current.data).toBeDefined());
    expect(mockAsked).toEqual([
      expect.objectContaining({
        speedRevS: useView.getState().speedRevS,
        ...(found ? { found: useView.getState().conditions } : {}),
      }),
    ]);
  },
);

describe('The answer of one engine', () => {
  type Of = { readonly of: string };
  /** Of which engine each answer is that a view would show now. */
  const shownOf = () =>
    inQueries(() => {
      const [state, sweep, check] = [
        useSolved(useOpenEngine()).data?.result,
        useSweep(useOpenEngine()).data,
        useCheck(useOpenEngine()).data,
      ] as unknown as (Of | undefined)[];
      return [state?.of, sweep?.of, check?.of];
    });
  const nameNow = () => {
    const { name, activeVariant } = useDocument.getState().project!;
    return `${name} ${activeVariant}`;
  };
  const NONE = [undefined, undefined, undefined];
  const show = async () => {
    openDemo();
    const { result } = shownOf();
    const own = nameNow();
    await waitFor(() => expect(result.current).toEqual([own, own, own]));
    mockHeld = [];
    return result;
  };

  it.each([
    ['project', () => void openDemo('larkspur')],
    ['project of the same name', () => useDocument.getState().open({ ...useDocument.getState().kept! })],
    ['variant', () => useDocument.getState().showVariant('noseCooler')],
  ])('never stands for another %s', async (_, open) => {
    const result = await show();
    act(open);
    expect(result.current).toEqual(NONE);
    await act(() => Promise.resolve(mockHeld!.forEach((held) => held.refuse())));
    // What cannot be computed has no answer, for good.
    expect(result.current).toEqual(NONE);
  });

  it('is not asked for again for a name, a note, a tick or a reading, and is for each figure', async () => {
    const result = await show();
    mockHeld = undefined;
    mockAsked.length = 0;
    const { setProject, renameVariant, changeVariant, changeLog, setOil, project, tidy } = useDocument.getState();
    act(() => {
      setProject('note', { note: 'seen', name: 'Another name' });
      renameVariant('Another variant');
      tidy();
      changeVariant('tick', (v) => ({
        ...v,
        note: 'done',
        bench: { ...v.bench, plan: { steps: { drain: { done: true } } } },
      }));
      changeLog('log', () => ({ sessions: [] }));
    });
    expect([mockAsked, result.current[0]]).toEqual([[], expect.stringContaining('thornback')]);
    act(() => setOil({ ...project!.oil, viscosity100M2S: 10e-6 }));
    await waitFor(() => expect(mockAsked).toHaveLength(1));
  });

  it('stays until the next is there while that engine is changed', async () => {
    const result = await show();
    const before = result.current;
    act(() => useDocument.getState().setOil({ ...useDocument.getState().project!.oil, viscosity100M2S: 10e-6 }));
    expect(result.current).toEqual(before);
  });
});
