import { Button, Select } from 'antd';
import type { Reading } from '../../../core/document/project/calibration';
import { readingPorts } from './readingPorts';
import { FigureInput } from '../../forms/FigureInput';
import type { Project } from '../../../core/document/project/project';
import { Field } from '../../forms/Field';

const RPM = 1 / 60;
const C = 273.15;
const OWN = '';

/** Usual conditions to read a gauge at; each can be changed. */
export const READING_STARTS = [
  { label: 'Cold idle', at: 'idle', celsius: 30, pressurePa: 4e5 },
  { label: 'Hot idle', at: 'idle', celsius: 90, pressurePa: 2e5 },
  { label: 'Hot at 3000 rpm', at: 3000, celsius: 90, pressurePa: 4e5 },
] as const;

/** A reading to start from. */
export function startReading(project: Project, { at, celsius, pressurePa }: (typeof READING_STARTS)[number]): Reading {
  const { idleSpeedRevS, maximumSpeedRevS } = project.engine;
  return {
    kind: 'pressure',
    speedRevS: at === 'idle' ? idleSpeedRevS : Math.min(at * RPM, 0.8 * maximumSpeedRevS),
    oilTemperatureK: celsius + C,
    pressurePa,
  };
}

/** The oil's temperature on the road, to start from. */
export const startRoad = (project: Project): Reading => ({
  kind: 'temperature',
  speedRevS: 0.4 * project.engine.maximumSpeedRevS,
  load: 0.25,
  airTemperatureK: 20 + C,
  roadSpeedMS: 28,
  oilTemperatureK: 95 + C,
});

/** One reading, typed as it was read. */
export function ReadingInput({
  project,
  reading,
  onChange,
  onRemove,
  number,
}: {
  readonly project: Project;
  readonly reading: Reading;
  readonly onChange: (reading: Reading) => void;
  readonly onRemove: () => void;
  readonly number: number;
}) {
  const set = (change: Partial<Reading>) => onChange({ ...reading, ...change } as Reading);
  const figure = (title: string, quantity: Parameters<typeof FigureInput>[0]['quantity'], key: string) => (
    <FigureInput
      title={title}
      quantity={quantity}
      si={(reading as unknown as Record<string, number>)[key]}
      onChange={(si) => si !== undefined && set({ [key]: si })}
    />
  );
  return (
    <fieldset className="reading">
      <legend>{reading.kind === 'pressure' ? `Reading ${number}` : `Reading ${number}, oil on the road`}</legend>
      {figure('Engine speed', 'speed', 'speedRevS')}
      {figure(reading.kind === 'pressure' ? 'Oil temperature' : 'Oil, steady', 'temperature', 'oilTemperatureK')}
      {reading.kind === 'pressure' ? (
        <>
          {figure('Pressure', 'pressure', 'pressurePa')}
          <Field title="Where the sender sits">
            {(id) => (
              <Select
                id={id}
                value={reading.at ?? OWN}
                aria-label="Where the sender sits"
                options={[{ value: OWN, label: 'gauge, or the gallery' }, ...readingPorts(project)]}
                onChange={(at) => {
                  const { at: _, ...rest } = reading;
                  onChange(at === OWN ? rest : { ...rest, at });
                }}
              />
            )}
          </Field>
        </>
      ) : (
        <>
          {figure('Ambient air', 'temperature', 'airTemperatureK')}
          {figure('Road speed', 'roadSpeed', 'roadSpeedMS')}
          {figure('Load', 'share', 'load')}
        </>
      )}
      <Button onClick={onRemove} aria-label={`Remove reading ${number}`}>
        Remove
      </Button>
    </fieldset>
  );
}
