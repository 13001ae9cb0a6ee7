import { capital } from '../../foundations/text';
import { sayMove } from '../../document/moves/sayMove';
import { JUDGES } from './aspects';
import type { AuditContext } from './context';
import { WEIGHTS, type Finding, type Weight } from './finding';
import type { Rule } from './rule';
import type { RuleId } from './rules';

/** The rule's findings in full, with the aspect of the verdict that each decides and the user's waivers. */
export function findingsOf(each: Rule<RuleId>, context: AuditContext): Finding[] {
  const judges = JUDGES[each.id];
  return each.find(context).map((found) => ({
    rule: each.id,
    title: each.title,
    weight: found.weight,
    aspect: judges.aspect,
    is: found.isUnknown ? 'unknown' : fails(found.weight, judges.from) ? 'fails' : 'holds',
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

const fails = (weight: Weight, from: Weight | null): boolean =>
  from !== null && WEIGHTS.indexOf(weight) <= WEIGHTS.indexOf(from);
