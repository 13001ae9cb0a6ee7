import { capital } from '../../foundations/text';
import type { Quantity } from '../../foundations/units';
import type { Move } from '../moves/move';
import { sayMove } from '../moves/sayMove';
import { partFields } from '../parts/partFields';
import { chainOf, type KeptProject } from '../project/keptProject';
import type { Circuit } from '../project/project';
import type { Act } from './act';
import { circuitOf } from './deriveProject';
import { outcomeOf } from './replay';

/** A figure that an act sets, with what it was before. */
export interface SaidFigure {
  readonly title: string;
  /** Undefined for what is no number. */
  readonly quantity: Quantity | undefined;
  readonly before: unknown;
  readonly after: unknown;
}

/** An act of a variant as the user reads it. */
export interface SaidAct {
  readonly id: string;
  /** As the user calls it, or as its moves are said. */
  readonly name: string;
  /** Each of its moves, said on the circuit that it is made on. */
  readonly moves: readonly string[];
  /** Figures that it sets, as far as they are fields of their parts. */
  readonly figures: readonly SaidFigure[];
  /** Moves of it that cannot be made, by their place, and why; empty where all are. */
  readonly troubles: readonly { readonly move: number; readonly why: string }[];
  readonly isOff: boolean;
  readonly isWhatIf: boolean;
  /** True where an older file kept it here though it was typed, measured or fitted. */
  readonly isAsked: boolean;
}

const nameOf = (act: Act, moves: readonly string[]): string =>
  act.name ?? capital(moves.length === 1 ? moves[0]! : `${moves[0]!} and ${moves.length - 1} more`);

/** A part's id says nothing to a reader. */
const inWords = (why: string): string =>
  why.replace(/^There is no part \S+ in this circuit\.$/, 'What it is about is not in this circuit any more.');

function figuresOf({ parts }: Circuit, move: Move): SaidFigure[] {
  const part = move.kind === 'set' ? parts.find((p) => p.id === move.part) : undefined;
  if (move.kind !== 'set' || !part) return [];
  const fields = new Map(partFields(part).map((f) => [f.path.join('.'), f]));
  return [move, ...(move.with ?? [])].flatMap(({ path, value }) => {
    const field = fields.get(path.join('.'));
    if (!field) return [];
    const quantity = field.input.kind === 'number' ? field.input.quantity : undefined;
    return [{ title: field.title, quantity, before: field.value, after: value }];
  });
}

/** The acts of a variant in order; of the engine as it is there are none. */
export function saidActs(kept: KeptProject, id: string): readonly SaidAct[] {
  const variant = kept.variants.find((v) => v.id === id);
  if (!variant) return [];
  let circuit = circuitOf(kept, variant.basedOn);
  return variant.acts.map((act) => {
    const moves: string[] = [];
    const troubles: SaidAct['troubles'][number][] = [];
    const figures: SaidFigure[] = [];
    let here = circuit;
    for (const [move, made] of act.moves.entries()) {
      const outcome = outcomeOf(here, made);
      // Where it cannot be made, what it is about may have no name here any more.
      moves.push(outcome.ok ? sayMove(here, made.move) : (made.said ?? sayMove(here, made.move)));
      figures.push(...figuresOf(here, made.move));
      if (outcome.ok) here = outcome.circuit;
      else if (!act.off) troubles.push({ move, why: inWords(outcome.why) });
    }
    if (!act.off) circuit = here;
    return {
      id: act.id,
      name: nameOf(act, moves),
      moves,
      figures,
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
  const acts = saidActs(kept, id).filter((act) => !act.isOff && act.troubles.length === 0);
  const lower = (name: string) => (/^[A-Z][a-z]/.test(name) ? name[0]!.toLowerCase() + name.slice(1) : name);
  return `${variant.name} = ${[parent.name, ...acts.map((act) => lower(act.name))].join(' + ')}`;
}
