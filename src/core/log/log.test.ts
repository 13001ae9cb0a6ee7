import fc from 'fast-check';
import { demoProject } from '../verification/testing/demo';
import type { Logged, Session } from '../document/project/log';
import { projectSchema, type Project, type Variant } from '../document/project/project';
import { studyHere } from '../studies/job/runHere';
import { AUDIT_STUDY } from '../studies/audit/auditStudy';
import { CLEANLINESS_STUDY } from '../studies/cleanliness/cleanlinessStudy';
import { sayLife } from '../studies/cleanliness/sayFilterLife';
import { WARM_UP_STUDY } from '../studies/heat/warmUpStudy';
import { EXPECTED_STUDY } from '../studies/explain/expectedStudy';
import { fillCircuit } from '../studies/filling/fillingWork';
import { CRANK_BOUT_S, firstStartSteps, isFarTooLow, judgeStartPressure, RUNNING_STOP_S } from './firstStart';
import { frameOf, FrameRing, GAP_S, lineOf } from './frame';
import { agesOf, compareSessions, dueReminders, findSessions, residualOf } from './sessions';
import { timelineOf, underFaultM } from './timeline';
import { LOGGER_FAULTS, SimulatedEngine, type LoggerFault } from './simulatedEngine';

const C = 273.15;

describe('The first start', () => {
  const project = demoProject();
  const [stock, cooled] = project.variants as [Variant, Variant];
  const filling = fillCircuit(project, cooled, {
    start: 'prefilled',
    oilTemperatureK: 293.15,
    crankForS: 30,
    idleForS: 600,
  });
  const at = { pressurePa: 4.2e5, deviationPa: 0.1e5 };
  const steps = firstStartSteps(project, cooled, stock, {
    filling,
    coldIdle: at,
    hotIdle: at,
    thermostatOpensS: 400,
    warmOilS: 150,
  });
  const step = (id: string) => steps.find((s) => s.id === id)!;

  it('goes from fluids over cranking and the start to the first drive, with a leak check for every joint', () => {
    const ids = steps.map((s) => s.id.split(' ')[0]);
    expect(ids.slice(0, 6)).toEqual(['fluids', 'ready', 'crank', 'start', 'components', 'level']);
    expect(ids.slice(-5)).toEqual(['warm', 'hotIdle', 'levelHot', 'drive', 'recheck']);
    expect(ids.filter((id) => id === 'joint')).toHaveLength(12);
    expect(new Set(steps.map((s) => s.id)).size).toBe(steps.length);
  });

  it('says what the model expects at this moment, and when to stop', () => {
    expect(step('fluids').orders[0]!.replace(/\u00a0/g, ' ')).toContain('6.06 L of 10W-40');
    expect(step('crank').timer).toEqual({ expectS: filling.gaugeS, stopS: CRANK_BOUT_S });
    expect(step('start').timer!.stopS).toBe(RUNNING_STOP_S);
    expect(step('warm').expect).toContain('7 min');
    expect(step('components').orders.join()).toMatch(/Turbo: oil after .* s in all/);
  });

  it('sets the needle of a side-stream filter, and only where there is one', () => {
    const saltmarsh = demoProject('saltmarsh');
    const side = saltmarsh.variants.find((v) => v.circuit.parts.some((p) => p.kind === 'sideStream'))!;
    const none = {
      filling: undefined,
      coldIdle: undefined,
      hotIdle: undefined,
      thermostatOpensS: undefined,
      warmOilS: undefined,
    };
    expect(firstStartSteps(saltmarsh, side, undefined, none).some((s) => s.id === 'sideStream')).toBe(true);
    const bowl = side.circuit.parts.find((p) => p.kind === 'sideStream')!;
    const fullS = 90;
    const filled = {
      ...filling,
      parts: [{ part: bowl.id, name: bowl.name, volumeM3: 1e-3, startedFull: false, fullS, share: 1 }],
    };
    const told = firstStartSteps(saltmarsh, side, undefined, { ...none, filling: filled, warmOilS: 210 });
    expect(told.find((s) => s.id === 'warm')!.orders.join(' ')).toContain('warm to the hand within about 5 min');
    expect(steps.some((s) => s.id === 'sideStream')).toBe(false);
  });

  it('calls for a stop where the gauge is far too low, and tells low, right and high apart', () => {
    const start = step('start');
    expect([isFarTooLow(start, 2.05e5), isFarTooLow(start, 2.15e5)]).toEqual([true, false]);
    const said = (bar: number) => judgeStartPressure(start, bar * 1e5);
    expect(said(1)).toMatchObject({ ok: false, text: expect.stringMatching(/^Stop the engine now\./) as string });
    expect(said(3.5).text).toContain('Low: find out why');
    expect(said(4.2)).toMatchObject({ ok: true });
    expect(said(5.5).text).toContain('High:');
    expect(judgeStartPressure(step('fluids'), 1)).toEqual({ ok: true, text: '' });
  });
});

describe('The log book', () => {
  const read = (rpm: number, bar: number, celsius = 100, predicted: number | null = null): Logged => ({
    reading: { kind: 'pressure', speedRevS: rpm / 60, oilTemperatureK: celsius + C, pressurePa: bar * 1e5 },
    predicted,
  });
  const road = (celsius: number, air = 20): Logged => ({
    reading: {
      kind: 'temperature',
      speedRevS: 50,
      load: 0.5,
      airTemperatureK: air + C,
      roadSpeedMS: 30,
      oilTemperatureK: celsius + C,
    },
    predicted: null,
  });
  const session = (id: string, on: string, more: Partial<Session> = {}): Session => ({
    id,
    on,
    kind: 'drive',
    title: id,
    variant: 'Stock',
    ...more,
  });

  it('has residuals beside predictions', () => {
    expect(residualOf(read(850, 2, 100, 2.2e5))).toBeCloseTo(-0.2e5, 6);
    expect(residualOf(read(850, 2))).toBeUndefined();
  });

  it('compares two sessions at like conditions only: "11 K cooler"', () => {
    const before = session('a', '2026-05-01', { readings: [road(120), read(850, 2.2), read(6000, 5)] });
    const after = session('b', '2026-06-01', { readings: [road(109), read(870, 2.1), read(3000, 4.5)] });
    expect(compareSessions(before, after).map((p) => p.change)).toEqual([
      expect.closeTo(-11, 6),
      expect.closeTo(-0.1e5, 6),
    ]);
    expect(compareSessions(before, session('c', '2026-07-01', { readings: [road(109, 30)] }))).toEqual([]);
  });

  it('finds by any words, newest first', () => {
    const log = {
      sessions: [
        session('a', '2026-05-01', { note: 'Needle a quarter turn' }),
        session('b', '2026-06-01'),
        session('c', '2026-04-01', { decision: 'needle closed' }),
      ],
    };
    expect(findSessions(log, 'NEEDLE').map((s) => s.id)).toEqual(['a', 'c']);
    expect(findSessions(log, '').map((s) => s.id)).toEqual(['b', 'a', 'c']);
  });

  it('knows how old oil and filter are', () => {
    const log = {
      sessions: [
        session('a', '2026-01-01', { distanceM: 1e6, hours: 100 * 3600, oilChanged: true, filterChanged: true }),
        session('b', '2026-03-01', { distanceM: 4e6, filterChanged: true }),
        session('c', '2026-04-01', { distanceM: 6e6, hours: 160 * 3600 }),
      ],
    };
    expect(agesOf(log)).toEqual({ oilM: 5e6, filterM: 2e6, oilS: 60 * 3600, filterS: undefined });
    expect(agesOf({})).toEqual({ oilM: undefined, filterM: undefined, oilS: undefined, filterS: undefined });
  });

  it('is a picture along time: variants, marks, how far the gauge was off, oil codes, distance with a fault', () => {
    const at = (on: string, more: Partial<Session>): Session => ({
      id: `s${on}`,
      on,
      kind: 'drive',
      title: '',
      variant: 'Stock',
      ...more,
    });
    const pressure = (pressurePa: number, predicted: number | null): Logged => ({
      reading: { kind: 'pressure', speedRevS: 50, oilTemperatureK: 363, pressurePa },
      predicted,
    });
    const sessions = [
      at('2026-05-01', { variant: 'Cooler', distanceM: 9e6, readings: [pressure(4e5, 4.1e5), pressure(3e5, 2.7e5)] }),
      at('2026-03-01', { distanceM: 5e6, underFault: 'relief weak' }),
      at('2026-04-01', { distanceM: 6.5e6, oilChanged: true, readings: [pressure(4e5, null)] }),
      at('2026-06-01', { kind: 'sample', variant: 'Cooler', sample: { code: '20/18/15', metals: '' } }),
      at('2026-06-02', { kind: 'sample', variant: 'Cooler', sample: { code: 'lost', metals: '' } }),
    ];
    const log = { sessions, reminders: [{ id: 'r', on: '2026-12-01', text: 'Refit the cooler' }] };
    const timeline = timelineOf(log, '2026-07-01')!;
    expect([timeline.from, timeline.to]).toEqual(['2026-03-01', '2026-12-01']);
    expect(timeline.variants).toEqual([
      { name: 'Stock', from: '2026-03-01', to: '2026-05-01' },
      { name: 'Cooler', from: '2026-05-01', to: '2026-07-01' },
    ]);
    expect(timeline.marks.map((m) => [m.on, m.underFault, m.oilChanged])).toEqual([
      ['2026-03-01', true, false],
      ['2026-04-01', false, true],
      ['2026-05-01', false, false],
      ['2026-06-01', false, false],
      ['2026-06-02', false, false],
    ]);
    expect(timeline.pressureOff).toEqual([{ on: '2026-05-01', offPa: expect.closeTo(3e4, 6) as number }]);
    expect(timeline.codes).toEqual([{ on: '2026-06-01', code: 20 }]);
    expect(underFaultM(log)).toBe(1.5e6);
    expect(timelineOf({}, '2026-07-01')).toBeUndefined();
  });

  it('reminds on the day and after it', () => {
    const log = { reminders: [{ id: 'r', on: '2026-04-01', text: 'refit the cooler' }] };
    expect([dueReminders(log, '2026-03-31'), dueReminders(log, '2026-04-01')].map((r) => r.length)).toEqual([0, 1]);
  });

  it('goes with the project file', () => {
    const project: Project = {
      ...demoProject(),
      log: {
        sessions: [
          session('a', '2026-05-01', {
            readings: [read(850, 2, 100, 2.2e5)],
            sample: { code: '18/16/13', metals: 'Fe 12' },
          }),
        ],
      },
    };
    expect(projectSchema.parse(JSON.parse(JSON.stringify(project)))).toEqual(project);
    expect(projectSchema.safeParse({ ...project, log: { sessions: [{ ...session('a', 'yesterday') }] } }).success).toBe(
      false,
    );
  });
});

describe('The logger’s line', () => {
  it('is one JSON object a frame, and comes back as it went', () => {
    fc.assert(
      fc.property(
        fc.double({ min: 0, max: 1e5, noNaN: true }),
        fc.double({ min: -50, max: 9000, noNaN: true }),
        (timeS, rpm) => {
          const frame = frameOf(lineOf({ timeS, values: { engine_speed_rpm: rpm, oil_pressure_bar: null } }))!;
          expect(Math.abs(frame.timeS - timeS)).toBeLessThanOrEqual(1e-6 * Math.max(1, timeS));
          expect(frame.values['oil_pressure_bar']).toBeNull();
        },
      ),
    );
    for (const bad of ['', '{', '[]', '{"time_s":"1"}', '{"engine_speed_rpm":1}', '{"time_s":1,"x":"y"}'])
      expect(frameOf(bad)).toBeUndefined();
  });

  it('of 24 hours at 10 Hz with lost, malformed and turned-back lines keeps order, marks every break, and stays bounded', () => {
    const ring = new FrameRing(1000);
    let [t, breaks, malformed] = [0, 0, 0];
    for (let n = 0; n < 864_000; n++) {
      t += 0.1;
      if (n % 50_000 === 49_999) {
        t += 5;
        breaks++;
      } else if (n % 70_000 === 69_999) {
        t -= 20;
        breaks++;
      }
      if (n % 100_000 === 77) {
        ring.take('garbage');
        malformed++;
      }
      ring.take(`{"time_s":${t.toFixed(2)},"engine_speed_rpm":3000}`);
    }
    expect(ring.list).toHaveLength(1000);
    expect([ring.breaks, ring.malformed]).toEqual([breaks, malformed]);
    for (let i = 1; i < ring.list.length; i++) {
      const [a, b] = [ring.list[i - 1]!, ring.list[i]!];
      expect(b.brokenBefore || (b.timeS > a.timeS && b.timeS - a.timeS <= GAP_S)).toBe(true);
    }
    expect(ring.droppedS).toBeGreaterThan(86_000);
  });

  it('marks what a listener lost', () => {
    const ring = new FrameRing(10);
    ring.take('{"time_s":1}');
    ring.lost();
    ring.take('{"time_s":1.1}');
    expect(ring.list.map((f) => f.brokenBefore)).toEqual([false, true]);
  });
});

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

/** A variant with all its elements new. */
const unloaded = (v: Variant): Variant => ({
  ...v,
  circuit: { ...v.circuit, parts: v.circuit.parts.map((p) => ('load' in p ? { ...p, load: 1 } : p)) },
});

describe('Cleanliness', () => {
  it('gains by a side-stream filter, and turns the oil over as its flow says', () => {
    const saltmarsh = demoProject('saltmarsh');
    const variant = saltmarsh.variants.find((v) => v.circuit.parts.some((p) => p.kind === 'sideStream'))!;
    const answer = studyHere(
      CLEANLINESS_STUDY,
      { ...saltmarsh, activeVariant: variant.id },
      { speedRevS: 50, oilTemperatureK: 368, code: [21, 19, 16], hours: 50, usualChangeHours: 200 },
    );
    const side = answer.filters.find((f) => f.sideStream)!;
    expect(side.turnoversPerHour).toBeCloseTo((side.flowM3S * 3600) / answer.volumeM3, 9);
    answer.sizes.forEach((s) => expect(s.steadyWith!).toBeLessThan(s.steadyWithout!));
    answer.codeWith.forEach((code, i) => expect(code).toBeLessThanOrEqual(answer.codeWithout[i]!));
    expect(answer.sizes[1]!.steadyWith! / answer.sizes[1]!.steadyWithout!).toBeLessThan(0.8);
    expect(answer.samples[0]!.with).toEqual(answer.samples[0]!.without);
  });

  it('sends oil past the media of a loaded filter at a cold start, until it is warm', () => {
    const project = demoProject();
    const loaded = {
      ...project,
      variants: project.variants.map((v) => ({
        ...v,
        circuit: { ...v.circuit, parts: v.circuit.parts.map((p) => (p.kind === 'filter' ? { ...p, load: 10 } : p)) },
      })),
    };
    const ask = (p: Project) =>
      studyHere(CLEANLINESS_STUDY, p, {
        speedRevS: 50,
        oilTemperatureK: 368,
        code: [21, 19, 16],
        hours: 10,
        usualChangeHours: 200,
      }).coldBypass[0]!;
    expect(ask(loaded).share).toBeGreaterThan(0.1);
    expect(ask(loaded).untilK!).toBeGreaterThan(project.range.coldestOilK);
    expect(ask(loaded).share).toBeGreaterThan(ask(project).share);
  });

  const of = (project: Project) =>
    studyHere(CLEANLINESS_STUDY, project, {
      speedRevS: 50,
      oilTemperatureK: 368,
      code: [21, 19, 16],
      hours: 50,
      usualChangeHours: 200,
    });

  it('counts a filter without a bypass valve too', () => {
    const [filter] = of(demoProject('larkspur')).filters;
    expect(filter!.flowM3S).toBeGreaterThan(1e-5);
    expect(filter!.life.dirtShare).toBe(1);
  });

  it('says when each element is due: the loss grows threefold in the usual hours for all of the dirt', () => {
    const project = demoProject('saltmarsh');
    const lives = of(project).filters.map((f) => f.life);
    expect(lives.reduce((sum, life) => sum + life.dirtShare, 0)).toBeCloseTo(1, 9);
    // A side-stream element holds twice as much; each has what it is loaded with already.
    const [full, side] = of({ ...project, variants: project.variants.map(unloaded) }).filters.map((f) => f.life);
    expect(full!.usualHours).toBeCloseTo(200 / full!.dirtShare, 6);
    expect(side!.usualHours).toBeCloseTo(400 / side!.dirtShare, 6);
    // The audit's own rule says at which clogging the valve opens.
    const finding = studyHere(AUDIT_STUDY, { ...project, variants: project.variants.map(unloaded) }, {}).find(
      (f) => f.rule === 'filterBypass',
    )!;
    const opens = finding.figures['opensLoad']!.si;
    expect(full!.bites).toEqual([
      {
        what: 'bypassOpens',
        load: opens,
        hours: expect.closeTo((200 * Math.log(opens)) / Math.log(3) / full!.dirtShare, 6),
      },
    ]);
    expect(sayLife(full!)).toMatch(/usual change after about \d+ h\. Once it is \d+\.\d times as restrictive/);
  });
});
