import { useMemo } from 'react';
import { CAUTIONS } from '../../../core/judgement/cautions';
import { accumulatorLines } from '../../../core/studies/accumulator/sayAccumulator';
import type { OpenEngine } from '../../../workers/answered';
import { shownOf } from '../../state/engine';
import { usePreferences } from '../../state/preferences';
import { useStudy } from '../../state/useStudy';
import { StudyStatus } from '../../studies/StudyStatus';

const HOT_K = 373.15;

/** What the accumulator gives while the pickup is bare at full speed, how it fills again, and what it can prefill. */
export function AccumulatorSection({ engine, part }: { readonly engine: OpenEngine; readonly part: string }) {
  const units = usePreferences((w) => w.units);
  const speedRevS = engine.project.engine.maximumSpeedRevS;
  const request = useMemo(() => ({ part, speedRevS, oilTemperatureK: HOT_K }), [part, speedRevS]);
  const study = useStudy(engine, 'accumulator', request, 'fresh');
  return (
    <section aria-label="Accumulator" {...shownOf(study)}>
      <h2>The accumulator, at full speed and hot</h2>
      <StudyStatus study={study} doing="emptying and filling it" />
      {study.answer && accumulatorLines(study.answer, units).map((line) => <p key={line}>{line}</p>)}
      <p className="notice">{CAUTIONS.accumulator}</p>
    </section>
  );
}
