import { actsAs } from '../../document/parts/part';
import type { Variant } from '../../document/project/project';
import { LEAST_READ_M3, oilChange } from '../level/oilToAdd';
import { isInPan, watchAct } from '../partWork';
import type { Fact } from './facts';
import { about, fillM3 } from './fill';
import { MINUTES, type Draft } from './planStep';
import { coolantOpened } from './scope';

/** What is done again of what a job opened, and the first start: what is drained is filled, what is off goes on. */
export function finishing(oil: string, from: Variant, to: Variant, before: readonly Draft[]): readonly Draft[] {
  const made = new Set(before.flatMap((s) => s.makes));
  const isMade = (fact: Fact) => made.has(fact);
  const all = before.filter((s) => s.phase === 'main').flatMap((s) => s.makes);
  const inside = to.circuit.parts.filter(isInPan).flatMap((p): Fact[] => [`on ${p.id}`, `set ${p.id}`]);
  const isPanOther = to.circuit.parts.some((p) => actsAs(p, 'pan') && (isMade(`on ${p.id}`) || isMade(`set ${p.id}`)));
  const coolant = coolantOpened(from, to);
  const drained = isMade('oilOut');
  const closed: readonly Fact[] = isMade('panOff') ? ['panOn'] : [];
  const wired = before.some((s) => s.makes.some((fact) => fact.startsWith('wired ')));
  const laid = before.some((s) => /^(on|lay)-/.test(s.id) && s.text.startsWith('Lay hose'));
  const plugged = to.circuit.parts.some((p) => actsAs(p, 'gauge'));
  const steps: Draft[] = [];
  if (isMade('panOff'))
    steps.push({
      id: 'panOn',
      phase: 'main',
      text: `${isPanOther ? 'Turn the crank once by hand: nothing may touch. ' : ''}Put the pan up with its new gasket, all bolts by hand, then crosswise from the middle to the maker’s torque, twice round.`,
      needs: [...inside.filter((fact) => isMade(fact)), ...(isMade('bung') ? (['bung'] as const) : [])],
      makes: ['panOn'],
      plannedMin: MINUTES.pan,
    });
  const ready: readonly Fact[] = [...all, ...closed];
  if (isMade('coolantOut')) {
    const gone = coolant.gone.map((p) => p.name);
    if (gone.length > 0)
      steps.push({
        id: 'closeCoolant',
        phase: 'finish',
        text: `Close the two coolant connections that ${gone.join(' and ')} left open: join them with one hose and two clamps, or plug each.`,
        needs: [],
        makes: ['coolantShut'],
        plannedMin: MINUTES.join,
      });
    steps.push({
      id: 'fillCoolant',
      phase: 'finish',
      text: 'Fill the coolant in and bleed it as the maker says. Look at every clamp that was opened.',
      needs: [...ready, ...(gone.length > 0 ? (['coolantShut'] as const) : [])],
      makes: ['coolantIn'],
      plannedMin: MINUTES.coolant,
    });
  }
  steps.push(refill(oil, from, to, drained, ready));
  steps.push({
    id: 'sensors',
    phase: 'finish',
    text: `Plug in again every sensor that was unplugged${plugged ? ', the oil sender too' : ''}. Connect the battery’s minus lead, the last of all.${wired ? ' Then put the fuse in and try what was wired.' : ''}`,
    needs: ready,
    makes: ['batteryOn'],
    plannedMin: MINUTES.small,
  });
  if (laid)
    steps.push({
      id: 'ties',
      phase: 'finish',
      text: 'Clip every hose; no edge, belt, steering part or wheel may touch one. Wipe all joints dry.',
      needs: ready,
      makes: ['clipped'],
      plannedMin: MINUTES.finish,
    });
  steps.push({
    id: 'firstStart',
    phase: 'finish',
    text: `First start, step by step, then every joint again${isMade('coolantOut') ? '; bleed the coolant again when the thermostat has opened, its cap shut while hot' : ''}.`,
    needs: [
      'oilIn',
      'batteryOn',
      ...(laid ? (['clipped'] as const) : []),
      ...(isMade('coolantOut') ? (['coolantIn'] as const) : []),
    ],
    makes: ['started'],
    plannedMin: MINUTES.firstStart,
  });
  const was = new Map(from.circuit.parts.map((p) => [p.id, p]));
  for (const part of to.circuit.parts) {
    const act = was.has(part.id) ? undefined : watchAct(part);
    if (act)
      steps.push({
        id: `watch-${part.id}`,
        phase: 'finish',
        text: act.text,
        ...(act.figures ? { figures: act.figures } : {}),
        ...(act.caution ? { caution: act.caution } : {}),
        needs: ['started'],
        makes: [],
        plannedMin: act.minutes ?? MINUTES.small,
      });
  }
  if (isMade('supported'))
    steps.push({
      id: 'panels',
      phase: 'finish',
      text: 'Refit panels and undertrays; lower it off its stands.',
      needs: ['started'],
      makes: [],
      plannedMin: MINUTES.finish,
    });
  return steps;
}

/** Oil back in: all of it where it was drained, else what the job has taken. */
function refill(oil: string, from: Variant, to: Variant, drained: boolean, ready: readonly Fact[]): Draft {
  const level = oilChange(to, from);
  const more =
    level.overBeforeStartM3 > LEAST_READ_M3
      ? ' The dipstick reads up to {over} over full until the parts have filled: do not drain it.'
      : '';
  const isPrefilled = level.prefillM3 > LEAST_READ_M3;
  const allM3 = fillM3(to) + level.addedM3;
  const restM3 = level.addedM3 - level.prefillM3;
  const figures = {
    all: { si: allM3, quantity: 'volume' },
    fill: { si: Math.max(0, allM3 - level.prefillM3), quantity: 'volume' },
    rest: { si: Math.max(0, restM3), quantity: 'volume' },
    over: { si: level.overBeforeStartM3, quantity: 'volume' },
  } as const;
  const where = to.circuit.parts.some((p) => actsAs(p, 'tank')) ? ' into the tank' : '';
  const text = drained
    ? isPrefilled
      ? `Fill in ${about(to)}{fill} of ${oil}${where}: with what was filled upright that makes {all} in all.${more}`
      : `Fill in ${about(to)}{all} of ${oil}${where}.${more}`
    : restM3 > LEAST_READ_M3
      ? `Fill up to the upper mark with ${oil}, and {rest} more for what the new parts ${isPrefilled ? 'still ' : ''}take.${more}`
      : `Fill up to the upper mark with ${oil}.`;
  return { id: 'refill', phase: 'finish', text, figures, needs: ready, makes: ['oilIn'], plannedMin: MINUTES.small };
}
