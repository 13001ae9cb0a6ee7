import type { Engine, OperatingRange, Project } from './project';

/** A condition that has one name and one meaning in the whole app. */
export const CONDITION_IDS = ['coldCrank', 'coldStart', 'hotIdle', 'atSpeed', 'fullSpeed', 'hottest'] as const;
export type ConditionId = (typeof CONDITION_IDS)[number];

/** Oil of a warm engine, at which a gauge is read and a condition that is not cold is meant [K]. */
export const HOT_OIL_K = 373.15;
/** At speed: so fast, or this share of the redline where that is less. @source common practice, no source */
const AT_SPEED_REV_S = 3000 / 60;
const AT_SPEED_SHARE = 0.6;
/** The speed of the condition "at speed". @param maximumRevS the redline */
export const atSpeedRevS = (maximumRevS: number): number => Math.min(AT_SPEED_REV_S, AT_SPEED_SHARE * maximumRevS);
/** A cold engine idles so much faster. @source common practice, no source */
const FAST_IDLE = 1.3;
/** What a driver calls a fast idle, against the idle. @source engineering judgement */
const FAST_IDLES = [1.05, 2] as const;

type NamedState = Project['namedStates'][number];
type OfEngine = { readonly engine: Engine; readonly range: OperatingRange };

/** A condition's name, speed and oil. */
export function conditionOf({ engine, range }: OfEngine, id: ConditionId): NamedState {
  const { crankingSpeedRevS, idleSpeedRevS, maximumSpeedRevS } = engine;
  const at = (name: string, speedRevS: number, oilTemperatureK: number): NamedState => ({
    name,
    speedRevS,
    oilTemperatureK,
  });
  switch (id) {
    case 'coldCrank':
      return at('Cold crank', crankingSpeedRevS, range.coldestOilK);
    case 'coldStart':
      return at('Cold start', FAST_IDLE * idleSpeedRevS, range.coldestOilK);
    case 'hotIdle':
      return at('Hot idle', idleSpeedRevS, HOT_OIL_K);
    case 'atSpeed':
      return at('At speed', atSpeedRevS(maximumSpeedRevS), HOT_OIL_K);
    case 'fullSpeed':
      return at('Full speed', maximumSpeedRevS, HOT_OIL_K);
    case 'hottest':
      return at('Hottest', maximumSpeedRevS, range.hottestOilK);
  }
}

const SAME_SPEED = 1e-3;
const SAME_K = 0.5;

/** True where a stored condition of that name is what the name means. */
function isMeant(of: OfEngine, id: ConditionId, { speedRevS, oilTemperatureK }: NamedState): boolean {
  const meant = conditionOf(of, id);
  const speed =
    id === 'coldStart'
      ? speedRevS >= FAST_IDLES[0] * of.engine.idleSpeedRevS && speedRevS <= FAST_IDLES[1] * of.engine.idleSpeedRevS
      : Math.abs(speedRevS / meant.speedRevS - 1) < SAME_SPEED;
  return speed && Math.abs(oilTemperatureK - meant.oilTemperatureK) < SAME_K;
}

/** What is left of a name whose oil is another than it means: "Idle, 110 °C". */
const BARE_NAMES: Readonly<Record<ConditionId, string>> = {
  coldCrank: 'Crank',
  coldStart: 'Start',
  hotIdle: 'Idle',
  atSpeed: 'At speed',
  fullSpeed: 'Full speed',
  hottest: 'Redline',
};

/**
 * Stored conditions under names that mean what they say: one that bears a name of the app and has other figures keeps
 * them, and is called by them.
 */
export function conditionsNamed(of: OfEngine, states: readonly NamedState[]): NamedState[] {
  const byName = new Map(CONDITION_IDS.map((id) => [conditionOf(of, id).name, id]));
  return states.map((state) => {
    const id = byName.get(state.name);
    if (id === undefined || isMeant(of, id, state)) return state;
    const celsius = Math.round(state.oilTemperatureK - 273.15);
    return { ...state, name: `${BARE_NAMES[id]}, ${celsius < 0 ? `−${-celsius}` : celsius} °C` };
  });
}

/** True where an engine can be held in a condition until nothing changes any more: not while it cranks or is cold. */
export const canBeSteady = (
  { engine, range }: OfEngine,
  { speedRevS, oilTemperatureK }: Pick<NamedState, 'speedRevS' | 'oilTemperatureK'>,
): boolean => speedRevS >= engine.idleSpeedRevS && oilTemperatureK >= range.fullSpeedFromK;
