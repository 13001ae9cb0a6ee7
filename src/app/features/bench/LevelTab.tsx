import { actsAs } from '../../../core/document/parts/part';
import { Table } from 'antd';
import { useMemo } from 'react';
import { againstUsualFill, oilChange, type PartLevel } from '../../../core/bench/level/oilToAdd';
import { formatQuantity } from '../../../core/foundations/units';
import { FigureInput } from '../../forms/FigureInput';
import { usePreferences } from '../../state/preferences';
import { tidy } from '../../state/plain';
import { useBenchChange, useJob } from './useBench';
import { Why } from '../../help/Why';

const STICKS = [
  ['before', 'Before the first start', 'Over full by what the empty parts will take: do not drain it.'],
  ['afterRun', 'After 5 to 10 s of running', 'Engine stopped: top up to the mark.'],
  ['hot', 'Hot, after the thermostat opened', 'Engine stopped for some minutes.'],
  ['afterDrive', 'After the first drive', 'Once more, cold.'],
] as const;

/** Oil to add, to prefill, and what the dipstick should do. */
export default function LevelTab() {
  const { variant, before } = useJob();
  const units = usePreferences((p) => p.units);
  const change = useBenchChange();
  const oil = useMemo(() => oilChange(variant, before), [variant, before]);
  const v = (m3: number) => formatQuantity(m3, 'volume', units);
  const fill = againstUsualFill(oil.addedM3);
  const level = variant.bench?.level;
  const coolant =
    variant.circuit.parts.some((p) => actsAs(p, 'cooler') && p.medium === 'liquid') ||
    before?.circuit.parts.some((p) => actsAs(p, 'cooler') && p.medium === 'liquid');
  const rows = [...oil.came.map((p) => ({ ...p, sign: '+' })), ...oil.went.map((p) => ({ ...p, sign: '−' }))];
  return (
    <>
      <p className="headline">
        {fill.words}: <b>{v(fill.m3)}</b>.{' '}
        {oil.prefillM3 > 0 && (
          <>
            <b>{v(oil.prefillM3)}</b> can be filled in before fitting. <Why of="prefill" />
          </>
        )}
      </p>
      <Table<PartLevel & { readonly sign: string }>
        rowKey="part"
        size="small"
        pagination={false}
        dataSource={rows}
        locale={{ emptyText: 'No part that holds oil comes or goes.' }}
        columns={[
          { title: 'Part', rowScope: 'row', dataIndex: 'name' },
          { title: 'Oil', align: 'right', render: (_, p) => `${p.sign}${v(p.volumeM3)}` },
          {
            title: 'Prefill',
            render: (_, p) => (p.sign === '+' && p.prefill ? 'fill it upright before it is fitted' : ''),
          },
          {
            title: 'Overnight',
            render: (_, p) => (p.sign === '+' && p.drainsBackM3 > 0 ? 'runs back to the sump' : ''),
          },
        ]}
      />
      <p>
        Before the first start the dipstick may read up to {v(oil.overBeforeStartM3)} over full; the parts are empty, so
        do not drain it. About {v(oil.drainsBackM3)} runs back overnight from what stands above the oil level.
      </p>
      {coolant && (
        <p>
          The coolant side is opened or changed: refill and bleed it as the maker says, and check its level cold after
          the first drive.
        </p>
      )}
      <h2>As it was</h2>
      <div className="columns">
        <FigureInput
          title="Oil drained"
          quantity="volume"
          si={level?.drainedM3}
          optional
          help="Measured in a can."
          onChange={(drainedM3) =>
            change('oil drained', (b) => ({ ...b, level: tidy({ ...b.level, drainedM3 }) }), 'level drained')
          }
        />
        {STICKS.map(([key, title, help]) => (
          <FigureInput
            key={key}
            title={`Dipstick: ${title.toLowerCase()}`}
            quantity="volume"
            si={level?.stickM3?.[key]}
            optional
            help={`${help} Over the mark is positive.`}
            onChange={(si) =>
              change(
                'dipstick',
                (b) => ({
                  ...b,
                  level: tidy({ ...b.level, stickM3: tidy({ ...b.level?.stickM3, [key]: si }) }),
                }),
                `level ${key}`,
              )
            }
          />
        ))}
      </div>
    </>
  );
}
