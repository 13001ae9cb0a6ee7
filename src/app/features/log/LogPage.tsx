import './log.css';
import { Tabs } from 'antd';
import { lazy, Suspense } from 'react';
import { useSearchParams } from 'react-router';

const FirstStartTab = lazy(() => import('./FirstStartTab'));
const BookTab = lazy(() => import('./BookTab'));
const WhyTab = lazy(() => import('./WhyTab'));
const LiveTab = lazy(() => import('./LiveTab'));
const CleanTab = lazy(() => import('./CleanTab'));

const TABS = [
  { key: 'start', label: 'First start', view: FirstStartTab },
  { key: 'live', label: 'Logger', view: LiveTab },
  { key: 'book', label: 'Log book', view: BookTab },
  { key: 'why', label: 'Why is it low?', view: WhyTab },
  { key: 'clean', label: 'Cleanliness', view: CleanTab },
] as const;

/** The running engine: its first start, what its gauges show, the notes, and what they say. */
export default function LogPage() {
  const [search, setSearch] = useSearchParams();
  const wanted = search.get('tab');
  const active = TABS.find((t) => t.key === wanted)?.key ?? 'start';
  return (
    <main id="main" tabIndex={-1} className="page log">
      <h1>Log</h1>
      <Tabs
        aria-label="Log"
        activeKey={active}
        onChange={(tab) => setSearch({ tab }, { replace: true })}
        destroyOnHidden
        items={TABS.map(({ key, label, view: View }) => ({
          key,
          label,
          children: (
            <Suspense fallback={<p className="quiet">Opening…</p>}>
              <View />
            </Suspense>
          ),
        }))}
      />
    </main>
  );
}
