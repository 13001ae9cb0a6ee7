import { Button, Checkbox, Empty } from 'antd';
import { useMemo, useState } from 'react';
import { CYCLES, LOGGER_FAULTS, type LoggerFault } from '../../../core/log/simulatedEngine';
import type { Log, Logged } from '../../../core/document/project/log';
import { activeVariant, type Project } from '../../../core/document/project/project';
import { formatQuantity } from '../../../core/foundations/units';
import { ChoiceInput } from '../../forms/ChoiceInput';
import { useDocument } from '../../state/document';
import { usePreferences } from '../../state/preferences';
import { useStudy } from '../../state/useStudy';
import { saveText } from '../../files/saveFile';
import { RecordedSection } from './RecordedSection';
import { Traces } from './Traces';
import { today } from '../../state/plain';
import { freshId } from './useLog';
import { connectLogger, disconnectLogger, readingsOf, startEngine, stopEngine, useLogger } from './useLogger';
import { useOpenEngine } from '../../state/engine';

const CYCLE_WORDS = { firstStart: 'first start', idle: 'idle', road: 'road', sprint: 'sprint' } as const;
const FAULT_WORDS: Readonly<Record<LoggerFault, string>> = {
  reliefWeak: 'relief weak',
  turboFeedBlocked: 'turbo feed blocked',
  thermostatStuck: 'thermostat stuck open',
  wrongOil: 'oil too thin',
  wornBearings: 'bearings worn',
  senderOffset: 'sender reads too low',
  senderUpstream: 'sender before the filter',
  noise: 'noise',
  dropouts: 'dropouts',
  clockJumps: 'clock jumps',
};
const SPEED_SHARES = [0.3, 0.5, 0.75, 1];
const TEMPERATURES_K = [283.15, 303.15, 323.15, 343.15, 363.15, 383.15];

/** Live traces beside what is predicted for the same conditions. */
export default function LiveTab() {
  const project = useDocument((d) => d.project)!;
  const changeLog = useDocument((d) => d.changeLog);
  const { state, message, latest, ring } = useLogger();
  const [cycle, setCycle] = useState<(typeof CYCLES)[number]>('road');
  const [faults, setFaults] = useState<readonly LoggerFault[]>([]);
  const predict = usePredictor(project);
  const now = latest && readingsOf(latest);
  const name = (id: string) => activeVariant(project).circuit.parts.find((p) => p.id === id)?.name ?? id;
  const expected =
    now?.speedRevS !== undefined && now.oilTemperatureK !== undefined
      ? predict(now.speedRevS, now.oilTemperatureK)
      : undefined;
  const keep = () => {
    if (!now?.speedRevS || !now.oilTemperatureK || now.gaugePa === undefined) return;
    const reading = {
      kind: 'pressure' as const,
      speedRevS: now.speedRevS,
      oilTemperatureK: now.oilTemperatureK,
      pressurePa: now.gaugePa,
    };
    const logged = { reading, predicted: expected !== undefined && Number.isFinite(expected) ? expected : null };
    changeLog('reading from the logger', (log) => withReading(log, logged, activeVariant(project).name), '', 'logger');
  };
  return (
    <>
      <div className="row">
        <ChoiceInput
          title="Simulated engine"
          value={cycle}
          options={CYCLES.map((value) => ({ value, label: CYCLE_WORDS[value] }))}
          onChange={setCycle}
        />
        <Checkbox.Group
          aria-label="Faults"
          value={[...faults]}
          options={LOGGER_FAULTS.map((value) => ({ value, label: FAULT_WORDS[value] }))}
          onChange={(v) => setFaults(v as LoggerFault[])}
        />
      </div>
      <div className="moves">
        <Button
          type="primary"
          onClick={() => void startEngine(project, { cycle, faults: [...faults], seed: 1, startK: 293.15 })}
        >
          Start the simulated engine
        </Button>
        <Button onClick={connectLogger}>Connect</Button>
        <Button onClick={disconnectLogger} disabled={state === 'off'}>
          Disconnect
        </Button>
        <Button onClick={() => void stopEngine()} disabled={state === 'off'}>
          Stop the engine
        </Button>
        <Button onClick={keep} disabled={!now}>
          Keep this reading
        </Button>
        <Button onClick={() => saveText('logger.csv', csvOf(ring.list), 'text/csv')} disabled={ring.list.length === 0}>
          Save as CSV
        </Button>
      </div>
      <p role="status">
        {state === 'on'
          ? 'Connected.'
          : state === 'connecting'
            ? 'Connecting…'
            : state === 'lost'
              ? ''
              : 'Not connected.'}{' '}
        {message}
      </p>
      {now ? (
        <>
          <LiveFigures now={now} expectedPa={expected} name={name} />
          <Traces predict={predict} name={name} />
          <p className="quiet">
            {ring.list.length} frames; {ring.breaks} gaps; {ring.malformed} lines that could not be read;{' '}
            {ring.droppedS.toFixed(0)} s let go at the old end.
          </p>
        </>
      ) : (
        <Empty description="No logger yet. Start the simulated engine of this project, or connect to a run that is going on." />
      )}
      <RecordedSection />
    </>
  );
}

/** What the gauge should read, of a grid of states that is computed once for the project. */
function usePredictor(project: Project) {
  const { crankingSpeedRevS, idleSpeedRevS, maximumSpeedRevS } = project.engine;
  const speeds = useMemo(
    () =>
      [...new Set([crankingSpeedRevS, idleSpeedRevS, ...SPEED_SHARES.map((s) => s * maximumSpeedRevS)])].sort(
        (a, b) => a - b,
      ),
    [crankingSpeedRevS, idleSpeedRevS, maximumSpeedRevS],
  );
  const grid = useMemo(
    () => speeds.flatMap((speedRevS) => TEMPERATURES_K.map((oilTemperatureK) => ({ speedRevS, oilTemperatureK }))),
    [speeds],
  );
  const engine = useOpenEngine();
  const { answer } = useStudy(engine, 'expected', { states: grid }, 'fresh');
  return useMemo(
    () =>
      predictorOf(
        speeds,
        TEMPERATURES_K,
        answer?.at.map((a) => a.pressurePa ?? NaN),
      ),
    [answer, speeds],
  );
}

/** The log book with a reading more: in today's drive, else in a new one. */
function withReading(log: Log, logged: Logged, variant: string): Log {
  const all = log.sessions ?? [];
  const last = all.at(-1);
  if (last?.kind === 'drive' && last.on === today())
    return {
      ...log,
      sessions: [...all.slice(0, -1), { ...last, readings: [...(last.readings ?? []), logged].slice(-200) }],
    };
  const drive = {
    id: freshId('session', all),
    on: today(),
    kind: 'drive' as const,
    title: 'From the logger',
    variant,
    readings: [logged],
  };
  return { ...log, sessions: [...all, drive] };
}

/** What the logger sends now, beside what is predicted there. */
function LiveFigures({
  now,
  expectedPa,
  name,
}: {
  readonly now: ReturnType<typeof readingsOf>;
  readonly expectedPa: number | undefined;
  readonly name: (part: string) => string;
}) {
  const units = usePreferences((p) => p.units);
  return (
    <dl className="live">
      <div>
        <dt>Engine speed</dt>
        <dd>{now.speedRevS === undefined ? '—' : formatQuantity(now.speedRevS, 'speed', units)}</dd>
      </div>
      <div>
        <dt>Oil</dt>
        <dd>{now.oilTemperatureK === undefined ? '—' : formatQuantity(now.oilTemperatureK, 'temperature', units)}</dd>
      </div>
      <div>
        <dt>Gauge</dt>
        <dd>{now.gaugePa === undefined ? '—' : formatQuantity(now.gaugePa, 'pressure', units)}</dd>
      </div>
      <div>
        <dt>Predicted</dt>
        <dd>
          {expectedPa === undefined || !Number.isFinite(expectedPa)
            ? '—'
            : formatQuantity(expectedPa, 'pressure', units)}
        </dd>
      </div>
      {now.parts.map(({ part, pressurePa }) => (
        <div key={part}>
          <dt>{name(part)}</dt>
          <dd>{formatQuantity(pressurePa, 'pressure', units)}</dd>
        </div>
      ))}
    </dl>
  );
}

/** Pressure between solved states, linear in speed and oil temperature; undefined until they are there. */
function predictorOf(
  speeds: readonly number[],
  temperatures: readonly number[],
  at: readonly number[] | undefined,
): (speedRevS: number, oilK: number) => number | undefined {
  const place = (axis: readonly number[], x: number): readonly [number, number] => {
    const i = Math.max(
      0,
      Math.min(
        axis.length - 2,
        axis.findLastIndex((v) => v <= x),
      ),
    );
    return [i, Math.max(0, Math.min(1, (x - axis[i]!) / (axis[i + 1]! - axis[i]!)))];
  };
  return (speedRevS, oilK) => {
    if (!at) return undefined;
    const [i, u] = place(speeds, speedRevS);
    const [k, v] = place(temperatures, oilK);
    const p = (a: number, b: number) => at[a * temperatures.length + b]!;
    return (1 - u) * ((1 - v) * p(i, k) + v * p(i, k + 1)) + u * ((1 - v) * p(i + 1, k) + v * p(i + 1, k + 1));
  };
}

function csvOf(frames: ReturnType<typeof useLogger.getState>['ring']['list']): string {
  const keys = [...new Set(frames.flatMap((f) => Object.keys(f.values)))];
  return [
    ['time_s', ...keys].join(','),
    ...frames.map((f) => [f.timeS, ...keys.map((k) => f.values[k] ?? '')].join(',')),
  ].join('\n');
}
