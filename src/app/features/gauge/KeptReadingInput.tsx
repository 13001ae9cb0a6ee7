import { Button, Select, Switch } from 'antd';
import { READ_BY, type KeptReading, type Reading } from '../../../core/document/project/calibration';
import type { Project } from '../../../core/document/project/project';
import { formatQuantity } from '../../../core/foundations/units';
import { Field } from '../../forms/Field';
import { FigureInput } from '../../forms/FigureInput';
import { readingPorts } from '../../readings/readingPorts';
import { usePreferences } from '../../state/preferences';

const OWN = '';

const BY_WORDS: Readonly<Record<(typeof READ_BY)[number], string>> = {
  gauge: 'read at the gauge',
  logger: 'from the logger',
  guide: 'at the first start',
  hand: 'from the log book',
};

/** What is predicted for a reading, and how far a healthy engine may lie from it [Pa]. */
export interface Predicted {
  readonly pressurePa: number;
  readonly deviationPa: number;
}

/** One reading of the list, typed as it was read, beside what is predicted for it. */
export function KeptReadingInput({
  project,
  kept,
  predicted,
  number,
  onChange,
  onRemove,
}: {
  readonly project: Project;
  readonly kept: KeptReading;
  readonly predicted: Predicted | undefined;
  readonly number: number;
  /** @param on what of it was typed: typing in one field is one step */
  readonly onChange: (kept: KeptReading, on?: string) => void;
  readonly onRemove: () => void;
}) {
  const { reading } = kept;
  const set = (change: Partial<Reading>) =>
    onChange({ ...kept, reading: { ...reading, ...change } as Reading }, Object.keys(change).join());
  const figure = (title: string, quantity: Parameters<typeof FigureInput>[0]['quantity'], key: string) => (
    <FigureInput
      title={title}
      quantity={quantity}
      si={(reading as unknown as Record<string, number>)[key]}
      onChange={(si) => si !== undefined && set({ [key]: si })}
    />
  );
  const when = [kept.on, BY_WORDS[kept.by]].filter(Boolean).join(', ');
  return (
    <fieldset className="reading">
      <legend>{reading.kind === 'pressure' ? `Reading ${number}` : `Reading ${number}, oil on the road`}</legend>
      <p className="quiet">{when}</p>
      {figure('Engine speed', 'speed', 'speedRevS')}
      {figure(reading.kind === 'pressure' ? 'Oil temperature' : 'Oil, steady', 'temperature', 'oilTemperatureK')}
      {reading.kind === 'pressure' ? (
        <>
          {reading.oilTemperatureOffK !== undefined && <p className="quiet">not measured: 85 to 110 °C</p>}
          {figure('Pressure', 'pressure', 'pressurePa')}
          {predicted && <Beside readPa={reading.pressurePa} predicted={predicted} />}
          <Field title="Where the sender sits">
            {(id) => (
              <Select
                id={id}
                value={reading.at ?? OWN}
                aria-label="Where the sender sits"
                options={[{ value: OWN, label: 'gauge, or the gallery' }, ...readingPorts(project)]}
                onChange={(at) => {
                  const { at: _, ...rest } = reading;
                  onChange({ ...kept, reading: at === OWN ? rest : { ...rest, at } });
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
      <Field title="The engine was in">
        {(id) => (
          <Select
            id={id}
            value={kept.with}
            aria-label="The engine was in"
            options={project.variants.map((v) => ({ value: v.id, label: v.name }))}
            onChange={(variant) => onChange({ ...kept, with: variant })}
          />
        )}
      </Field>
      <Field title="Use it for the fit">
        {(id) => (
          <Switch
            id={id}
            aria-label="Use it for the fit"
            checked={kept.forFit === true}
            onChange={(on) => {
              const { forFit: _, ...rest } = kept;
              onChange(on ? { ...rest, forFit: true } : rest);
            }}
          />
        )}
      </Field>
      <Button onClick={onRemove} aria-label={`Remove reading ${number}`}>
        Remove
      </Button>
    </fieldset>
  );
}

/** Half of what a reading may be off by to be called off: two standard deviations, 95 in 100. */
const OFF_FROM = 2;

function Beside({ readPa, predicted }: { readonly readPa: number; readonly predicted: Predicted }) {
  const units = usePreferences((p) => p.units);
  const { pressurePa, deviationPa } = predicted;
  const off = readPa - pressurePa;
  const said = (pa: number) => formatQuantity(pa, 'pressure', units);
  const isOff = Math.abs(off) > OFF_FROM * deviationPa;
  return (
    <p className={isOff ? 'problem' : 'quiet'}>
      Predicted {said(pressurePa)} ± {said(OFF_FROM * deviationPa)}
      {isOff ? `: read ${said(Math.abs(off))} ${off < 0 ? 'less' : 'more'} than that` : ''}.
    </p>
  );
}
