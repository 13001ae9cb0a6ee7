import { QueryClient, QueryClientProvider } from '@tanstack/react-query';
import { lazy, Suspense, useEffect } from 'react';
import { createBrowserRouter, NavLink, Outlet, RouterProvider, useRouteError } from 'react-router';
import { CircuitPage } from './CircuitPage';
import { VariantBar } from './features/variants/VariantBar';
import { usePersistence } from './state/usePersistence';
import { useWorkbench } from './state/workbench';

const ComparePage = lazy(() => import('./features/compare/ComparePage'));
const EnvelopePage = lazy(() => import('./EnvelopePage'));
const HeatPage = lazy(() => import('./HeatPage'));
const InterviewPage = lazy(() => import('./features/interview/InterviewPage'));
const LibraryPage = lazy(() => import('./features/library/LibraryPage'));
const ProjectMenu = lazy(() => import('./features/project/ProjectMenu'));
const TolerancesPage = lazy(() => import('./TolerancesPage'));

const queries = new QueryClient({
  defaultOptions: { queries: { refetchOnWindowFocus: false, refetchOnReconnect: false, networkMode: 'always' } },
});

/** Every view below the shell; all but the circuit are loaded when they are first opened. */
const VIEWS = [
  { path: 'envelope', view: EnvelopePage },
  { path: 'heat', view: HeatPage },
  { path: 'compare', view: ComparePage },
  { path: 'tolerances', view: TolerancesPage },
  { path: 'new', view: InterviewPage },
  { path: 'library', view: LibraryPage },
];

const router = createBrowserRouter([
  {
    path: '/',
    element: <Shell />,
    errorElement: <Failed />,
    children: [
      { index: true, element: <CircuitPage /> },
      ...VIEWS.map(({ path, view: View }) => ({
        path,
        element: (
          <Suspense fallback={null}>
            <View />
          </Suspense>
        ),
      })),
      { path: '*', element: <NoSuchPage /> },
    ],
  },
]);

/** The whole application: theme, queries, routes. */
export function App() {
  const theme = useWorkbench((w) => w.theme);
  useEffect(() => {
    document.documentElement.dataset['theme'] = theme;
  }, [theme]);
  return (
    <QueryClientProvider client={queries}>
      <RouterProvider router={router} />
    </QueryClientProvider>
  );
}

function Shell() {
  const opening = usePersistence();
  const project = useWorkbench((w) => w.project);
  if (!opening || !project)
    return (
      <div className="bar" role="status">
        {opening?.notice ?? 'Opening your project…'}
      </div>
    );
  return (
    <div className="shell">
      <header className="bar">
        <svg width={22} height={30} viewBox="0 0 22 30" aria-hidden="true">
          <path d="M6 2 H16 V28 H6 Z" fill="none" stroke="var(--ink)" strokeWidth={2} />
          <path d="M7 14 q2.5 -3 4 0 t4 0 V27 H7 Z" fill="var(--ink)" />
          <path d="M2 20 H6 M2 9 H6" stroke="var(--ink)" strokeWidth={2} />
        </svg>
        <span className="name">{project.name}</span>
        <VariantBar />
        <span className="note">
          {project.engine.description}
          {project.madeUp ? ' · invented demo data' : ''}
        </span>
        <span className="grow" />
        <nav aria-label="Views">
          <NavLink to="/">Circuit</NavLink>
          <NavLink to="/envelope">Envelope</NavLink>
          <NavLink to="/heat">Heat</NavLink>
          <NavLink to="/compare">Compare</NavLink>
          <NavLink to="/tolerances">Tolerances</NavLink>
          <NavLink to="/library">Library</NavLink>
        </nav>
        <Suspense fallback={null}>
          <ProjectMenu />
        </Suspense>
      </header>
      {opening.notice ? <ShellNotice text={opening.notice} /> : null}
      <Outlet />
    </div>
  );
}

function ShellNotice({ text }: { readonly text: string }) {
  return (
    <div
      className="notice"
      role="alert"
      style={{ position: 'absolute', right: 16, top: 52, zIndex: 5, maxWidth: 420, background: 'var(--paper)' }}
    >
      {text}
    </div>
  );
}

function NoSuchPage() {
  return (
    <main className="panel">
      <h2>There is no such page</h2>
      <p>
        <NavLink to="/">Back to the circuit</NavLink>
      </p>
    </main>
  );
}

/** Shown when the app itself fails. The project lies in the browser and is not touched. */
function Failed() {
  const error = useRouteError();
  return (
    <main className="panel">
      <h2>The app stopped here</h2>
      <p>
        Your project is kept in this browser. Load the page again; if it stops again, export the project file and report
        what you did.
      </p>
      <p className="quiet">{error instanceof Error ? error.message : ''}</p>
    </main>
  );
}
