import { useDocument } from './state/document';
import { followSystemTheme, usePreferences } from './state/preferences';
import { QueryClientProvider } from '@tanstack/react-query';
import { Activity, lazy, useEffect, useState, type MouseEvent } from 'react';
import { createBrowserRouter, NavLink, Outlet, RouterProvider, useLocation } from 'react-router';
import { FirstPage } from './begin/FirstPage';
import { CircuitPage } from './CircuitPage';
import { useDrop } from './files/useDrop';
import { VIEWS } from './views';
import { ViewFrame } from './ViewFrame';
import { useQuestion } from './state/question';
import { AppMark } from './marks/AppMark';
import { Kit } from './theme/Kit';
import { isBackupDue, useBackupReminder } from './state/backupReminder';
import { useKeeping } from './state/keeping';
import { useHelp } from './state/help';
import { useHelpKey } from './useHelpKey';
import { engineKey } from './state/engine';
import { queries } from './state/queries';
import { useTour } from './state/tour';
import { keepOpenProject, openAtStart } from './state/workspace';

const AppFailed = lazy(() => import('./AppFailed').then((m) => ({ default: m.AppFailed })));
const VariantBar = lazy(() => import('./features/variants/VariantBar').then((m) => ({ default: m.VariantBar })));
const KeepingNotices = lazy(() =>
  import('./features/keeping/KeepingNotices').then((m) => ({ default: m.KeepingNotices })),
);
const ProjectMenu = lazy(() => import('./features/project/ProjectMenu'));
const UnreadStore = lazy(() =>
  import('./features/keeping/UnreadStore').then(({ UnreadStore: view }) => ({ default: view })),
);
const Beginnings = lazy(() => import('./features/workspace/Beginnings'));
const HelpDrawer = lazy(() => import('./features/help/HelpDrawer'));
const Tour = lazy(() => import('./features/tour/Tour'));
const QuestionDialog = lazy(() => import('./QuestionDialog'));

const router = createBrowserRouter([
  {
    path: '/',
    element: <Shell />,
    errorElement: (
      <Kit>
        <AppFailed />
      </Kit>
    ),
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
  useEffect(followSystemTheme, []);
  return (
    <QueryClientProvider client={queries}>
      <RouterProvider router={router} />
    </QueryClientProvider>
  );
}

function Shell() {
  const phase = useKeeping((k) => k.phase);
  useEffect(() => {
    void openAtStart();
    return keepOpenProject();
  }, []);
  useHelpKey();
  const isAsked = useQuestion((q) => q.asked !== undefined);
  const project = useDocument((w) => w.project);
  // What tests hold the origin of shown answers against.
  const engine = useDocument(({ id, project: open }) => open && engineKey({ id, variant: open.activeVariant }));
  const { isOpen: isHelping, close: closeHelp } = useHelp();
  const isTouring = useTour((t) => t.isOn);
  if (phase === 'unread')
    return (
      <Kit>
        <UnreadStore />
      </Kit>
    );
  if (phase === 'failed' && !project)
    return (
      <div className="bar" role="status">
        The app could not be loaded whole. Load this page again.
      </div>
    );
  if (!project) return <Beginning isKnown={phase === 'first'} />;
  return (
    <div className="shell" data-engine={engine}>
      <div className="top">
        <header className="bar">
          <a className="skip" href="#main" onClick={skipToMain}>
            Skip to the page
          </a>
          <AppMark />
          <span className="name">
            <span>{project.name}</span>
            <span className="note" title={project.engine.description}>
              {project.madeUp ? 'invented demo data' : project.engine.description}
            </span>
          </span>
          <Kit fallback={<div className="variantbar" />}>
            <VariantBar />
          </Kit>
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
          <Kit>
            <ProjectMenu />
          </Kit>
        </header>
        <Notices />
      </div>
      <Outlet />
      <Circuit />
      {isAsked && (
        <Kit>
          <QuestionDialog />
        </Kit>
      )}
      {isHelping && (
        <Kit>
          <HelpDrawer onClose={closeHelp} />
        </Kit>
      )}
      {isTouring && (
        <Kit>
          <Tour />
        </Kit>
      )}
    </div>
  );
}

/** The circuit, drawn when it is first looked at and kept, hidden, while another view is open: back is quick. */
function Circuit() {
  const isOpen = useLocation().pathname === '/';
  const [isDrawn, setDrawn] = useState(isOpen);
  if (isOpen && !isDrawn) setDrawn(true);
  return isDrawn ? (
    <Activity mode={isOpen ? 'visible' : 'hidden'}>
      <CircuitPage />
    </Activity>
  ) : null;
}

/** No project is open, or not yet: the first screen, and the pages that work without a project. */
function Beginning({ isKnown }: { readonly isKnown: boolean }) {
  const { pathname } = useLocation();
  // Also before the kit is there: a browser would leave the page for the file.
  const [dropped, setDropped] = useState<File>();
  const isOver = useDrop(setDropped);
  if (isKnown && VIEWS.some((v) => v.needsNoProject && `/${v.path}` === pathname))
    return (
      <div className="shell">
        <header className="bar brief">
          <AppMark />
          <NavLink to="/" className="name">
            Tidal Gauge
          </NavLink>
        </header>
        <Notices />
        <Kit>
          <Outlet />
        </Kit>
      </div>
    );
  return isKnown ? (
    <FirstPage isKnown isOver={isOver} notices={<Notices />}>
      <title>Tidal Gauge</title>
      <Kit>
        <Beginnings dropped={dropped} />
      </Kit>
    </FirstPage>
  ) : (
    <FirstPage />
  );
}

/** What the reader must know of how the work is kept; loaded where there is something to be said. */
function Notices() {
  const { problem, edited, notices } = useKeeping();
  const refusal = useDocument((d) => d.refusal);
  const isDue = useBackupReminder(isBackupDue);
  const isQuiet = !problem && edited !== 'elsewhere' && notices.length === 0 && refusal === undefined && !isDue;
  if (isQuiet) return <div className="notices" />;
  return (
    <Kit fallback={<div className="notices" />}>
      <KeepingNotices />
    </Kit>
  );
}

/** Moves the focus behind the header, where the page begins. */
function skipToMain(event: MouseEvent): void {
  event.preventDefault();
  document.getElementById('main')?.focus();
}

function NoSuchPage() {
  return (
    <main id="main" tabIndex={-1} className="panel">
      <h2>There is no such page</h2>
      <p>
        <NavLink to="/">Back to the circuit</NavLink>
      </p>
    </main>
  );
}
