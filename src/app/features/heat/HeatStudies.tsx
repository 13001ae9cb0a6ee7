import { Tabs } from 'antd';
import { useView } from '../../state/view';
import { useMemo, useState, type ReactNode } from 'react';
import type { DriveRequest } from '../../../core/studies/heat/drive';
import { useSettled } from '../../state/useSettled';
import { CurvesStudy } from './CurvesStudy';
import { MapStudy } from './MapStudy';
import { TraceStudy } from './TraceStudy';
import { WarmUpStudy } from './WarmUpStudy';

const TABS = [
  ['curves', 'Ambient and road speed'],
  ['map', 'Temperature map'],
  ['warmUp', 'Warm-up'],
  ['trace', 'Recorded lap'],
] as const;
type Tab = (typeof TABS)[number][0];

const STUDY: Readonly<Record<Tab, (drive: DriveRequest) => ReactNode>> = {
  curves: (drive) => <CurvesStudy drive={drive} />,
  map: (drive) => <MapStudy drive={drive} />,
  warmUp: (drive) => <WarmUpStudy drive={drive} />,
  trace: (drive) => <TraceStudy airTemperatureK={drive.airTemperatureK} />,
};

/** Studies around the state, one at a time; each runs over the workers with its progress shown, and can be stopped. */
export function HeatStudies() {
  const speedRevS = useView((w) => w.speedRevS);
  const conditions = useView((w) => w.conditions);
  const [tab, setTab] = useState<Tab>('curves');
  const now = useMemo(() => ({ speedRevS, ...conditions }), [speedRevS, conditions]);
  const drive = useSettled(now);
  return (
    <section className="studies" aria-label="Studies">
      <Tabs
        aria-label="Studies"
        activeKey={tab}
        onChange={(key) => setTab(key as Tab)}
        destroyOnHidden
        items={TABS.map(([key, label]) => ({ key, label, children: STUDY[key](drive) }))}
      />
    </section>
  );
}
