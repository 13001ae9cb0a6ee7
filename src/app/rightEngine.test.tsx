import { act, cleanup } from '@testing-library/react';
import { VIEWS } from './views';
import { ViewFrame } from './ViewFrame';
import { CircuitPage } from './CircuitPage';
import FaultList from './features/faults/FaultList';
import { engineKey } from './state/engine';
import { queries } from './state/queries';
import { useDocument } from './state/document';
import { show } from './testing/page';
import { keptOf } from '../core/document/changes/keptOf';
import type { KeptProject } from '../core/document/project/keptProject';
import type { Part } from '../core/document/parts/part';
import type { Project, Variant } from '../core/document/project/project';
import { testProject } from '../core/verification/testing/stockEngine';
import { tries } from '../core/verification/testing/tries';
import { seeded } from '../core/foundations/random/quasiRandom';

/** Longest time that a task waits before it is begun [ms]; the walk goes on meanwhile. */
let mockSlowMs = 0;
const mockWait = () => new Promise((resolve) => setTimeout(resolve, mockSlowMs * Math.random()));
jest.mock('../workers/client', () => {
  const inPlace = jest.requireActual<typeof import('../workers/__mocks__/client')>('../workers/__mocks__/client');
  const slowly =
    <A extends unknown[], B>(solve: (...args: A) => Promise<B>) =>
    async (...args: A) => {
      await mockWait();
      const answer = await solve(...args);
      await mockWait();
      return answer;
    };
  return {
    ...inPlace,
    solveInWorker: slowly(inPlace.solveInWorker),
    solvePreviewInWorker: slowly(inPlace.solvePreviewInWorker),
  };
});
// Charts draw on a canvas, which jsdom has none of; what they are given is in their names.
jest.mock('react-chartjs-2', () => ({
  Line: (props: { readonly 'aria-label'?: string }) => <div role="img" aria-label={props['aria-label']} />,
}));
jest.mock('../workers/studyPool', () => {
  const actual = jest.requireActual<typeof import('../workers/studyPool')>('../workers/studyPool');
  const slow: import('../workers/studyPool').TaskDoer = {
    stop: () => undefined,
    async task(...args) {
      const { doerInPlace } = jest.requireActual<typeof import('../workers/testing/studiesInPlace')>(
        '../workers/testing/studiesInPlace',
      );
      await mockWait();
      const reply = await doerInPlace.task(...args);
      await mockWait();
      return reply;
    },
  };
  const pool = new actual.StudyPool(2, () => slow);
  return { ...actual, studyPool: () => pool };
});

/** Two projects of one name; each has its stock, a variant with figures of its own, and one that cannot be computed. */
const PROJECTS: Readonly<Record<string, KeptProject>> = {
  a: engineOf(0.6e-3, 9e-6),
  b: engineOf(0.9e-3, 14e-6),
};
const VARIANTS = ['stock', 'other', 'broken'] as const;
const ENGINES = Object.keys(PROJECTS).flatMap((id) => VARIANTS.map((variant) => ({ id, variant })));

function engineOf(displacementM3: number, viscosity100M2S: number): KeptProject {
  const project = testProject('motorcycle', { displacementM3, cylinders: 2, redlineRpm: 9000 });
  const [stock] = project.variants as [Variant];
  const change = (id: string, parts: (of: readonly Part[]) => readonly Part[]): Variant => ({
    ...stock,
    id,
    name: id,
    basedOn: stock.id,
    circuit: { ...stock.circuit, parts: [...parts(stock.circuit.parts)] },
  });
  const pumps = (of: readonly Part[], k: number) =>
    of.map((p) => (p.kind === 'pump' ? { ...p, displacementM3Rev: p.displacementM3Rev * k } : p));
  const whole: Project = {
    ...project,
    oil: { ...project.oil, viscosity100M2S },
    activeVariant: stock.id,
    variants: [
      stock,
      change('other', (of) => pumps(of, 0.8)),
      // Nothing drives oil round without its pump.
      { ...change('broken', (of) => of), circuit: { ...stock.circuit, joints: stock.circuit.joints.slice(2) } },
    ],
  };
  return keptOf(whole);
}

/** Views that compute by themselves. */
const WALKED = ['envelope', 'heat', 'compare', 'tolerances'];
const PAGES = [
  ...VIEWS.filter((v) => WALKED.includes(v.path)).map((v) => ({ name: v.path, view: v.view })),
  { name: 'circuit', view: CircuitPage },
  { name: 'faults', view: FaultList },
];

const openNow = () => {
  const { id, project } = useDocument.getState();
  return { id, variant: project!.activeVariant };
};
function go({ id, variant }: { readonly id: string; readonly variant: string }): void {
  const { open, showVariant } = useDocument.getState();
  if (useDocument.getState().id !== id) open(PROJECTS[id]!, undefined, id);
  showVariant(useDocument.getState().project!.variants.find((v) => v.id === variant || v.name === variant)!.id);
}
/** What the page shows of answers, as figures of three digits and more by the engine that the answer is of. */
function shownFigures(): { readonly of: string; readonly figures: readonly string[] }[] {
  return [...document.querySelectorAll('[data-of]')].map((element) => ({
    of: element.getAttribute('data-of')!,
    figures: element.textContent?.match(/\d+\.\d+|\d{3,}/g) ?? [],
  }));
}
const wait = (ms: number) => act(() => new Promise<void>((resolve) => setTimeout(resolve, ms)));

/** A page is at rest when so many looks, so far apart, show nothing new. */
const QUIET_LOOKS = 8;
const LOOK_MS = 40;

/** Figures that a page shows of each engine until all of it is there. */
async function figuresAtRest(page: (typeof PAGES)[number]): Promise<ReadonlyMap<string, ReadonlySet<string>>> {
  mockSlowMs = 0;
  const figures = new Map<string, ReadonlySet<string>>();
  for (const engine of ENGINES.filter((e) => e.variant !== 'broken')) {
    act(() => go(engine));
    show(<ViewFrame followsState view={page.view} />);
    const seen = new Set<string>();
    // On the way too: what is said before the range is known is of this engine as well.
    for (let quiet = 0; quiet < QUIET_LOOKS;) {
      await wait(LOOK_MS);
      const before = seen.size;
      for (const { figures: now } of shownFigures()) now.forEach((figure) => seen.add(figure));
      const isBusy = document.querySelector('[aria-busy=true], [data-old]') !== null;
      quiet = isBusy || seen.size === 0 || seen.size > before ? 0 : quiet + 1;
    }
    figures.set(engineKey(engine), seen);
    cleanup();
  }
  return figures;
}

/** Figures that a page shows of other engines and never of this one. */
function foreignTo(rest: ReadonlyMap<string, ReadonlySet<string>>, now: string, page: string): ReadonlySet<string> {
  const isOther = (key: string) => (page === 'compare' ? key[0] !== now[0] : key !== now);
  const of = (keep: (key: string) => boolean) => [...rest].flatMap(([key, figures]) => (keep(key) ? [...figures] : []));
  const own = new Set(of((key) => !isOther(key)));
  return new Set(of(isOther).filter((figure) => !own.has(figure)));
}

describe('While projects and variants change at random, and workers are slow', () => {
  const random = seeded(30);
  const one = <T,>(of: readonly T[]): T => of[Math.floor(random() * of.length)]!;

  it.each(PAGES)('every figure is of the engine that is open ($name)', async (page) => {
    const rest = await figuresAtRest(page);
    const walk: string[] = [];
    let seen = 0;
    for (let n = 0; n < tries(2, 60); n++) {
      act(() => go(one(ENGINES)));
      show(<ViewFrame followsState view={page.view} />);
      for (let i = 0; i < 8; i++) {
        mockSlowMs = random() * 30;
        act(() => {
          if (random() < 0.7) go(one(ENGINES));
          else useDocument.getState().setProject('note', { note: `Seen ${n} ${i}` });
        });
        await wait(random() * 150);
        const now = engineKey(openNow());
        walk.push(now);
        const foreign = foreignTo(rest, now, page.name);
        for (const { of, figures } of shownFigures()) {
          const others = rest.has(now) ? figures.filter((figure) => foreign.has(figure)) : [];
          expect([walk.slice(-3), of, others]).toEqual([walk.slice(-3), now, []]);
          seen += figures.length;
        }
      }
      cleanup();
      queries.clear();
    }
    expect(seen).toBeGreaterThan(20);
  });
});
