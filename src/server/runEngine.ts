import { lineOf } from '../core/log/frame';
import { SimulatedEngine } from '../core/log/simulatedEngine';
import type { RunRequest } from './logger';

const TICK_MS = 50;
/** Frames that are made in one tick, so that a fast replay still lets the thread be stopped. */
const MOST_A_TICK = 400;

/** Runs an engine by the clock. @returns how to stop it */
export function runEngine(
  { project, simulation, rateHz, speedUp }: RunRequest,
  onLines: (lines: readonly string[]) => void,
): () => void {
  const engine = new SimulatedEngine(project, simulation);
  const dtS = 1 / rateHz;
  let owedS = 0;
  let before = performance.now();
  const timer = setInterval(() => {
    const now = performance.now();
    owedS += ((now - before) / 1000) * speedUp;
    before = now;
    const lines: string[] = [];
    for (let n = 0; n < MOST_A_TICK && owedS >= dtS; n++) {
      owedS -= dtS;
      const frame = engine.step(dtS);
      if (frame) lines.push(lineOf(frame));
    }
    if (lines.length > 0) onLines(lines);
  }, TICK_MS);
  return () => clearInterval(timer);
}
