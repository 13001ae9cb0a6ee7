import './bench.css';
import { Tabs } from 'antd';
import { lazy, Suspense } from 'react';
import { useSearchParams } from 'react-router';
import { SelectInput } from '../../forms/SelectInput';
import { tidy } from '../../state/plain';
import { useBenchChange, useJob } from './useBench';

const HosesTab = lazy(() => import('./HosesTab'));
const JointsTab = lazy(() => import('./JointsTab'));
const PartsTab = lazy(() => import('./PartsTab'));
const PlacesTab = lazy(() => import('./PlacesTab'));
const LevelTab = lazy(() => import('./LevelTab'));
const PlanTab = lazy(() => import('./PlanTab'));
const SheetTab = lazy(() => import('./SheetTab'));

const TABS = [
  { key: 'hoses', label: 'Hoses', view: HosesTab },
  { key: 'joints', label: 'Joints', view: JointsTab },
  { key: 'parts', label: 'Parts and delivery', view: PartsTab },
  { key: 'places', label: 'Places', view: PlacesTab },
  { key: 'level', label: 'Oil level', view: LevelTab },
  { key: 'plan', label: 'Plan', view: PlanTab },
  { key: 'sheet', label: 'Job sheet', view: SheetTab },
] as const;

/** From the circuit to the work on the engine: what to cut, join, buy and do. */
export default function BenchPage() {
  const [search, setSearch] = useSearchParams();
  const { project, variant, before } = useJob();
  const change = useBenchChange();
  const wanted = search.get('tab');
  const active = TABS.find((t) => t.key === wanted)?.key ?? 'hoses';
  return (
    <main id="main" tabIndex={-1} className="page bench">
      <div className="jobline">
        <h1>Bench</h1>
        <p>
          Job: from{' '}
          <SelectInput
            label="The engine is now"
            value={before?.id ?? ''}
            options={[
              { value: '', label: 'nothing: all parts are new' },
              ...project.variants.filter((v) => v.id !== variant.id).map((v) => ({ value: v.id, label: v.name })),
            ]}
            onChange={(from) =>
              change('choose what the engine is now', (bench) => ({
                ...bench,
                plan: tidy({ ...bench.plan, from: from === '' ? variant.id : from }),
              }))
            }
          />{' '}
          to <b>{variant.name}</b>
        </p>
      </div>
      <Tabs
        aria-label="Bench"
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
