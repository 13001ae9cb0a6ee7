import { CAUTIONS } from './cautions';
import { formatQuantity, type UnitChoice } from '../foundations/units';
import { activeVariant, inSeason, type Project } from '../document/project/project';
import { PICKUP_WORDS, sayPickup } from './pickup/sayPickup';
import { sayFinding } from './audit/sayFinding';
import { WEIGHTS } from './audit/finding';
import { sayMargin, sayVerdict, sayWhy } from './supply/say';
import type { Check } from './verdict/check';
import { sayWhole } from './verdict/sayWhole';

/** Findings from this weight on are in a summary. */
const LEAST_WEIGHT = WEIGHTS.indexOf('mend');
const WEIGHT_WORDS = { stop: 'Critical', mend: 'To fix', look: 'Note', note: 'Note' } as const;

/**
 * What a project's open variant comes to, as plain text for a message or a notebook: the verdict, each component at its
 * worst over the range, and what the audit finds.
 */
export function summaryOf(project: Project, check: Check, units: UnitChoice = {}): string {
  const { sweep, findings, verdict, certainty } = check;
  const { head, sure, detail, over } = sayWhole(verdict, certainty, units);
  const variant = activeVariant(project);
  const { oil, range, engine } = inSeason(project, variant);
  const t = (k: number) => formatQuantity(k, 'temperature', units);
  const heavy = findings.filter((f) => f.waived === null && WEIGHTS.indexOf(f.weight) <= LEAST_WEIGHT);
  const dismissed = findings.filter((f) => f.waived !== null);
  return [
    `${project.name}, ${variant.name}${project.madeUp ? ' (invented demo data)' : ''}`,
    `${oil.name}, ${t(range.coldestOilK)} to ${t(range.hottestOilK)}, idle ${formatQuantity(engine.idleSpeedRevS, 'speed', units)}, redline ${formatQuantity(engine.maximumSpeedRevS, 'speed', units)}`,
    '',
    `${head}${sure === '' ? '' : ` (${sure})`}.`,
    ...(detail === '' ? [] : [detail]),
    `${over}.`,
    ...sweep.consumers.map((c) => {
      const { decisive = null, state } = c.worst ?? {};
      const at = state
        ? ` Closest to a limit at ${formatQuantity(state.speedRevS, 'speed', units)}, ${t(state.oilTemperatureK)}.`
        : '';
      return `- ${c.name}: ${sayVerdict(c.verdict, decisive)}${decisive ? `, ${sayMargin(decisive, units)}` : ''}. ${sayWhy(c.verdict, decisive, units)}${at}`;
    }),
    `- Pickup: ${PICKUP_WORDS[sweep.pickup.verdict]}. ${sayPickup(sweep.pickup)}`,
    ...(heavy.length > 0 ? ['', 'Audit:'] : []),
    ...heavy.map((f) => `- ${WEIGHT_WORDS[f.weight]}: ${f.title}. ${sayFinding(f, f.what, units)}`),
    ...dismissed.map((f) => `- Dismissed: ${f.title} (${f.waived})`),
    '',
    `Calculated with Tidal Gauge. ${CAUTIONS.makersLimits} ${CAUTIONS.qualified}`,
  ].join('\n');
}
