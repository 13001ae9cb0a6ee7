import { Empty, Table } from 'antd';
import { TIGHTENING_ORDER } from '../../../core/bench/joints/tightening';
import {
  JOINT_STATE_WORDS,
  jointKindWords,
  jointsOf,
  sayFit,
  type BenchJoint,
} from '../../../core/bench/joints/jointList';
import { sayTorque, torqueIn } from '../../../core/bench/joints/torque';
import { CsvButton } from '../../files/CsvButton';
import { WeightIcon } from '../../marks/WeightMark';
import { JointForm } from './JointForm';
import { useJobOnly } from './JobOnly';
import { LONG_LIST } from './longList';
import { useJob } from './useBench';
import { useMemo } from 'react';
import { Why } from '../../help/Why';

/** Every joint that somebody makes, in the order in which they are tightened. */
export default function JointsTab() {
  const { variant, touches } = useJob();
  const all = useMemo(() => jointsOf(variant), [variant]);
  const { list: joints, rest } = useJobOnly(touches.joints, all, 'joints');
  if (all.length === 0) return <Empty description="This circuit has no joints outside the engine." />;
  const done = joints.filter((j) => j.state !== 'loose' && j.state !== 'snug').length;
  return (
    <>
      <p className="quiet block">
        {done} of {joints.length} joints tightened. {TIGHTENING_ORDER.join('; ')}. Typical figures are common practice:
        the maker’s torque comes first. <Why of="mating">What mates</Why>, <Why of="flats">flats</Why>.
      </p>
      <Table<BenchJoint>
        rowKey="key"
        size="small"
        pagination={LONG_LIST}
        scroll={{ x: 1000 }}
        dataSource={[...joints]}
        expandable={{
          columnTitle: <span className="visually-hidden">More</span>,
          expandedRowRender: (joint) => <JointForm joint={joint} />,
        }}
        columns={[
          { title: 'Order', render: (_, _joint, i) => i + 1 },
          {
            title: 'Joint',
            rowScope: 'row',
            className: 'wrap',
            render: (_, j) => (
              <>
                {j.name}
                <Fit joint={j} />
              </>
            ),
          },
          { title: 'Kind', className: 'wrap', render: (_, j) => jointKindWords(j) },
          { title: 'Seal', className: 'wrap', render: (_, j) => j.tightening?.seal ?? '' },
          { title: 'N·m', align: 'right', render: (_, j) => torque(j, 'N·m') },
          { title: 'lbf·in', align: 'right', render: (_, j) => torque(j, 'lbf·in') },
          { title: 'lbf·ft', align: 'right', render: (_, j) => torque(j, 'lbf·ft') },
          {
            title: 'How',
            className: 'wrap',
            render: (_, j) =>
              j.note.torque
                ? `${j.note.torque.source || 'your figure'}`
                : (j.tightening?.by ?? '').replace(/^torque/, 'typical torque'),
          },
          { title: 'State', render: (_, j) => `${JOINT_STATE_WORDS[j.state]}${j.note.on ? `, ${j.note.on}` : ''}` },
        ]}
      />
      {rest}
      <CsvButton name="joints" />
    </>
  );
}

function torque(joint: BenchJoint, unit: 'N·m' | 'lbf·ft' | 'lbf·in') {
  if (joint.note.torque) return <b>{sayTorque(joint.note.torque)[unit]}</b>;
  const typical = joint.tightening?.typicalNm;
  if (!typical) return '';
  const [low, high] = typical.map((nm) => torqueIn(nm, unit).toFixed(0));
  return <span className="quiet">{low === high ? low : `${low}–${high}`} typical</span>;
}

function Fit({ joint }: { readonly joint: BenchJoint }) {
  const said = sayFit(joint.fit);
  if (said === undefined) return null;
  const weight = joint.fit.kind === 'misfit' || joint.fit.kind === 'shared' ? 'mend' : 'note';
  return (
    <span className="remark">
      <WeightIcon weight={weight} /> {said}
    </span>
  );
}
