import { activeVariant } from '../../document/project/project';
import { makeMoves as moved } from '../../document/moves/makeMoves';
import { PortGroups } from '../../document/plumbing/portGroups';
import { partVolumeM3 } from '../../document/parts/partVolume';
import { demoProject } from '../../verification/testing/demo';
import { hosesOf } from '../../bench/hoses/hoseList';
import { hoseVerdicts } from '../../bench/hoses/hoseVerdicts';
import { sayFinding } from './sayFinding';
import type { AuditContext } from './context';
import { draft, LOOP, PLATE } from './testing/auditing';
import { found, survey, weights, withFigure, withParts } from './testing/surveyed';

/*
 * Rules that read where and how a part is fitted: each way of it by itself, with what is offered. Common practice, no
 * source, but for the closed form of a volume.
 */
const STOCK = survey('stock');
const NOSE = survey('noseCooler');
const offered = (rule: string, context: AuditContext) =>
  found(rule, context).flatMap((f) => f.moves.map(({ move }) => move));
const setTo = (part: string, path: (string | number)[], value: unknown, said: string) => ({
  kind: 'set',
  part,
  path,
  value,
  said,
});

describe('Hot and moving things', () => {
  it.each([
    ['turboFeed', { nearExhaust: true }, ['stop']],
    ['turboFeed', { nearExhaust: true, sleeved: true }, []],
    ['turboFeed', { nearExhaust: true, sleeved: true, nearMoving: true }, ['stop']],
    ['turboFeed', { sleeved: false }, []],
    ['filter', { nearExhaust: true, nearMoving: true, serviceable: false }, ['stop', 'stop', 'note']],
    ['filter', { serviceable: true }, []],
  ])('%s at %o', (part, place, expected) => {
    expect(weights('surroundings', withFigure(STOCK, part, ['place'], place), part)).toEqual(expected);
  });

  it.each([
    [0.02, { sleeved: true }, ['stop'], /lies 20\smm from the exhaust: too near for any sleeve/],
    [0.03, {}, ['stop'], /near the exhaust without a sleeve/],
    [0.03, { sleeved: true }, [], undefined],
    [0.06, {}, [], undefined],
  ])(
    'a hose that was measured %f m from the exhaust, %o, as on the bench',
    (exhaustDistanceM, place, expected, said) => {
      const placed = withFigure(STOCK, 'turboFeed', ['place'], place);
      const context = {
        ...placed,
        variant: {
          ...placed.variant,
          circuit: placed.circuit,
          bench: { hoses: { turboFeed: { exhaustDistanceM } } },
        },
      };
      expect(weights('surroundings', context, 'turboFeed')).toEqual(expected);
      const [finding] = found('surroundings', context);
      if (said) expect(sayFinding(finding!, finding!.what)).toMatch(said);
      const hose = hosesOf(context.variant).find((h) => h.part === 'turboFeed')!;
      const verdicts = hoseVerdicts([hose], context.variant).get('turboFeed')!;
      expect(verdicts.some(({ code }) => code === 'exhaust' || code === 'sleeve')).toBe(expected.length > 0);
    },
  );

  it('a hose is sleeved, anything else shielded', () => {
    const near = (part: string) => withFigure(STOCK, part, ['place'], { nearExhaust: true });
    const said = (part: string) => offered('surroundings', near(part)).map((m) => ('said' in m ? m.said : ''));
    expect(said('turboFeed')).toEqual(['sleeve and shield it']);
    expect(found('surroundings', near('turboFeed'))[0]!.remedies).toContain('a sleeve and a shield');
    expect(found('surroundings', near('filter'))[0]!.remedies).toContain('a heat shield');
    expect(said('filter')).toEqual(['shield it']);
    expect(offered('surroundings', near('filter'))).toEqual([setTo('filter', ['place', 'sleeved'], true, 'shield it')]);
  });
});

describe('A filter on the engine', () => {
  const mounted = (mounting: string, place: unknown) =>
    withFigure(withFigure(STOCK, 'filter', ['mounting'], mounting), 'filter', ['place'], place);

  it('is named where it is a remote one, or where nobody said', () => {
    expect(weights('canisterMount', mounted('remote', { mount: 'engine' }))).toEqual(['look']);
    expect(weights('canisterMount', mounted('remote', {}))).toEqual(['look']);
    expect(weights('canisterMount', mounted('remote', undefined))).toEqual(['look']);
    expect(weights('canisterMount', mounted('remote', { mount: 'frame' }))).toEqual([]);
    expect(weights('canisterMount', mounted('block', { mount: 'engine' }))).toEqual([]);
  });

  it('is offered a place on the frame where its place is stated', () => {
    expect(offered('canisterMount', mounted('remote', { mount: 'engine' }))).toEqual([
      setTo('filter', ['place', 'mount'], 'frame', 'mount it on the frame'),
    ]);
    expect(offered('canisterMount', mounted('remote', undefined))).toEqual([]);
  });
});

describe('A hose', () => {
  it.each([
    [0.05, 0.05, []],
    [0.05, 0.0499, ['mend']],
    [undefined, 0.03, []],
    [0.05, undefined, []],
  ])('that may bend to %d m and bends to %d m', (leastBendM, tightestBendM, expected) => {
    const bent = withFigure(
      withFigure(STOCK, 'turboFeed', ['leastBendM'], leastBendM),
      'turboFeed',
      ['tightestBendM'],
      tightestBendM,
    );
    expect(weights('hoseBend', bent)).toEqual(expected);
  });

  it('behind the filter is flushed before it is fitted; before the filter, and a drilling, are let be', () => {
    const hoses = (c: AuditContext) => offered('benchFlush', c).map((m) => ('part' in m ? m.part : ''));
    expect(hoses(STOCK)).toEqual(['turboFeed']);
    expect(hoses(withFigure(STOCK, 'turboFeed', ['flushed'], true))).toEqual([]);
    expect(hoses(withFigure(STOCK, 'turboFeed', ['flushed'], false))).toEqual(['turboFeed']);
    expect(hoses({ ...STOCK, unfiltered: new Set(['turboFeed.in']) })).toEqual([]);
    // All three hoses of the nose cooler stand before the filter.
    expect(found('benchFlush', NOSE)).toEqual([]);
    expect(offered('benchFlush', STOCK)).toEqual([setTo('turboFeed', ['flushed'], true, 'mark it flushed')]);
    const two = withFigure({ ...NOSE, unfiltered: new Set() }, 'turboFeed', ['flushed'], true);
    expect(found('benchFlush', two)).toMatchObject([{ part: 'hoseOut', weight: 'note' }]);
    expect(hoses(two)).toEqual(['hoseOut', 'hoseBack']);
  });
});

describe('Oil level', () => {
  // A hose of 8.7 mm holds π/4·d² a metre (closed form).
  const areaM2 = (Math.PI / 4) * 8.7e-3 ** 2;
  const feed = STOCK.part('turboFeed')!;
  const withLength = (lengthM: number) =>
    withFigure(withFigure(STOCK, 'turboFeed', ['boreM'], 8.7e-3), 'turboFeed', ['lengthM'], lengthM);
  const against = (c: AuditContext): AuditContext => {
    const parts = c.circuit.parts.filter((p) => p.id !== feed.id);
    return { ...c, stock: { ...STOCK.variant, name: 'Bare', circuit: { ...STOCK.circuit, parts } } };
  };

  it.each([
    [0.0999e-3, []],
    [0.1001e-3, ['note']],
  ])('%d m³ more than the stock circuit', (addedM3, expected) => {
    const longer = against(withLength(addedM3 / areaM2));
    expect(partVolumeM3(longer.part('turboFeed')!)).toBeCloseTo(addedM3, 9);
    expect(weights('level', longer)).toEqual(expected);
    const [more] = found('level', longer);
    if (more) expect([more.part, more.figures['added']!.si]).toEqual(['sump', expect.closeTo(addedM3, 9)]);
  });

  it('is not what the sump itself holds', () => {
    const sump = STOCK.circuit.parts.find((p) => p.kind === 'sump')!;
    const larger = withParts(
      STOCK,
      STOCK.circuit.parts.map((p) => (p === sump ? { ...p, oilVolumeM3: partVolumeM3(p) + 1e-3 } : p)),
    );
    expect(found('level', { ...larger, stock: STOCK.variant })).toEqual([]);
  });

  it('less than the stock circuit is said as less', () => {
    const long = withLength(0.2e-3 / areaM2);
    const shorter: AuditContext = {
      ...STOCK,
      stock: { ...STOCK.variant, name: 'Long', circuit: { ...STOCK.circuit, parts: [...long.circuit.parts] } },
    };
    const [less] = found('level', shorter);
    expect(less!.what).toBe('The circuit holds {added} less than Long.');
    expect(less!.figures['added']!.si).toBeCloseTo(0.2e-3 - partVolumeM3(feed), 9);
    expect(found('level', against(withLength(3)))[0]!.what).toBe('The circuit holds {added} more than Bare.');
    expect(found('level', STOCK)).toEqual([]);
  });
});

describe('Wiring', () => {
  const wired = (electrical: object) =>
    withFigure(NOSE, 'noseCooler', ['electrical'], {
      currentA: 6,
      fuseA: 10,
      relay: true,
      earthed: true,
      ...electrical,
    });

  it.each([
    [{}, []],
    [{ fuseA: 6 }, []],
    [{ fuseA: 5.9 }, ['mend']],
    [{ currentA: 9.99, fuseA: 15, relay: false }, []],
    [{ currentA: 10, fuseA: 15, relay: false }, ['mend']],
    [{ earthed: false }, ['mend']],
    [{ fuseA: undefined }, ['mend']],
    [{ currentA: 12, fuseA: undefined, relay: false, earthed: false }, ['mend', 'mend', 'mend']],
  ])('%o', (electrical, expected) => {
    expect(weights('electrics', wired(electrical))).toEqual(expected);
  });

  it('is offered a fuse half as large again, a relay and an earth', () => {
    const bare = wired({ currentA: 11, fuseA: undefined, relay: false, earthed: false });
    expect(offered('electrics', bare)).toEqual([
      setTo('noseCooler', ['electrical', 'fuseA'], 17, 'fit a fuse'),
      setTo('noseCooler', ['electrical', 'relay'], true, 'fit a relay'),
      setTo('noseCooler', ['electrical', 'earthed'], true, 'give it an earth'),
    ]);
    expect(found('electrics', wired({ fuseA: 5 }))[0]).toMatchObject({
      figures: { current: { si: 6 }, fuse: { si: 5 }, from: { si: 10 } },
      moves: [],
    });
    expect(found('electrics', bare)[0]!.figures).not.toHaveProperty('fuse');
  });
});

describe('What was there and is not joined', () => {
  it('a sender that is not plugged in is plugged in', () => {
    const out = (connected: boolean) => withFigure(NOSE, 'oilGauge', ['connected'], connected);
    expect(found('sensorUnplugged', out(true))).toEqual([]);
    expect(weights('sensorUnplugged', out(false))).toEqual(['mend']);
    expect(offered('sensorUnplugged', out(false))).toEqual([setTo('oilGauge', ['connected'], true, 'plug it in')]);
  });

  it('a liquid cooler that the stock circuit has leaves two coolant connections', () => {
    const stockParts = NOSE.circuit.parts.map((p) => (p.kind === 'cooler' ? { ...p, medium: 'liquid' as const } : p));
    const stock = { ...NOSE.variant, name: 'Before', circuit: { ...NOSE.circuit, parts: [...stockParts] } };
    expect(found('coolantSide', { ...STOCK, stock })).toMatchObject([{ weight: 'look', part: null }]);
    expect(found('coolantSide', { ...STOCK, stock })[0]!.what).toContain('of Before is gone');
    expect(found('coolantSide', { ...withParts(NOSE, stockParts), stock })).toEqual([]);
    // One that air cools in its place does not stand for it.
    expect(found('coolantSide', { ...NOSE, stock })).toHaveLength(1);
    expect(found('coolantSide', { ...NOSE, stock: NOSE.variant })).toEqual([]);
    expect(found('coolantSide', { ...NOSE, stock: undefined })).toEqual([]);
  });
});

describe('A cooler', () => {
  const filled = (filling: string) => withFigure(NOSE, 'noseCooler', ['filling'], filling);
  const set = (value: string, said: string) => [setTo('noseCooler', ['filling'], value, said)];

  it.each([
    ['inLowOutHigh', [], []],
    ['inHighOutLow', ['mend'], set('inLowOutHigh', 'change its hoses over')],
    ['portsAtBottom', ['mend'], set('portsAtTop', 'turn its ports to the top')],
    ['portsAtTop', ['note'], []],
    ['onItsSide', ['note'], []],
  ])('with %s', (filling, expected, moves) => {
    expect(weights('coolerFilling', filled(filling))).toEqual(expected);
    expect(offered('coolerFilling', filled(filling))).toEqual(moves);
  });

  it('says how it stands, each way in its own words', () => {
    const whats = ['inHighOutLow', 'portsAtBottom', 'portsAtTop', 'onItsSide'].map(
      (filling) => found('coolerFilling', filled(filling))[0]!.what,
    );
    expect(new Set(whats).size).toBe(4);
  });

  it('of water is filled by its water side', () => {
    const liquid = withParts(
      NOSE,
      filled('portsAtBottom').circuit.parts.map((p) => (p.kind === 'cooler' ? { ...p, medium: 'liquid' as const } : p)),
    );
    expect(found('coolerFilling', liquid)).toEqual([]);
  });

  it('whose hoses are crossed is offered to have them changed over', () => {
    const turn = (c: AuditContext): AuditContext => ({
      ...c,
      at: (state) => {
        const r = c.at(state);
        const elements = r.elements.map((e) => (e.part === 'noseCooler' ? { ...e, flowM3S: -e.flowM3S } : e));
        const outlet = c.compiled.nodeOfPort.get('noseCooler.out')!;
        const nodes = r.nodes.map((n, i) => (i === outlet ? { ...n, pressurePa: 50e5 } : n));
        return { ...r, elements, nodes };
      },
    });
    expect(offered('coolerFilling', turn(filled('inLowOutHigh')))).toEqual([{ kind: 'reverse', part: 'noseCooler' }]);
    expect(weights('coolerFilling', turn(filled('inHighOutLow')))).toEqual([]);
    expect(offered('coolerFilling', turn(filled('portsAtBottom')))).toEqual(
      set('portsAtTop', 'turn its ports to the top'),
    );
  });

  it('is placed before the filter or behind it, both in use', () => {
    const what = (unfiltered: ReadonlySet<string>) => found('coolerOrder', { ...NOSE, unfiltered })[0]!.what;
    expect(what(new Set(['noseCooler.in']))).toMatch(/stands before the filter/);
    expect(what(new Set())).toMatch(/stands behind the filter/);
    const [note] = found('coolerOrder', NOSE);
    const core = NOSE.at(NOSE.states.coldStart).elements.find((e) => e.part === 'noseCooler')!;
    expect(note!.figures['drop']).toEqual({ si: core.pressureDropPa, quantity: 'pressure' });
    const bare = withParts(
      NOSE,
      NOSE.circuit.parts.filter((p) => p.kind !== 'filter'),
    );
    expect(found('coolerOrder', bare)).toEqual([]);
  });
});

describe('What was answered at the bench', () => {
  const placed = (place: object, change: object = {}): AuditContext => {
    const parts = NOSE.circuit.parts.map((p) => (p.id === 'noseCooler' ? { ...p, ...change } : p));
    return {
      ...withParts(NOSE, parts),
      variant: { ...NOSE.variant, bench: { places: { noseCooler: place } } },
    };
  };
  it.each([
    [{ stones: 'exposed' }, {}, ['mend']],
    [{ stones: 'exposed', aboveBumper: false }, {}, ['mend']],
    [{ stones: 'exposed', aboveBumper: true }, {}, []],
    [{ stones: 'protected' }, {}, []],
    [{ airflow: 'still' }, {}, ['mend']],
    [{ airflow: 'still' }, { medium: 'liquid' }, []],
    [{ heat: 'hot' }, {}, ['look']],
    [{ heat: 'hot' }, { place: { sleeved: true } }, []],
    [{ rubberMounted: false }, { place: { mount: 'frame' } }, ['look']],
    [{ rubberMounted: false }, { place: { mount: 'engine' } }, []],
    [{ rubberMounted: true }, { place: { mount: 'frame' } }, []],
    [{}, {}, []],
  ])('%o of a part with %o', (place, change, expected) => {
    expect(weights('mounting', placed(place, change))).toEqual(expected);
  });

  it('air and rubber are asked of coolers only', () => {
    const onFilter: AuditContext = {
      ...withFigure(NOSE, 'filter', ['place'], { mount: 'frame' }),
      variant: { ...NOSE.variant, bench: { places: { filter: { airflow: 'still', rubberMounted: false } } } },
    };
    expect(found('mounting', onFilter)).toEqual([]);
  });
});

describe('Threads', () => {
  const ends = (from: object, to: object) =>
    withFigure(withFigure(STOCK, 'turboFeed', ['connections'], [from]), 'turboRestrictor', ['connections'], [to]);
  const out = { port: 'out', thread: 'flare4' };

  it('mate, or are named once, with both names', () => {
    expect(found('threadMates', ends(out, { port: 'in', thread: 'flare4' }))).toEqual([]);
    expect(found('threadMates', ends(out, { port: 'out', thread: 'flare6' }))).toEqual([]);
    const wrong = ends(out, { port: 'in', thread: 'flare6' });
    expect(found('threadMates', wrong)).toMatchObject([{ part: 'turboRestrictor', weight: 'mend' }]);
    const joints = [...wrong.circuit.joints, { from: 'turboRestrictor.in', to: 'turboFeed.out' }];
    expect(weights('threadMates', { ...wrong, circuit: { ...wrong.circuit, joints } })).toEqual(['mend']);
    expect(found('threadMates', wrong)[0]!.what).toMatch(/4.* ends in|ends in .*4/);
  });

  it.each([
    ['flare4', true, ['mend'], false, 'leave its thread dry'],
    ['taper1_8', false, ['look'], true, 'put sealant on its taper thread'],
  ])('%s with sealant %s', (thread, sealant, expected, value, said) => {
    const sealed = (is: boolean, port = 'out') =>
      withFigure(
        STOCK,
        'turboFeed',
        ['connections'],
        [
          { port: 'in', thread: 'flare4' },
          { port, thread, sealant: is },
        ],
      );
    expect(weights('sealant', sealed(sealant))).toEqual(expected);
    expect(weights('sealant', sealed(!sealant))).toEqual([]);
    expect(offered('sealant', sealed(sealant))).toEqual([
      setTo('turboFeed', ['connections', 1, 'sealant'], value, said),
    ]);
  });
});

describe('A plate for a cooler', () => {
  const variant = activeVariant(demoProject());
  const fitted = (...moves: Parameters<typeof moved>[1][]): AuditContext => {
    const { circuit } = moved(variant, ...moves);
    return { ...withParts(STOCK, circuit.parts), circuit, groups: PortGroups.of(circuit) };
  };
  const dry = (c: AuditContext, isDry: boolean): AuditContext => ({
    ...c,
    at: (state) => {
      const r = STOCK.at(state);
      const consumers = r.consumers.map((each, i) => ({
        ...each,
        verdict: i === 0 && isDry ? ('dry' as const) : ('inBand' as const),
      }));
      return { ...r, consumers, notes: [] };
    },
  });

  it('with nothing on it is half done, whatever its passage but an open one', () => {
    const plain = fitted(PLATE);
    expect(weights('openPorts', plain)).toEqual(['stop']);
    expect(offered('openPorts', plain)).toMatchObject([
      {
        kind: 'bridge',
        from: 'plate.away',
        to: 'plate.back',
        drafts: [{ name: 'Hose out' }, { kind: 'cooler' }, { name: 'Hose back' }],
      },
      { kind: 'takeOut', part: 'plate' },
    ]);
    const thermostat = fitted({
      kind: 'insert',
      at: 'filter.in',
      drafts: [draft('sandwichThermostat', { name: 'Plate' })],
    });
    expect(weights('openPorts', thermostat)).toEqual(['stop']);
    expect(found('openPorts', thermostat)[0]!.why).not.toBe(found('openPorts', plain)[0]!.why);
    const open = withParts(
      plain,
      plain.circuit.parts.map((p) => (p.kind === 'plate' ? { ...p, passage: { kind: 'open' as const } } : p)),
    );
    expect(found('openPorts', open)).toEqual([]);
    expect(found('openPorts', fitted(PLATE, LOOP))).toEqual([]);
  });

  it('whose cooler is gone stops all oil, where something is dry', () => {
    const cut = fitted(PLATE, LOOP, { kind: 'removeAndBlank', part: 'cooler' });
    expect(weights('blankedPassage', dry(cut, true))).toEqual(['stop']);
    expect(weights('blankedPassage', dry(cut, false))).toEqual([]);
    expect(found('blankedPassage', dry(cut, true))[0]!.what).toContain('both are blanked');
    expect(offered('blankedPassage', dry(cut, true))).toEqual([{ kind: 'takeOut', part: 'plate' }]);
    expect(weights('blankedPassage', dry(fitted(PLATE, LOOP), true))).toEqual([]);
  });

  it('a blocked part is named where something is dry, a blocked end is not', () => {
    const blocked = (part: string) => withFigure(STOCK, part, ['blocked'], true);
    expect(weights('blankedPassage', dry(blocked('gallery'), true))).toEqual(['stop']);
    expect(offered('blankedPassage', dry(blocked('gallery'), true))).toEqual([
      setTo('gallery', ['blocked'], false, 'open it'),
    ]);
    expect(weights('blankedPassage', dry(blocked('gallery'), false))).toEqual([]);
    expect(weights('blankedPassage', dry(withFigure(NOSE, 'oilGauge', ['blocked'], true), true))).toEqual([]);
    const noted = dry(blocked('gallery'), false);
    const gallery = { code: 'dryGallery' as const, where: 'gallery', actual: null, limit: null };
    expect(weights('blankedPassage', { ...noted, at: (state) => ({ ...noted.at(state), notes: [gallery] }) })).toEqual([
      'stop',
    ]);
  });

  it('a blank cover is changed for one with a passage', () => {
    const cover = fitted({ kind: 'insert', at: 'gallery.in', drafts: [draft('coverBlank')] });
    expect(weights('blankedPassage', dry(cover, true))).toEqual(['stop']);
    expect(offered('blankedPassage', dry(cover, true))).toMatchObject([
      { kind: 'swap', part: 'blankCover', draft: { kind: 'cover', carriesPassage: true } },
    ]);
    expect(weights('blankedPassage', dry(cover, false))).toEqual([]);
  });
});
