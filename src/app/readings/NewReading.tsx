import { Button, Checkbox, Segmented, Select } from 'antd';
import { useMemo, useState } from 'react';
import { formatQuantity, type UnitChoice } from '../../core/foundations/units';
import { UNKNOWN_OIL_K, type Reading } from '../../core/document/project/calibration';
import { conditionOf, HOT_OIL_K, type ConditionId } from '../../core/document/project/conditions';
import { Field } from '../forms/Field';
import { FigureInput } from '../forms/FigureInput';
import { useDocument } from '../state/document';
import { useSettled } from '../state/useSettled';
import { usePreferences } from '../state/preferences';
import { useStudy } from '../state/useStudy';
import { readingPorts } from './readingPorts';
import { useOpenEngine } from '../state/engine';

const GAUGE = '';

type Figures = Readonly<Partial<Record<string, number>>>;

/** Conditions at which a gauge is read: they fill in speed and oil, never what was read. */
const READ_AT: readonly ConditionId[] = ['hotIdle', 'atSpeed'];

/**
 * A reading as it is read: every field is empty until somebody fills it in.
 * @param road offers the oil's temperature on the road too
 */
export function NewReading({
  onAdd,
  road = false,
}: {
  /** @param predicted what the open variant's gauge should show there [Pa]; null where that is not known */
  readonly onAdd: (reading: Reading, predicted: number | null) => void;
  readonly road?: boolean;
}) {
  const project = useDocument((d) => d.project)!;
  const [kind, setKind] = useState<Reading['kind']>('pressure');
  const [figures, setFigures] = useState<Figures>({});
  const [isOilUnknown, setOilUnknown] = useState(false);
  const [at, setAt] = useState(GAUGE);
  const figure = (title: string, quantity: Parameters<typeof FigureInput>[0]['quantity'], key: string) => (
    <FigureInput
      key={key}
      title={title}
      quantity={quantity}
      si={figures[key]}
      optional
      onChange={(si) => setFigures((now) => ({ ...now, [key]: si }))}
    />
  );
  const units = usePreferences((p) => p.units);
  const reading = readingOf(kind, figures, isOilUnknown, at);
  const predictedPa = usePredictedPa(kind === 'pressure' && at === GAUGE ? reading : undefined);
  return (
    <fieldset className="reading">
      <legend>New reading</legend>
      {road && (
        <Segmented
          aria-label="What was read"
          value={kind}
          onChange={setKind}
          options={[
            { value: 'pressure', label: 'The gauge' },
            { value: 'temperature', label: 'The oil on the road' },
          ]}
        />
      )}
      {kind === 'pressure' && (
        <div className="moves">
          {READ_AT.map((id) => {
            const { name, speedRevS, oilTemperatureK } = conditionOf(project, id);
            return (
              <Button
                key={id}
                size="small"
                onClick={() =>
                  setFigures((now) => ({ ...now, speedRevS, ...(isOilUnknown ? {} : { oilTemperatureK }) }))
                }
              >
                {name}
              </Button>
            );
          })}
        </div>
      )}
      {figure('Engine speed', 'speed', 'speedRevS')}
      {kind === 'pressure' ? (
        <>
          {!isOilUnknown && figure('Oil temperature', 'temperature', 'oilTemperatureK')}
          <Checkbox checked={isOilUnknown} onChange={(event) => setOilUnknown(event.target.checked)}>
            Warm engine, oil temperature not known ({unknownOil(-1, units)} to {unknownOil(1, units)})
          </Checkbox>
          {figure('Pressure', 'pressure', 'pressurePa')}
          <Field title="Where the sender sits">
            {(id) => (
              <Select
                id={id}
                value={at}
                aria-label="Where the sender sits"
                options={[{ value: GAUGE, label: 'gauge, or the gallery' }, ...readingPorts(project)]}
                onChange={setAt}
              />
            )}
          </Field>
        </>
      ) : (
        <>
          {figure('Oil, steady', 'temperature', 'oilTemperatureK')}
          {figure('Ambient air', 'temperature', 'airTemperatureK')}
          {figure('Road speed', 'roadSpeed', 'roadSpeedMS')}
          {figure('Load', 'share', 'load')}
        </>
      )}
      <Button
        type="primary"
        disabled={!reading}
        onClick={() => {
          if (!reading) return;
          onAdd(reading, predictedPa);
          setFigures(({ pressurePa: _, ...rest }) => rest);
        }}
      >
        Add reading
      </Button>
    </fieldset>
  );
}

/** An end of the range that oil of a warm engine is taken to lie in. */
const unknownOil = (side: -1 | 1, units: UnitChoice): string =>
  formatQuantity(UNKNOWN_OIL_K.oilTemperatureK + side * UNKNOWN_OIL_K.oilTemperatureOffK, 'temperature', units);

const SOMEWHERE = { speedRevS: 1, oilTemperatureK: HOT_OIL_K };

/** What the gauge should show where a reading is taken [Pa]; null until that is known. */
function usePredictedPa(reading: Reading | undefined): number | null {
  const { speedRevS, oilTemperatureK } = reading ?? SOMEWHERE;
  const asked = useMemo(() => ({ states: [{ speedRevS, oilTemperatureK }] }), [speedRevS, oilTemperatureK]);
  const engine = useOpenEngine();
  const { answer, old } = useStudy(engine, 'expected', useSettled(asked), reading ? 'fresh' : false);
  return reading && answer && !old ? (answer.at[0]?.pressurePa ?? null) : null;
}

/** The reading, once all of it is there. */
function readingOf(
  kind: Reading['kind'],
  { speedRevS, oilTemperatureK, pressurePa, airTemperatureK, roadSpeedMS, load }: Figures,
  isOilUnknown: boolean,
  at: string,
): Reading | undefined {
  if (speedRevS === undefined || speedRevS <= 0) return undefined;
  if (kind === 'temperature')
    return oilTemperatureK === undefined ||
      airTemperatureK === undefined ||
      roadSpeedMS === undefined ||
      load === undefined
      ? undefined
      : { kind, speedRevS, oilTemperatureK, airTemperatureK, roadSpeedMS, load };
  const oil = isOilUnknown ? UNKNOWN_OIL_K : oilTemperatureK === undefined ? undefined : { oilTemperatureK };
  if (!oil || pressurePa === undefined || pressurePa < 0) return undefined;
  return { kind, speedRevS, ...oil, pressurePa, ...(at === GAUGE ? {} : { at }) };
}
