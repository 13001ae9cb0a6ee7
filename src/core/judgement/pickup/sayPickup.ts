import { STANDARD_GRAVITY_M_S2 } from '../../foundations/units/conversions';
import { formatQuantity, type Quantity, type UnitChoice } from '../../foundations/units';
import { isBare, TRIED_TO_MS2, worstTrial } from './worstTrial';
import type { LapPickup } from './lapPickup';
import type { Said, TrialId } from './limits';
import type { PickupRemedy, PickupResult, PickupTrial, PickupVerdict } from './pickupResult';

/** The words for a verdict. */
export const PICKUP_WORDS: Readonly<Record<PickupVerdict, string>> = {
  covered: 'covered',
  held: 'bare for moments that are bridged',
  lowLevel: 'bare at the lower mark',
  bare: 'bare',
  unknown: 'not known',
  tank: 'draws from a tank',
};

/** In what way the oil is pressed aside, as its use says it. */
const WAYS: Readonly<Record<Said, Readonly<Record<TrialId, string>>>> = {
  turns: {
    right: 'in right turns',
    left: 'in left turns',
    braking: 'when braking',
    accelerating: 'when accelerating',
    brakingRight: 'when braking into right turns',
    brakingLeft: 'when braking into left turns',
    acceleratingRight: 'when accelerating out of right turns',
    acceleratingLeft: 'when accelerating out of left turns',
    stand: 'on its stand, idling',
  },
  slopes: {
    right: 'with its left side down',
    left: 'with its right side down',
    braking: 'going down',
    accelerating: 'climbing',
    brakingRight: 'going down, left side down',
    brakingLeft: 'going down, right side down',
    acceleratingRight: 'climbing, left side down',
    acceleratingLeft: 'climbing, right side down',
    stand: 'on its stand, idling',
  },
  heels: {
    right: 'heeled to port',
    left: 'heeled to starboard',
    braking: 'bow down',
    accelerating: 'bow up',
    brakingRight: 'bow down and heeled to port',
    brakingLeft: 'bow down and heeled to starboard',
    acceleratingRight: 'bow up and heeled to port',
    acceleratingLeft: 'bow up and heeled to starboard',
    stand: 'on its stand, idling',
  },
};

export const sayWay = (said: Said, id: TrialId): string => WAYS[said][id];

/** An acceleration as its use says it: in g, or as the slope that presses the oil alike. */
export const sayPress = (said: Said, accelerationMS2: number): string =>
  said === 'turns'
    ? formatQuantity(accelerationMS2, 'acceleration')
    : formatQuantity(Math.atan2(accelerationMS2, STANDARD_GRAVITY_M_S2), 'angle').replace(/\s°/, '°');

/** "0.82 g", or that it is bare without any, or covered as far as is tried. */
export const sayBareAt = (said: Said, bareAtMS2: number | null): string =>
  bareAtMS2 === null ? `over ${sayPress(said, TRIED_TO_MS2)}` : bareAtMS2 === 0 ? 'at once' : sayPress(said, bareAtMS2);

const MISSING: Readonly<Record<NonNullable<PickupResult['missing']>, string>> = {
  pan: 'Measure the pan’s length, width and depth, and where the pickup’s mouth sits in it.',
  fill: 'Say how much oil is filled in, with the sump’s figures.',
  displacement: 'Say the engine’s displacement: how much oil hangs on its walls follows from it.',
  solved: 'No condition with warm oil could be solved.',
};

/** One plain sentence: how far the pickup is covered in the way that is nearest to bare, and what is needed. */
export function sayPickup(result: PickupResult): string {
  const { verdict, said, missing, trials } = result;
  if (verdict === 'tank')
    return 'The pump draws from a tank: turns do not uncover it while the scavenge side keeps up.';
  const worst = worstTrial(trials);
  if (missing !== null || !worst) return `Not known. ${MISSING[missing ?? 'pan']}`;
  const needed = `needed ${sayPress(said, worst.limitMS2)}`;
  const way = sayWay(said, worst.id);
  if (verdict === 'covered' && worst.bareAtLowerMS2 === null)
    return `Covered over ${sayPress(said, TRIED_TO_MS2)} in every way; ${needed}.`;
  if (verdict === 'covered')
    return `Covered up to ${sayPress(said, worst.bareAtLowerMS2!)} ${way} at the lower mark; ${needed}.`;
  return `${sayBare(said, worst)}; ${needed}.${verdict === 'held' ? ` ${sayHolds(result)}` : ''}`;
}

/** The verdict with the figure that decides it, for a line of a table. */
export function sayPickupBriefly({ verdict, said, trials }: PickupResult): string {
  const worst = worstTrial(trials);
  return worst
    ? `${PICKUP_WORDS[verdict]}: ${sayBareAt(said, worst.bareAtLowerMS2)} ${sayWay(said, worst.id)}`
    : PICKUP_WORDS[verdict];
}

function sayBare(said: Said, { id, bareAtLowerMS2, bareAtFullMS2 }: PickupTrial): string {
  const way = sayWay(said, id);
  const full = bareAtFullMS2 === 0 ? 'at full too' : `${sayBareAt(said, bareAtFullMS2)} at full`;
  return bareAtLowerMS2 === 0
    ? `Bare even standing level at the lower mark, engine running; ${full} ${way}`
    : `Bare above ${sayBareAt(said, bareAtLowerMS2)} ${way} at the lower mark; ${full}`;
}

const seconds = (s: number) => `${s < 10 ? s.toFixed(1) : s.toFixed(0)} s`;

/** How long the pressure lasts once the mouth is bare. */
export function sayHolds({ holds: { doorsS, accumulatorS, lastsS } }: PickupResult): string {
  const parts = [
    ...(doorsS > 0 ? [`its box of doors holds ${seconds(doorsS)}`] : []),
    ...(accumulatorS > 0 ? [`the accumulator ${seconds(accumulatorS)}`] : []),
  ];
  const lasts = lastsS === null ? 'it can stand so for long' : `such a turn lasts about ${seconds(lastsS)}`;
  return parts.length === 0
    ? `Once it is bare, nothing holds the pressure; ${lasts}.`
    : `Once it is bare, ${parts.join(' and ')}; ${lasts}.`;
}

/** What each remedy gives, with its size as `{its id}`, to be put in in the reader's units. */
export function remedySentences({ said, remedies, trials }: PickupResult): string[] {
  const worst = worstTrial(trials);
  if (!worst) return [];
  const way = sayWay(said, worst.id);
  return remedies.map(({ id, bareAtMS2, holdsS, isEnough }) => {
    const enough = isEnough ? 'enough' : 'not enough by itself';
    if (id === 'deeper')
      return `a pan {deeper} deeper, filled to the same marks: covered up to ${sayBareAt(said, bareAtMS2)} ${way}; ${enough}`;
    return id === 'doors'
      ? `a box with doors around the pickup, {doors}: holds ${seconds(holdsS)}; ${enough}`
      : `an oil accumulator, {accumulator}: everything stays supplied for ${seconds(holdsS)}; ${enough}`;
  });
}

/** The quantity of a remedy's size. */
export const REMEDY_QUANTITY = {
  doors: 'volume',
  deeper: 'cutLength',
  accumulator: 'volume',
} as const satisfies Readonly<Record<PickupRemedy['id'], Quantity>>;

/** What each remedy gives. */
export const sayRemedies = (result: PickupResult, units: UnitChoice = {}): string[] =>
  remedySentences(result).map((sentence) =>
    result.remedies.reduce(
      (text, { id, size }) => text.replace(`{${id}}`, formatQuantity(size, REMEDY_QUANTITY[id], units)),
      sentence,
    ),
  );

/** True where only the level at the lower mark is too low. */
export const isLevelEnough = ({ trials }: PickupResult): boolean =>
  trials.every((t) => !isBare(t.bareAtFullMS2, t.limitMS2));

/** From where on the crank whips the oil, where that is within what the use asks; undefined where it does not. */
export function sayReachesCrank({ said, trials }: PickupResult): string | undefined {
  const first = trials
    .filter((t) => isBare(t.reachesCrankMS2, t.limitMS2))
    .reduce<PickupTrial | undefined>((a, b) => (!a || b.reachesCrankMS2! < a.reachesCrankMS2! ? b : a), undefined);
  if (!first) return undefined;
  return first.reachesCrankMS2 === 0
    ? 'At the full mark the oil reaches the crank’s circle even standing level: check the depth and the fill.'
    : `At the full mark the oil reaches the crank’s circle above ${sayPress(said, first.reachesCrankMS2!)} ${sayWay(said, first.id)}: it is whipped there, and foams.`;
}

/** What a recorded lap did to the pickup, in a sentence. */
export function sayLap({ full, lower }: LapPickup): string {
  if (lower.bareS === 0) return 'The pickup stays covered through the recording, at the lower mark too.';
  const at =
    lower.longestAtS === null ? '' : `, ${seconds(lower.longestS)} at a time from ${lower.longestAtS.toFixed(1)} s on`;
  const without =
    lower.withoutS > 0 ? `nothing holds the pressure for ${seconds(lower.withoutS)} of it` : 'the pressure holds';
  return `The pickup is bare for ${seconds(lower.bareS)} at the lower mark${at}: ${without}. At the full mark: ${full.bareS === 0 ? 'covered' : `bare for ${seconds(full.bareS)}`}.`;
}
