import { Button } from 'antd';
import { useEffect, useRef, useState } from 'react';
import { useSearchParams } from 'react-router';
import { RUNNING_STOP_S } from '../../../core/log/firstStart';
import { FIRST_PRESSURE_PA } from '../../../core/studies/filling/fillingWork';
import { withReadings } from '../../../core/document/changes/readings';
import { activeVariant } from '../../../core/document/project/project';
import { formatQuantity } from '../../../core/foundations/units';
import { useDocument } from '../../state/document';
import { usePreferences } from '../../state/preferences';
import { today } from '../../state/plain';
import { freshId } from './useLog';
import { readingsOf, stopEngine, useLogger } from './useLogger';

/** A component that has less than this has no oil [Pa]. */
const NO_OIL_PA = 0.1e5;
/** Steps that a gauge shows: 10 rpm, 0.5 K, 0.05 bar. */
const SHOWN = { speedRevS: 10 / 60, oilK: 0.5, pressurePa: 5000 } as const;

/** What the logger says while the guide is followed: it calls for a stop when a component stays dry. */
export function LiveWatch() {
  const project = useDocument((d) => d.project)!;
  const changeLog = useDocument((d) => d.changeLog);
  const units = usePreferences((p) => p.units);
  const state = useLogger((l) => l.state);
  const latest = useLogger((l) => l.latest);
  const changeReadings = useDocument((d) => d.changeReadings);
  const [, setSearch] = useSearchParams();
  const pressureSince = useRef<number>(undefined);
  const [alarm, setAlarm] = useState<{ readonly part: string; readonly afterS: number }>();
  const now = latest && readingsOf(latest);
  const variant = activeVariant(project);
  const name = (id: string) => variant.circuit.parts.find((p) => p.id === id)?.name ?? id;
  useEffect(() => {
    if (!latest || alarm) return;
    const { gaugePa = 0, parts, speedRevS = 0 } = readingsOf(latest);
    const isRunning = speedRevS > project.engine.crankingSpeedRevS * 1.2 && gaugePa >= FIRST_PRESSURE_PA;
    if (!isRunning) {
      pressureSince.current = undefined;
      return;
    }
    pressureSince.current ??= latest.timeS;
    const afterS = latest.timeS - pressureSince.current;
    const dry = parts.find((p) => p.pressurePa < NO_OIL_PA);
    if (afterS < RUNNING_STOP_S || !dry) return;
    setAlarm({ part: dry.part, afterS });
    changeLog('alarm at the first start', (l) => {
      const all = l.sessions ?? [];
      return {
        ...l,
        sessions: [
          ...all,
          {
            id: freshId('session', all),
            on: today(),
            kind: 'firstStart' as const,
            title: `Stopped: no oil at ${name(dry.part)}`,
            variant: variant.name,
            note: `${afterS.toFixed(1)} s after the gauge showed pressure, ${name(dry.part)} had ${(dry.pressurePa / 1e5).toFixed(2)} bar.`,
          },
        ],
      };
    });
    // eslint-disable-next-line react-hooks/exhaustive-deps -- looked at with each frame
  }, [latest]);
  if (state === 'off' || !now) return null;
  const toWhy = () => {
    const { speedRevS, oilTemperatureK, gaugePa } = now;
    if (speedRevS === undefined || oilTemperatureK === undefined) return;
    // What a gauge can show, not the logger's last digit.
    const round = (x: number, to: number) => Math.round(x / to) * to;
    const at = {
      kind: 'pressure' as const,
      speedRevS: round(speedRevS, SHOWN.speedRevS),
      oilTemperatureK: round(oilTemperatureK - 273.15, SHOWN.oilK) + 273.15,
    };
    const seen = [
      ...(gaugePa === undefined ? [] : [{ ...at, pressurePa: round(gaugePa, SHOWN.pressurePa) }]),
      ...now.parts.map((p) => ({ ...at, pressurePa: round(p.pressurePa, SHOWN.pressurePa), at: `${p.part}.in` })),
    ];
    changeReadings('readings of the logger', (kept) =>
      withReadings(
        kept,
        seen.map((reading) => ({ on: today(), by: 'logger' as const, with: kept.activeVariant, reading })),
      ),
    );
    setSearch({ tab: 'why' });
  };
  return (
    <section className="livewatch" aria-label="Logger">
      <p>
        {now.speedRevS !== undefined && formatQuantity(now.speedRevS, 'speed', units)}, oil{' '}
        {now.oilTemperatureK !== undefined && formatQuantity(now.oilTemperatureK, 'temperature', units)}, gauge{' '}
        <b>{now.gaugePa !== undefined && formatQuantity(now.gaugePa, 'pressure', units)}</b>
        {now.parts.map((p) => (
          <span key={p.part}>
            , {name(p.part)} <b>{formatQuantity(p.pressurePa, 'pressure', units)}</b>
          </span>
        ))}
      </p>
      {alarm && (
        <div role="alert" className="stopnow">
          <p>
            <strong>Stop the engine now.</strong> No oil at {name(alarm.part)} {alarm.afterS.toFixed(0)} s after the
            gauge showed pressure (limit {RUNNING_STOP_S} s).
          </p>
          <Button danger size="large" onClick={() => void stopEngine()}>
            Engine stopped
          </Button>{' '}
          <Button size="large" onClick={toWhy}>
            Why?
          </Button>
        </div>
      )}
    </section>
  );
}
