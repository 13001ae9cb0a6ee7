import { useView } from '../../state/view';
import { useMemo, useState } from 'react';
import { useSettled } from '../../state/useSettled';
import { CurvesStudy } from './CurvesStudy';
import { MapStudy } from './MapStudy';
import { TraceStudy } from './TraceStudy';
import { WarmUpStudy } from './WarmUpStudy';

const TABS = [
  ['curves', 'Ambient and road speed'],
  ['map', 'Ambient and road speed map'],
  ['warmUp', 'Warm-up'],
  ['trace', 'Recorded lap'],
] as const;
type Tab = (typeof TABS)[number][0];

/** Studies around the state, one at a time; each runs over the workers with its progress shown, and can be stopped. */
export function HeatStudies() {
  const speedRevS = useView((w) => w.speedRevS);
  const conditions = useView((w) => w.conditions);
  const [tab, setTab] = useState<Tab>('curves');
  const now = useMemo(() => ({ speedRevS, ...conditions }), [speedRevS, conditions]);
  const drive = useSettled(now);
  return (
    <section className="studies" aria-label="Studies">
      <div className="tabs" role="tablist" aria-label="Studies">
        {TABS.map(([name, label]) => (
          <button key={name} type="button" role="tab" aria-selected={tab === name} onClick={() => setTab(name)}>
            {label}
          </button>
        ))}
      </div>
      {tab === 'curves' && <CurvesStudy drive={drive} />}
      {tab === 'map' && <MapStudy drive={drive} />}
      {tab === 'warmUp' && <WarmUpStudy drive={drive} />}
      {tab === 'trace' && <TraceStudy airTemperatureK={drive.airTemperatureK} />}
    </section>
  );
}
