import { Input, Table } from 'antd';
import { ScrollsAside } from '../../forms/ScrollsAside';
import { useState } from 'react';
import { CODE_SIZES_UM, parseIsoCode } from '../../../core/physics/contamination/iso4406';
import type { Session } from '../../../core/document/project/log';
import { formatQuantity } from '../../../core/foundations/units';
import { sayLife } from '../../../core/studies/cleanliness/sayFilterLife';
import { USUAL_CHANGE_HOURS } from '../../../core/studies/cleanliness/usualChange';
import type { Cleanliness } from '../../../core/studies/cleanliness/cleanlinessStudy';
import { FigureInput } from '../../forms/FigureInput';
import { useDocument } from '../../state/document';
import { usePreferences } from '../../state/preferences';
import { useSettled } from '../../state/useSettled';
import { useStudy } from '../../state/useStudy';
import { StudyStatus } from '../../studies/StudyStatus';
import { Why } from '../../help/Why';
import { Field } from '../../forms/Field';
import { shownOf, useOpenEngine } from '../../state/engine';

const HOUR_S = 3600;
const MINUTE_S = 60;
const HOT_OIL_K = 368.15;
const CRUISE_SHARE = 0.4;

const TYPICAL_CODE = '21/19/16';

/** The code of the newest oil sample in the log book; undefined where none has one. */
const lastCode = (sessions: readonly Session[]): string | undefined =>
  [...sessions].sort((a, b) => (a.on < b.on ? 1 : -1)).find((s) => parseIsoCode(s.sample?.code ?? '') !== undefined)
    ?.sample?.code;

/** What the filters make of the oil, with and without the side-stream ones. */
export default function CleanTab() {
  const project = useDocument((d) => d.project)!;
  const [text, setText] = useState(() => lastCode(project.log?.sessions ?? []) ?? TYPICAL_CODE);
  const [hours, setHours] = useState(50);
  const [usualChangeHours, setUsual] = useState<number>(USUAL_CHANGE_HOURS);
  const [oilTemperatureK, setOil] = useState(HOT_OIL_K);
  const code = parseIsoCode(text);
  const request = useSettled({
    speedRevS: CRUISE_SHARE * project.engine.maximumSpeedRevS,
    oilTemperatureK,
    code: [...(code ?? [21, 19, 16])] as [number, number, number],
    hours,
    usualChangeHours,
  });
  const engine = useOpenEngine();
  const study = useStudy(engine, 'cleanliness', request, 'fresh');
  const { answer } = study;
  return (
    <>
      <div className="row">
        <Field
          title="ISO 4406 code of the oil now"
          note={`from a sample; ${TYPICAL_CODE} is typical of used oil`}
          problem={code ? undefined : `Write three numbers that fall, for instance ${TYPICAL_CODE}.`}
        >
          {(id) => <Input id={id} value={text} onChange={(e) => setText(e.target.value)} />}
        </Field>
        <FigureInput
          title="After, hours"
          quantity="ratio"
          si={hours}
          allowed={[1, 1000]}
          onChange={(h) => h !== undefined && setHours(h)}
        />
        <FigureInput
          title="Element due after, hours"
          quantity="ratio"
          si={usualChangeHours}
          allowed={[10, 5000]}
          onChange={(h) => h !== undefined && setUsual(h)}
        />
        <FigureInput
          title="Oil temperature"
          quantity="temperature"
          si={oilTemperatureK}
          onChange={(k) => k !== undefined && setOil(k)}
        />
      </div>
      <StudyStatus study={study} doing="computing cleanliness" />
      {answer && (
        <div {...shownOf(study)}>
          <CleanAnswer answer={answer} hours={hours} />
        </div>
      )}
    </>
  );
}

/** What it comes to: the code, each filter's part, each size of particle, and how long elements last. */
function CleanAnswer({ answer, hours }: { readonly answer: Cleanliness; readonly hours: number }) {
  const units = usePreferences((p) => p.units);
  const hasSide = answer.filters.some((f) => f.sideStream);
  return (
    <>
      <p className="headline">
        {answer.codeBefore.join('/')} now; after {hours} h <b>{answer.codeWith.join('/')}</b>
        {hasSide && <> with the side-stream filter, {answer.codeWithout.join('/')} without</>}.
      </p>
      <ScrollsAside label="Filters">
        <Table<Cleanliness['filters'][number]>
          rowKey="part"
          size="small"
          pagination={false}
          dataSource={answer.filters}
          locale={{ emptyText: 'This circuit has no filter.' }}
          columns={[
            { title: 'Filter', rowScope: 'row', dataIndex: 'name' },
            {
              title: 'Through its media',
              align: 'right',
              render: (_, f) => formatQuantity(f.flowM3S, 'flow', units),
            },
            { title: 'Whole oil, times an hour', align: 'right', render: (_, f) => f.turnoversPerHour.toFixed(1) },
            { title: 'β at 4, 6, 14 µm', render: (_, f) => f.beta.map((b) => b.toFixed(1)).join(', ') },
          ]}
        />
      </ScrollsAside>
      <ScrollsAside label="Particles by size">
        <Table<Cleanliness['sizes'][number]>
          rowKey="sizeUm"
          size="small"
          pagination={false}
          dataSource={answer.sizes}
          columns={[
            { title: 'Particles over', rowScope: 'row', render: (_, s) => `${s.sizeUm} µm` },
            { title: 'Now, per mL', align: 'right', render: (_, s) => perMl(s.startPerM3) },
            { title: 'Comes to, per mL', align: 'right', render: (_, s) => perMl(s.steadyWith) },
            { title: 'Without side-stream', align: 'right', render: (_, s) => perMl(s.steadyWithout) },
            { title: 'Halves in', align: 'right', render: (_, s) => sayHalf(s.halfTimeWithS) },
          ]}
        />
      </ScrollsAside>
      {answer.filters.map((f) => (
        <p key={f.part}>
          {f.name}: {sayLife(f.life)}
        </p>
      ))}
      {answer.coldBypass.map((b) => (
        <p key={b.part}>
          {b.name}:{' '}
          {b.share === 0
            ? 'all oil goes through its media at the coldest start.'
            : `${Math.round(100 * b.share)} % goes past its media at the coldest start${b.untilK === null ? '' : `, until the oil is at ${formatQuantity(b.untilK, 'temperature', units)}`}.`}
        </p>
      ))}
      <p className="quiet block">
        Stirred sump; efficiency 1 − 1/β (ISO 16889); codes by ISO 4406 at {CODE_SIZES_UM.join(', ')} µm. How much dirt
        an engine makes, typical β and how fast an element clogs are engineering judgement: a sample of your own oil
        says more. <Why of="cleanliness">ISO 4406</Why>, <Why of="betaRatio">β</Why>.
      </p>
    </>
  );
}

const perMl = (perM3: number | null): string =>
  perM3 === null
    ? 'grows'
    : perM3 * 1e-6 < 10
      ? (perM3 * 1e-6).toFixed(1)
      : Math.round(perM3 * 1e-6).toLocaleString('en-GB');
const sayHalf = (s: number | null): string =>
  s === null ? 'never' : s < 2 * HOUR_S ? `${(s / MINUTE_S).toFixed(1)} min` : `${(s / HOUR_S).toFixed(1)} h`;
