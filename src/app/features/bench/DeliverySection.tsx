import { Button, Input, Table, Upload } from 'antd';
import { useMemo, useState } from 'react';
import { checkDelivery, lineKey, parseDelivery, type DeliveredLine } from '../../../core/bench/items/delivery';
import { isBought, type Item } from '../../../core/bench/items/item';
import { formatQuantity } from '../../../core/foundations/units';
import { usePreferences } from '../../state/preferences';
import { SelectInput } from '../../forms/SelectInput';
import { readTextFile } from '../../files/readTextFile';
import { WeightIcon } from '../../marks/WeightMark';
import { useBenchChange, useJob } from './useBench';

const LARGEST_BYTES = 1024 * 1024;
const VERDICT_WORDS = {
  wanted: 'wanted',
  unmeasured: 'wanted, but the line does not say how long or how much: write it again with its length or volume',
  wrongSize: 'wrong size',
  surplus: 'surplus',
  unknown: 'not recognised',
} as const;

/** What came, held against what the job needs. */
export function DeliverySection({ items }: { readonly items: readonly Item[] }) {
  const { variant } = useJob();
  const change = useBenchChange();
  const [text, setText] = useState('');
  const [refused, setRefused] = useState('');
  const delivered = useMemo(() => variant.bench?.delivered ?? [], [variant.bench?.delivered]);
  const check = useMemo(
    () => checkDelivery(items, delivered, variant.bench?.matches),
    [items, delivered, variant.bench?.matches],
  );
  const add = (typed: string) => {
    const lines = parseDelivery(typed);
    if (lines.length === 0)
      return setRefused('No line with a part was found. Write one part a line, for instance: 4 x hose end 90, dash 8');
    setRefused('');
    change('add a delivery', (bench) => ({
      ...bench,
      delivered: [...(bench.delivered ?? []), ...lines].slice(0, 500),
    }));
    setText('');
  };
  return (
    <section aria-label="Delivery check">
      <h2>Delivery check</h2>
      <label htmlFor="delivery">
        What came or what is on the shelf, one thing a line: “2 x hose end 90, dash 10”, “8 ft of AN6”. Type it, paste
        it, or open a CSV.
      </label>
      <Input.TextArea id="delivery" rows={4} value={text} onChange={(e) => setText(e.target.value)} />
      {refused && (
        <p className="problem" role="alert">
          {refused}
        </p>
      )}
      <div className="moves">
        <Button type="primary" disabled={text.trim() === ''} onClick={() => add(text)}>
          Check delivery
        </Button>
        <Upload
          accept=".csv,.txt"
          showUploadList={false}
          beforeUpload={(file) => {
            if (file.size > LARGEST_BYTES) setRefused('The file is over 1 MiB. A delivery is a short list.');
            else void readTextFile(file).then(add, () => setRefused('The file could not be read.'));
            return false;
          }}
        >
          <Button>Open a file</Button>
        </Upload>
        {delivered.length > 0 && (
          <Button onClick={() => change('clear the delivery', ({ delivered: _, ...rest }) => rest)}>
            Clear the delivery
          </Button>
        )}
      </div>
      {delivered.length > 0 && <DeliveryVerdicts check={check} items={items} />}
    </section>
  );
}

/** Each line that came with its verdict, what it is taken for, and what has not come. */
function DeliveryVerdicts({
  check,
  items,
}: {
  readonly check: ReturnType<typeof checkDelivery>;
  readonly items: readonly Item[];
}) {
  const change = useBenchChange();
  const units = usePreferences((p) => p.units);
  const wanted = items.filter((i) => isBought(i) && i.quantity > 0);
  return (
    <>
      <Table<DeliveredLine & { readonly n: number }>
        rowKey="n"
        size="small"
        pagination={false}
        scroll={{ x: 'max-content' }}
        dataSource={check.lines.map((line, n) => ({ ...line, n }))}
        columns={[
          { title: 'Came', rowScope: 'row', className: 'wrap', render: (_, l) => l.text },
          {
            title: 'Verdict',
            className: 'wrap',
            render: (_, l) => (
              <>
                {l.verdict !== 'wanted' && <WeightIcon weight={l.verdict === 'wrongSize' ? 'stop' : 'look'} />}{' '}
                {VERDICT_WORDS[l.verdict]}
                {l.verdict === 'wrongSize' && `: ${l.came} came, ${l.wanted} needed.`}
                {l.fits &&
                  (l.fits.length > 0
                    ? ` It would fit: ${l.fits.join('; ')}.`
                    : ` Nothing here takes ${l.came}: send it back.`)}
              </>
            ),
          },
          {
            title: 'Taken for',
            render: (_, l) => (
              <SelectInput
                label={`Taken for: ${l.text}`}
                value={l.verdict === 'wrongSize' ? '' : (l.item?.key ?? '')}
                options={[
                  { value: '', label: 'nothing here' },
                  ...wanted.map((i) => ({ value: i.key, label: i.size === '' ? i.name : `${i.name}, ${i.size}` })),
                ]}
                onChange={(key) =>
                  change('match a delivered part', (bench) => {
                    const { [lineKey(l.text)]: _, ...others } = bench.matches ?? {};
                    return { ...bench, matches: key === '' ? others : { ...others, [lineKey(l.text)]: key } };
                  })
                }
              />
            ),
          },
        ]}
      />
      <h3>{check.missing.length === 0 ? 'Nothing is missing.' : 'Still missing'}</h3>
      <ul className="plain">
        {check.missing.map(({ item, quantity }) => (
          <li key={item.key}>
            {item.unit ? formatQuantity(quantity, item.unit === 'm' ? 'length' : 'volume', units) : `${quantity} ×`}{' '}
            {item.name}
            {item.size && `, ${item.size}`}
          </li>
        ))}
      </ul>
    </>
  );
}
