import { Empty, Table } from 'antd';
import { hoseVerdicts, type HoseVerdict } from '../../../core/bench/hoses/hoseVerdicts';
import { HOSE_STATE_WORDS, sayHoseSize, sayHoseVerdict } from '../../../core/bench/hoses/sayHose';
import { sayHoseEnd } from '../../../core/bench/hoses/hoseEnd';
import type { Hose } from '../../../core/bench/hoses/hoseList';
import { formatQuantity } from '../../../core/foundations/units';
import { CsvButton } from '../../files/CsvButton';
import { Why } from '../../help/Why';
import { WeightIcon } from '../../marks/WeightMark';
import { usePreferences } from '../../state/preferences';
import { HoseForm } from './HoseForm';
import { RollSection } from './RollSection';
import { useJobOnly } from './JobOnly';
import { LONG_LIST } from './longList';
import { useJob, useWorstSeen } from './useBench';

/** The cut list: each hose between its two ports. */
export default function HosesTab() {
  const { variant, hoses: all, touches } = useJob();
  const { list: hoses, rest } = useJobOnly(touches.hoses, all, 'hoses');
  const units = usePreferences((p) => p.units);
  const verdicts = hoseVerdicts(hoses, variant, useWorstSeen());
  const l = (m: number | undefined) => (m === undefined ? 'not known' : formatQuantity(m, 'cutLength', units));
  if (all.length === 0) return <Empty description="This circuit has no hoses." />;
  return (
    <>
      <p className="quiet block">
        Cut length = routed length + <Why of="slack">slack</Why> − what the two ends <Why of="takeUp">take up</Why>. Cut
        long, offer it up, <Why of="trim">trim</Why>: hose can be cut and not grown. Typical figures; measure your own
        ends where it matters. <Why of="dash">Dash size</Why>, <Why of="clocking">clocking</Why>.
      </p>
      <Table<Hose>
        rowKey="key"
        size="small"
        pagination={LONG_LIST}
        scroll={{ x: 900 }}
        dataSource={[...hoses]}
        expandable={{
          columnTitle: <span className="visually-hidden">More</span>,
          expandRowByClick: false,
          expandedRowRender: (hose) => <HoseForm hose={hose} verdicts={verdicts.get(hose.key) ?? []} />,
        }}
        columns={[
          { title: 'Hose', rowScope: 'row', render: (_, h) => <b>{h.name}</b> },
          {
            title: 'From, to',
            className: 'wrap',
            render: (_, h) => (
              <>
                {h.from.place} <span className="quiet">to</span> {h.to.place}
                <Marks verdicts={verdicts.get(h.key) ?? []} />
              </>
            ),
          },
          { title: 'Size', render: (_, h) => sayHoseSize(h, units) },
          { title: 'Ends', render: (_, h) => `${sayHoseEnd(h.from.end)}; ${sayHoseEnd(h.to.end)}` },
          {
            title: 'Routed',
            align: 'right',
            render: (_, h) => (
              <>
                {l(h.routedM)}
                {h.measuredBy === 'circuit' && <span className="quiet"> not measured</span>}
              </>
            ),
          },
          { title: 'Cut', align: 'right', render: (_, h) => <b>{l(h.madeM ?? h.cut?.cutM)}</b> },
          { title: 'State', render: (_, h) => HOSE_STATE_WORDS[h.state] },
        ]}
      />
      {rest}
      <CsvButton name="hoses" />
      <RollSection />
    </>
  );
}

/** The gravest that is wrong with a hose, in a line. */
function Marks({ verdicts }: { readonly verdicts: readonly HoseVerdict[] }) {
  const units = usePreferences((p) => p.units);
  const [first] = verdicts;
  return first ? (
    <span className="remark">
      <WeightIcon weight={first.weight} /> {sayHoseVerdict(first, units)}
      {verdicts.length > 1 && ` (${verdicts.length - 1} more)`}
    </span>
  ) : null;
}
