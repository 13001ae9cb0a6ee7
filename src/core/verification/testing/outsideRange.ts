import type { EngineKind, Expected, HealthyEngine } from './healthyEngines';
import type { Measured } from './measuredEngine';

/** Engines that are outside what is expected, and why that is left so. */
interface Outside {
  readonly sign: keyof Expected;
  readonly kinds: readonly EngineKind[];
  /** Where only some of the kind are meant. */
  readonly of?: (engine: HealthyEngine) => boolean;
  readonly why: string;
}

const swept = ({ answers }: HealthyEngine) => answers.displacementM3 * 1e3;

export const KNOWN_OUTSIDE: readonly Outside[] = [
  {
    sign: 'fullSpeedBar',
    kinds: ['modern', 'race'],
    of: (engine) => engine.answers.fuel === 'diesel' || swept(engine) > 5,
    why: 'within 0.1 bar of the range, by what passages and cooler take at full flow',
  },
  {
    sign: 'overReliefPercent',
    kinds: ['airTwin'],
    why: 'a crank in rolling bearings needs little oil, and no pump is smaller than 3.5 cm³ a litre',
  },
  {
    sign: 'overReliefPercent',
    kinds: ['truck'],
    why: 'the redline is three to four times the idle only, with large jets: 21 to 24 %',
  },
  {
    sign: 'overReliefPercent',
    kinds: ['classic', 'vintage', 'motorcycle'],
    of: (engine) => engine.answers.archetype === 'pushrodV' || swept(engine) < 0.3,
    why: 'one or two points over: the smallest usual pump of a large, slow engine, or a crank in rolling bearings',
  },
  {
    sign: 'useC',
    kinds: ['motorcycle'],
    of: (engine) => swept(engine) < 0.2,
    why: 'a small single loses more heat through its cases than it makes in three quarters of a minute',
  },
  {
    sign: 'coolantMin',
    kinds: ['truck', 'vintage', 'classic'],
    why: 'at light load a slow engine makes little heat a litre: 7.5 to 11 min',
  },
  {
    sign: 'coolantMin',
    kinds: ['motorcycle'],
    why: 'at 0.4 of its redline a fast engine makes much heat a litre: 3.4 min',
  },
  {
    sign: 'oilMin',
    kinds: ['modern', 'race', 'motorcycle'],
    of: (engine) => swept(engine) > 0.4,
    why: 'with a cooler in the coolant, or at high speed, the oil follows the coolant closely: 4 to 7 min',
  },
  {
    sign: 'oilMin',
    kinds: ['airTwin', 'motorcycle'],
    of: (engine) => swept(engine) < 0.4 || engine.kind === 'airTwin',
    why: 'in air of 10 °C a small or air-cooled engine at light load settles at about 80 °C or below',
  },
];

const isIn = (value: number | null, range: readonly [number, number]) =>
  value !== null && value >= range[0] && value <= range[1];

/** The figures of an engine that are not as expected, each with the reason that is known for it, if one is. */
export function outsideRange(
  engine: HealthyEngine,
  measured: Measured,
): { sign: keyof Expected; known: Outside | undefined }[] {
  return (Object.keys(engine.expects) as (keyof Expected)[]).flatMap((sign) => {
    const range = engine.expects[sign];
    if (range === undefined || isIn(measured[sign], range)) return [];
    const known = KNOWN_OUTSIDE.find(
      (o) => o.sign === sign && o.kinds.includes(engine.kind) && (o.of?.(engine) ?? true),
    );
    return [{ sign, known }];
  });
}
