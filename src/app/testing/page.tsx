import { useDocument } from '../state/document';
import { AntdTheme } from '../theme/AntdTheme';
import { QueryClient, QueryClientProvider } from '@tanstack/react-query';
import { configure, fireEvent, getConfig, render, screen, waitFor } from '@testing-library/react';
import type { ReactElement } from 'react';
import { MemoryRouter } from 'react-router';
import type { Project } from '../../core/document/project/project';
import { keptOf } from '../../core/document/changes/keptOf';
import { demoKept, demoProject } from '../../core/verification/testing/demo';

/** For what is stuck, never for what is slow: studies are the real ones, and the machine may be busy. */
const LONGEST_WAIT_MS = 180_000;

const { getElementError: withWholePage } = getConfig();
configure({
  asyncUtilTimeout: LONGEST_WAIT_MS,
  // A wait looks many times and throws away what the looks said, all but the last: printing the whole page for each
  // took longer than what was waited for.
  getElementError: (message, page) => {
    const { _disableExpensiveErrorDiagnostics: isLookOfWait } = getConfig() as {
      _disableExpensiveErrorDiagnostics?: boolean;
    };
    return isLookOfWait ? new Error(message ?? '') : withWholePage(message, page);
  },
});
jest.setTimeout(2 * LONGEST_WAIT_MS);

// Views that are loaded when they are first needed settle outside any act: that is what they are for.
const { error: said } = console;
jest.spyOn(console, 'error').mockImplementation((...words: unknown[]) => {
  if (
    !String(words[0]).includes('A suspended resource finished loading') &&
    !String(words[0]).includes('not wrapped in act')
  )
    said(...words);
});

let opened = 0;

/** Opens a demo under a name of its own, so that no other test's kept answers are found. */
export function openDemo(name = 'thornback', change?: (project: Project) => Project): Project {
  const kept = change ? keptOf(change(demoProject(name))) : demoKept(name);
  useDocument.getState().open({ ...kept, name: `${name} ${++opened}` });
  return useDocument.getState().project!;
}

/**
 * Renders a view with what the shell gives it: its theme too, since styles that the kit made would be asked for at each
 * look for a role.
 */
export function show(view: ReactElement) {
  const client = new QueryClient({ defaultOptions: { queries: { retry: false } } });
  return render(
    <QueryClientProvider client={client}>
      <MemoryRouter>
        <AntdTheme>{view}</AntdTheme>
      </MemoryRouter>
    </QueryClientProvider>,
  );
}

/**
 * Waits until a section's study has ended. By its attribute: a look by role takes the longer the more lines have come,
 * until the looks take all the time of the study.
 * @param name the section's name
 */
export const whenDone = (name: string): Promise<void> =>
  waitFor(() => {
    const section = document.querySelector(`section[aria-label="${name}"]`);
    expect(section?.getAttribute('aria-busy')).toBe('false');
  });

/** Chooses from a list of the kit, as a reader does: opens it, then presses a line. @param list the name of the list */
export function choose(list: string, line: string): void {
  fireEvent.mouseDown(screen.getByRole('combobox', { name: list }));
  const lines = [...document.querySelectorAll<HTMLElement>('.ant-select-item-option')];
  fireEvent.click(lines.filter((each) => each.textContent === line).at(-1)!);
}
