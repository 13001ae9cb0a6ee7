import type { Check, SolveResult } from '../stateResult';
import type { Sweep } from '../sweep/sweep';
import type { AuditContext } from './context';
import { found, survey, weights, withFigure, withParts, withResult } from './testing/surveyed';

/*
 * What feeds a part, what is taken before the bearings, and what a filter does: limits and offers, with what the rule
 * reads of the solved circuit put in by hand. Drill sizes: ASME B94.11M (from memory).
 */
const STOCK = survey('stock');
const NOSE = survey('noseCooler');
const MM_PER_INCH = 25.4;

const offered = (rule: string, context: AuditContext) =>
  found(rule, context).flatMap((f) => f.moves.map(({ move }) => move));
const check = (side: 'low' | 'high', change: Partial<Check> = {}): Check => ({
  quantity: 'flow',
  side,
  reason: 'stated',
  actual: 1,
  limit: 2,
  margin: -1,
  nearRatio: -1,
  ...change,
});
/** A second hose in place of the turbo's restrictor. */
const withoutRestrictor = (c: AuditContext) =>
  withParts(
    c,
    c.circuit.parts.map((p) => (p.id === 'turboRestrictor' ? { ...STOCK.part('turboFeed')!, id: p.id } : p)),
  );
/** The sweep with one consumer's range changed. */
function swept(c: AuditContext, part: string, change: Partial<Sweep['consumers'][number]>, decisive?: Check | null) {
  const consumers = c.sweep.consumers.map((r) => {
    if (r.part !== part) return r;
    const worst = r.worst && { ...r.worst, ...(decisive === undefined ? {} : { decisive }) };
    return { ...r, worst, ...change };
  });
  return { ...c, sweep: { ...c.sweep, consumers } };
}

describe('Supply', () => {
  const turbo = (verdict: Sweep['consumers'][number]['verdict'], decisive: Check | null) =>
    swept(STOCK, 'turbo', { supplied: false, verdict }, decisive);

  it('says why by what is found', () => {
    const why = (...of: Parameters<typeof turbo>) => found('supply', turbo(...of)).find((f) => f.part === 'turbo')!.why;
    expect(why('flooded', check('high'))).toMatch(/seals and its drain/);
    expect(why('dry', check('low'))).toMatch(/^It gets no oil/);
    expect(why('short', check('low', { reason: 'centrifugal' }))).toMatch(/crank throws/);
    expect(why('short', check('low'))).toMatch(/film thins/);
    expect(why('short', null)).toMatch(/film thins/);
  });

  it('gives what is there beside what is wanted, and nothing where nothing decides', () => {
    const one = (decisive: Check | null) => found('supply', turbo('short', decisive)).find((f) => f.part === 'turbo')!;
    expect(one(check('low')).figures).toMatchObject({ actual: { si: 1, quantity: 'flow' }, limit: { si: 2 } });
    expect(one(check('low')).what).toMatch(/minimum \{limit\}\.$/);
    expect(one(check('high')).what).toMatch(/maximum \{limit\}\.$/);
    expect(one(null).what).not.toContain('{limit}');
    expect(Object.keys(one(null).figures)).toEqual(['rpm', 'oil']);
    expect(one(check('low')).weight).toBe('stop');
  });

  it('nothing of who is supplied, or was never looked at', () => {
    const of = (change: Partial<Sweep['consumers'][number]>) =>
      weights('supply', swept(STOCK, 'turbo', change), 'turbo');
    expect(of({ supplied: true })).toEqual([]);
    expect(of({ supplied: false, worst: null })).toEqual([]);
  });

  const tried: number[] = [];
  /** The turbo is supplied through this bore or less. */
  const passes = (atMostM: number): AuditContext => ({
    ...turbo('flooded', check('high')),
    solveWith(change, state) {
      const restrictor = change(STOCK.part('turboRestrictor')!);
      const boreM = restrictor.kind === 'orifice' ? restrictor.boreM : NaN;
      tried.push(boreM);
      const r = STOCK.at(state);
      return {
        ...r,
        consumers: r.consumers.map((each) =>
          each.part === 'turbo' ? { ...each, supplied: boreM <= atMostM } : { ...each, supplied: true },
        ),
      };
    },
  });

  it('offers a flooded part the largest number drill that will do', () => {
    // Of 1.5 mm the next number drill down is no. 54 (0.055 in); no. 60 is 0.040 in.
    tried.length = 0;
    const sized = offered('supply', passes((0.04 * MM_PER_INCH + 1e-6) / 1000));
    expect(sized).toMatchObject([{ kind: 'set', part: 'turboRestrictor', path: ['boreM'] }]);
    expect(sized[0]).toHaveProperty('value', expect.closeTo((0.04 * MM_PER_INCH) / 1000, 9));
    expect(sized[0]).toHaveProperty('said', 'fit a 1.02\u00a0mm (0.040\u00a0in, no. 60 drill) restrictor');
    expect(tried[0]).toBeCloseTo((0.055 * MM_PER_INCH) / 1000, 9);
  });

  it('offers a smaller drill than the one that floods it', () => {
    const no60 = withFigure(passes(1), 'turboRestrictor', ['boreM'], (0.04 * MM_PER_INCH) / 1000);
    expect(offered('supply', no60)[0]).toHaveProperty('said', expect.stringMatching(/no\. 61/));
  });

  it('offers none under half a millimetre, and none to who runs short', () => {
    tried.length = 0;
    expect(offered('supply', passes(0))).toEqual([]);
    expect(Math.min(...tried)).toBeCloseTo((0.02 * MM_PER_INCH) / 1000, 9);
    expect(offered('supply', turbo('short', check('low')))).toEqual([]);
    expect(offered('supply', turbo('flooded', null))).toEqual([]);
  });

  it('offers a restrictor where the feed has none', () => {
    const flooded = turbo('flooded', check('high'));
    expect(offered('supply', withoutRestrictor(flooded))).toMatchObject([
      { kind: 'insert', at: 'turbo.in', drafts: [{ kind: 'orifice' }] },
    ]);
  });
});

describe('Oil taken before the bearings', () => {
  const idle = STOCK.at(STOCK.states.hotIdle);
  const into = (part: string) => {
    const out = STOCK.compiled.nodeOfPort.get(`${part}.out`);
    return idle.elements.filter((e) => e.part === part && e.toNode === out).reduce((s, e) => s + e.flowM3S, 0);
  };
  const taken = into('turbo') + into('jets') + into('tensioner');
  const withShare = (share: number, hungry: boolean): AuditContext =>
    withResult(STOCK, (r: SolveResult) => ({
      ...r,
      elements: r.elements.map((e) => (e.law === 'pump' ? { ...e, flowM3S: taken / share } : e)),
      consumers: r.consumers.map((each) => ({
        ...each,
        supplied: true,
        verdict: hungry && each.part === 'mains' ? ('near' as const) : ('inBand' as const),
        decisive: check('low'),
      })),
    }));

  it.each([
    [0.25, true, ['note']],
    [0.2501, true, ['mend']],
    [0.2501, false, ['note']],
    [0.4, false, ['note']],
    [0.4001, false, ['look']],
    [0.4001, true, ['mend']],
  ])('a share of %d, bearings short: %s', (share, hungry, expected) => {
    expect(weights('parasiticFlow', withShare(share, hungry))).toEqual(expected);
  });

  it('is counted from what leaves each, and named after who takes most', () => {
    const [note] = found('parasiticFlow', withShare(0.2, false));
    expect(note!.figures).toMatchObject({
      taken: { si: expect.closeTo(taken, 12), quantity: 'flow' },
      left: { si: expect.closeTo(4 * taken, 12) },
      pumped: { si: expect.closeTo(5 * taken, 12) },
    });
    const most = ['turbo', 'jets', 'tensioner'].sort((a, b) => into(b) - into(a))[0]!;
    expect([note!.part, note!.figures['most']!.si]).toEqual([most, expect.closeTo(into(most), 12)]);
  });

  it('is no shortage where the one that takes it, or one that gets too much, is out of its band', () => {
    const most = found('parasiticFlow', withShare(0.3, false))[0]!.part!;
    const only = (part: string, side: 'low' | 'high', supplied: boolean): AuditContext => {
      const base = withShare(0.3, false);
      return withResult(base, (r) => ({
        ...r,
        consumers: r.consumers.map((each) =>
          each.part === part ? { ...each, supplied, decisive: check(side) } : each,
        ),
      }));
    };
    expect(weights('parasiticFlow', only(most, 'low', false))).toEqual(['note']);
    expect(weights('parasiticFlow', only('mains', 'high', false))).toEqual(['note']);
    expect(weights('parasiticFlow', only('mains', 'low', false))).toEqual(['mend']);
    expect(weights('parasiticFlow', only('mains', 'low', true))).toEqual(['note']);
  });

  it('is nothing without a taker, a pump that gives, or oil that is taken', () => {
    const still = withResult(STOCK, (r) => ({ ...r, elements: r.elements.map((e) => ({ ...e, flowM3S: 0 })) }));
    expect(found('parasiticFlow', still)).toEqual([]);
    const bearings = STOCK.circuit.parts.filter((p) => !['turbo', 'jets', 'tensioner'].includes(p.id));
    expect(found('parasiticFlow', withParts(STOCK, bearings))).toEqual([]);
  });
});

describe('A turbo’s restrictor', () => {
  const plain = (supplied: boolean, side: 'low' | 'high') =>
    swept(withFigure(STOCK, 'turbo', ['bearingType'], 'plain'), 'turbo', { supplied }, check(side));

  it('with plain bearings is named where it makes them run short', () => {
    expect(weights('turboRestrictor', plain(false, 'low'))).toEqual(['mend']);
    expect(offered('turboRestrictor', plain(false, 'low'))).toEqual([{ kind: 'takeOut', part: 'turboRestrictor' }]);
    expect(weights('turboRestrictor', plain(true, 'low'))).toEqual([]);
    expect(weights('turboRestrictor', plain(false, 'high'))).toEqual([]);
    expect(weights('turboRestrictor', withFigure(plain(false, 'low'), 'turbo', ['bearingType'], 'rolling'))).toEqual(
      [],
    );
  });

  it('with rolling bearings is asked for, at 0.9 mm, with what flows where that is known', () => {
    const bare = withoutRestrictor(withFigure(STOCK, 'turbo', ['bearingType'], 'rolling'));
    expect(offered('turboRestrictor', bare)).toMatchObject([
      { kind: 'insert', at: 'turbo.in', drafts: [{ kind: 'orifice', boreM: 0.9e-3 }] },
    ]);
    const flow = STOCK.at(STOCK.states.fullHot).consumers.find((r) => r.part === 'turbo')!.flowM3S;
    expect(found('turboRestrictor', bare)[0]).toMatchObject({ weight: 'mend', figures: { flow: { si: flow } } });
    const unknown = withResult(bare, (r) => ({ ...r, consumers: r.consumers.map((c) => ({ ...c, flowM3S: null })) }));
    expect(found('turboRestrictor', unknown)[0]).toMatchObject({ figures: {} });
    expect(found('turboRestrictor', unknown)[0]!.what).not.toContain('{flow}');
  });

  it('twice in a row: the first is taken out', () => {
    const twice = withParts(
      STOCK,
      STOCK.circuit.parts.map((p) =>
        p.id === 'turboFeed' ? { ...STOCK.part('turboRestrictor')!, id: 'turboFeed', name: 'In the fitting' } : p,
      ),
    );
    expect(offered('restrictorTwice', twice)).toEqual([{ kind: 'takeOut', part: 'turboFeed' }]);
    const flow = STOCK.at(STOCK.states.hotIdle).consumers.find((r) => r.part === 'turbo')!.flowM3S;
    expect(found('restrictorTwice', twice)[0]).toMatchObject({
      weight: 'mend',
      part: 'turbo',
      figures: { flow: { si: flow, quantity: 'flow' } },
    });
    expect(found('restrictorTwice', twice)[0]!.what).toContain('In the fitting, ');
    expect(found('restrictorTwice', STOCK)).toEqual([]);
  });

  it('is the narrowest place on its way, of all that have a bore', () => {
    const [note] = found('smallestBore', STOCK);
    expect(note).toMatchObject({ part: 'turbo', figures: { bore: { si: 1.5e-3, quantity: 'bore' } } });
    const narrow = withFigure(STOCK, 'turboFeed', ['boreM'], 1.4e-3);
    expect(found('smallestBore', narrow)[0]!.what).toContain(STOCK.part('turboFeed')!.name);
    expect(found('smallestBore', withFigure(STOCK, 'turboFeed', ['boreM'], 1.5e-3))).toHaveLength(1);
  });
});

describe('Unfiltered oil', () => {
  const raw = new Set(['turbo.in', 'mains.in']);

  it.each([
    [{ duty: 'turbo', bearingType: 'plain' }, 'stop'],
    [{ duty: 'supercharger', bearingType: 'plain' }, 'stop'],
    [{ duty: 'accessory', bearingType: 'rolling' }, 'stop'],
    [{ duty: 'accessory', bearingType: 'plain' }, 'mend'],
  ])('to %o', (change, weight) => {
    const parts = STOCK.circuit.parts.map((p) =>
      p.id === 'turbo' ? { ...p, ...change } : p,
    ) as typeof STOCK.circuit.parts;
    const c = { ...withParts(STOCK, parts), unfiltered: raw };
    expect(found('unfilteredFeed', c).map((f) => [f.part, f.weight])).toEqual([
      ['turbo', weight],
      ['mains', 'mend'],
    ]);
  });

  it('from a plate’s tap is explained by the plate, and offered the gallery', () => {
    const [turbo] = found('unfilteredFeed', NOSE);
    expect(turbo).toMatchObject({ part: 'turbo', weight: 'stop' });
    const away = { ...NOSE, groups: STOCK.groups };
    expect(found('unfilteredFeed', away)[0]!.why).toMatch(/^Its tap is upstream/);
    expect(offered('unfilteredFeed', NOSE)).toEqual([{ kind: 'moveTap', port: 'turboFeed.in', to: 'gallery.out' }]);
  });
});

describe('A gauge', () => {
  const reading = (reads: string) => withFigure(NOSE, 'oilGauge', ['reads'], reads);

  it('of pressure says how much more it reads than the gallery has', () => {
    const [gauge] = found('gaugePlace', NOSE);
    const { nodes } = NOSE.at(NOSE.states.fullHot);
    const pa = (port: string) => nodes.find((n) => n.ports.includes(port))!.pressurePa!;
    expect(gauge).toMatchObject({
      weight: 'look',
      part: 'oilGauge',
      figures: { here: { si: pa('oilGauge.in') }, there: { si: pa('gallery.out') } },
    });
    expect(gauge!.figures['over']!.si).toBeCloseTo(pa('oilGauge.in') - pa('gallery.out'), 6);
    expect(offered('gaugePlace', NOSE)).toEqual([{ kind: 'moveTap', port: 'oilGauge.in', to: 'gallery.out' }]);
    const behind = { ...NOSE, unfiltered: new Set<string>() };
    expect(found('gaugePlace', behind)).toMatchObject([{ weight: 'note', moves: [], remedies: [] }]);
  });

  it('of temperature, or where a pressure is not known, says nothing', () => {
    expect(found('gaugePlace', reading('temperature'))).toEqual([]);
    const blank = withResult(NOSE, (r) => ({ ...r, nodes: r.nodes.map((n) => ({ ...n, pressurePa: null })) }));
    expect(found('gaugePlace', blank)).toEqual([]);
    const bare = withParts(
      NOSE,
      NOSE.circuit.parts.map((p) =>
        p.id === 'gallery' ? { ...p, form: 'drilling' as const } : p,
      ) as typeof NOSE.circuit.parts,
    );
    expect(found('gaugePlace', bare)).toEqual([]);
  });
});

describe('A filter', () => {
  const element = (role: string) => STOCK.compiled.elementsOfPart.get('filter')!.get(role)!;
  const dropping = (dropPa: number) => ({
    ...withFigure(STOCK, 'filter', ['collapsePa'], 5e5),
    seen: STOCK.seen.map((s, i) => (i === element('media') ? { ...s, mostDropPa: dropPa } : { ...s, mostDropPa: 9e5 })),
  });

  it.each([
    [3.499e5, []],
    [3.5e5, ['look']],
    [5e5, ['look']],
    [5.001e5, ['stop']],
  ])('whose element stands 5 bar and sees %d Pa', (dropPa, expected) => {
    expect(weights('filterCollapse', dropping(dropPa))).toEqual(expected);
  });

  it('whose strength nobody stated is not judged', () => {
    expect(found('filterCollapse', withFigure(dropping(9e5), 'filter', ['collapsePa'], undefined))).toEqual([]);
  });

  /** A valve that opens, and a consumer that starves, from these loadings on. */
  const biting = (opensFrom: number, starvesFrom: number, bypass: boolean, load = 1): AuditContext => {
    const filter = STOCK.parts('filter')[0]!;
    const fitted = withFigure(
      withFigure(STOCK, 'filter', ['load'], load),
      'filter',
      ['bypass'],
      bypass ? filter.bypass : null,
    );
    const loadOf = (change: (p: typeof filter) => unknown) =>
      (change(fitted.parts('filter')[0]!) as { load: number }).load;
    return {
      ...fitted,
      solveWith: (change, state) => {
        const r = STOCK.at(state);
        const drop = loadOf(change) >= opensFrom && state === STOCK.states.fullCool ? 9e5 : 0;
        return { ...r, elements: r.elements.map((e) => (e.part === 'filter' ? { ...e, pressureDropPa: drop } : e)) };
      },
      sweepWith: (change) => {
        const starves = loadOf(change) >= starvesFrom;
        const consumers = STOCK.sweep.consumers.map((r) => ({
          ...r,
          supplied: r.part !== 'cams' || !starves,
          verdict: r.part === 'cams' && starves ? ('short' as const) : ('inBand' as const),
        }));
        return { ...STOCK.sweep, consumers };
      },
    };
  };

  it.each([
    [1, 1e9, true, ['look']],
    [5, 1e9, true, ['look']],
    [11.9, 1e9, true, ['note']],
    [30, 1e9, true, ['note']],
    [1e9, 1, true, ['note']],
    [1e9, 1, false, ['look']],
    [1e9, 5, false, ['look']],
    [1e9, 30, false, ['note']],
    [1, 1e9, false, ['note']],
    [1e9, 1e9, false, ['note']],
  ])(
    'whose valve would open from %d and whose engine starve from %d times as new, with one: %s',
    (opens, starves, bypass, expected) => {
      expect(weights('filterBypass', biting(opens, starves, bypass))).toEqual(expected);
    },
  );

  it('names the loading to within 15 %, never below it, and the state at which it bites', () => {
    for (const from of [1.3, 2.6, 40, 390]) {
      const [finding] = found('filterBypass', biting(from, from, true));
      for (const key of ['opensLoad', 'starvesLoad']) {
        const { si } = finding!.figures[key]!;
        expect(si).toBeGreaterThanOrEqual(from);
        expect(si).toBeLessThanOrEqual(from * 1.15);
      }
      expect(finding!.state).toEqual(STOCK.states.fullCool);
    }
    const never = found('filterBypass', biting(401, 401, true))[0]!;
    expect(Object.keys(never.figures)).toEqual(['crack']);
    expect(never.state).toBeNull();
    expect(found('filterBypass', biting(400, 401, true))[0]!.figures['opensLoad']!.si).toBe(400);
  });

  it('is offered as the other kind, otherwise the same', () => {
    const own = STOCK.parts('filter')[0]!;
    const [without] = offered('filterBypass', biting(5, 5, true));
    const [withOne] = offered('filterBypass', biting(5, 5, false));
    const { id: _, ...figures } = own;
    expect(without).toEqual({ kind: 'swap', part: 'filter', draft: { ...figures, load: 1, bypass: null } });
    expect(withOne).toMatchObject({ kind: 'swap', part: 'filter', draft: { name: own.name } });
    expect((withOne as unknown as { draft: { bypass: unknown } }).draft.bypass).not.toBeNull();
  });

  it('says how it is now, later, and never, with a valve and without', () => {
    const what = (...of: Parameters<typeof biting>) => found('filterBypass', biting(...of))[0]!.what;
    expect(what(1, 5, true)).toMatch(
      /has a bypass valve: the valve opens as the element is loaded now.*once the element/,
    );
    expect(what(5, 1, true)).toMatch(/opens once the element is.*Without it, Cams? .*as the element is loaded now/);
    expect(what(1e9, 1e9, true)).toMatch(/stays shut\. Without it, no loading would starve/);
    expect(what(1e9, 5, false)).toMatch(
      /has no bypass valve: .* first to starve.* With one, a valve set to \{crack\} stays shut/,
    );
  });
});
