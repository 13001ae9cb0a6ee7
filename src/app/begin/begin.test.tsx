import { readFileSync } from 'node:fs';
import { render, screen } from '@testing-library/react';
import { usePreferences } from '../state/preferences';
import { FirstPage } from './FirstPage';
import { hadProject, rememberHasProject } from './hasProject';
import { writeIntoPage } from './writeIntoPage';

const script = readFileSync('public/begin.js', 'utf8');
const { dataset } = document.documentElement;

/** Runs the page's first script on what the browser keeps. */
function begin(): void {
  new Function(script)();
}

const prefersDark = (isDark: boolean) =>
  jest.spyOn(window, 'matchMedia').mockImplementation(() => ({ matches: isDark }) as MediaQueryList);

beforeEach(() => {
  localStorage.clear();
  window.history.replaceState(null, '', '/');
});
afterEach(() => jest.restoreAllMocks());

test('the first screen’s words stand there until a project was open, and again when none is left', () => {
  begin();
  expect(dataset['begins']).toBe('first');
  expect(hadProject()).toBe(false);
  rememberHasProject(true);
  begin();
  expect(dataset['begins']).toBe('project');
  expect(hadProject()).toBe(true);
  rememberHasProject(false);
  begin();
  expect(dataset['begins']).toBe('first');
});

test('on the address of another page the first screen is not shown for a moment', () => {
  window.history.replaceState(null, '', '/new');
  begin();
  expect(dataset['begins']).toBe('project');
});

test('the theme that was chosen is there from the first moment, or else the system’s', () => {
  const dark = prefersDark(true);
  begin();
  expect(dataset['theme']).toBe('dark');
  usePreferences.getState().setTheme('light');
  begin();
  expect(dataset['theme']).toBe('light');
  dark.mockRestore();
  prefersDark(false);
  usePreferences.getState().setTheme('dark');
  begin();
  expect(dataset['theme']).toBe('dark');
  localStorage.setItem('tidal-gauge-preferences', '{"state":');
  begin();
  expect(dataset['theme']).toBe('light');
});

test('a browser that keeps nothing gets the first screen', () => {
  jest.spyOn(Storage.prototype, 'getItem').mockImplementation(() => {
    throw new DOMException('denied', 'SecurityError');
  });
  prefersDark(false);
  begin();
  expect(dataset['begins']).toBe('first');
  expect(dataset['theme']).toBe('light');
  expect(hadProject()).toBe(false);
});

test('the page holds what the app draws before it knows what is stored', () => {
  const font = 'assets/encode-sans-latin-wdth-normal-A1.woff2';
  const bundle = { [font]: {}, 'assets/encode-sans-latin-ext-wdth-normal-B2.woff2': {} } as never;
  const { handler } = writeIntoPage.transformIndexHtml;
  const { html, tags } = handler.call({} as never, '<body><div id="root"></div></body>', {
    path: '/',
    filename: 'index.html',
    bundle,
  });
  expect(tags.map((tag) => tag.attrs.href)).toEqual([`/${font}`]);
  const page = new DOMParser().parseFromString(html, 'text/html');
  render(<FirstPage />);
  expect(page.getElementById('root')!.textContent).toBe(document.body.textContent);
  expect(screen.getAllByRole('heading', { level: 1 })).toHaveLength(1);
});
