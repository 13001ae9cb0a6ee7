import { QueryClientProvider } from '@tanstack/react-query';
import { renderHook, waitFor } from '@testing-library/react';
import type { Project } from '../../core/document/project/project';
import { openDemo } from '../testing/page';
import { queries } from './queries';
import { askForState, useSolved } from './useAnswers';
import { useView } from './view';

/** Speeds and kinds of oil that were asked for. */
const mockAsked: unknown[] = [];
jest.mock('../../workers/client', () => ({
  ...jest.requireActual<object>('../../workers/client'),
  solveInWorker: (_: Project, request: unknown) => {
    mockAsked.push(request);
    return Promise.resolve({ result: {}, heat: null, warnings: [] });
  },
}));

const solved = () =>
  renderHook(() => useSolved(), {
    wrapper: ({ children }) => <QueryClientProvider client={queries}>{children}</QueryClientProvider>,
  });

it.each([false, true])(
  'the state is asked for once, before the view that shows it (oil calculated: %s)',
  async (found) => {
    queries.clear();
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
