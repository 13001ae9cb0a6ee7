import type { UnitChoice } from '../foundations/units';
import type { Project } from '../document/project/project';
import { sayAim } from './aims';
import { effectsBetween, gainedFigures, type Effects } from './effects';
import type { EffectAnswer } from './effectSchema';

/** Figures by which each aim comes nearer. */
const FIGURES_OF_AIM: Readonly<Record<EffectAnswer['aims'][number]['aim']['kind'], readonly string[]>> = {
  hotDay: ['hotDayGallery', 'hotDaySump'],
  coldCruise: ['coldCruise'],
  warmWithin: ['warmUp'],
  idlePressure: ['idle'],
  sure: [],
  coldStart: ['coldStart'],
  cleanliness: [],
  weight: ['mass'],
  hours: ['work'],
};

/** "Gains nothing for its aim", where a change is made for something and brings that no nearer; empty otherwise. */
export function sayInVain({ before, after, aims }: EffectAnswer): string {
  if (!before || !after) return '';
  const gained = new Set(gainedFigures(before, after));
  const weighed = aims.filter(({ aim }) => FIGURES_OF_AIM[aim.kind].length > 0);
  if (weighed.length === 0) {
    const { gains } = effectsBetween(before, after);
    return gains.length === 0 ? 'Gains nothing.' : '';
  }
  const isNearer = weighed.some(({ aim }) => FIGURES_OF_AIM[aim.kind].some((id) => gained.has(id)));
  const isMet = weighed.every(({ met }) => met);
  return isNearer
    ? ''
    : `Gains nothing for its ${weighed.length === 1 ? 'aim' : 'aims'}${isMet ? '' : ', which it does not meet'}.`;
}

/** The one line under the answer: the first of each. */
export function sayEffectsBriefly({ gains, costs, risks }: Effects): string {
  const part = (title: string, list: readonly string[]) =>
    list.length === 0 ? [] : [`${title}: ${list[0]}${list.length > 1 ? `, and ${list.length - 1} more` : ''}`];
  const said = [...part('Gains', gains), ...part('Costs', costs), ...part('At risk', risks)];
  return said.length === 0 ? 'Changes nothing that is weighed.' : `${said.join('. ')}.`;
}

/** How the aims stand, and the three lines. */
export function effectLines(answer: EffectAnswer, project: Project, units: UnitChoice = {}): string[] {
  const { before, after, aims } = answer;
  const lines = (title: string, list: readonly string[]) =>
    list.length === 0 ? [] : [`${title}:`, ...list.map((l) => `  ${l}.`)];
  const said = aims.map((aim) => sayAim(aim, project, units));
  if (!before || !after) return said.length > 0 ? said : ['No aims are set for this variant, and it hangs on none.'];
  const { gains, costs, risks } = effectsBetween(before, after, units);
  const vain = sayInVain(answer);
  return [
    ...(said.length > 0 ? said : ['No aims are set for this variant.']),
    ...(vain === '' ? [] : [vain]),
    ...lines('Gains', gains),
    ...lines('Costs', costs),
    ...lines('At risk', risks),
  ];
}
