import { CsvButton } from '../../files/CsvButton';
import { Table } from 'antd';
import type { HeatResult } from '../../../core/heat/heatResult';
import { formatQuantity, type UnitChoice } from '../../../core/foundations/units';

/** What the balance says in words, and every part's oil in and out. */
export function HeatParts({ heat, units }: { readonly heat: HeatResult; readonly units: UnitChoice }) {
  const t = (k: number) => formatQuantity(k, 'temperature', units);
  return (
    <section aria-label="Temperatures">
      {heat.status === 'tooHot' && (
        <div className="notice" role="alert">
          <strong>No balance.</strong> Heat in stays above heat out up to {t(heat.sumpK)}: the oil would overheat
          without end.
        </div>
      )}
      {heat.status === 'tooCold' && (
        <div className="notice" role="alert">
          <strong>No balance.</strong> Heat out stays above heat in down to {t(heat.sumpK)}.
        </div>
      )}
      {heat.status === 'hunting' && (
        <div className="notice">
          <strong>No steady temperature was found.</strong> Around {t(heat.sumpK)} the cooler core plugs with cold oil
          and clears again in turn. Cover the core on such days.
        </div>
      )}
      {heat.other && (
        <div className="notice">
          <strong>Two answers.</strong> Coming from cold the oil settles at {t(heat.sumpK)}, coming from hot{' '}
          {heat.other.status === 'balanced' ? `at ${t(heat.other.sumpK)}` : 'at none'}: a core plugged with cold oil, or
          flowing.
        </div>
      )}
      {heat.tooHotAt && (
        <div className="notice" role="alert">
          <strong>No balance.</strong> Oil leaving {heat.tooHotAt.name} would reach {t(heat.tooHotAt.temperatureK)}: too
          little passes for the heat that it gets.
        </div>
      )}
      {heat.noOil.map((p) => (
        <div className="notice" role="alert" key={p.part}>
          <strong>{p.name}: no oil.</strong> Its temperature is not known.
        </div>
      ))}
      {heat.starved.map((p) => (
        <div className="notice" role="alert" key={p.part}>
          <strong>{p.name}: starved.</strong> Most of its heat goes into the metal around it.
        </div>
      ))}
      {heat.impossibleCoolers.map((part) => (
        <div className="notice" role="alert" key={part}>
          <strong>{part}: impossible rating.</strong> No cooler could give off that heat at those temperatures, so it is
          left out. Check its rating point.
        </div>
      ))}
      <h2>Oil temperature by part</h2>
      <Table
        rowKey="part"
        size="small"
        pagination={false}
        dataSource={[...heat.parts]}
        columns={[
          { title: 'Part', rowScope: 'row', dataIndex: 'name', sorter: (a, b) => a.name.localeCompare(b.name) },
          { title: 'Oil in', align: 'right', sorter: (a, b) => a.inK - b.inK, render: (_, p) => t(p.inK) },
          { title: 'Oil out', align: 'right', sorter: (a, b) => a.outK - b.outK, render: (_, p) => t(p.outK) },
          {
            title: 'Change',
            align: 'right',
            sorter: (a, b) => a.outK - a.inK - (b.outK - b.inK),
            render: (_, p) =>
              `${p.outK >= p.inK ? '+' : '−'}${formatQuantity(Math.abs(p.outK - p.inK), 'temperatureDifference', units)}`,
          },
        ]}
      />
      <CsvButton name="oil temperature by part" />
      {heat.filmHottestK !== null && <p>Hottest bearing film, mean of inlet and outlet: {t(heat.filmHottestK)}.</p>}
    </section>
  );
}
