import type { FittingName } from '../../document/parts/fittings';
import type { PartOf } from '../../document/parts/part';
import type { HoseEnd, HoseEndAngle } from '../../document/project/bench';

const MM = 1e-3;

/**
 * What a reusable or crimped end takes up along the hose, from its seat to where the hose begins, with how far that is
 * from sure [m]. Straight ones about 12 mm (a pair takes an inch), 45° 20, long 90° 35 to 50, 180° 70; between them in
 * between.
 * @source common practice, no source; engineering judgement for the angles
 */
const TAKE_UP: Readonly<Record<HoseEndAngle, { readonly typicalM: number; readonly plusMinusM: number }>> = {
  0: { typicalM: 12 * MM, plusMinusM: 2 * MM },
  30: { typicalM: 17 * MM, plusMinusM: 4 * MM },
  45: { typicalM: 20 * MM, plusMinusM: 5 * MM },
  60: { typicalM: 27 * MM, plusMinusM: 6 * MM },
  90: { typicalM: 42.5 * MM, plusMinusM: 7.5 * MM },
  120: { typicalM: 52 * MM, plusMinusM: 9 * MM },
  150: { typicalM: 61 * MM, plusMinusM: 10 * MM },
  180: { typicalM: 70 * MM, plusMinusM: 10 * MM },
};
/** A banjo's eye, from its bolt's axis to the hose. @source engineering judgement */
const BANJO_TAKE_UP = { typicalM: 15 * MM, plusMinusM: 4 * MM };
/** A hose goes on over its tail: it takes up nothing. */
const TAIL_TAKE_UP = { typicalM: 0, plusMinusM: 2 * MM };
/** A length that was measured on the end itself. @source engineering judgement */
const MEASURED_PLUS_MINUS_M = 1 * MM;

/** What an end takes up. @returns typical, or as it was measured [m], and how far the truth may lie from it */
export function takeUpOf(end: HoseEnd): {
  readonly takeUpM: number;
  readonly plusMinusM: number;
  readonly measured: boolean;
} {
  if (end.takeUpM !== undefined) return { takeUpM: end.takeUpM, plusMinusM: MEASURED_PLUS_MINUS_M, measured: true };
  const { typicalM, plusMinusM } =
    end.style === 'banjo' ? BANJO_TAKE_UP : end.style === 'tail' ? TAIL_TAKE_UP : TAKE_UP[end.angleDeg];
  return { takeUpM: typicalM, plusMinusM, measured: false };
}

/** The end that a pressure loss in the circuit stands for. */
const END_OF_LOSS: Partial<Readonly<Record<FittingName, HoseEnd>>> = {
  hoseEndStraight: { style: 'reusable', angleDeg: 0 },
  hoseEnd45: { style: 'reusable', angleDeg: 45 },
  hoseEnd90: { style: 'reusable', angleDeg: 90 },
  hoseEnd90Forged: { style: 'reusable', angleDeg: 90 },
  hoseEnd180: { style: 'reusable', angleDeg: 180 },
  banjo: { style: 'banjo', angleDeg: 0 },
};

/** The pressure loss that an end makes: of its own angle, or of the next one that is known. */
export function lossOfEnd(end: HoseEnd): FittingName {
  if (end.style === 'banjo') return 'banjo';
  if (end.angleDeg === 0 || end.style === 'tail') return 'hoseEndStraight';
  if (end.angleDeg <= 60) return 'hoseEnd45';
  return end.angleDeg <= 90 ? 'hoseEnd90' : 'hoseEnd180';
}

type Line = PartOf<'line'>;
const STRAIGHT: HoseEnd = { style: 'reusable', angleDeg: 0 };

/** The two ends that a line's pressure losses stand for, straight ones where they name none. */
export function endsOfLosses({ losses }: Pick<Line, 'losses'>): { readonly in: HoseEnd; readonly out: HoseEnd } {
  const [first = STRAIGHT, second = STRAIGHT] = losses.flatMap((loss) => {
    const end = loss.kind === 'catalogue' ? END_OF_LOSS[loss.fitting] : undefined;
    return end && loss.kind === 'catalogue' ? Array.from({ length: loss.count }, () => end) : [];
  });
  return { in: first, out: second };
}

/** The line with the losses of these ends; whatever else it loses stays. */
export function withEndLosses(line: Line, ends: { readonly in: HoseEnd; readonly out: HoseEnd }): Line {
  let toReplace = 2;
  const others = line.losses.flatMap((loss) => {
    if (loss.kind !== 'catalogue' || !END_OF_LOSS[loss.fitting] || toReplace === 0) return [loss];
    const replaced = Math.min(loss.count, toReplace);
    toReplace -= replaced;
    return loss.count > replaced ? [{ ...loss, count: loss.count - replaced }] : [];
  });
  const own = [ends.in, ends.out].map((end) => ({ kind: 'catalogue' as const, fitting: lossOfEnd(end), count: 1 }));
  return { ...line, losses: [...own, ...others] };
}

const STYLE_WORDS = { reusable: '', crimped: 'crimped ', banjo: 'banjo', tail: 'tail and clamp' } as const;

/** "90°", "straight", "crimped 45°", "banjo", "tail and clamp". */
export function sayHoseEnd({ style, angleDeg }: HoseEnd): string {
  if (style === 'banjo' || style === 'tail') return STYLE_WORDS[style];
  return `${STYLE_WORDS[style]}${angleDeg === 0 ? 'straight' : `${angleDeg}°`}`;
}

/** True for an end whose direction matters when the hose is made. */
export const isBent = (end: HoseEnd): boolean => end.style === 'banjo' || (end.style !== 'tail' && end.angleDeg > 0);
