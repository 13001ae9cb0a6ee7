import { Button, DatePicker, Empty, Input, Table } from 'antd';
import { useMemo, useState } from 'react';
import { agesOf, dueReminders, findSessions, residualOf } from '../../../core/log/sessions';
import { timelineOf, underFaultM } from '../../../core/log/timeline';
import {
  SESSION_KINDS,
  type Log,
  type Logged,
  type Session,
  type SessionKind,
} from '../../../core/document/project/log';
import { activeVariant } from '../../../core/document/project/project';
import { formatQuantity, type UnitChoice } from '../../../core/foundations/units';
import { saveTable } from '../../files/saveTable';
import { useDocument } from '../../state/document';
import { usePreferences } from '../../state/preferences';
import { today } from '../../state/plain';
import { freshId, useEngineLog } from './useLog';
import { SessionForm } from './SessionForm';
import { SESSION_WORDS } from './sessionWords';
import { TimelinePicture } from './TimelinePicture';

/** Sessions by date, what changed between them, ages and reminders. */
export default function BookTab() {
  const { log } = useEngineLog();
  const units = usePreferences((p) => p.units);
  const changeLog = useDocument((d) => d.changeLog);
  const project = useDocument((d) => d.project)!;
  const [search, setSearch] = useState('');
  const shown = useMemo(() => findSessions(log, search), [log, search]);
  const ages = agesOf(log);
  const due = dueReminders(log, today());
  const timeline = useMemo(() => timelineOf(log, today()), [log]);
  const faultM = underFaultM(log);
  const put = (name: string, change: (sessions: readonly Session[]) => readonly Session[], on?: string) =>
    changeLog(name, (l) => ({ ...l, sessions: [...change(l.sessions ?? [])] }), on);
  const add = (kind: SessionKind) =>
    put('add a session', (all) => [
      ...all,
      { id: freshId('session', all), on: today(), kind, title: '', variant: activeVariant(project).name },
    ]);
  return (
    <>
      {due.map((r) => (
        <p key={r.id} className="notice" role="status">
          Due since {r.on}: {r.text}{' '}
          <Button
            size="small"
            onClick={() =>
              changeLog('reminder done', (l) => ({ ...l, reminders: (l.reminders ?? []).filter((x) => x.id !== r.id) }))
            }
          >
            Done
          </Button>
        </p>
      ))}
      <div className="row">
        <Input.Search
          aria-label="Search the log book"
          placeholder="search"
          allowClear
          onChange={(e) => setSearch(e.target.value)}
        />
        {SESSION_KINDS.map((kind) => (
          <Button key={kind} onClick={() => add(kind)}>
            Add {SESSION_WORDS[kind]}
          </Button>
        ))}
        <Button disabled={shown.length === 0} onClick={() => saveTable('log book.csv', csvOf(shown))}>
          Save as CSV
        </Button>
      </div>
      <p className="quiet block">
        Oil: {sayAge(ages.oilM, ages.oilS, units)}. Filter: {sayAge(ages.filterM, ages.filterS, units)}.
        {faultM > 0 && ` Run with a fault: ${formatQuantity(faultM, 'distance', units)}.`}
      </p>
      {shown.length === 0 ? (
        <Empty description={search === '' ? 'Nothing is in the log book yet.' : 'Nothing fits this search.'} />
      ) : (
        <Table<Session>
          rowKey="id"
          size="small"
          pagination={shown.length > 30 ? { pageSize: 30 } : false}
          scroll={{ x: 760 }}
          dataSource={[...shown]}
          expandable={{
            columnTitle: <span className="visually-hidden">More</span>,
            expandedRowRender: (s) => (
              <SessionForm
                session={s}
                earlier={shown.filter((x) => x.id !== s.id && x.on <= s.on)}
                onChange={(changed, on) =>
                  put(
                    'edit a session',
                    (all) => all.map((x) => (x.id === s.id ? changed(x) : x)),
                    on && `${s.id} ${on}`,
                  )
                }
                onRemove={() => put('remove a session', (all) => all.filter((x) => x.id !== s.id))}
              />
            ),
          }}
          columns={[
            { title: 'Date', rowScope: 'row', dataIndex: 'on' },
            { title: 'Kind', render: (_, s) => SESSION_WORDS[s.kind] },
            { title: 'Title', dataIndex: 'title' },
            { title: 'Variant', dataIndex: 'variant' },
            {
              title: 'Distance',
              align: 'right',
              render: (_, s) => (s.distanceM === undefined ? '' : formatQuantity(s.distanceM, 'distance', units)),
            },
            { title: 'Readings', align: 'right', render: (_, s) => s.readings?.length ?? 0 },
            { title: 'Off by', align: 'right', render: (_, s) => worst(s.readings ?? [], units) },
          ]}
        />
      )}
      {timeline && <TimelinePicture timeline={timeline} name={project.name} />}
      <Reminders log={log} />
    </>
  );
}

function sayAge(distanceM: number | undefined, hoursS: number | undefined, units: UnitChoice): string {
  const parts = [
    ...(distanceM === undefined ? [] : [formatQuantity(distanceM, 'distance', units)]),
    ...(hoursS === undefined ? [] : [`${(hoursS / 3600).toFixed(0)} h`]),
  ];
  return parts.length === 0 ? 'age not known' : `${parts.join(', ')} since it was changed`;
}

/** The reading that is furthest from its prediction. */
function worst(readings: readonly Logged[], units: UnitChoice): string {
  const off = readings.flatMap((r) => {
    const residual = residualOf(r);
    return residual === undefined ? [] : [{ residual, kind: r.reading.kind }];
  });
  const most = off.sort((a, b) => Math.abs(b.residual) - Math.abs(a.residual))[0];
  if (!most) return '';
  return formatQuantity(most.residual, most.kind === 'pressure' ? 'pressure' : 'temperatureDifference', units);
}

function Reminders({ log }: { readonly log: Log }) {
  const changeLog = useDocument((d) => d.changeLog);
  const [text, setText] = useState('');
  const [on, setOn] = useState('');
  return (
    <section aria-label="Reminders">
      <h2>Reminders</h2>
      <ul className="plain">
        {(log.reminders ?? []).map((r) => (
          <li key={r.id}>
            {r.on}: {r.text}{' '}
            <Button
              size="small"
              type="link"
              onClick={() =>
                changeLog('remove a reminder', (l) => ({
                  ...l,
                  reminders: (l.reminders ?? []).filter((x) => x.id !== r.id),
                }))
              }
            >
              Remove
            </Button>
          </li>
        ))}
      </ul>
      <div className="row">
        <DatePicker aria-label="On" onChange={(_, day) => setOn(typeof day === 'string' ? day : '')} />
        <Input
          aria-label="What to remember"
          maxLength={200}
          value={text}
          placeholder="e.g. refit the cooler"
          onChange={(e) => setText(e.target.value)}
        />
        <Button
          disabled={text.trim() === '' || on === ''}
          onClick={() => {
            changeLog('add a reminder', (l) => ({
              ...l,
              reminders: [
                ...(l.reminders ?? []),
                { id: freshId('reminder', l.reminders ?? []), on, text: text.trim() },
              ],
            }));
            setText('');
          }}
        >
          Add a reminder
        </Button>
      </div>
    </section>
  );
}

const csvOf = (sessions: readonly Session[]) => ({
  columns: [
    'date',
    'kind',
    'title',
    'variant',
    'distance_km',
    'hours',
    'air_C',
    'weather',
    'rpm',
    'oil_C',
    'pressure_bar',
    'predicted_bar',
    'oil_changed',
    'filter_changed',
    'code',
    'settings',
    'fault',
    'decision',
    'note',
  ],
  rows: sessions.flatMap((s) =>
    (s.readings?.length ? s.readings : [undefined]).map((r) => [
      s.on,
      s.kind,
      s.title,
      s.variant,
      s.distanceM === undefined ? null : s.distanceM / 1000,
      s.hours === undefined ? null : s.hours / 3600,
      s.airTemperatureK === undefined ? null : s.airTemperatureK - 273.15,
      s.weather ?? '',
      r ? r.reading.speedRevS * 60 : null,
      r ? r.reading.oilTemperatureK - 273.15 : null,
      r?.reading.kind === 'pressure' ? r.reading.pressurePa / 1e5 : null,
      r?.reading.kind === 'pressure' && r.predicted !== null ? r.predicted / 1e5 : null,
      s.oilChanged ? 'yes' : '',
      s.filterChanged ? 'yes' : '',
      s.sample?.code ?? '',
      s.settings ?? '',
      s.underFault ?? '',
      s.decision ?? '',
      s.note ?? '',
    ]),
  ),
});
