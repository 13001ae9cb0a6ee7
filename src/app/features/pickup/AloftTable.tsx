import { Table } from 'antd';
import { formatQuantity, type UnitChoice } from '../../../core/foundations/units';
import { aloftTable } from '../../../core/judgement/pickup/aloftTable';
import { JUDGED_FROM_K } from '../../../core/judgement/pickup/judgePickup';
import type { PickupResult } from '../../../core/judgement/pickup/pickupResult';
import { useDocument } from '../../state/document';

/** Oil that is on its way back, over speed and temperature. */
export function AloftTable({ result, units }: { readonly result: PickupResult; readonly units: UnitChoice }) {
  const idleRevS = useDocument((d) => d.project!.engine.idleSpeedRevS);
  const { speedsRevS, rows } = aloftTable(result.aloft, idleRevS);
  return (
    <section aria-label="Oil on its way back">
      <h2>Oil on its way back</h2>
      <p className="quiet">
        On the walls of block and heads, in the heads where their drains are too small, in accumulators, and in
        canisters that run empty when the engine stops. The pickup is judged from{' '}
        {formatQuantity(JUDGED_FROM_K, 'temperature', units)} upward; colder oil is shown only.
      </p>
      <div className="wide" tabIndex={0} role="region" aria-label="Oil aloft by speed and temperature">
        <Table
          rowKey="oilTemperatureK"
          size="small"
          pagination={false}
          dataSource={[...rows]}
          columns={[
            {
              title: 'Oil',
              rowScope: 'row',
              render: (_, row) => formatQuantity(row.oilTemperatureK, 'temperature', units),
            },
            ...speedsRevS.map((speedRevS, i) => ({
              title: formatQuantity(speedRevS, 'speed', units),
              align: 'right' as const,
              render: (_: unknown, row: (typeof rows)[number]) => {
                const m3 = row.aloftM3[i] ?? null;
                return m3 === null ? '—' : formatQuantity(m3, 'volume', units);
              },
            })),
          ]}
        />
      </div>
    </section>
  );
}
