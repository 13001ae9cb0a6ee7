import { z } from 'zod';
import { create } from 'zustand';
import { FrameRing, type Frame } from '../../../core/log/frame';
import type { Simulation } from '../../../core/log/simulatedEngine';
import type { Project } from '../../../core/document/project/project';

/** Frames that are kept: five minutes at 20 a second. */
const MOST_FRAMES = 6000;
/** Views look at the newest frames this often. */
const LOOK_EVERY_MS = 150;
const RATE_HZ = 20;

interface LoggerStore {
  readonly state: 'off' | 'connecting' | 'on' | 'lost';
  readonly message: string;
  readonly ring: FrameRing;
  readonly latest: Frame | undefined;
  /** Grows with each look. */
  readonly looks: number;
}

export const useLogger = create<LoggerStore>()(() => ({
  state: 'off',
  message: '',
  ring: new FrameRing(MOST_FRAMES),
  latest: undefined,
  looks: 0,
}));

let source: EventSource | undefined;
let lookedMs = 0;

const look = (latest: Frame | undefined) => {
  const now = performance.now();
  if (now - lookedMs < LOOK_EVERY_MS) return;
  lookedMs = now;
  useLogger.setState((s) => ({ latest: latest ?? s.latest, looks: s.looks + 1 }));
};

/** Listens to the logger of this server; a line that breaks is taken up again by itself. */
export function connectLogger(): void {
  source?.close();
  useLogger.setState({ state: 'connecting', message: '', ring: new FrameRing(MOST_FRAMES), latest: undefined });
  source = new EventSource('/api/logger/stream');
  source.onopen = () => useLogger.setState({ state: 'on', message: '' });
  source.onmessage = ({ data }) => look(useLogger.getState().ring.take(String(data)));
  source.addEventListener('gap', () => useLogger.getState().ring.lost());
  source.onerror = () => {
    useLogger.getState().ring.lost();
    useLogger.setState({ state: 'lost', message: 'The logger does not answer. It is tried again by itself.' });
  };
}

export function disconnectLogger(): void {
  source?.close();
  source = undefined;
  useLogger.setState({ state: 'off', message: '' });
}

const answerSchema = z.object({ running: z.boolean() });

/** Starts the simulated engine on the server, and listens to it. */
export async function startEngine(project: Project, simulation: Simulation): Promise<void> {
  try {
    const response = await fetch('/api/logger/start', {
      method: 'POST',
      body: JSON.stringify({ project, simulation, rateHz: RATE_HZ }),
    });
    if (!response.ok) throw new Error(await response.text());
    answerSchema.parse(await response.json());
    connectLogger();
  } catch (error) {
    const { message } = error as Error;
    useLogger.setState({
      state: 'off',
      message:
        message === '' || message === 'Failed to fetch'
          ? 'There is no logger on this server. Start the app with npm start.'
          : message,
    });
  }
}

export async function stopEngine(): Promise<void> {
  await fetch('/api/logger/stop', { method: 'POST' }).catch(() => undefined);
  disconnectLogger();
}

const RPM = 60;
const BAR = 1e5;
const ZERO_C_K = 273.15;

/** A frame in SI: speed, oil, the gauge, and the pressures at parts. */
export function readingsOf({ values }: Frame) {
  const of = (key: string, to: (x: number) => number) =>
    typeof values[key] === 'number' ? to(values[key]) : undefined;
  return {
    speedRevS: of('engine_speed_rpm', (x) => x / RPM),
    oilTemperatureK: of('oil_temperature_C', (x) => x + ZERO_C_K),
    gaugePa: of('oil_pressure_bar', (x) => x * BAR),
    parts: Object.keys(values).flatMap((key) => {
      const part = /^(.+)_pressure_bar$/.exec(key)?.[1];
      const pa = of(key, (x) => x * BAR);
      return part === undefined || part === 'oil' || pa === undefined ? [] : [{ part, pressurePa: pa }];
    }),
  };
}
