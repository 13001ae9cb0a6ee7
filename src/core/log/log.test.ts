import fc from 'fast-check';
import { demoProject } from '../verification/testing/demo';
import { tries } from '../verification/testing/tries';
import type { Logged, Session } from '../document/project/log';
import { projectSchema, type Project, type Variant } from '../document/project/project';
import { fillCircuit } from '../studies/filling/fillingWork';
import { CRANK_BOUT_S, firstStartSteps, isFarTooLow, judgeStartPressure, RUNNING_STOP_S } from './firstStart';
import { frameOf, FrameRing, GAP_S, lineOf } from './frame';
import { agesOf, compareSessions, dueReminders, findSessions, residualOf } from './sessions';
import { timelineOf, underFaultM } from './timeline';

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

  it('goes from fluids over cranking and the start to the first drive, with a leak check for every joint that was opened', () => {
    const ids = steps.map((s) => s.id.split(' ')[0]);
    expect(ids.slice(0, 6)).toEqual(['fluids', 'ready', 'crank', 'start', 'components', 'level']);
    expect(ids.slice(-5)).toEqual(['warm', 'hotIdle', 'levelHot', 'drive', 'recheck']);
    expect(ids.filter((id) => id === 'joint')).toHaveLength(8);
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

  it('of hours at 10 Hz with lost, malformed and turned-back lines keeps order, marks every break, and stays bounded', () => {
    const ring = new FrameRing(1000);
    let [t, breaks, malformed] = [0, 0, 0];
    // A day in the campaign, two hours here.
    const frames = tries(72_000, 864_000);
    for (let n = 0; n < frames; n++) {
      t += 0.1;
      if (n % 5_000 === 4_999) {
        t += 5;
        breaks++;
      } else if (n % 7_000 === 6_999) {
        t -= 20;
        breaks++;
      }
      if (n % 10_000 === 77) {
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
    expect(ring.droppedS).toBeGreaterThan(0.095 * frames);
  });

  it('marks what a listener lost', () => {
    const ring = new FrameRing(10);
    ring.take('{"time_s":1}');
    ring.lost();
    ring.take('{"time_s":1.1}');
    expect(ring.list.map((f) => f.brokenBefore)).toEqual([false, true]);
  });
});
