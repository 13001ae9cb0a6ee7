import { Button, Checkbox, Input, Table } from 'antd';
import { useMemo } from 'react';
import { isBought, ITEM_STATUS_WORDS, type Item } from '../../../core/bench/items/item';
import { costOf, itemsOf } from '../../../core/bench/items/itemList';
import { measureFirst, type ToMeasure } from '../../../core/bench/items/measureFirst';
import { factsOf } from '../../../core/bench/plan/wholeJob';
import { toolsFor } from '../../../core/bench/items/tools';
import type { ItemNote } from '../../../core/document/project/bench';
import { formatQuantity } from '../../../core/foundations/units';
import { saveTable } from '../../files/saveTable';
import { FigureCell } from '../../forms/FigureInput';
import { usePreferences } from '../../state/preferences';
import { DeliverySection } from './DeliverySection';
import { tidy } from '../../state/plain';
import { useJobOnly } from './JobOnly';
import { LONG_LIST } from './longList';
import { useBenchChange, useJob } from './useBench';

/** What to buy, what stays, what is left over; tools; and what came. */
export default function PartsTab() {
  const { project, variant, before, touches } = useJob();
  const units = usePreferences((p) => p.units);
  const items = useMemo(() => itemsOf(project, variant, before), [project, variant, before]);
  const touched = useMemo(() => items.filter((i) => i.status !== 'kept'), [items]);
  const { list, rest } = useJobOnly(touched, items, 'parts');
  const tools = useMemo(
    () => toolsFor(touches.joints, touches.hoses, !before || factsOf(project, before, variant).has('oilOut')),
    [touches, project, before, variant],
  );
  const toMeasure = useMemo(() => measureFirst(variant, before), [variant, before]);
  const notes = variant.bench?.items ?? {};
  const cost = costOf(items);
  return (
    <>
      <MeasureFirst list={toMeasure} />
      <ItemTable items={list} />
      {rest}
      <p>
        Together {formatQuantity(cost.total, 'money', units)}
        {cost.unpriced > 0 && <span className="quiet">; {cost.unpriced} lines without a price</span>}
        {cost.massKg > 0 && `; new parts weigh ${formatQuantity(cost.massKg, 'mass', units)} as far as it is known`}.
      </p>
      <div className="moves">
        <Button
          onClick={() =>
            saveTable('parts.csv', {
              columns: ['group', 'part', 'size', 'status', 'quantity', 'unit', 'price', 'weight_kg', 'source'],
              rows: items.map((i) => [
                i.group,
                i.name,
                i.size,
                ITEM_STATUS_WORDS[i.status],
                i.unit === 'm³' ? i.quantity * 1e3 : i.quantity,
                i.unit === 'm³' ? 'L' : (i.unit ?? 'pcs'),
                i.price ?? null,
                i.massKg ?? null,
                notes[i.key]?.source ?? '',
              ]),
            })
          }
        >
          Save as CSV
        </Button>
      </div>
      <section aria-label="Tools">
        <h2>Tools</h2>
        {tools.some((t) => t.oftenLacking) && <p className="quiet">Bold: few garages have it.</p>}
        <ul className="tools">
          {tools.map((t) => (
            <li key={t.name}>{t.oftenLacking ? <b>{t.name}</b> : t.name}</li>
          ))}
        </ul>
      </section>
      <DeliverySection items={items} />
    </>
  );
}

/** What the app guesses of the engine: nothing that hangs on it is ordered before. */
function MeasureFirst({ list }: { readonly list: readonly ToMeasure[] }) {
  if (list.length === 0) return null;
  return (
    <section aria-label="Measure first">
      <h2>Measure first</h2>
      <p className="quiet">These are guesses. Order nothing that hangs on them before.</p>
      <ul className="tools">
        {list.map(({ what, how }) => (
          <li key={what}>
            <b>{what.charAt(0).toUpperCase() + what.slice(1)}:</b> {how}.
          </li>
        ))}
      </ul>
    </section>
  );
}

/** Every item with what is known and noted of it. */
function ItemTable({ items }: { readonly items: readonly Item[] }) {
  const { variant } = useJob();
  const units = usePreferences((p) => p.units);
  const change = useBenchChange();
  const notes = variant.bench?.items ?? {};
  const quantity = (i: Item) =>
    i.unit === 'm'
      ? formatQuantity(i.quantity, 'length', units)
      : i.unit === 'm³'
        ? formatQuantity(i.quantity, 'volume', units)
        : i.quantity === 0
          ? 'some'
          : String(i.quantity);
  const note = (
    item: Item,
    name: string,
    changed: { readonly [K in keyof ItemNote]?: ItemNote[K] | undefined },
    on = '',
  ) =>
    change(
      `${name}: ${item.name}`,
      (bench) => ({
        ...bench,
        items: { ...bench.items, [item.key]: tidy({ ...bench.items?.[item.key], ...changed }) as ItemNote },
      }),
      on === '' ? '' : `item ${item.key} ${on}`,
    );
  return (
    <Table<Item>
      rowKey={(i) => `${i.status} ${i.key}`}
      size="small"
      pagination={LONG_LIST}
      scroll={{ x: 900 }}
      dataSource={[...items]}
      columns={[
        { title: 'Bought from', render: (_, i, n) => (items[n - 1]?.group === i.group ? '' : <b>{i.group}</b>) },
        {
          title: 'Part',
          rowScope: 'row',
          className: 'wrap',
          render: (_, i) => (
            <>
              {i.name} {i.note && <span className="quiet">{i.note}</span>}
              {i.waits && <span> Order when measured: {i.waits}.</span>}
            </>
          ),
        },
        { title: 'Size', className: 'wrap', dataIndex: 'size' },
        { title: 'Quantity', align: 'right', render: (_, i) => quantity(i) },
        { title: 'Status', render: (_, i) => ITEM_STATUS_WORDS[i.status] },
        {
          title: 'Weight',
          align: 'right',
          render: (_, i) => (i.massKg === undefined ? '' : formatQuantity(i.massKg, 'mass', units)),
        },
        {
          title: 'Price each',
          render: (_, i) =>
            isBought(i) && (
              <FigureCell
                size="small"
                title={`Price of ${i.name} ${i.size}`}
                quantity="money"
                allowed={[0, Infinity]}
                si={i.price}
                optional
                onChange={(price) => note(i, 'price', { price }, 'price')}
              />
            ),
        },
        {
          title: 'Source',
          render: (_, i) =>
            isBought(i) && (
              <Input
                size="small"
                aria-label={`Source of ${i.name} ${i.size}`}
                maxLength={120}
                value={notes[i.key]?.source ?? ''}
                onChange={(e) => note(i, 'source', { source: e.target.value || undefined }, 'source')}
              />
            ),
        },
        {
          title: 'Have',
          render: (_, i) =>
            isBought(i) && (
              <Checkbox
                aria-label={`Have ${i.name} ${i.size}`}
                checked={notes[i.key]?.have ?? false}
                onChange={(e) => note(i, 'have', { have: e.target.checked || undefined })}
              />
            ),
        },
      ]}
    />
  );
}
