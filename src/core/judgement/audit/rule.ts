import { capital } from '../../foundations/text';
import type { Move } from '../../document/moves/move';
import { sayMove } from '../../document/moves/sayMove';
import type { Quantity } from '../../foundations/units';
import type { AuditContext } from './context';
import { COMMON_PRACTICE, type Figure, type Finding, type Weight } from './finding';
import type { SpeedAndOil } from '../../network/solve/state';

/** What a rule found, before its name and its source are put to it. */
export interface Found {
  readonly weight: Weight;
  readonly part: string | null;
  readonly what: string;
  readonly why: string;
  readonly remedies?: readonly string[];
  readonly state?: SpeedAndOil;
  readonly figures?: Readonly<Record<string, Figure>>;
  readonly moves?: readonly Move[];
}

/** One rule of the audit: a pure function of the circuit and its answers. */
export interface Rule {
  readonly id: string;
  readonly title: string;
  readonly source: string;
  find(context: AuditContext): readonly Found[];
}

/** @param source where the rule comes from; common practice where nothing else is said */
export function rule(id: string, title: string, find: Rule['find'], source = COMMON_PRACTICE): Rule {
  return { id, title, source, find };
}

export const fig = (si: number, quantity: Quantity): Figure => ({ si, quantity });

/** Speed and oil of the condition in which a figure was found: a sentence says them as {speed} and {oil}. */
export const when = ({ speedRevS, oilTemperatureK }: SpeedAndOil): Readonly<Record<'speed' | 'oil', Figure>> => ({
  speed: fig(speedRevS, 'speed'),
  oil: fig(oilTemperatureK, 'temperature'),
});

/** The rule's findings in full, with the user's waivers. */
export function findingsOf(each: Rule, context: AuditContext): Finding[] {
  return each.find(context).map((found) => ({
    rule: each.id,
    title: each.title,
    weight: found.weight,
    part: found.part,
    state: found.state ?? null,
    what: found.what,
    why: found.why,
    remedies: [...(found.remedies ?? [])],
    source: each.source,
    figures: { ...found.figures },
    moves: (found.moves ?? []).map((move) => {
      const label = sayMove(context.circuit, move);
      return { label: capital(label), move };
    }),
    waived: context.variant.waivers.find((w) => w.rule === each.id && (w.part ?? null) === found.part)?.reason ?? null,
  }));
}
