import { capital } from '../../foundations/text';
import { sayMove } from '../moves/sayMove';
import { chainOf, type KeptProject } from '../project/keptProject';
import type { Act } from './act';
import { circuitOf } from './deriveProject';
import { outcomeOf } from './replay';

/** An act of a variant as the user reads it. */
export interface SaidAct {
  readonly id: string;
  /** As the user calls it, or as its moves are said. */
  readonly name: string;
  /** Each of its moves, said on the circuit that it is made on. */
  readonly moves: readonly string[];
  /** Moves of it that cannot be made, by their place, and why; empty where all are. */
  readonly troubles: readonly { readonly move: number; readonly why: string }[];
  readonly isOff: boolean;
  readonly isWhatIf: boolean;
  /** True where an older file kept it here though it was typed, measured or fitted. */
  readonly isAsked: boolean;
}

const nameOf = (act: Act, moves: readonly string[]): string =>
  act.name ?? capital(moves.length === 1 ? moves[0]! : `${moves[0]!} and ${moves.length - 1} more`);

/** The acts of a variant in order; of the engine as it is there are none. */
export function saidActs(kept: KeptProject, id: string): readonly SaidAct[] {
  const variant = kept.variants.find((v) => v.id === id);
  if (!variant) return [];
  let circuit = circuitOf(kept, variant.basedOn);
  return variant.acts.map((act) => {
    const moves: string[] = [];
    const troubles: SaidAct['troubles'][number][] = [];
    let here = circuit;
    for (const [move, made] of act.moves.entries()) {
      moves.push(sayMove(here, made.move));
      const outcome = outcomeOf(here, made);
      if (outcome.ok) here = outcome.circuit;
      else if (!act.off) troubles.push({ move, why: outcome.why });
    }
    if (!act.off) circuit = here;
    return {
      id: act.id,
      name: nameOf(act, moves),
      moves,
      troubles,
      isOff: act.off === true,
      isWhatIf: act.whatIf === true,
      isAsked: act.asked === 'known',
    };
  });
}

/** A variant in one sentence: what it hangs on, and what is done to that. "Nose cooler = Stock + …" */
export function sayVariant(kept: KeptProject, id: string): string {
  const variant = chainOf(kept, id).at(-1);
  if (!variant) return `${kept.asItIs.name}: the engine as it is`;
  const parent = [kept.asItIs, ...kept.variants].find((v) => v.id === variant.basedOn)!;
  const acts = saidActs(kept, id).filter((act) => !act.isOff);
  const lower = (name: string) => (/^[A-Z][a-z]/.test(name) ? name[0]!.toLowerCase() + name.slice(1) : name);
  return `${variant.name} = ${[parent.name, ...acts.map((act) => lower(act.name))].join(' + ')}`;
}
