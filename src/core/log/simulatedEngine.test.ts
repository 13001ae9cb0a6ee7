import { demoProject } from '../verification/testing/demo';
import { studyHere } from '../studies/job/runHere';
import { EXPECTED_STUDY } from '../studies/causes/expectedStudy';
import { WARM_UP_STUDY } from '../studies/heat/warmUpStudy';
import { LOGGER_FAULTS, SimulatedEngine, type LoggerFault } from './simulatedEngine';

const C = 273.15;

describe('The simulated engine', () => {
  const project = demoProject();
  const run = (faults: readonly LoggerFault[], cycle: 'idle' | 'road' | 'firstStart' = 'idle', frames = 400) => {
    const engine = new SimulatedEngine(project, { cycle, faults: [...faults], seed: 7, startK: 363.15 });
    return Array.from({ length: frames }, () => engine.step(0.05));
  };
  const meanGauge = (faults: readonly LoggerFault[], cycle: 'idle' | 'road' = 'idle') => {
    const values = run(faults, cycle).flatMap((f) =>
      typeof f?.values['oil_pressure_bar'] === 'number' ? [f.values['oil_pressure_bar']] : [],
    );
    return values.reduce((a, b) => a + b, 0) / values.length;
  };

  it('shows what the circuit shows, the same for the same seed', () => {
    const [expected] = studyHere(EXPECTED_STUDY, project, {
      states: [{ speedRevS: project.engine.idleSpeedRevS, oilTemperatureK: 363.6 }],
    }).at;
    expect(meanGauge([]) * 1e5).toBeGreaterThan(0.97 * expected!.pressurePa!);
    expect(meanGauge([]) * 1e5).toBeLessThan(1.03 * expected!.pressurePa!);
    expect(run([])).toEqual(run([]));
  });

  it('reads low with thin oil, worn bearings, a weak relief or a sender that is off', () => {
    const healthy = meanGauge([]);
    for (const fault of ['wrongOil', 'wornBearings', 'senderOffset'] as const)
      expect(meanGauge([fault])).toBeLessThan(0.95 * healthy);
    // A relief that opens at half its pressure shows with speed.
    expect(meanGauge(['reliefWeak'], 'road')).toBeLessThan(0.95 * meanGauge([], 'road'));
    expect(meanGauge(['senderUpstream'])).toBeGreaterThan(healthy);
  });

  it('with its turbo feed blocked shows pressure at the gauge and none at the turbo', () => {
    const last = run(['turboFeedBlocked'], 'firstStart').at(-1)!;
    expect(last.values['oil_pressure_bar']!).toBeGreaterThan(1);
    expect(last.values['turbo_pressure_bar']!).toBeLessThan(0.05);
    expect(run([], 'firstStart').at(-1)!.values['turbo_pressure_bar']!).toBeGreaterThan(0.5);
  });

  it('warms its oil as the heat model does, and stays colder with its thermostat stuck open', () => {
    const project = { ...demoProject(), activeVariant: 'noseCooler' };
    const drive = { airTemperatureK: 293.15, roadSpeedMS: 0, load: 0.05 };
    const question = { drive: { speedRevS: project.engine.idleSpeedRevS, ...drive }, startK: 293.15, durationS: 200 };
    const alone = studyHere(WARM_UP_STUDY, project, question).samples.at(-1)!;
    const engine = new SimulatedEngine(project, { cycle: 'idle', faults: [], seed: 1, startK: 293.15 });
    let shown = 0;
    for (let t = 0; t < alone.timeS; t += 0.5) shown = engine.step(0.5)!.values['oil_temperature_C']!;
    expect(Math.abs(shown + C - alone.sumpK)).toBeLessThan(0.01);
    const after = (faults: LoggerFault[]) => {
      const warming = new SimulatedEngine(project, { cycle: 'road', faults, seed: 1, startK: 355.15 });
      let frame;
      for (let n = 0; n < 300; n++) frame = warming.step(1);
      return frame!.values['oil_temperature_C']!;
    };
    expect(after(['thermostatStuck'])).toBeLessThan(after([]) - 5);
  });

  it('drops out and jumps where it is told to, and only there', () => {
    const many = (fault: LoggerFault[]) => run(fault, 'road', 4000);
    expect(many([]).every((f) => f !== undefined)).toBe(true);
    expect(many(['dropouts']).some((f) => f === undefined)).toBe(true);
    const times = many(['clockJumps']).map((f) => f!.timeS);
    expect(times.some((t, i) => i > 0 && Math.abs(t - times[i - 1]! - 0.05) > 0.5)).toBe(true);
    expect(LOGGER_FAULTS).toHaveLength(10);
  });
});
