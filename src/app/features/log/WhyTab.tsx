import { actsAs } from '../../../core/document/parts/part';
import { Button, Empty, Progress, Table } from 'antd';
import { useState } from 'react';
import { explainLines, sayNext, sayPercent } from '../../../core/studies/causes/sayCauses';
import type { ExplainAnswer, ExplainRequest } from '../../../core/studies/causes/causeSchema';
import { activeVariant } from '../../../core/document/project/project';
import { PORTS } from '../../../core/document/parts/ports';
import { formatQuantity } from '../../../core/foundations/units';
import { FigureInput } from '../../forms/FigureInput';
import { SelectInput } from '../../forms/SelectInput';
import { useDocument } from '../../state/document';
import { usePreferences } from '../../state/preferences';
import { useView } from '../../state/view';
import { useSettled } from '../../state/useSettled';
import { useStudy } from '../../state/useStudy';
import { StudyStatus } from '../../studies/StudyStatus';
import { useWhy } from './why';
import { Why } from '../../help/Why';

type Reading = ExplainRequest['readings'][number];
const HOT_OIL_K = 373.15;

/** From readings that disagree to what would explain them, and the check that tells. */
export default function WhyTab() {
  const project = useDocument((d) => d.project)!;
  const { readings, answers, set } = useWhy();
  const settled = useSettled({ readings: [...readings], answers: [...answers] });
  const put = (next: readonly Reading[]) => set({ readings: next });
  const add = () =>
    put([
      ...readings,
      {
        kind: 'pressure',
        speedRevS: readings.length === 0 ? project.engine.idleSpeedRevS : project.engine.maximumSpeedRevS / 2,
        oilTemperatureK: HOT_OIL_K,
        pressurePa: 2e5,
      },
    ]);
  return (
    <>
      <p className="quiet block">
        Put in what the gauge shows, at one or more conditions. The more they differ, the more they tell.
      </p>
      {readings.map((reading, i) => (
        <ReadingLine
          key={i}
          n={i + 1}
          reading={reading}
          onChange={(r) => put(readings.map((x, k) => (k === i ? r : x)))}
          onRemove={() => put(readings.filter((_, k) => k !== i))}
        />
      ))}
      <div className="moves">
        <Button onClick={add} disabled={readings.length >= 24}>
          Add a reading
        </Button>
        {answers.length > 0 && <Button onClick={() => set({ answers: [] })}>Forget the answers</Button>}
      </div>
      {readings.length === 0 ? <Empty description="No reading yet." /> : <Explained request={settled} />}
    </>
  );
}

function ReadingLine({
  n,
  reading,
  onChange,
  onRemove,
}: {
  readonly n: number;
  readonly reading: Reading;
  readonly onChange: (r: Reading) => void;
  readonly onRemove: () => void;
}) {
  const project = useDocument((d) => d.project)!;
  const ports = activeVariant(project).circuit.parts.flatMap((p) => {
    const at =
      actsAs(p, 'accessory') || actsAs(p, 'mains')
        ? ['in']
        : actsAs(p, 'plate')
          ? ['tap']
          : actsAs(p, 'line') && p.form === 'gallery'
            ? ['out']
            : actsAs(p, 'filter')
              ? ['in', 'out']
              : [];
    return at
      .filter((port) => PORTS[p.kind].includes(port))
      .map((port) => ({
        value: `${p.id}.${port}`,
        label: `${p.name}, ${port === 'in' ? 'inlet' : port === 'out' ? 'outlet' : port}`,
      }));
  });
  return (
    <div className="row" role="group" aria-label={`Reading ${n}`}>
      <FigureInput
        title="Engine speed"
        quantity="speed"
        si={reading.speedRevS}
        onChange={(si) => si !== undefined && si > 0 && onChange({ ...reading, speedRevS: si })}
      />
      <FigureInput
        title="Oil temperature"
        quantity="temperature"
        si={reading.oilTemperatureK}
        onChange={(si) => si !== undefined && onChange({ ...reading, oilTemperatureK: si })}
      />
      <FigureInput
        title="Pressure"
        quantity="pressure"
        si={reading.pressurePa}
        onChange={(si) => si !== undefined && si >= 0 && onChange({ ...reading, pressurePa: si })}
      />
      <SelectInput
        label={`Read at, reading ${n}`}
        value={reading.at ?? ''}
        options={[{ value: '', label: 'the gauge' }, ...ports]}
        onChange={(at) => {
          const { at: _, ...rest } = reading;
          onChange(at === '' ? rest : { ...rest, at });
        }}
      />
      <Button onClick={onRemove}>Remove reading {n}</Button>
    </div>
  );
}

function Explained({ request }: { readonly request: ExplainRequest }) {
  const study = useStudy('causes', request, 'fresh');
  const { answer } = study;
  return (
    <section aria-label="Explanations" aria-busy={study.running}>
      <StudyStatus study={study} doing="trying every cause" />
      {answer && <Causes answer={answer} />}
    </section>
  );
}

function Causes({ answer }: { readonly answer: ExplainAnswer }) {
  const units = usePreferences((p) => p.units);
  const select = useView((v) => v.select);
  const { answers, set } = useWhy();
  const [copied, setCopied] = useState(false);
  const { next } = answer;
  const p = (pa: number | null) => (pa === null ? 'not known' : formatQuantity(pa, 'pressure', units));
  return (
    <>
      <ul className="plain">
        {answer.readings.map(({ reading, expectedPa, deviationPa }, i) => (
          <li key={i}>
            {formatQuantity(reading.speedRevS, 'speed', units)},{' '}
            {formatQuantity(reading.oilTemperatureK, 'temperature', units)}: {p(reading.pressurePa)} read,{' '}
            <b>{p(expectedPa)}</b> predicted, ±{p(deviationPa === null ? null : 2 * deviationPa)} by tolerances.
          </li>
        ))}
      </ul>
      {answer.unexplained && (
        <p className="problem" role="status">
          Nothing here explains these readings: neither a healthy engine nor any single cause that the app knows. Read
          again, check the figures of the circuit, and think of two causes at once.
        </p>
      )}
      {next && (
        <div className="nextcheck" role="group" aria-label="Next check">
          <h2>Next check</h2>
          <p>{sayNext(next, units)}</p>
          {next.kind === 'hand' && (
            <div className="moves">
              <Button type="primary" onClick={() => set({ answers: [...answers, { check: next.id, yes: true }] })}>
                Yes: {next.yes}
              </Button>
              <Button onClick={() => set({ answers: [...answers, { check: next.id, yes: false }] })}>No</Button>
            </div>
          )}
        </div>
      )}
      <Table<ExplainAnswer['causes'][number]>
        rowKey="id"
        size="small"
        pagination={false}
        dataSource={answer.causes}
        columns={[
          {
            title: 'Probability',
            render: (_, c) => (
              <>
                {sayPercent(c.probability)}{' '}
                <Progress
                  percent={100 * c.probability}
                  showInfo={false}
                  size="small"
                  aria-label={`Probability of ${c.title}`}
                />
              </>
            ),
          },
          {
            title: 'Cause',
            rowScope: 'row',
            render: (_, c) => (
              <>
                {c.title} {c.words && <span className="quiet">({c.words})</span>}
                {c.part && (
                  <Button type="link" size="small" onClick={() => select(c.part)}>
                    Select in the circuit
                  </Button>
                )}
              </>
            ),
          },
          { title: 'It would also show', render: (_, c) => c.elsewhere.join('; ') },
          { title: 'How to check', render: (_, c) => c.check && `${c.check.ask} About ${c.check.minutes} min.` },
        ]}
      />
      <p className="quiet block">
        Probability by Bayes’ rule from the solved circuit; how often each cause is met at all is engineering judgement.
        Single causes only. <Why of="cause" />
      </p>
      <div className="moves">
        <Button
          onClick={() => {
            void navigator.clipboard?.writeText(explainLines(answer, units).join('\n')).then(
              () => setCopied(true),
              () => setCopied(false),
            );
          }}
        >
          {copied ? 'Copied' : 'Copy as text'}
        </Button>
      </div>
    </>
  );
}
