import { Button, Table } from 'antd';
import { usePreferences } from '../../state/preferences';
import { useState } from 'react';
import type { Part } from '../../../core/document/parts/part';
import { partFamiliesOf } from '../../../core/studies/sizing/partFamilies';
import { sayPartSize, sayPartSizeFails, sayPartSizes } from '../../../core/studies/sizing/sayPartSizes';
import { formatQuantity } from '../../../core/foundations/units';
import { useStudy } from '../../state/useStudy';
import { StudyStatus } from '../../studies/StudyStatus';
import { SizeScale } from './SizeScale';
import { shownOf, useOpenEngine } from '../../state/engine';

/**
 * For a cooler or a thermostat: which of the sizes that can be had would do, by supply and by where the oil settles.
 */
export function PartSizeFinder({ part, onTake }: { readonly part: Part; readonly onTake: (part: Part) => void }) {
  const [asked, setAsked] = useState(false);
  if (!asked)
    return (
      <div className="sizing">
        <Button onClick={() => setAsked(true)}>Find a size</Button>
      </div>
    );
  return <PartSizes part={part} onTake={onTake} />;
}

function PartSizes({ part, onTake }: { readonly part: Part; readonly onTake: (part: Part) => void }) {
  const units = usePreferences((w) => w.units);
  const engine = useOpenEngine();
  const study = useStudy(engine, 'partSizes', { part: part.id });
  const families = partFamiliesOf(part);
  const rows = study.answer;
  const settles = (k: number | null) => (k === null ? 'no balance' : formatQuantity(k, 'temperature', units, 1));
  return (
    <section className="sizing" aria-label={`Sizes of ${part.name}`} aria-busy={study.running} {...shownOf(study)}>
      <StudyStatus study={study} doing="fitting sizes" />
      {rows && (
        <>
          {!study.partly &&
            sayPartSizes(rows, families, units).map((sentence, i) => (
              <p key={sentence} className={i === 0 ? 'answer' : 'quiet'}>
                {sentence}
              </p>
            ))}
          {families.map(({ id, title, low, high, stock, sizeOf }) => (
            <div key={id}>
              {title !== '' && <span className="quiet">{title}</span>}
              <SizeScale
                low={low}
                high={high}
                logarithmic={false}
                bands={rows.bands.filter((b) => b.family === id)}
                tried={rows.rows
                  .filter((r) => r.family === id)
                  .map((r) => ({ size: r.size, good: r.fails.length === 0 }))}
                ticks={stock}
                current={sizeOf?.(part)}
              />
            </div>
          ))}
          <Table<NonNullable<typeof rows>['rows'][number]>
            rowKey={(row) => sayPartSize(families, row, units)}
            size="small"
            pagination={false}
            dataSource={[...rows.rows]}
            columns={[
              {
                title: 'Size',
                rowScope: 'row',
                render: (_, row) => (
                  <>
                    {sayPartSize(families, row, units)}
                    {row.fails.length > 0 && <div className="problem">{sayPartSizeFails(row, units)}</div>}
                  </>
                ),
              },
              {
                title: 'Hot day',
                render: (_, row) => (
                  <span className={row.fails.includes('hot') ? 'problem' : ''}>{settles(row.hotDayK)}</span>
                ),
              },
              {
                title: 'Cold cruise',
                render: (_, row) => (
                  <span className={row.fails.includes('cold') ? 'problem' : ''}>{settles(row.coldCruiseK)}</span>
                ),
              },
              {
                title: <span className="visually-hidden">Fit it</span>,
                render: (_, row) => {
                  const family = families.find((f) => f.id === row.family);
                  return (
                    family && (
                      <Button
                        aria-label={`Fit ${sayPartSize(families, row, units)}`}
                        onClick={() => onTake(family.fit(part, row.size))}
                      >
                        Fit
                      </Button>
                    )
                  );
                },
              },
            ]}
          />
          <p className="quiet">
            Calculated oil temperature: a hot day at full load, at most{' '}
            {formatQuantity(rows.limitHotK, 'temperature', units)}; a cold cruise, at least{' '}
            {formatQuantity(rows.limitColdK, 'temperature', units)}. Supply is checked over the whole operating range.
            Sizes are estimates; enter the rating point of the one you buy.
          </p>
        </>
      )}
    </section>
  );
}
