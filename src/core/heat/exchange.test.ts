import { DEFAULT_AIR_COOLING, DEFAULT_LIQUID_COOLING } from '../document/parts/cooling';
import type { Part } from '../document/parts/part';
import { singleStreamEffectiveness } from '../physics/laws/effectiveness';
import { demoProject } from '../verification/testing/demo';
import { solverOf } from '../verification/testing/solverOf';
import { coolerConductance, coolerExchangeWK, meanSpecificHeat } from './coolers';
import { Exchange, type Surroundings } from './exchange';
import { lineHeat } from './lineHeat';

const AROUND: Surroundings = {
  airTemperatureK: 293,
  roadSpeedMS: 25,
  load: 0.5,
  coolantK: 363,
  atmospherePa: 101_325,
};

/** The exchange of Thornback's nose cooler with some of its parts changed. */
function exchangeOf(parts: Readonly<Record<string, object>> = {}) {
  const project = structuredClone({ ...demoProject(), activeVariant: 'noseCooler' });
  const open = project.variants.find((v) => v.id === 'noseCooler')!;
  for (const part of open.circuit.parts) Object.assign(part, parts[part.id] ?? {});
  const circuit = solverOf(project);
  const { compiled } = circuit;
  const partOf = compiled.partOfElement.map((id) => circuit.variant.circuit.parts.find((p) => p.id === id)) as (
    Part | undefined
  )[];
  const exchange = new Exchange(
    circuit,
    partOf,
    partOf.map((part) => lineHeat(part)),
  );
  exchange.startAt(364);
  const element = (kind: Part['kind'], is: (part: Part) => boolean = () => true) =>
    partOf.findIndex((part) => part?.kind === kind && is(part));
  return { exchange, circuit, partOf, element, cooler: element('cooler') };
}
const coolerId = () => {
  const { partOf, cooler } = exchangeOf();
  return partOf[cooler]!.id;
};

describe('What a part exchanges with what is around it', () => {
  it('is its core’s, by the outlet that its fan’s switch felt', () => {
    const cooling = { ...DEFAULT_AIR_COOLING, fan: { faceSpeedMS: 5, onK: 370, offK: 360 } };
    const { exchange, circuit, cooler } = exchangeOf({ [coolerId()]: { medium: 'air', cooling } });
    const still = { ...AROUND, roadSpeedMS: 0 };
    const by = (outK: number) =>
      coolerExchangeWK(coolerConductance(cooling, circuit.oil)!, circuit.oil, 0.2, 380, outK, still);
    expect(exchange.conductanceWK(cooler, 0.2, 380, still)).toBe(by(364));
    exchange.putSwitch(cooler, 375);
    expect(exchange.conductanceWK(cooler, 0.2, 380, still)).toBe(by(375));
    expect(by(375)).toBeGreaterThan(1.2 * by(364));
    // Its switch is 15 K above an outlet of 360 K, where its fan stands still.
    expect(exchange.followOutlet(cooler, 360, 0)).toBe(15);
  });

  it('is a line’s to the air, no more than its oil can carry, source: one stream’s effectiveness', () => {
    const { exchange, circuit, partOf, element } = exchangeOf();
    const hose = element('line', (part) => lineHeat(part) !== undefined);
    const capacity = 0.2 * meanSpecificHeat(circuit.oil, 380, 293);
    const { conductanceWK } = lineHeat(partOf[hose])!;
    expect(exchange.conductanceWK(hose, 0.2, 380, AROUND)).toBeCloseTo(
      singleStreamEffectiveness(conductanceWK / capacity) * capacity,
      9,
    );
    // Faster air takes more: its conductance follows v^0.6.
    const faster = exchange.conductanceWK(hose, 0.2, 380, { ...AROUND, roadSpeedMS: 50 });
    expect(faster / exchange.conductanceWK(hose, 0.2, 380, AROUND)).toBeCloseTo(2 ** 0.6, 2);
    // A trickle cools to the air and no further: all that it carries.
    const trickle = 1e-9 * meanSpecificHeat(circuit.oil, 380, 293);
    expect(exchange.conductanceWK(hose, 1e-9, 380, AROUND) / trickle).toBeCloseTo(1, 9);
  });

  it('is nothing for a part that is neither, nor for a line that only takes what shines on it', () => {
    const { exchange, element } = exchangeOf();
    expect(exchange.conductanceWK(element('pump'), 0.2, 380, AROUND)).toBe(0);
    const { partOf } = exchangeOf();
    const id = partOf.find((part) => part?.kind === 'line' && lineHeat(part))!.id;
    const shone = exchangeOf({ [id]: { heat: { airConductanceWMK: 0, radiantWM: 50 } } });
    expect(
      shone.exchange.conductanceWK(
        shone.element('line', (p) => p.id === id),
        0.2,
        380,
        AROUND,
      ),
    ).toBe(0);
  });

  it('goes to the air, or to the water of a core that is cooled by it', () => {
    const air = exchangeOf({ [coolerId()]: { medium: 'air', cooling: DEFAULT_AIR_COOLING } });
    expect(air.exchange.ambientK(air.cooler, AROUND)).toBe(293);
    const water = exchangeOf({ [coolerId()]: { medium: 'liquid', cooling: DEFAULT_LIQUID_COOLING } });
    expect(water.exchange.ambientK(water.cooler, AROUND)).toBe(363);
    expect(water.exchange.ambientK(water.element('pump'), AROUND)).toBe(293);
  });
});

describe('A cooler in a circuit', () => {
  it('is one core, whose oil is taken at the mean of inlet and outlet', () => {
    const { exchange, cooler, partOf, element } = exchangeOf();
    expect(exchange.coolers).toEqual([{ element: cooler, part: partOf[cooler] }]);
    expect([exchange.isCore(cooler), exchange.isCore(element('pump')), exchange.isCore(element('line'))]).toEqual([
      true,
      false,
      false,
    ]);
  });

  it('with a bypass valve exchanges by its core alone, not by what goes round it', () => {
    const bypass = { crackPa: 2e5, fullOpenPa: 3e5, fullAreaM2: 1e-4 };
    const { exchange, circuit } = exchangeOf({ [coolerId()]: { bypass } });
    const roles = circuit.compiled.elementsOfPart.get(coolerId())!;
    expect([...roles.keys()].sort()).toEqual(['bypass', 'core']);
    expect(exchange.coolers.map((each) => each.element)).toEqual([roles.get('core')]);
    expect(exchange.isCore(roles.get('bypass')!)).toBe(false);
  });

  it('that states no rating has the usual one of its kind', () => {
    const stated = { air: DEFAULT_AIR_COOLING, liquid: DEFAULT_LIQUID_COOLING } as const;
    for (const medium of ['air', 'liquid'] as const) {
      const { exchange, circuit, cooler } = exchangeOf({ [coolerId()]: { medium, cooling: undefined } });
      expect(exchange.conductanceWK(cooler, 0.2, 380, AROUND)).toBe(
        coolerExchangeWK(coolerConductance(stated[medium], circuit.oil)!, circuit.oil, 0.2, 380, 364, AROUND),
      );
    }
  });

  it('without water through it exchanges nothing', () => {
    const id = coolerId();
    const looped = exchangeOf({ [id]: { medium: 'liquid', cooling: DEFAULT_LIQUID_COOLING, coolantLooped: true } });
    expect([looped.exchange.coolers, looped.exchange.isCore(looped.cooler)]).toEqual([[], false]);
    // Air has no hoses that could be looped.
    const air = exchangeOf({ [id]: { medium: 'air', cooling: DEFAULT_AIR_COOLING, coolantLooped: true } });
    expect(air.exchange.coolers).toHaveLength(1);
  });

  it('is named where no exchanger could do what its rating says', () => {
    expect(exchangeOf().exchange.impossibleCoolers).toEqual([]);
    const id = coolerId();
    const { exchange } = exchangeOf({ [id]: { medium: 'air', cooling: { ...DEFAULT_AIR_COOLING, ratedHeatW: 1e6 } } });
    expect([exchange.impossibleCoolers, exchange.coolers]).toEqual([[id], []]);
  });
});
