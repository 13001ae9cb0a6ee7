import { brakePowerW } from '../../heat/conditions';
import type { AuditContext } from './context';
import { found, survey, weights, withFigure, withHeat, withParts, withResult } from './testing/surveyed';

/* What the rules of heat read of a balance and say of it, with the balance put in by hand. */
const STOCK = survey('stock');
const NOSE = survey('noseCooler');
const C = 273.15;

describe('No steady temperature', () => {
  const stuck = (change: object) => withHeat(STOCK, { status: 'notSolved', sumpK: 300, noOil: [], ...change });
  const allSupplied = (c: AuditContext) =>
    withResult(c, (r) => ({ ...r, consumers: r.consumers.map((each) => ({ ...each, verdict: 'inBand' as const })) }));

  it('is put down to what gets no oil, each named once', () => {
    const turbo = STOCK.part('turbo')!;
    const dry = withResult(stuck({ noOil: [{ part: turbo.id, name: turbo.name }] }), (r) => ({
      ...r,
      consumers: r.consumers.map((each) => ({
        ...each,
        verdict: ['turbo', 'cams'].includes(each.part) ? ('dry' as const) : ('inBand' as const),
      })),
    }));
    const [finding] = found('oilHot', dry);
    const cams = STOCK.part('cams')!.name;
    expect(finding).toMatchObject({ weight: 'stop', part: 'sump' });
    expect(finding!.why).toBe(`${turbo.name}, ${cams} get no oil, so the heat has no way out.`);
  });

  it('else to the place that did not solve', () => {
    const [finding] = found('oilHot', allSupplied(stuck({})));
    expect(finding!.weight).toBe('look');
    expect(finding!.why).toMatch(/^The flow did not solve at /);
    expect(finding!.figures).not.toHaveProperty('place');
  });

  it('else to the place whose oil would be too hot, which is named', () => {
    const tooHotAt = { part: 'rods', name: 'Rods', temperatureK: 700 };
    const [finding] = found('oilHot', allSupplied(stuck({ status: 'placeTooHot', tooHotAt })));
    expect(finding).toMatchObject({ weight: 'stop', part: 'rods', figures: { place: { si: 700 } } });
    expect(finding!.what).toContain('the oil leaving Rods would reach {place}');
  });
});

describe('The hottest of the engine’s uses', () => {
  const { hotDay, coldCruise } = STOCK.drives;
  const uses = [hotDay, coldCruise, { ...coldCruise, load: 0.9 }];
  const byUse = (heats: readonly object[]): AuditContext => {
    const real = STOCK.balance(STOCK.drives.hotDay)!;
    return {
      ...STOCK,
      drives: { ...STOCK.drives, use: uses },
      balance: (drive) => {
        const heat = heats[uses.indexOf(drive)];
        return heat && { ...real, heat: { ...real.heat, status: 'balanced', limitHotK: 403, ...heat } };
      },
    };
  };

  it('is what is judged, and no balance is hotter than any', () => {
    const sumps = uses.map((_, i) => ({ sumpK: 405 + i }));
    expect(found('oilHot', byUse(sumps))[0]!.figures['sump']!.si).toBe(404 + uses.length);
    const [first, ...others] = sumps;
    expect(found('oilHot', byUse([{ ...first, status: 'tooHot' }, ...others]))[0]!.what).toMatch(
      /^No steady oil temperature/,
    );
    expect(found('oilHot', byUse([{ ...first, status: 'tooCold' }, ...others]))[0]!.weight).toBe('mend');
    expect(found('oilHot', byUse(uses.map(() => ({ sumpK: 300, status: 'tooCold' }))))).toEqual([]);
  });

  it('is nothing where none can be computed', () => {
    expect(found('oilHot', byUse([]))).toEqual([]);
  });
});

describe('Where a balance is not found', () => {
  it.each([
    'oilCold',
    'oilColdGallery',
    'hotPlaces',
    'coolerUseful',
    'radiatorLoad',
    'coolingFaults',
    'impossibleCooler',
  ])('%s says nothing where none can be computed', (rule) => {
    expect(found(rule, { ...NOSE, balance: () => undefined })).toEqual([]);
  });

  it.each(['oilCold', 'oilColdGallery', 'hotPlaces', 'coolerUseful', 'coolingFaults'])(
    '%s reads no temperature of it',
    (rule) => {
      const none = withHeat(NOSE, { status: 'notSolved', sumpK: 250, filmHottestK: 900, parts: [] });
      expect(found(rule, none)).toEqual([]);
    },
  );
});

describe('Cold oil at the gallery', () => {
  const gallery = (temperatureK: number | null, c = NOSE): AuditContext => {
    const real = c.balance(c.drives.hotDay)!;
    const nodes = real.result.nodes.map((n) => ({ ...n, temperatureK }));
    return {
      ...c,
      balance: () => ({
        heat: { ...real.heat, status: 'balanced', sumpK: 370 },
        result: { ...real.result, nodes: nodes as typeof real.result.nodes },
      }),
    };
  };

  it.each([
    [60 + C, []],
    [59.99 + C, ['mend']],
    [null, []],
  ])('at %d K', (temperatureK, expected) => {
    expect(weights('oilColdGallery', gallery(temperatureK))).toEqual(expected);
  });

  it('is put down to a cooler that has its water or air, or to none', () => {
    expect(found('oilColdGallery', gallery(300))[0]).toMatchObject({
      part: 'noseCooler',
      figures: { sump: { si: 370 } },
    });
    expect(found('oilColdGallery', gallery(300, STOCK))).toEqual([]);
    const unsolved = gallery(300);
    const none = { ...unsolved.balance(NOSE.drives.hotDay)! };
    const balance = () => ({ ...none, heat: { ...none.heat, status: 'tooHot' as const } });
    expect(found('oilColdGallery', { ...unsolved, balance })).toEqual([]);
    const looped = NOSE.circuit.parts.map((p) => (p.kind === 'cooler' ? { ...p, coolantLooped: true } : p));
    expect(found('oilColdGallery', withParts(gallery(300), looped))).toEqual([]);
  });
});

describe('What a liquid cooler gives to the coolant', () => {
  const brakeW = brakePowerW(NOSE.project, NOSE.drives.hotDay.speedRevS, 1);
  const liquid = (cooling: object | undefined = { kind: 'liquid', conductanceWK: 400, ratedOilFlowM3S: 5e-4 }) =>
    withParts(
      NOSE,
      NOSE.circuit.parts.map((p) => (p.kind === 'cooler' ? ({ ...p, medium: 'liquid', cooling } as typeof p) : p)),
    );
  const giving = (heatW: number, c = liquid()) =>
    withHeat(c, { status: 'balanced', heatOut: [{ part: 'noseCooler', name: 'Cooler', heatW }] as never });

  it.each([
    [0, []],
    [0.01, ['note']],
    [0.0799, ['note']],
    [0.0801, ['look']],
  ])('%d of the brake power', (share, expected) => {
    expect(weights('radiatorLoad', giving(share * brakeW))).toEqual(expected);
    const [finding] = found('radiatorLoad', giving(share * brakeW));
    if (finding) expect(finding.figures['share']!.si).toBeCloseTo(share, 9);
  });

  it('is nothing to the radiator where its water is another, or its medium air', () => {
    expect(found('radiatorLoad', giving(1e4, liquid({ kind: 'liquid', conductanceWK: 400, coolantK: 300 })))).toEqual(
      [],
    );
    expect(found('radiatorLoad', giving(1e4, NOSE))).toEqual([]);
    expect(weights('radiatorLoad', giving(1e4, liquid(undefined)))).toHaveLength(1);
  });
});

describe('Cooling that fails', () => {
  const sumps = (c: AuditContext): AuditContext =>
    withHeat(c, (_, altered) => ({ status: 'balanced', sumpK: altered ? 410 : 380 }));

  it('gives the temperature without each cooler, and with a stuck thermostat', () => {
    const notes = found('coolingFaults', sumps(NOSE));
    expect(notes.map((f) => [f.weight, f.part, f.figures['sump']!.si])).toEqual([
      ['note', 'noseCooler', 410],
      ['note', 'plate', 410],
    ]);
    expect(notes[0]!.what).toContain('blocked by leaves or mud');
    expect(notes[0]!.remedies).toEqual(['a screen in front of it', 'a temperature gauge']);
  });

  it('of water is said as no water', () => {
    const liquid = withParts(
      NOSE,
      NOSE.circuit.parts.map((p) => (p.kind === 'cooler' ? { ...p, medium: 'liquid' as const } : p)),
    );
    expect(found('coolingFaults', sumps(liquid))[0]).toMatchObject({ remedies: ['a temperature gauge'] });
    expect(found('coolingFaults', sumps(liquid))[0]!.what).toContain('no water through');
    expect(found('coolingFaults', sumps(STOCK))).toEqual([]);
  });
});

describe('A rating that cannot be', () => {
  it('is named by its cooler', () => {
    const impossible = withHeat(NOSE, { impossibleCoolers: ['noseCooler', 'gone'] });
    const findings = found('impossibleCooler', impossible);
    expect(findings.map((f) => [f.weight, f.part])).toEqual([
      ['mend', 'noseCooler'],
      ['mend', 'gone'],
    ]);
    expect(findings[0]!.what).toContain(NOSE.part('noseCooler')!.name);
    expect(findings[1]!.what).toContain('that gone is rated');
  });
});

describe('A fan and a thermostat', () => {
  it('are compared only where both are there, and the thermostat works', () => {
    const own = NOSE.parts('cooler')[0]!.cooling;
    const fan = { faceSpeedMS: 4, onK: 300, offK: 295 };
    const early = withFigure(NOSE, 'noseCooler', ['cooling'], { ...own, fan });
    expect(weights('thermostatFan', early)).toEqual(['mend']);
    expect(weights('thermostatFan', withFigure(early, 'plate', ['passage', 'stuck'], 'open'))).toEqual([]);
    expect(found('thermostatFan', NOSE)).toEqual([]);
    const bare = withParts(
      early,
      early.circuit.parts.filter((p) => p.id !== 'plate'),
    );
    expect(found('thermostatFan', bare)).toEqual([]);
    expect(found('thermostatFan', early)[0]!.figures).toMatchObject({
      on: { si: 300, quantity: 'temperature' },
      limit: { si: NOSE.project.range.hottestOilK },
    });
  });
});

describe('A cooler without a thermostat', () => {
  const bare = withParts(
    NOSE,
    NOSE.circuit.parts.filter((p) => p.id !== 'plate'),
  );
  const coldBelow = (airK: number) => withHeat(bare, (air) => ({ sumpK: air < airK ? 350 : 360 }));

  it('is found cold below an air temperature, to a fraction of a degree', () => {
    const below = (airK: number) => found('thermostatMissing', coldBelow(airK))[0]!.figures['below']!.si;
    for (const airK of [260, 283, 300]) expect(Math.abs(below(airK) - airK)).toBeLessThan(0.2);
    // Cold on the hottest day that is looked at, 45 °C, too.
    expect(below(400)).toBe(45 + C);
  });

  it('is let be where the oil sheds its water at −20 °C', () => {
    expect(found('thermostatMissing', coldBelow(-20 + C))).toEqual([]);
    expect(weights('thermostatMissing', coldBelow(-20 + C + 0.01))).toEqual(['look']);
    const unknown = { ...bare, balance: () => undefined };
    expect(found('thermostatMissing', unknown)).toEqual([]);
  });
});
