import type { WarmUpResult } from '../../../core/heat/transient';
import type { DriveRequest } from '../../../core/studies/heat/drive';
import { useStudy } from '../../state/useStudy';
import { StudyStatus } from '../../studies/StudyStatus';
import { SamplesView } from './SamplesView';
import { shownOf, useOpenEngine } from '../../state/engine';

const WARM_UP_S = 1800;
const LEVEL = 'Check the level again hot, once the thermostat is open and the cooler is full.';

/** From a cold start, half an hour at the state. */
export function WarmUpStudy({ drive }: { readonly drive: DriveRequest }) {
  const engine = useOpenEngine();
  const study = useStudy(engine, 'warmUp', { drive, startK: drive.airTemperatureK, durationS: WARM_UP_S }, 'fresh');
  const { answer } = study;
  return (
    <div {...shownOf(study)}>
      <StudyStatus study={study} doing="warming up" />
      {answer && (
        <SamplesView
          title="Warm-up"
          samples={answer.samples}
          file="warmup.csv"
          marks={[...warmMarks(answer), LEVEL]}
          solved={answer.solved}
        />
      )}
    </div>
  );
}

function warmMarks(r: WarmUpResult): string[] {
  const minutes = (s: number) => `${Math.floor(s / 60)} min ${Math.round(s % 60)} s`;
  return [
    ...(r.opensS !== null
      ? [
          `The thermostat starts to open after ${minutes(r.opensS)}${r.fullS === null ? ' and never opens fully' : `, fully after ${minutes(r.fullS)}`}.`,
        ]
      : r.samples[0]?.opening === null
        ? []
        : ['The thermostat does not open.']),
    ...(r.settledS !== null ? [`Settled within 2 °C (4 °F) after ${minutes(r.settledS)}.`] : []),
  ];
}
