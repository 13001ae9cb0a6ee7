import { Button, Input, Progress, Steps } from 'antd';
import { Link } from 'react-router';
import { useEffect, useMemo, useRef, useState } from 'react';
import { firstStartSteps, judgeStartPressure, type StartStep } from '../../../core/log/firstStart';
import type { Seen } from '../../../core/document/project/log';
import { MOST_PHOTOS } from '../../../core/document/project/photo';
import { FigureInput } from '../../forms/FigureInput';
import { useDocument } from '../../state/document';
import { usePreferences } from '../../state/preferences';
import { StudyStatus } from '../../studies/StudyStatus';
import { LiveWatch } from './LiveWatch';
import { tidy, today } from '../../state/plain';
import { PhotoStrip, withPhotos } from '../../photos/PhotoStrip';
import { useOpenEngine } from '../../state/engine';
import { useStartPredictions } from '../../state/useStartPredictions';
import { freshId, useEngineLog } from './useLog';
import { Why } from '../../help/Why';

type SeenChange = (seen: Seen) => Seen;

/** The notes of the first start as a session of the log book. */
function sessionOf(steps: readonly StartStep[], seen: Readonly<Record<string, Seen>>, variant: string, id: string) {
  const readings = steps.flatMap((s) => {
    const pressurePa = seen[s.id]?.pressurePa;
    return s.pressure && pressurePa !== undefined
      ? [
          {
            reading: {
              kind: 'pressure' as const,
              speedRevS: s.pressure.speedRevS,
              oilTemperatureK: s.pressure.oilTemperatureK,
              pressurePa,
            },
            predicted: s.pressure.expectPa,
          },
        ]
      : [];
  });
  const photos = steps.flatMap((s) => seen[s.id]?.photos ?? []).slice(0, MOST_PHOTOS);
  const notes = steps.flatMap((s) => (seen[s.id]?.note ? [`${s.title}: ${seen[s.id]!.note}`] : []));
  const done = steps.filter((s) => seen[s.id]?.done).length;
  return tidy({
    id,
    on: today(),
    kind: 'firstStart' as const,
    title: `First start, ${done} of ${steps.length} steps`,
    variant,
    readings: readings.length > 0 ? readings : undefined,
    note: notes.length > 0 ? notes.join('\n').slice(0, 4000) : undefined,
    photos: photos.length > 0 ? photos : undefined,
  });
}

/** The first start, one step at a time, large enough to read from the engine bay. */
export default function FirstStartTab() {
  const { project, variant, before, log } = useEngineLog();
  const units = usePreferences((p) => p.units);
  const changeLog = useDocument((d) => d.changeLog);
  const { studies, predicted } = useStartPredictions(useOpenEngine());
  const steps = useMemo(
    () => firstStartSteps(project, variant, before, predicted, units),
    [project, variant, before, predicted, units],
  );
  const seen = log.firstStarts?.[variant.id] ?? {};
  const firstOpen = steps.findIndex((s) => !seen[s.id]?.done);
  // Where it was left: after a reload too.
  const [chosen, setChosen] = useState<number>();
  const at = chosen ?? (firstOpen < 0 ? steps.length - 1 : firstOpen);
  const step = steps[Math.min(at, steps.length - 1)]!;
  const done = steps.filter((s) => seen[s.id]?.done).length;
  const put = (id: string, change: SeenChange, on = '') =>
    changeLog(
      'first start',
      (l) => {
        const mine = l.firstStarts?.[variant.id] ?? {};
        return {
          ...l,
          firstStarts: { ...l.firstStarts, [variant.id]: { ...mine, [id]: tidy(change(mine[id] ?? {})) } },
        };
      },
      on === '' ? '' : `${variant.id} ${id} ${on}`,
    );
  const keepInBook = () =>
    changeLog('first start into the log book', (l) => ({
      ...l,
      sessions: [
        ...(l.sessions ?? []),
        sessionOf(steps, seen, variant.name, freshId('session', l.sessions ?? [])) as never,
      ],
    }));
  return (
    <>
      {studies.map((study, i) => (
        <StudyStatus key={i} study={study} doing={['filling the circuit', 'predicting the gauge', 'warming up'][i]!} />
      ))}
      <LiveWatch />
      <p className="quiet block">
        As built: where an end, a bore, a length or a port is other than planned, enter it before the first start, hoses
        under <Link to="/bench?tab=hoses">Bench, Hoses</Link>, other parts in the <Link to="/">circuit</Link>. It is
        judged again with what you enter.
      </p>
      <div className="startbar">
        <Progress percent={Math.round((100 * done) / steps.length)} size="small" aria-label="Steps done" />
        <span>
          Step {steps.indexOf(step) + 1} of {steps.length}, {done} done
        </span>
        <Button onClick={keepInBook} disabled={done === 0}>
          Put into the log book
        </Button>
      </div>
      <StepCard
        key={step.id}
        step={step}
        seen={seen[step.id] ?? {}}
        onSeen={(change, on) => put(step.id, change, on)}
      />
      <div className="startnav">
        <Button size="large" disabled={at <= 0} onClick={() => setChosen(at - 1)}>
          Back
        </Button>
        <Button
          size="large"
          type="primary"
          onClick={() => {
            put(step.id, (seenNow) => ({ ...seenNow, done: true, on: today() }));
            setChosen(Math.min(steps.length - 1, at + 1));
          }}
        >
          {at === steps.length - 1 ? 'Done' : 'Done, next step'}
        </Button>
      </div>
      <Steps
        className="startlist"
        orientation="vertical"
        size="small"
        current={steps.indexOf(step)}
        onChange={setChosen}
        items={steps.map((s) => ({
          title: `${s.title}${seen[s.id]?.done ? ' – done' : ''}`,
          status: seen[s.id]?.done ? ('finish' as const) : s === step ? ('process' as const) : ('wait' as const),
        }))}
      />
    </>
  );
}

function StepCard({
  step,
  seen,
  onSeen,
}: {
  readonly step: StartStep;
  readonly seen: Seen;
  readonly onSeen: (change: SeenChange, on?: string) => void;
}) {
  const units = usePreferences((p) => p.units);
  const verdict = seen.pressurePa === undefined ? undefined : judgeStartPressure(step, seen.pressurePa, units);
  return (
    <section className="startcard" aria-label={step.title}>
      <h2>{step.title}</h2>
      <ul>
        {step.orders.map((o) => (
          <li key={o}>{o}</li>
        ))}
      </ul>
      {step.expect && (
        <p className="expect">
          <b>Expect:</b> {step.expect} {step.timer?.expectS != null && <Why of="fillTime" />}
        </p>
      )}
      {step.otherwise && (
        <p className={step.stops ? 'otherwise stops' : 'otherwise'}>
          <b>{step.stops ? 'If not, stop:' : 'If not:'}</b> {step.otherwise}
        </p>
      )}
      {step.timer && (
        <Timer timer={step.timer} onStopped={(seconds) => onSeen((s) => ({ ...s, seconds }))} last={seen.seconds} />
      )}
      {step.pressure && (
        <FigureInput
          title="Gauge reads"
          quantity="pressure"
          si={seen.pressurePa}
          optional
          onChange={(pressurePa) => onSeen((s) => ({ ...s, pressurePa }) as Seen, 'pressure')}
        />
      )}
      {verdict && (
        <p role="status" className={verdict.ok ? 'told' : 'told problem'}>
          {verdict.text}
        </p>
      )}
      <Input.TextArea
        aria-label="Notes"
        placeholder="notes"
        autoSize
        maxLength={500}
        value={seen.note ?? ''}
        onChange={(e) => onSeen((s) => ({ ...s, note: e.target.value || undefined }) as Seen, 'note')}
      />
      <PhotoStrip
        of={step.title}
        photos={seen.photos ?? []}
        onChange={(changed, typed) => onSeen((s) => withPhotos(s, changed), typed)}
      />
    </section>
  );
}

const TICK_MS = 100;

/** A stopwatch with one large button: it says when to stop. */
function Timer({
  timer,
  onStopped,
  last,
}: {
  readonly timer: NonNullable<StartStep['timer']>;
  readonly onStopped: (seconds: number) => void;
  readonly last: number | undefined;
}) {
  const [runs, setRuns] = useState(false);
  const [seconds, setSeconds] = useState(0);
  const began = useRef(0);
  useEffect(() => {
    if (!runs) return;
    const id = setInterval(() => setSeconds((performance.now() - began.current) / 1000), TICK_MS);
    return () => clearInterval(id);
  }, [runs]);
  const press = () => {
    if (runs) {
      setRuns(false);
      onStopped(Math.round(10 * seconds) / 10);
    } else {
      began.current = performance.now();
      setSeconds(0);
      setRuns(true);
    }
  };
  const isOver = seconds > timer.stopS;
  return (
    <div className={isOver ? 'timer over' : 'timer'}>
      <Button size="large" onClick={press} danger={isOver}>
        {runs ? 'Stop the clock' : 'Start the clock'}
      </Button>
      <span className="seconds">{(runs ? seconds : (last ?? 0)).toFixed(1)} s</span>
      <span>
        {timer.expectS !== null && `expected within ${timer.expectS.toFixed(timer.expectS < 10 ? 1 : 0)} s; `}
        <b>stop at {timer.stopS.toFixed(0)} s</b>
      </span>
      {isOver && (
        <strong role="alert" className="stopnow">
          Stop now
        </strong>
      )}
    </div>
  );
}
