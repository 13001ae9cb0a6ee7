import { STANDARD_GRAVITY_M_S2 } from '../../foundations/units/conversions';
import type { Engine } from '../../document/project/project';
import type { UseId } from '../../document/project/use';

/** How a limit is said: as an acceleration, or as the slope or the heel that presses the oil alike. */
export type Said = 'turns' | 'slopes' | 'heels';

/** How hard a use tilts the oil, and for how long. */
export interface PickupLimits {
  readonly said: Said;
  /** Accelerating and braking, or up and down a slope. */
  readonly lengthwiseMS2: number;
  /** Null: it leans into its turns, so that its oil stays level. */
  readonly sidewaysMS2: number | null;
  /** Both at once, on the ellipse through them: tyres share their grip, and ground slopes any way. */
  readonly isBothAtOnce: boolean;
  /** How long at a time; null: for as long as it stands so. */
  readonly lastsS: number | null;
}

const DEGREE = Math.PI / 180;
const g = (share: number) => share * STANDARD_GRAVITY_M_S2;
/** A slope presses the oil as this acceleration does. */
const slope = (degrees: number) => g(Math.tan(degrees * DEGREE));

const ROAD: PickupLimits = {
  said: 'turns',
  lengthwiseMS2: g(0.6),
  sidewaysMS2: g(0.5),
  isBothAtOnce: false,
  lastsS: 3,
};
const RACE: PickupLimits = { said: 'turns', lengthwiseMS2: g(1.1), sidewaysMS2: g(1.2), isBothAtOnce: true, lastsS: 5 };

/**
 * By use; that of the hardest where none is stated.
 * @source engineering judgement
 */
const LIMITS: Readonly<Record<UseId, PickupLimits>> = {
  street: ROAD,
  towing: ROAD,
  hillSprint: RACE,
  track: RACE,
  endurance: RACE,
  offRoad: { said: 'slopes', lengthwiseMS2: slope(30), sidewaysMS2: slope(30), isBothAtOnce: true, lastsS: null },
  boat: { said: 'heels', lengthwiseMS2: slope(12), sidewaysMS2: slope(15), isBothAtOnce: true, lastsS: null },
};

/** Uses in which a pickup that nobody measured heads the verdict. */
const HARD: ReadonlySet<UseId> = new Set(['hillSprint', 'track', 'endurance', 'offRoad', 'boat']);
export const needsPan = ({ use }: Pick<Engine, 'use'>): boolean => use !== undefined && HARD.has(use);

/** What a motorcycle leans to on its prop-stand, idling: to its left. @source engineering judgement */
const PROP_STAND_MS2 = slope(12);

/** A way in which the oil is pressed aside, with the least that the pickup must bear. */
export interface Trial {
  readonly id: TrialId;
  /** Unit vector of the vehicle's acceleration. */
  readonly forward: number;
  readonly right: number;
  readonly limitMS2: number;
  /** At idle only: on its stand. */
  readonly atIdle?: true;
}

export const TRIAL_IDS = [
  'right',
  'left',
  'braking',
  'accelerating',
  'brakingRight',
  'brakingLeft',
  'acceleratingRight',
  'acceleratingLeft',
  'stand',
] as const;
export type TrialId = (typeof TRIAL_IDS)[number];

/** Each way that is not the stand: how much of it is forward, and to the right. */
const WAYS: readonly (readonly [TrialId, number, number])[] = [
  ['right', 0, 1],
  ['left', 0, -1],
  ['braking', -1, 0],
  ['accelerating', 1, 0],
  ['brakingRight', -1, 1],
  ['brakingLeft', -1, -1],
  ['acceleratingRight', 1, 1],
  ['acceleratingLeft', 1, -1],
];

export const pickupLimits = ({ use }: Pick<Engine, 'use'>): PickupLimits => (use === undefined ? RACE : LIMITS[use]);

/**
 * The ways in which an engine's oil is tried: the axes, and where its use may press both ways at once half way between
 * them. Whoever leans is tried lengthwise, and on its stand.
 */
export function trialsOf(engine: Pick<Engine, 'use' | 'kind'>): {
  readonly limits: PickupLimits;
  readonly trials: readonly Trial[];
} {
  const stated = pickupLimits(engine);
  const isLeaning = engine.kind === 'motorcycle';
  const limits = isLeaning ? { ...stated, sidewaysMS2: null } : stated;
  const { lengthwiseMS2, sidewaysMS2, isBothAtOnce } = limits;
  const isTried = (along: number, aside: number) =>
    aside === 0 || (sidewaysMS2 !== null && (along === 0 || isBothAtOnce));
  const trials = WAYS.filter(([, along, aside]) => isTried(along, aside)).map(([id, along, aside]): Trial => {
    const [forward, right] = [along * lengthwiseMS2, aside * (sidewaysMS2 ?? 0)];
    const scale = along !== 0 && aside !== 0 ? Math.SQRT1_2 : 1;
    const limitMS2 = scale * Math.hypot(forward, right);
    return { id, forward: (scale * forward) / limitMS2, right: (scale * right) / limitMS2, limitMS2 };
  });
  // On its stand it leans to the left, and its oil goes there, as in a turn to the right.
  if (isLeaning) trials.push({ id: 'stand', forward: 0, right: 1, limitMS2: PROP_STAND_MS2, atIdle: true });
  return { limits, trials };
}
