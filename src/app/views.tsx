import { lazy, type ComponentType } from 'react';

/** A view of the shell. */
export interface View {
  /** Below the root; the circuit has none. */
  readonly path: string;
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

/** Every view, in the order of the navigation. All but the circuit are loaded when they are first opened. */
export const VIEWS: readonly View[] = [
  // The shell draws the circuit itself, and keeps it.
  { path: '', title: 'Circuit', followsState: true, drawsFirst: true, view: () => null },
  {
    path: 'envelope',
    title: 'Envelope',
    followsState: true,
    view: lazy(() => import('./features/envelope/EnvelopeView')),
  },
  {
    path: 'heat',
    title: 'Heat',
    followsState: true,
    calculatesOil: true,
    view: lazy(() => import('./features/heat/HeatPage')),
  },
  { path: 'engine', title: 'Engine', view: lazy(() => import('./features/engine/EnginePage')) },
  { path: 'gauge', title: 'Gauge', view: lazy(() => import('./features/gauge/GaugePage')) },
  { path: 'bench', title: 'Bench', view: lazy(() => import('./features/bench/BenchPage')) },
  { path: 'log', title: 'Log', view: lazy(() => import('./features/log/LogPage')) },
  { path: 'compare', title: 'Compare', view: lazy(() => import('./features/compare/ComparePage')) },
  {
    path: 'tolerances',
    title: 'Tolerances',
    followsState: true,
    view: lazy(() => import('./features/tolerances/TolerancesPage')),
  },
  { path: 'library', title: 'Library', view: lazy(() => import('./features/library/LibraryPage')) },
  {
    path: 'projects',
    name: 'Projects and backup',
    needsNoProject: true,
    view: lazy(() => import('./features/workspace/WorkspacePage')),
  },
  {
    path: 'new',
    name: 'New engine',
    needsNoProject: true,
    view: lazy(() => import('./features/interview/InterviewPage')),
  },
];
