import { sweepToEnd } from '../../judgement/sweep/sweep';
import { fitGroups, type FitGroup } from '../inputs/fitGroups';
import { WITHIN_95 } from '../../foundations/leastSquares/leastSquares';
import { howToMeasure } from '../inputs/howToMeasure';
import { inputsOf, type Input } from '../inputs/inputs';
import type { StudyCircuits } from '../job/studyCircuits';
import { sensitivityWork } from './sensitivityWork';
import type { Guesses } from './guessSchema';

/** A default may be so many times as far off as a figure that was measured. @source engineering judgement */
const GUESSED_TIMES = 3;

/** Ranks what nobody has typed, measured or fitted by how far it moves the tightest margin over the range. */
export function guessWork(circuits: StudyCircuits): Guesses {
  const { project, variant } = circuits;
  const known = new Set(variant.known ?? []);
  const inputs = inputsOf(project, variant);
  const guessed = inputs.filter((i) => !known.has(i.id));
  const counts = { known: inputs.length - guessed.length, guessed: guessed.length };
  const { consumers } = sweepToEnd(circuits.freshCircuit());
  const near = (c: (typeof consumers)[number]) => c.worst?.decisive?.nearRatio ?? Infinity;
  const nearest = consumers.reduce<(typeof consumers)[number] | undefined>(
    (a, b) => (!a || near(b) < near(a) ? b : a),
    undefined,
  );
  const worst = nearest?.worst;
  if (!nearest || !worst?.decisive) return { tightest: null, ...counts, rows: [] };
  const moves = sensitivityWork(circuits, { ...worst.state, consumer: nearest.part });
  if (!moves.check) return { tightest: null, ...counts, rows: [] };
  const groups = fitGroups(project, []);
  const fittedAt = new Map(variant.calibration?.applied?.factors.map((f) => [f.id, f.deviation]));
  const byId = new Map(guessed.map((i) => [i.id, i]));
  const rows = moves.rows
    .flatMap((row): Guesses['rows'] => {
      const input = byId.get(row.id);
      if (!input || row.step === 0) return [];
      const group = groups.find((g) => g.inputs.some((i) => i.id === row.id));
      const deviation = group && fittedAt.get(group.id);
      const plusMinus = guessOf(input, group, deviation);
      const part = variant.circuit.parts.find((p) => p.id === input.part);
      return [
        {
          id: row.id,
          part: input.part,
          name: row.name,
          quantity: row.quantity,
          stated: row.stated,
          plusMinus,
          effect: (row.perStep / row.step) * plusMinus,
          fitted: deviation !== undefined,
          measure: howToMeasure(input, part),
        },
      ];
    })
    .sort((a, b) => Math.abs(b.effect) - Math.abs(a.effect));
  return {
    tightest: {
      part: nearest.part,
      name: nearest.name,
      ...worst.state,
      check: moves.check,
      plusMinus: Math.hypot(...rows.map((r) => r.effect)),
    },
    ...counts,
    rows,
  };
}

/** How far a guess may be off: what a fit left of its group, or what the group may be, or some times its tolerance. */
function guessOf(input: Input, group: FitGroup | undefined, deviation: number | undefined): number {
  if (group && deviation !== undefined) return moved(input, group, deviation);
  const wide = GUESSED_TIMES * input.usual;
  return group ? Math.max(input.usual, Math.min(wide, moved(input, group, group.prior))) : wide;
}

/**
 * How far a figure lies from what is stated, 95 in 100, where its group's factor does: an efficiency goes by what is
 * lost, not by itself.
 * @param deviation of the factor's logarithm
 */
function moved(input: Input, group: FitGroup, deviation: number): number {
  const at = (side: 1 | -1) => group.at(input.stated, Math.exp(side * WITHIN_95 * deviation), input);
  return Math.abs(at(1) - at(-1)) / 2;
}
