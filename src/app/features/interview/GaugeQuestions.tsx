import { UNKNOWN_OIL_K } from '../../../core/document/project/calibration';
import { atSpeedRevS } from '../../../core/document/project/conditions';
import { ENGINE_KINDS, engineKindOf } from '../../../core/document/project/healthyGauge';
import { formatQuantity } from '../../../core/foundations/units';
import { ChoiceInput } from '../../forms/ChoiceInput';
import { FigureInput } from '../../forms/FigureInput';
import { usePreferences } from '../../state/preferences';
import type { SectionProps } from './sectionProps';

const RPM = 1 / 60;

/** What its gauge shows while it is healthy: from then on it is this engine and no typical one. */
export function GaugeQuestions({ answers, full, set }: SectionProps) {
  const units = usePreferences((p) => p.units);
  const { hotIdlePa, atSpeedPa, reliefPa } = engineKindOf(full.kind);
  const shown = (pa: number) => formatQuantity(pa, 'pressure', units);
  const usual = (range: readonly [number, number]) => `Usual for this kind: ${shown(range[0])} to ${shown(range[1])}.`;
  const atSpeed = (answers.atSpeedRpm ?? 60 * atSpeedRevS(answers.redlineRpm / 60)) * RPM;
  const asked = answers.hotIdlePa !== undefined || answers.atSpeedPa !== undefined;
  return (
    <fieldset>
      <legend>2 · Its gauge, while it is healthy</legend>
      <p className="quiet">
        Leave empty what you do not know. Without a gauge the app computes a typical engine of its kind.
      </p>
      <ChoiceInput
        title="Kind"
        value={full.kind}
        options={ENGINE_KINDS.map(({ id, label }) => ({ value: id, label }))}
        onChange={(kind) => set({ kind })}
      />
      <FigureInput
        title={`At a hot idle, ${formatQuantity(answers.idleRpm * RPM, 'speed', units)}`}
        quantity="pressure"
        si={answers.hotIdlePa}
        optional
        onChange={(pa) => set({ hotIdlePa: pa })}
        help={usual(hotIdlePa)}
      />
      <FigureInput
        title={`At ${formatQuantity(atSpeed, 'speed', units)}, warm`}
        quantity="pressure"
        si={answers.atSpeedPa}
        optional
        onChange={(pa) => set({ atSpeedPa: pa })}
        help={usual(atSpeedPa)}
      />
      <FigureInput
        title="Relief opens at, by its book"
        quantity="pressure"
        si={answers.reliefPa}
        optional
        onChange={(pa) => set({ reliefPa: pa })}
        help={`Blank: ${shown(reliefPa)}, as such engines have.`}
      />
      {asked && (
        <>
          <FigureInput
            title="Engine speed of the second reading"
            quantity="speed"
            si={atSpeed}
            allowed={[200 * RPM, 25_000 * RPM]}
            onChange={(si) => si !== undefined && set({ atSpeedRpm: si / RPM })}
          />
          <FigureInput
            title="Oil at these readings"
            quantity="temperature"
            si={answers.gaugeOilK}
            optional
            onChange={(gaugeOilK) => set({ gaugeOilK })}
            help={`Blank: nobody knows, between ${formatQuantity(UNKNOWN_OIL_K.oilTemperatureK - UNKNOWN_OIL_K.oilTemperatureOffK, 'temperature', units)} and ${formatQuantity(UNKNOWN_OIL_K.oilTemperatureK + UNKNOWN_OIL_K.oilTemperatureOffK, 'temperature', units)}.`}
          />
          <ChoiceInput
            title="Its sender sits"
            value={answers.senderAt}
            options={[
              { value: 'gallery', label: 'After the filter' },
              { value: 'beforeFilter', label: 'Before the filter' },
            ]}
            onChange={(senderAt) => set({ senderAt })}
          />
        </>
      )}
    </fieldset>
  );
}
