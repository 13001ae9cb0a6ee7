import { runToEnd } from '../foundations/runToEnd';
import { demoProject } from '../verification/testing/demo';
import { solverOf } from '../verification/testing/solverOf';
import { DEFAULT_AIR_COOLING } from '../document/parts/cooling';
import { blockStore } from './conditions';
import { HeatSolver } from './heatSolver';
import { runTrace, readTrace, type TraceRow } from './trace';
import { warmUp, WarmUp, type Drive } from './transient';

const DRIVE: Drive = { speedRevS: 50, load: 0.4, roadSpeedMS: 25, airTemperatureK: 293.15 };
const HYDRAULIC = { status: 'converged' } as ReturnType<HeatSolver['pass']>['hydraulic'];

/** A run whose passes answer with a gain that is given: what a step makes of it. */
function stepping(residualW: number, startK = 300, variant = 'stock') {
  const heat = new HeatSolver(solverOf(demoProject(), variant));
  const run = new WarmUp(heat, startK);
  const seen: { readonly sumpK: number; readonly metalK: number | null; readonly coolantK: number | null }[] = [];
  jest.spyOn(heat, 'pass').mockImplementation((_, __, sumpK, stores) => {
    seen.push({ sumpK, metalK: stores?.metalK ?? null, coolantK: stores?.coolantK ?? null });
    return { hydraulic: HYDRAULIC, residualW, changeK: 0 };
  });
  return { heat, run, seen, engine: heat.circuit.project.engine };
}

describe('A step in time', () => {
  it('warms oil and metal by what they gain over what they hold, by the midpoint rule; source: energy balance', () => {
    const { heat, run, seen, engine } = stepping(2000);
    heat.ledger = { ...heat.ledger, engineW: 800, metalW: 200 };
    run.step(DRIVE, 2);
    const { oil } = heat.circuit;
    const oilM3 = heat.circuit.variant.circuit.parts.reduce(
      (sum, p) => sum + (p.kind === 'sump' ? (p.volumeM3 ?? 0) : 0),
      0,
    );
    const sumpJK = oilM3 * oil.densityKgM3(300) * oil.specificHeatJKgK(300);
    expect(seen.map((s) => s.sumpK)).toEqual([300, 300 + 2000 / sumpJK]);
    expect(run.sumpK).toBeCloseTo(300 + (2 * 2000) / sumpJK, 9);
    // Metal: what goes into it, less what it gives to the oil halfway.
    const { metalConductanceWK: g, metalCapacityJK: c } = engine.heat;
    const halfway = seen[1]!;
    expect(halfway.metalK).toBeCloseTo(300 + 1000 / c, 9);
    expect(run.metalK).toBeCloseTo(300 + (2 * (1000 - g * (halfway.metalK! - halfway.sumpK))) / c, 9);
    expect(run.timeS).toBe(2);
  });

  it('lets the thermostat’s radiator take what would heat the coolant over its warm temperature', () => {
    const { run, engine } = stepping(0, 360);
    run.coolantK = engine.heat.coolantK - 0.01;
    for (let i = 0; i < 5; i++) run.step({ ...DRIVE, load: 1, speedRevS: 100 });
    expect(run.coolantK).toBe(engine.heat.coolantK);
    expect(new WarmUp(new HeatSolver(solverOf(demoProject())), 300, 500).coolantK).toBe(engine.heat.coolantK);
  });

  it('stops and says so where the flow does not solve', () => {
    const { heat, run } = stepping(100);
    jest.spyOn(heat, 'pass').mockReturnValue({ hydraulic: HYDRAULIC, residualW: NaN, changeK: 0 });
    expect([run.step(DRIVE), run.solved, run.timeS, run.sumpK]).toEqual([false, false, 0, 300]);
  });

  it('brings a core’s outlet to its rest by the share that flow and store give; source: exponential of first order', () => {
    const heat = new HeatSolver(solverOf(demoProject(), 'noseCooler'));
    const run = new WarmUp(heat, 370);
    for (let i = 0; i < 3; i++) run.step(DRIVE);
    const core = heat.coolers[0]!.element;
    const beforeK = run.coolerOutK[core]!;
    run.step(DRIVE, 1);
    const { oil } = heat.circuit;
    const m = heat.massFlowKgS(core);
    const inK = heat.inletK(core);
    const restK = oil.temperatureK(oil.enthalpyJKg(inK) - heat.ledger.exchangeW[core]! / m);
    const hoses = heat.circuit.variant.circuit.parts.reduce(
      (sum, p) => sum + (p.kind === 'line' && p.form === 'hose' ? p.lengthM * (p.boreM / 14.2e-3) ** 2 : 0),
      0,
    );
    const share = Math.exp((-m * oil.specificHeatJKgK(inK)) / (2000 + 600 * hoses));
    expect(run.coolerOutK[core]).toBeCloseTo(restK + (beforeK - restK) * share, 6);
  });

  it('keeps a sample where it was asked to, and tells when it had settled', () => {
    const heat = new HeatSolver(solverOf(demoProject()));
    const times = (keepEveryS: number) =>
      runToEnd(warmUp(heat, DRIVE, 330, 12, { dtS: 1, keepEveryS })).samples.map((s) => s.timeS);
    expect(times(5)).toEqual([1, 6, 11]);
    expect(times(1)).toEqual([1, 2, 3, 4, 5, 6, 7, 8, 9, 10, 11, 12]);
    const { samples, settledS } = runToEnd(warmUp(heat, DRIVE, 300, 400));
    const end = samples.at(-1)!.sumpK;
    for (const { timeS, sumpK } of samples)
      if (timeS >= settledS!) expect(Math.abs(sumpK - end)).toBeLessThanOrEqual(2);
    expect(Math.abs(samples.find((s) => s.timeS === settledS! - 5)!.sumpK - end)).toBeGreaterThan(2);
  });

  it('says when its thermostat began to open and when it stood open', () => {
    const heat = new HeatSolver(solverOf(demoProject(), 'noseCooler'));
    const drive = { ...DRIVE, load: 1, speedRevS: 100, airTemperatureK: 308.15, roadSpeedMS: 15 };
    const { samples, opensS, fullS } = runToEnd(warmUp(heat, drive, 340, 400, { dtS: 1, keepEveryS: 1 }));
    const first = (over: number) => samples.find((s) => s.opening! > over)?.timeS;
    expect([opensS, fullS]).toEqual([first(0.02), first(0.98)]);
    expect(fullS!).toBeGreaterThan(opensS!);
    const cold = runToEnd(warmUp(heat, DRIVE, 280, 5));
    expect([cold.opensS, cold.fullS]).toEqual([null, null]);
  });

  it('warms its coolant by what the engine gives it over what it holds; source: energy balance', () => {
    const { heat, run } = stepping(0);
    heat.ledger = { ...heat.ledger, coolantW: 700 };
    const block = blockStore(heat.circuit.project);
    run.step(DRIVE, 2);
    const halfway = 300 + (block.gainW(DRIVE.speedRevS, DRIVE, 300) + 700) / block.capacityJK;
    expect(run.coolantK).toBeCloseTo(
      300 + (2 * (block.gainW(DRIVE.speedRevS, DRIVE, halfway) + 700)) / block.capacityJK,
      9,
    );
  });

  it('reads its fan by the share of time that it runs, whatever the road gives', () => {
    const project = structuredClone(demoProject());
    for (const part of project.variants.find((v) => v.id === 'noseCooler')!.circuit.parts)
      if (part.kind === 'cooler') {
        const fan = { faceSpeedMS: 6, onK: 370, offK: 360 };
        part.cooling = { ...DEFAULT_AIR_COOLING, fan };
      }
    const fanAt = (outK: number) => {
      const run = new WarmUp(new HeatSolver(solverOf(project, 'noseCooler')), outK);
      return run.sample({ ...DRIVE, roadSpeedMS: 60 }).fan!;
    };
    expect([fanAt(350), fanAt(360), fanAt(371)]).toEqual([0, 0, 1]);
    // Below its own draught of 0.3 m/s the fan adds nothing: half of the way from there to its whole speed.
    expect(fanAt(365)).toBeCloseTo((3 - 0.3) / (6 - 0.3), 9);
  });

  it('says what is not there by null', () => {
    const heat = new HeatSolver(solverOf(demoProject()));
    const sample = new WarmUp(heat, 300).sample(DRIVE);
    expect(sample).toMatchObject({ timeS: 0, sumpK: 300, metalK: 300, coolantK: 300, coolerOutK: null, fan: null });
    const project = demoProject();
    const airCooled = {
      ...project,
      engine: { ...project.engine, heat: { ...project.engine.heat, blockCooledBy: 'air' as const } },
    };
    expect(new WarmUp(new HeatSolver(solverOf(airCooled)), 300).sample(DRIVE).coolantK).toBeNull();
  });
});

describe('A trace', () => {
  const row = (timeS: number, speedRevS: number, load = 0.5): TraceRow => ({ timeS, speedRevS, load, roadSpeedMS: 20 });

  it('is driven a second at a time by the mean of its rows in that second, or the last before it', () => {
    const heat = new HeatSolver(solverOf(demoProject()));
    const rows = [row(10, 40, 0.2), row(10.5, 60, 0.4), row(11, 80), row(13.5, 20)];
    const { samples, solved } = runToEnd(runTrace(heat, rows, { airTemperatureK: 293, startK: 330, limitK: 400 }));
    expect(samples.map((s) => [s.timeS, s.speedRevS])).toEqual([
      [1, 50],
      [2, 80],
      [3, 80],
      [3.5, 80],
    ]);
    expect(solved).toBe(true);
  });

  it('tells its peak and when, and counts a part of a second above the limit as that part', () => {
    const heat = new HeatSolver(solverOf(demoProject()));
    const rows = [row(0, 100, 1), row(2.5, 100, 1)];
    const { overS, peakK, peakS, samples } = runToEnd(
      runTrace(heat, rows, { airTemperatureK: 293, startK: 330, limitK: 300 }),
    );
    expect(overS).toBeCloseTo(2.5, 9);
    expect([peakK, peakS]).toEqual([samples.at(-1)!.sumpK, 2.5]);
    const cooling = runToEnd(
      runTrace(heat, [row(0, 15, 0), row(3, 15, 0)], { airTemperatureK: 250, startK: 420, limitK: 500 }),
    );
    expect([cooling.peakK, cooling.peakS, cooling.overS]).toEqual([420, 0, 0]);
  });

  const header = ['t', 'engine_speed_rpm', 'load_share', 'kmh'];
  const read = (rows: string[][], names = header) => readTrace({ header: names, rows });
  const why = (rows: string[][], names = header) => {
    const found = read(rows, names);
    return found.ok ? '' : found.why;
  };

  it('is read by other names too, in any case, with a comma for a point and columns beside', () => {
    const rows = [
      [' 0,5 ', '600', '0,25', '72', 'x'],
      ['1', '1200', '1', '0', ''],
    ];
    expect(read(rows, [' T ', 'Speed_RPM', 'LOAD', 'speed_kmh', 'note'])).toEqual({
      ok: true,
      rows: [
        { timeS: 0.5, speedRevS: 10, load: 0.25, roadSpeedMS: 20 },
        { timeS: 1, speedRevS: 20, load: 1, roadSpeedMS: 0 },
      ],
    });
  });

  it('is refused where it is too short, too long or out of range', () => {
    expect(why([['0', '0', '0', '0']])).toContain('two rows');
    const day = (s: number) => [
      ['0', '0', '0', '0'],
      [String(s), '0', '0', '0'],
    ];
    expect(why(day(86_400))).toBe('');
    expect(why(day(86_401))).toContain('longer than a day');
    // By how long it is, not by the time of day.
    expect(why(day(86_000).map(([t, ...rest]) => [String(Number(t) + 50_000), ...rest]))).toBe('');
    const second = (...cells: string[]) => why([['0', '0', '0', '0'], cells]);
    expect(second('1', '-5', '0', '0')).toContain('Row 3: speedRevS is out of range');
    expect(second('1', '', '0', '0')).toContain('Row 3, rpm: “” is not a number');
    expect(second('1')).toContain('“” is not a number');
    expect(second('0', '0', '0', '0')).toContain('Row 3: time does not rise');
    const many = new Array<string[]>(400_001).fill(['0', '0', '0', '0']);
    expect(why(many)).toContain('400001 rows; 400000 are the most');
    expect(why(many.slice(0, 400_000))).toContain('Row 3: time does not rise');
  });
});
