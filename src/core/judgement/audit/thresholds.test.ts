import { partSchema, type Part } from '../../document/parts/part';
import { CircuitSolver } from '../../network/circuitSolver';
import { demoProject } from '../../verification/testing/demo';
import type { SolveResult } from '../stateResult';
import { surveyCircuit, type AuditContext } from './context';
import { findingsOf } from './findingsOf';
import { sayFinding } from './sayFinding';
import { RULES } from './rules';
import { survey, weights, withFigure, withHeat, withResult } from './testing/surveyed';

/*
 * Each limit of a rule from both sides, with its weight. What the rule reads of the solved circuit is put in by hand,
 * so that the limit itself is met to a hair. The limits are those that the rule states with its source.
 */
const STOCK = survey('stock');
const NOSE = survey('noseCooler');
const elementOf = (c: AuditContext, part: string, role = '') => c.compiled.elementsOfPart.get(part)!.get(role)!;

describe('Oil too hot or too cold', () => {
  const limitHotK = STOCK.project.range.hottestOilK;

  it.each([
    [limitHotK, []],
    [limitHotK + 0.01, ['mend']],
    [limitHotK + 15, ['mend']],
    [limitHotK + 15.01, ['stop']],
  ])('a sump of %d K against its limit', (sumpK, found) => {
    expect(weights('oilHot', withHeat(STOCK, { status: 'balanced', sumpK, limitHotK }))).toEqual(found);
  });

  it('stops where heat in stays above heat out, and says so where no balance is found', () => {
    expect(weights('oilHot', withHeat(STOCK, { status: 'tooHot', sumpK: 300 }))).toEqual(['stop']);
    expect(weights('oilHot', withHeat(STOCK, { status: 'notSolved', sumpK: 300 }))).toEqual(['look']);
    expect(weights('oilHot', withHeat(STOCK, { status: 'tooCold', sumpK: 300 }))).toEqual([]);
    const tooHotAt = { part: 'rods', name: 'Rods', temperatureK: 700 };
    expect(weights('oilHot', withHeat(STOCK, { status: 'placeTooHot', sumpK: 300, tooHotAt }))).toEqual(['stop']);
  });

  it.each([
    [353.15, [], []],
    [353.14, ['note'], ['look']],
  ])('a cold cruise at %d K: heavier with a cooler on it', (sumpK, stock, nose) => {
    const heat = { status: 'balanced', sumpK } as const;
    expect([weights('oilCold', withHeat(STOCK, heat)), weights('oilCold', withHeat(NOSE, heat))]).toEqual([
      stock,
      nose,
    ]);
    expect(weights('oilCold', withHeat(STOCK, { status: 'notSolved', sumpK }))).toEqual([]);
  });

  it.each([
    [253.1, []],
    [280, ['look']],
    [286, ['mend']],
    [400, ['mend']],
  ])('no thermostat, the oil too cold below %d K of air', (airK, found) => {
    const bare = {
      ...NOSE,
      circuit: { ...NOSE.circuit, parts: NOSE.circuit.parts.filter((p) => p.id !== 'plate') },
    };
    const heat = withHeat(bare, (air) => ({ sumpK: air < airK ? 350 : 360 }));
    expect(weights('thermostatMissing', heat)).toEqual(found);
    expect(
      weights(
        'thermostatMissing',
        withHeat(NOSE, (air) => ({ sumpK: air < airK ? 350 : 360 })),
      ),
    ).toEqual([]);
  });

  it.each([
    ['filmHottestK', 438.15, []],
    ['filmHottestK', 438.16, ['mend']],
    ['filmHottestK', null, []],
  ] as const)('%s of %d K', (key, value, found) => {
    expect(weights('hotPlaces', withHeat(STOCK, { status: 'balanced', [key]: value, parts: [] }))).toEqual(found);
  });

  it.each([
    [423.15, []],
    [423.16, ['mend']],
  ])('a turbo’s oil leaving at %d K', (outK, found) => {
    const parts = [{ part: 'turbo', name: 'Turbo', inK: 380, outK }];
    expect(weights('hotPlaces', withHeat(STOCK, { status: 'balanced', filmHottestK: 400, parts }))).toEqual(found);
  });
});

describe('Coolers', () => {
  it.each([
    [1.49, ['note']],
    [1.5, []],
  ])('one that two fifths more would cool by %d K', (gainK, found) => {
    const heat = withHeat(NOSE, (_, altered) => ({ status: 'balanced', sumpK: altered ? 390 - gainK : 390 }));
    const cooled = withFigure(heat, 'noseCooler', ['cooling'], NOSE.parts('cooler')[0]!.cooling);
    expect(weights('coolerUseful', cooled)).toEqual(found);
    let larger: Part | undefined;
    weights('coolerUseful', {
      ...cooled,
      balance: (drive, change) => {
        if (change) larger = change(cooled.parts('cooler')[0]!);
        return heat.balance(drive, change);
      },
    });
    const cooling = larger?.kind === 'cooler' && larger.cooling?.kind === 'air' ? larger.cooling : undefined;
    const own = NOSE.parts('cooler')[0]!.cooling;
    expect(cooling!.ratedHeatW / (own?.kind === 'air' ? own.ratedHeatW : NaN)).toBeCloseTo(1.4, 12);
  });

  it.each([
    [353.15, 353.15, ['mend']],
    [353.16, 353.15, []],
    [393.14, 353.15, []],
    [393.15, 353.15, ['mend']],
  ])('a fan that comes on at %d K with a thermostat that opens at %d K', (onK, opensK, found) => {
    const own = NOSE.parts('cooler')[0]!.cooling;
    const fan = { faceSpeedMS: 4, onK, offK: onK - 8 };
    const fanned = withFigure(NOSE, 'noseCooler', ['cooling'], { ...own, fan });
    const plate = withFigure(fanned, 'plate', ['passage', 'opensK'], opensK);
    expect(weights('thermostatFan', plate)).toEqual(found);
  });
});

describe('Pump and relief', () => {
  const e = elementOf(STOCK, 'pump');
  const filled = (leastOpening: number): AuditContext => ({
    ...STOCK,
    seen: STOCK.seen.map((s, i) => (i === e ? { ...s, leastOpening } : s)),
  });

  it.each([
    [0.98, []],
    [0.979, ['look']],
    [0.8, ['look']],
    [0.799, ['mend']],
  ])('a pump filled to %d', (share, found) => {
    expect(weights('suction', filled(share))).toEqual(found);
  });

  it.each([
    [1.1, []],
    [1.101, ['look']],
    [1.5, ['look']],
    [1.501, ['mend']],
  ])('a relief at %d times its full opening', (times, found) => {
    const relief = STOCK.parts('relief')[0]!;
    const node = STOCK.compiled.nodeOfPort.get('relief.in')!;
    const nodeHighPa = STOCK.nodeHighPa.map((pa, i) =>
      i === node ? relief.fullOpenPa * times : Math.min(pa ?? 0, 1e5),
    );
    expect(weights('reliefCapacity', { ...STOCK, nodeHighPa })).toEqual(found);
  });

  it('oil that boils: named at the slowest condition and the part, and only where it boils', () => {
    const fast = { speedRevS: 110, oilTemperatureK: 373 };
    const slow = { speedRevS: 90, oilTemperatureK: 393 };
    const odd = { speedRevS: 20, oilTemperatureK: 250 };
    const node = STOCK.at(slow).nodes.find((n) => n.ports.includes('pump.in'))!;
    const context = (notConverged: (typeof fast)[]): AuditContext => ({
      ...STOCK,
      sweep: { ...STOCK.sweep, notConverged },
      at: (state) => {
        const result = STOCK.at(state);
        const status = state === odd ? ('stalled' as const) : ('cavitates' as const);
        return { ...result, convergence: { ...result.convergence, status, worstNode: node.name } };
      },
    });
    expect(weights('cavitation', context([]))).toEqual([]);
    expect(weights('cavitation', context([odd]))).toEqual([]);
    const [finding] = findingsOf(
      RULES.find((r) => r.id === 'cavitation')!,
      context([odd, fast, slow]),
    );
    expect(finding).toMatchObject({ weight: 'stop', state: slow });
    expect(node.ports.map((port) => port.split('.')[0])).toContain(finding!.part);
    expect(sayFinding(finding!, finding!.what)).toMatch(/from 5400\srpm on, 120\s°C, in 2 of \d+ conditions/);
  });

  it.each([
    [1, []],
    [0.999, ['stop']],
  ])('a hose rated to %d of the highest pressure it sees', (share, found) => {
    const node = (port: string) => STOCK.nodeHighPa[STOCK.compiled.nodeOfPort.get(port)!]!;
    const highest = Math.max(node('turboFeed.in'), node('turboFeed.out'));
    const rated = withFigure(STOCK, 'turboFeed', ['pressureRatingPa'], highest * share);
    expect(weights('pressureRating', rated)).toEqual(found);
  });

  it('rods: dry under the crank’s threshold, short of the trade’s 10 psi a thousand rpm, or well', () => {
    const { speedRevS } = STOCK.states.fullHot;
    // 1 psi is 6894.757 Pa, exact by definition of the pound-force and the inch.
    const trade = ((10 * 6894.757293168361) / 1000) * 60 * speedRevS;
    const at = (gallery: number, thresholdPa: number) =>
      weights(
        'rodThreshold',
        withResult(STOCK, (r) => ({
          ...r,
          elements: r.elements.map((each) => (each.part === 'rods' ? { ...each, thresholdPa } : each)),
          consumers: r.consumers.map((each) => (each.part === 'rods' ? { ...each, pressurePa: gallery } : each)),
        })),
      );
    expect(at(trade * 1.0001, 1e5)).toEqual(['note']);
    expect(at(trade * 0.9999, 1e5)).toEqual(['look']);
    expect(at(1.001e5, 1e5)).toEqual(['look']);
    expect(at(0.999e5, 1e5)).toEqual(['stop']);
  });
});

describe('Drains', () => {
  const judged = (verdict: SolveResult['drains'][number]['verdict']) =>
    weights(
      'gravityDrain',
      withResult(STOCK, (r) => ({ ...r, drains: r.drains.map((d) => ({ ...d, verdict })) })),
      'turboDrain',
    );

  it.each([
    ['runs', []],
    ['near', ['look']],
    ['small', ['mend']],
    ['rises', ['stop']],
    ['flat', ['stop']],
    ['portUnder', ['stop']],
    ['pressed', ['stop']],
    ['unknown', ['look']],
  ] as const)('one that is found %s', (verdict, found) => {
    expect(judged(verdict)).toEqual(found);
  });

  it.each([
    [12e-3, []],
    [11.99e-3, ['look']],
  ])('a bore of %d m', (boreM, found) => {
    const runs = withResult(STOCK, (r) => ({
      ...r,
      drains: r.drains.map((d) => ({ ...d, verdict: 'runs' as const })),
    }));
    expect(weights('gravityDrain', withFigure(runs, 'turboDrain', ['boreM'], boreM), 'turboDrain')).toEqual(found);
  });

  it('judges a drain by the worst of its three states', () => {
    const verdicts = { coldStart: 'runs', fullCool: 'near', fullHot: 'small' } as const;
    const worst = {
      ...STOCK,
      at: (state: Parameters<AuditContext['at']>[0]) => {
        const result = STOCK.at(state);
        const name = (['coldStart', 'fullCool', 'fullHot'] as const).find((n) => STOCK.states[n] === state);
        return name ? { ...result, drains: result.drains.map((d) => ({ ...d, verdict: verdicts[name] })) } : result;
      },
    };
    expect(weights('gravityDrain', worst, 'turboDrain')).toEqual(['mend']);
  });
});

describe('Side streams and scavenge', () => {
  const filter = partSchema.parse({
    id: 'fine',
    name: 'Fine',
    kind: 'sideStream',
    returnBy: 'gravity',
    ratedPressureDropPa: 0.5e5,
    ratedFlowM3S: 6e-5,
    ratedViscosityPaS: 0.012,
    viscousShare: 0.9,
    metering: { kind: 'valve', fullAreaM2: 7e-6, turnsToFull: 4, turns: 0.25 },
  });
  const hose = partSchema.parse({ id: 'feed', name: 'Feed', kind: 'line', form: 'hose', boreM: 0.0087, lengthM: 1 });
  const back = partSchema.parse({ id: 'back', name: 'Back', kind: 'drain', boreM: 0.0142, lengthM: 0.5 });
  const joints = [
    { from: 'gallery.out', to: 'feed.in' },
    { from: 'feed.out', to: 'fine.in' },
    { from: 'fine.out', to: 'back.in' },
    { from: 'back.out', to: 'sump.return' },
  ];
  const demo = demoProject();
  const stock = demo.variants[0]!;
  const withSide = (() => {
    const circuit = {
      parts: [...stock.circuit.parts, hose, filter, back],
      joints: [...stock.circuit.joints, ...joints],
    };
    const made = CircuitSolver.of({ ...demo, variants: [{ ...stock, circuit }] });
    if (!made.ok) throw new Error(JSON.stringify(made.issues));
    return surveyCircuit(made.circuit);
  })();
  const drains = (capacityM3S: number, neededM3S: number) => (r: SolveResult) => ({
    ...r,
    drains: r.drains.map((d) => (d.part === 'back' ? { ...d, capacityM3S, neededM3S } : d)),
  });
  const calm = withResult(withSide, drains(2e-5, 1e-5));

  it.each([
    [1.83, []],
    [1.831, ['look']],
    [2.129, ['look']],
    [2.13, ['mend']],
  ])('a line of %d m', (lengthM, found) => {
    expect(weights('sideStreamReach', withFigure(withSide, 'feed', ['lengthM'], lengthM))).toEqual(found);
    expect(weights('sideStreamReach', withFigure(withSide, 'back', ['lengthM'], lengthM))).toEqual(found);
  });

  it.each([
    [0.25, []],
    [0.26, ['note']],
  ])('a valve %d turns open', (turns, found) => {
    expect(weights('gravityReturn', withFigure(calm, 'fine', ['metering', 'turns'], turns))).toEqual(found);
  });

  it.each([
    [0.0088, []],
    [0.0087, ['mend']],
  ])('a return of %d m behind a supply of 8.7 mm', (boreM, found) => {
    expect(weights('gravityReturn', withFigure(calm, 'back', ['boreM'], boreM))).toEqual(found);
  });

  it.each([
    [1e-5, []],
    [0.999e-5, ['mend']],
  ])('a return that carries %d m³/s of 1e-5', (capacity, found) => {
    expect(weights('overflow', withResult(withSide, drains(capacity, 1e-5)))).toEqual(found);
  });
});
