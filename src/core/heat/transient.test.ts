import { runToEnd } from '../foundations/runToEnd';
import { HeatSolver } from './heatSolver';
import { solveBalanced } from '../judgement/solveBalanced';
import { readTrace, runTrace, type TraceRow } from './trace';
import { warmUp, WarmUp, type Drive } from './transient';
import { demoProject } from '../verification/testing/demo';
import { solverOf } from '../verification/testing/solverOf';

const NOSE = () => solverOf(demoProject('thornback'), 'noseCooler');

describe('Warm-up', () => {
  const drive: Drive = { speedRevS: 3500 / 60, load: 0.4, roadSpeedMS: 25, airTemperatureK: 293.15 };

  it('ends at the balance', () => {
    const circuit = NOSE();
    const balance = solveBalanced(circuit, drive.speedRevS, drive).heat.sumpK;
    const end = runToEnd(warmUp(new HeatSolver(circuit), drive, 283.15, 3000));
    expect(end.samples.at(-1)!.sumpK).toBeCloseTo(balance, 1);
    expect(end.opensS).toBeGreaterThan(60);
    expect(end.solved).toBe(true);
  });

  it('does not depend on its time step: halving it moves nothing by over 0.2 K', () => {
    const run = (dt: number) => {
      const w = new WarmUp(new HeatSolver(NOSE()), 283.15);
      const at: number[] = [];
      while (w.timeS < 900) {
        w.step(drive, dt);
        if (Math.abs(w.timeS % 30) < 1e-9)
          at.push(w.sumpK, w.sample(drive).galleryK!, w.coolerOutK[w.heat.coolers[0]!.element]!);
      }
      return at;
    };
    const [coarse, fine] = [run(1), run(0.5)];
    expect(coarse.length).toBe(fine.length);
    coarse.forEach((k, i) => expect(Math.abs(k - fine[i]!)).toBeLessThan(0.2));
  });

  it('opens its thermostat by one curve and closes it by another', () => {
    const w = new WarmUp(new HeatSolver(NOSE()), 293.15);
    for (let i = 0; i < 1200; i++) w.step({ ...drive, load: 1 });
    const opened = w.sample(drive).opening!;
    expect(opened).toBeGreaterThan(0.3);
    const hot = w.sumpK;
    for (let i = 0; i < 5; i++) w.step({ ...drive, load: 0 });
    // A little cooler than before it still stands where it stood.
    expect(w.sumpK).toBeLessThan(hot);
    expect(w.sample(drive).opening).toBeCloseTo(opened, 1);
  });
});

describe('A trace', () => {
  const rows = (n: number, hz: number): TraceRow[] =>
    Array.from({ length: n }, (_, i) => ({
      timeS: i / hz,
      speedRevS: (4000 + 2000 * Math.sin(i / 70)) / 60,
      load: 0.5 + 0.5 * Math.sin(i / 40),
      roadSpeedMS: 30 + 15 * Math.sin(i / 200),
    }));

  it('of twenty minutes at 10 Hz runs far faster than it was driven', () => {
    const heat = new HeatSolver(NOSE());
    const from = Date.now();
    const result = runToEnd(runTrace(heat, rows(12_000, 10), { airTemperatureK: 298, startK: 333, limitK: 393 }));
    expect(result.solved).toBe(true);
    expect(result.samples.length).toBeGreaterThan(1190);
    // 500 times real time is 2.4 s; the bench measures it without the test's own burden.
    expect(Date.now() - from).toBeLessThan(8000);
  });

  it('counts the time above a limit, and its peak', () => {
    const constant = Array.from({ length: 1800 }, (_, i) => ({ timeS: i, speedRevS: 100, load: 1, roadSpeedMS: 10 }));
    const result = runToEnd(
      runTrace(new HeatSolver(solverOf(demoProject('thornback'), 'stock')), constant, {
        airTemperatureK: 303,
        startK: 303,
        limitK: 393.15,
      }),
    );
    const first = result.samples.find((s) => s.sumpK > 393.15)!.timeS;
    expect(result.overS).toBeCloseTo(1799 - first + 1, 0);
    expect(result.peakK).toBeGreaterThan(393.15);
  });

  it('is read by its columns, and refused by row and reason', () => {
    const header = ['time_s', 'rpm', 'load', 'road_speed_kmh'];
    const good = readTrace({
      header,
      rows: [
        ['0', '850', '0', '0'],
        ['1', '3000', '0.5', '36'],
      ],
    });
    expect(good).toEqual({
      ok: true,
      rows: [
        { timeS: 0, speedRevS: 850 / 60, load: 0, roadSpeedMS: 0 },
        { timeS: 1, speedRevS: 50, load: 0.5, roadSpeedMS: 10 },
      ],
    });
    const why = (h: string[], r: string[][]) => {
      const read = readTrace({ header: h, rows: r });
      return read.ok ? '' : read.why;
    };
    expect(why(['time_s', 'rpm'], [])).toContain('has no column for load from 0 to 1 (load) and road speed');
    expect(
      why(header, [
        ['0', '850', '0', '0'],
        ['1', 'fast', '0', '0'],
      ]),
    ).toContain('Row 3, rpm: “fast” is not a number');
    expect(
      why(header, [
        ['0', '850', '0', '0'],
        ['1', '850', '7', '0'],
      ]),
    ).toContain('load is out of range');
    expect(
      why(header, [
        ['1', '850', '0', '0'],
        ['1', '850', '0', '0'],
      ]),
    ).toContain('time does not rise');
  });
});
