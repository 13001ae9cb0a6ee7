import { Button, Empty, Progress, Table } from 'antd';
import { useMemo, useState } from 'react';
import { isPressure, readingsToExplain, withReadings } from '../../../core/document/changes/readings';
import type { KeptReading } from '../../../core/document/project/calibration';
import { explainLines, sayNext, sayAlike, sayPercent, sayUsual } from '../../../core/studies/causes/sayCauses';
import type { ExplainAnswer, ExplainRequest } from '../../../core/studies/causes/causeSchema';
import { formatQuantity } from '../../../core/foundations/units';
import { NewReading } from '../../readings/NewReading';
import { readingPorts } from '../../readings/readingPorts';
import { useDocument } from '../../state/document';
import { today } from '../../state/plain';
import { usePreferences } from '../../state/preferences';
import { useView } from '../../state/view';
import { useSettled } from '../../state/useSettled';
import { useStudy } from '../../state/useStudy';
import { StudyStatus } from '../../studies/StudyStatus';
import { useWhy } from './why';
import { Why } from '../../help/Why';
import { shownOf, useOpenEngine } from '../../state/engine';

/** From readings that disagree to what would explain them, and the check that tells. */
export default function WhyTab() {
  const kept = useDocument((d) => d.kept)!;
  const changeReadings = useDocument((d) => d.changeReadings);
  const { answers, setAnswers } = useWhy();
  const { activeVariant: open } = kept;
  const readings = useMemo(() => readingsToExplain(kept, open), [kept, open]);
  const settled = useSettled(
    useMemo(
      () => ({ readings: readings.map((r) => r.reading).filter(isPressure), answers: [...answers] }),
      [readings, answers],
    ),
  );
  return (
    <>
      <p className="quiet block">
        Enter what the gauge shows, at one or more conditions. The more they differ, the more they tell. Readings of the
        first start and of the log book that were taken with this variant are here too; those that the fit uses are not.
      </p>
      <ul className="plain" aria-label="Readings to explain">
        {readings.map((kept, i) => (
          <ReadingLine
            key={kept.id}
            n={i + 1}
            kept={kept}
            onRemove={() =>
              changeReadings('remove a reading', (now) => ({
                ...now,
                readings: now.readings.filter((r) => r.id !== kept.id),
              }))
            }
          />
        ))}
      </ul>
      <NewReading
        onAdd={(reading, predicted) =>
          changeReadings('add a reading', (now) =>
            withReadings(now, [{ on: today(), by: 'gauge', with: now.activeVariant, predicted, reading }]),
          )
        }
      />
      {answers.length > 0 && (
        <div className="moves">
          <Button onClick={() => setAnswers([])}>Forget the answers</Button>
        </div>
      )}
      {readings.length === 0 ? <Empty description="No reading yet." /> : <Explained request={settled} />}
    </>
  );
}

function ReadingLine({
  n,
  kept: { reading, on },
  onRemove,
}: {
  readonly n: number;
  readonly kept: KeptReading;
  readonly onRemove: () => void;
}) {
  const project = useDocument((d) => d.project)!;
  const units = usePreferences((p) => p.units);
  if (!isPressure(reading)) return null;
  const place = readingPorts(project).find((p) => p.value === reading.at)?.label ?? reading.at;
  return (
    <li role="group" aria-label={`Reading ${n}`}>
      {on && `${on}: `}
      {formatQuantity(reading.speedRevS, 'speed', units)}, oil{' '}
      {formatQuantity(reading.oilTemperatureK, 'temperature', units)}:{' '}
      <b>{formatQuantity(reading.pressurePa, 'pressure', units)}</b>
      {place === undefined ? '' : ` ${place}`}{' '}
      <Button size="small" onClick={onRemove}>
        Remove reading {n}
      </Button>
    </li>
  );
}

function Explained({ request }: { readonly request: ExplainRequest }) {
  const engine = useOpenEngine();
  const study = useStudy(engine, 'causes', request, 'fresh');
  const { answer } = study;
  return (
    <section aria-label="Explanations" aria-busy={study.running} {...shownOf(study)}>
      <StudyStatus study={study} doing="trying every cause" />
      {answer && <Causes answer={answer} />}
    </section>
  );
}

/** Each reading beside what was predicted, and what healthy engines of the kind show. */
function ReadBeside({ readings }: Pick<ExplainAnswer, 'readings'>) {
  const units = usePreferences((p) => p.units);
  const p = (pa: number | null) => (pa === null ? 'not known' : formatQuantity(pa, 'pressure', units));
  return (
    <ul className="plain">
      {readings.map(({ reading, expectedPa, deviationPa, usualPa }, i) => (
        <li key={i}>
          {formatQuantity(reading.speedRevS, 'speed', units)},{' '}
          {formatQuantity(reading.oilTemperatureK, 'temperature', units)}: {p(reading.pressurePa)} read,{' '}
          <b>{p(expectedPa)}</b> predicted, ±{p(deviationPa === null ? null : 2 * deviationPa)} by tolerances.
          {usualPa && <> {sayUsual(usualPa, reading.pressurePa, units)}</>}
        </li>
      ))}
    </ul>
  );
}

function Causes({ answer }: { readonly answer: ExplainAnswer }) {
  const units = usePreferences((p) => p.units);
  const select = useView((v) => v.select);
  const { answers, setAnswers } = useWhy();
  const [copied, setCopied] = useState(false);
  const { next } = answer;
  return (
    <>
      <ReadBeside readings={answer.readings} />
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
              <Button type="primary" onClick={() => setAnswers([...answers, { check: next.id, yes: true }])}>
                Yes: {next.yes}
              </Button>
              <Button onClick={() => setAnswers([...answers, { check: next.id, yes: false }])}>No</Button>
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
            render: (_, c, i) => (
              <>
                {c.title} {c.words && <span className="quiet">({c.words})</span>}
                {i === 0 && c.alike.length > 0 && (
                  <>
                    <br />
                    <span className="quiet">{sayAlike(c.alike)}</span>
                  </>
                )}
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
