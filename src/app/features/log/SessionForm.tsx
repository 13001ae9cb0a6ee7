import { Button, Checkbox, Input } from 'antd';
import { useState } from 'react';
import { WEATHERS, type Logged, type Session } from '../../../core/document/project/log';
import { formatQuantity } from '../../../core/foundations/units';
import { compareSessions, residualOf } from '../../../core/log/sessions';
import { FigureInput } from '../../forms/FigureInput';
import { SelectInput } from '../../forms/SelectInput';
import { PhotoStrip, withPhotos } from '../../photos/PhotoStrip';
import { tidy } from '../../state/plain';
import { usePreferences } from '../../state/preferences';
import { WEATHER_WORDS } from './sessionWords';
import { Field } from '../../forms/Field';
import { NewReading } from '../../readings/NewReading';

type SetSession = (change: { readonly [K in keyof Session]?: Session[K] | undefined }, on?: string) => void;

/** One session: what was done, read, changed and decided, beside what was predicted. */
export function SessionForm({
  session,
  earlier,
  onChange,
  onRemove,
}: {
  readonly session: Session;
  readonly earlier: readonly Session[];
  readonly onChange: (changed: (s: Session) => Session, on?: string) => void;
  readonly onRemove: () => void;
}) {
  const set: SetSession = (change, on) => onChange((now) => tidy({ ...now, ...change }) as Session, on);
  const text = (key: 'title' | 'settings' | 'underFault' | 'decision' | 'note', title: string, most: number) => (
    <Field title={title}>
      {(id) => (
        <Input.TextArea
          id={id}
          autoSize
          maxLength={most}
          value={session[key] ?? ''}
          onChange={(e) => set({ [key]: e.target.value === '' && key !== 'title' ? undefined : e.target.value }, key)}
        />
      )}
    </Field>
  );
  return (
    <div role="group" aria-label={`Session ${session.on}`}>
      <div className="columns">
        <div>
          {text('title', 'Title', 120)}
          <FigureInput
            title="Distance"
            quantity="distance"
            si={session.distanceM}
            optional
            onChange={(distanceM) => set({ distanceM }, 'distance')}
          />
          <FigureInput
            title="Engine hours"
            quantity="ratio"
            si={session.hours === undefined ? undefined : session.hours / 3600}
            optional
            onChange={(h) => set({ hours: h === undefined ? undefined : h * 3600 }, 'hours')}
          />
          <FigureInput
            title="Ambient air"
            quantity="temperature"
            si={session.airTemperatureK}
            optional
            onChange={(airTemperatureK) => set({ airTemperatureK }, 'air')}
          />
          <SelectInput
            label="Weather"
            value={session.weather ?? ''}
            options={[
              { value: '', label: 'weather not noted' },
              ...WEATHERS.map((value) => ({ value, label: WEATHER_WORDS[value] })),
            ]}
            onChange={(weather) => set({ weather: weather === '' ? undefined : weather })}
          />
          <ChangedBoxes session={session} set={set} />
        </div>
        <div>
          {text('settings', 'Settings as left: needle, relief, thermostat', 300)}
          {text('underFault', 'Run with a fault', 200)}
          {text('decision', 'Decision, with the reason', 1000)}
          {text('note', 'Note', 4000)}
        </div>
        <div>
          {session.kind === 'sample' && <SampleFields session={session} set={set} />}
          <Readings
            session={session}
            earlier={earlier}
            onAdd={(logged) => set({ readings: [...(session.readings ?? []), logged] })}
          />
        </div>
      </div>
      <PhotoStrip
        of={`session ${session.on}`}
        photos={session.photos ?? []}
        onChange={(changed, typed) => onChange((now) => withPhotos(now, changed), typed)}
      />
      <div className="moves">
        <Button danger onClick={onRemove}>
          Remove this session
        </Button>
      </div>
    </div>
  );
}

function ChangedBoxes({ session, set }: { readonly session: Session; readonly set: SetSession }) {
  return (
    <>
      <Checkbox
        checked={session.oilChanged ?? false}
        onChange={(e) => set({ oilChanged: e.target.checked || undefined })}
      >
        oil changed
      </Checkbox>{' '}
      <Checkbox
        checked={session.filterChanged ?? false}
        onChange={(e) => set({ filterChanged: e.target.checked || undefined })}
      >
        filter changed
      </Checkbox>
    </>
  );
}

/** What the laboratory found in a sample of the oil. */
function SampleFields({ session, set }: { readonly session: Session; readonly set: SetSession }) {
  return (
    <>
      <Field title="ISO 4406 code">
        {(id) => (
          <Input
            id={id}
            maxLength={20}
            value={session.sample?.code ?? ''}
            onChange={(e) => set({ sample: { metals: '', ...session.sample, code: e.target.value } }, 'code')}
          />
        )}
      </Field>
      <Field title="Wear metals, as the laboratory wrote them">
        {(id) => (
          <Input.TextArea
            id={id}
            autoSize
            maxLength={300}
            value={session.sample?.metals ?? ''}
            onChange={(e) => set({ sample: { code: '', ...session.sample, metals: e.target.value } }, 'metals')}
          />
        )}
      </Field>
    </>
  );
}

/** Readings of a session beside their predictions, and compared with an earlier session. */
function Readings({
  session,
  earlier,
  onAdd,
}: {
  readonly session: Session;
  readonly earlier: readonly Session[];
  readonly onAdd: (logged: Logged) => void;
}) {
  const units = usePreferences((p) => p.units);
  const [against, setAgainst] = useState('');
  const pairs =
    against === ''
      ? []
      : compareSessions(
          earlier.find((s) => s.id === against)!,
          session,
        );
  const say = ({ reading }: Logged) =>
    `${formatQuantity(reading.speedRevS, 'speed', units)}${reading.kind === 'pressure' ? `, oil ${formatQuantity(reading.oilTemperatureK, 'temperature', units)}` : `, air ${formatQuantity(reading.airTemperatureK, 'temperature', units)}`}`;
  return (
    <>
      <ul className="plain">
        {(session.readings ?? []).map((logged, i) => {
          const residual = residualOf(logged);
          const q = logged.reading.kind === 'pressure' ? 'pressure' : 'temperature';
          const value = logged.reading.kind === 'pressure' ? logged.reading.pressurePa : logged.reading.oilTemperatureK;
          return (
            <li key={i}>
              {say(logged)}: <b>{formatQuantity(value, q, units)}</b>
              {logged.predicted !== null &&
                ` (predicted ${formatQuantity(logged.predicted, q, units)}, ${residual! >= 0 ? '+' : ''}${formatQuantity(residual!, logged.reading.kind === 'pressure' ? 'pressure' : 'temperatureDifference', units)})`}
            </li>
          );
        })}
      </ul>
      <NewReading onAdd={(reading, predicted) => onAdd({ reading, predicted })} />
      {earlier.length > 0 && (
        <SelectInput
          label={`Compare ${session.on} with`}
          value={against}
          options={[
            { value: '', label: 'compare with an earlier session' },
            ...earlier.map((s) => ({ value: s.id, label: `${s.on} ${s.title}` })),
          ]}
          onChange={setAgainst}
        />
      )}
      {against !== '' && (
        <ul className="plain" aria-label="Compared at like conditions">
          {pairs.length === 0 && <li>No readings at like conditions.</li>}
          {pairs.map((pair, i) => (
            <li key={i}>
              {say(pair.after)}:{' '}
              {formatQuantity(
                pair.change,
                pair.after.reading.kind === 'pressure' ? 'pressure' : 'temperatureDifference',
                units,
              )}{' '}
              {pair.after.reading.kind === 'temperature' && (pair.change < 0 ? '(cooler)' : '(warmer)')}
            </li>
          ))}
        </ul>
      )}
    </>
  );
}
