import { useDocument } from './state/document';
import { usePreferences } from './state/preferences';
import { QueryClient, QueryClientProvider } from '@tanstack/react-query';
import { lazy, Suspense, useEffect } from 'react';
import { createBrowserRouter, NavLink, Outlet, RouterProvider, useRouteError } from 'react-router';
import { VIEWS } from './views';
import { ViewFrame } from './ViewFrame';
import { VariantBar } from './features/variants/VariantBar';
import { useQuestion } from './state/question';
import { usePersistence } from './state/usePersistence';

const ProjectMenu = lazy(() => import('./features/project/ProjectMenu'));
const QuestionDialog = lazy(() => import('./QuestionDialog'));

const queries = new QueryClient({
  defaultOptions: { queries: { refetchOnWindowFocus: false, refetchOnReconnect: false, networkMode: 'always' } },
});

const router = createBrowserRouter([
  {
    path: '/',
    element: <Shell />,
    errorElement: <Failed />,
    children: [
      ...VIEWS.map(({ path, ...view }) => ({ path, element: <ViewFrame {...view} /> })),
      { path: '*', element: <NoSuchPage /> },
    ],
  },
]);

/** The whole application: theme, queries, routes. */
export function App() {
  const theme = usePreferences((w) => w.theme);
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
  const isAsked = useQuestion((q) => q.asked !== undefined);
  const project = useDocument((w) => w.project);
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
          {VIEWS.map(({ path, title }) =>
            title === undefined ? null : (
              <NavLink key={path} to={`/${path}`}>
                {title}
              </NavLink>
            ),
          )}
        </nav>
        <Suspense fallback={null}>
          <ProjectMenu />
        </Suspense>
      </header>
      {opening.notice ? <ShellNotice text={opening.notice} /> : null}
      <Outlet />
      {isAsked && (
        <Suspense fallback={null}>
          <QuestionDialog />
        </Suspense>
      )}
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
