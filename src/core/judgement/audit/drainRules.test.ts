import { partSchema } from '../../document/parts/part';
import type { DrainResult, SolveResult } from '../stateResult';
import type { AuditContext } from './context';
import { found, survey, weights, withFigure, withParts, withResult } from './testing/surveyed';

/*
 * What a drain, a return and a scavenge pump are found to be, and what is offered for it. Judged figures are put in by
 * hand; bores are the usual ones of hoses by dash size (common practice, no source).
 */
const STOCK = survey('stock');

const drain = (change: Partial<DrainResult>, part = 'turboDrain') =>
  withResult(STOCK, (r) => ({ ...r, drains: r.drains.map((d) => (d.part === part ? { ...d, ...change } : d)) }));
const offered = (context: AuditContext, rule = 'gravityDrain') =>
  found(rule, context).flatMap((f) => f.moves.map(({ move }) => move));
const madeWide = (value: number, said: string) => [{ kind: 'set', part: 'turboDrain', path: ['boreM'], value, said }];

describe('A drain that carries too little', () => {
  it.each([
    // A twentieth more than 14.2 mm is 14.91 mm: the next hose.
    ['small', 14.2e-3, madeWide(17.5e-3, 'make it dash 12')],
    ['near', 17.5e-3, madeWide(22.2e-3, 'make it dash 16')],
    // A twentieth more than 16.7 mm is 17.54 mm: not dash 12.
    ['near', 16.7e-3, madeWide(22.2e-3, 'make it dash 16')],
    ['small', 28.6e-3, []],
    ['rises', 14.2e-3, []],
    ['runs', 14.2e-3, []],
  ] as const)('%s at %d m of bore is offered the next hose', (verdict, boreM, moves) => {
    expect(offered(withFigure(drain({ verdict }), 'turboDrain', ['boreM'], boreM))).toEqual(moves);
  });

  it('is judged at the condition at which it carries least, of those with one verdict', () => {
    const capacities = { coldStart: 3e-6, fullCool: 2e-6, fullHot: null } as const;
    const states = ['coldStart', 'fullCool', 'fullHot'] as const;
    const at: AuditContext['at'] = (state) => {
      const name = states.find((n) => STOCK.states[n] === state)!;
      const judged = { verdict: 'small' as const, capacityM3S: capacities[name] };
      const r = STOCK.at(state);
      return { ...r, drains: r.drains.map((d) => ({ ...d, ...judged })) };
    };
    // Where nothing is known of what it carries, it counts as carrying nothing.
    expect(found('gravityDrain', { ...STOCK, at })[0]!.state).toEqual(STOCK.states.fullHot);
  });

  it('is given the figures that are known, and no others', () => {
    const none = {
      risesAtM: null,
      outletHeightM: null,
      portHeightM: null,
      portAboveLevelM: null,
      headPa: null,
      capacityM3S: null,
    };
    const figures = (change: Partial<DrainResult>) =>
      found('gravityDrain', drain({ ...none, verdict: 'small', neededM3S: 4e-6, ...change }))[0]!.figures;
    const always = { crankcase: { si: 0, quantity: 'pressure' }, needed: { si: 4e-6, quantity: 'flow' } };
    expect(figures({})).toEqual(always);
    expect(figures({ risesAtM: 0.2, outletHeightM: 0.1, headPa: 900, capacityM3S: 3e-6 })).toEqual({
      ...always,
      risesAt: { si: 0.2, quantity: 'length' },
      outlet: { si: 0.1, quantity: 'length' },
      head: { si: 900, quantity: 'pressure' },
      capacity: { si: 3e-6, quantity: 'flow' },
    });
    // It ends at the oil where its port is under it, else at its port.
    expect(figures({ portHeightM: -0.1, portAboveLevelM: 0.02 })).toMatchObject({
      end: { si: -0.1 },
      under: { si: -0.02 },
    });
    expect(figures({ portHeightM: -0.1, portAboveLevelM: -0.02 })['end']!.si).toBeCloseTo(-0.08, 12);
    expect(figures({ portHeightM: -0.1 })['end']!.si).toBe(-0.1);
  });

  it('is held up by the crankcase that it runs to', () => {
    const pressed = withFigure(drain({ verdict: 'pressed' }), 'sump', ['pressurePa'], 1500);
    expect(found('gravityDrain', pressed)[0]!.figures['crankcase']).toEqual({ si: 1500, quantity: 'pressure' });
  });
});

describe('A drain below the oil', () => {
  const profile = [
    { alongM: 0, heightM: 0.1 },
    { alongM: 0.38, heightM: -0.2 },
  ];
  it('is offered to end 30 mm above it', () => {
    const under = drain({ verdict: 'portUnder', portHeightM: -0.2, portAboveLevelM: -0.05 });
    const [move] = offered(withFigure(under, 'turboDrain', ['profile'], profile));
    expect(move).toMatchObject({ kind: 'set', part: 'turboDrain', path: ['profile', 1, 'heightM'] });
    // The oil stands at −0.15 m.
    expect(move).toHaveProperty('value', expect.closeTo(-0.12, 12));
  });

  it.each([
    [undefined, -0.2, -0.05],
    [profile, null, -0.05],
    [profile, -0.2, null],
  ])('nothing is offered where its run, its port or the oil is not known', (run, portHeightM, portAboveLevelM) => {
    const under = drain({ verdict: 'portUnder', portHeightM, portAboveLevelM });
    expect(offered(withFigure(under, 'turboDrain', ['profile'], run))).toEqual([]);
    expect(weights('gravityDrain', withFigure(under, 'turboDrain', ['profile'], run))).toEqual(['stop']);
  });
});

describe('A narrow drain', () => {
  it('is named beside what else it is, with the least hose that is wide enough', () => {
    const narrow = (verdict: DrainResult['verdict']) =>
      found('gravityDrain', withFigure(drain({ verdict }), 'turboDrain', ['boreM'], 10e-3));
    expect(narrow('runs').map((f) => f.weight)).toEqual(['look']);
    expect(narrow('unknown').map((f) => f.weight)).toEqual(['look', 'look']);
    expect(narrow('rises').map((f) => f.weight)).toEqual(['look', 'stop']);
    expect(narrow('runs')[0]!.moves.map(({ move }) => move)).toEqual(madeWide(14.2e-3, 'make it dash 10'));
    expect(narrow('runs')[0]!.figures).toEqual({
      bore: { si: 10e-3, quantity: 'bore' },
      least: { si: 12e-3, quantity: 'bore' },
    });
  });

  it('is nothing where no condition was judged', () => {
    expect(
      found(
        'gravityDrain',
        withResult(STOCK, (r) => ({ ...r, drains: [] })),
      ),
    ).toEqual([]);
  });
});

describe('A scavenge pump', () => {
  const electric = { id: 'scav', name: 'Scavenge', kind: 'scavenge', displacementM3Rev: 1e-6, ownSpeedRevS: 40 };
  const withPump = (change: object, judged: (hot: boolean) => Partial<DrainResult>): AuditContext => {
    const pump = partSchema.parse({ ...electric, ...change });
    const at: AuditContext['at'] = (state) => {
      const r: SolveResult = STOCK.at(state);
      const like = { ...r.drains[0]!, part: 'scav', kind: 'scavenge' as const };
      return { ...r, drains: [...r.drains, { ...like, ...judged(state === STOCK.states.fullHot) }] };
    };
    return { ...withParts(STOCK, [...STOCK.circuit.parts, pump]), at };
  };
  const wired = { electrical: { currentA: 6, fuseA: 10 } };

  it.each([
    [1e-5, []],
    [0.99e-5, ['stop']],
    [null, []],
  ])('moves %d of 1e-5 m³/s', (capacityM3S, expected) => {
    expect(
      weights(
        'scavenge',
        withPump(wired, () => ({ capacityM3S, neededM3S: 1e-5 })),
      ),
    ).toEqual(expected);
  });

  it('is found short once: at full speed before hot idle', () => {
    const short = (hot: boolean, idle: boolean) =>
      found(
        'scavenge',
        withPump(wired, (atFull) => ({ capacityM3S: (atFull ? hot : idle) ? 1e-6 : 1e-5, neededM3S: 5e-6 })),
      ).map((f) => f.state);
    expect(short(true, true)).toEqual([STOCK.states.fullHot]);
    expect(short(false, true)).toEqual([STOCK.states.hotIdle]);
    expect(short(false, false)).toEqual([]);
  });

  it('with a motor of its own needs its wiring described; one that the engine turns does not', () => {
    const enough = () => ({ capacityM3S: 2e-5, neededM3S: 1e-5 });
    expect(weights('scavenge', withPump({}, enough))).toEqual(['look']);
    expect(weights('scavenge', withPump({ ownSpeedRevS: undefined }, enough))).toEqual([]);
  });
});
