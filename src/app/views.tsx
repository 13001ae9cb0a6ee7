import { lazy, type ComponentType } from 'react';
import { VIEW_PATHS, type ViewPath } from './viewPaths';

/** A view of the shell. */
export interface View {
  /** Below the root; the circuit has none. */
  readonly path: ViewPath;
  /** In the navigation; a view without one is reached otherwise. */
  readonly title?: string;
  /** In the title of the page, where it is not in the navigation. */
  readonly name?: string;
  /** Under the state bar: what it shows follows the state of the engine. */
  readonly followsState?: true;
  /** Works with the calculated oil temperature, whatever the other views work with. */
  readonly calculatesOil?: true;
  /** Works before any project is open. */
  readonly needsNoProject?: true;
  /** Drawn before the kit is there: it loads by itself what it needs of it. */
  readonly drawsFirst?: true;
  readonly view: ComponentType;
}

/** What each view is. All but the circuit are loaded when they are first opened. */
const VIEW_OF: Readonly<Record<ViewPath, Omit<View, 'path'>>> = {
  // The shell draws the circuit itself, and keeps it.
  '': { title: 'Circuit', followsState: true, drawsFirst: true, view: () => null },
  envelope: { title: 'Envelope', followsState: true, view: lazy(() => import('./features/envelope/EnvelopeView')) },
  heat: {
    title: 'Heat',
    followsState: true,
    calculatesOil: true,
    view: lazy(() => import('./features/heat/HeatPage')),
  },
  pickup: { title: 'Pickup', view: lazy(() => import('./features/pickup/PickupPage')) },
  engine: { title: 'Engine', view: lazy(() => import('./features/engine/EnginePage')) },
  gauge: { title: 'Gauge', view: lazy(() => import('./features/gauge/GaugePage')) },
  bench: { title: 'Bench', view: lazy(() => import('./features/bench/BenchPage')) },
  log: { title: 'Log', view: lazy(() => import('./features/log/LogPage')) },
  compare: { title: 'Compare', view: lazy(() => import('./features/compare/ComparePage')) },
  tolerances: {
    title: 'Tolerances',
    followsState: true,
    view: lazy(() => import('./features/tolerances/TolerancesPage')),
  },
  library: { title: 'Library', view: lazy(() => import('./features/library/LibraryPage')) },
  projects: {
    name: 'Projects and backup',
    needsNoProject: true,
    view: lazy(() => import('./features/workspace/WorkspacePage')),
  },
  new: { name: 'New engine', needsNoProject: true, view: lazy(() => import('./features/interview/InterviewPage')) },
};

/** Every view, in the order of the navigation. */
export const VIEWS: readonly View[] = VIEW_PATHS.map((path) => ({ path, ...VIEW_OF[path] }));
