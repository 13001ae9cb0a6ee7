import { CAUTIONS } from '../../judgement/cautions';
import { actsAs, type Part } from '../../document/parts/part';
import { isReservoir } from '../../document/parts/ports';
import { partVolumeM3 } from '../../document/parts/partVolume';
import { atSpeedRevS } from '../../document/project/conditions';
import type { Project, Variant } from '../../document/project/project';
import { hosesOf, type Hose } from '../hoses/hoseList';
import { oilChange } from '../level/oilToAdd';
import { hoseCraft } from './craft';
import { MINUTES, type Draft } from './planStep';

/** On its wheels, before anything is opened: warm oil runs out, hot oil burns. @source common practice, no source */
const WARM_K = 273.15 + 50;

const warm = (after: readonly string[]): Draft => ({
  id: 'warm',
  phase: 'prepare',
  text: 'On its wheels and in the open, run the engine until its oil is warm, about {oil}, not hot. Stop it.',
  figures: { oil: { si: WARM_K, quantity: 'temperature' } },
  after,
  plannedMin: MINUTES.warm,
});
const SUPPORT: Draft = {
  id: 'support',
  phase: 'prepare',
  text: 'On level ground, chock the wheels and put the vehicle on stands. Protect the paint.',
  caution: CAUTIONS.jack,
  after: ['warm'],
  plannedMin: MINUTES.support,
};

/** The oil of another season: nothing of the circuit changes. */
export function oilChangeSteps(was: string, is: string, from: Variant, to: Variant): readonly Draft[] {
  const { parts } = to.circuit;
  const filters = parts.filter((p) => actsAs(p, 'filter'));
  const inFilters = filters.reduce((sum, p) => sum + partVolumeM3(p), 0);
  const held = from.circuit.parts.reduce((sum, p) => sum + partVolumeM3(p), 0);
  const oil = parts.filter(isReservoir).reduce((sum, p) => sum + partVolumeM3(p), 0);
  return [
    warm([]),
    SUPPORT,
    {
      id: 'drain',
      phase: 'prepare',
      text: `Drain the ${was} ({oil}) and measure what comes out. {stays} stays in lines, filters and coolers.`,
      figures: { oil: { si: oil, quantity: 'volume' }, stays: { si: Math.max(0, held - oil), quantity: 'volume' } },
      caution: CAUTIONS.hotOil,
      after: ['support'],
      plannedMin: MINUTES.drain,
    },
    ...(filters.length > 0
      ? [
          {
            id: 'filters',
            phase: 'main' as const,
            text: `Change the element of ${filters.map((p) => p.name).join(' and ')}. Oil its seal; check that the old one came off with it.`,
            plannedMin: MINUTES.set,
          },
        ]
      : []),
    {
      id: 'refill',
      phase: 'finish',
      text: `New washer on the drain plug. Fill in {fill} of ${is}.`,
      // A new element is empty.
      figures: { fill: { si: oil + inFilters, quantity: 'volume' } },
      plannedMin: MINUTES.small,
    },
    {
      id: 'firstStart',
      phase: 'finish',
      text: 'Start, watch the pressure come within seconds, stop, look at the drain plug and the filter, set the level.',
      after: ['refill'],
      plannedMin: MINUTES.finish,
    },
  ];
}

/** Before anything is undone: the gauge as it is, mock-up and dry fit, then what makes it safe and clean. */
export function preparation(project: Project, from: Variant, to: Variant, main: readonly Draft[]): readonly Draft[] {
  const drained = from.circuit.parts.filter(isReservoir).reduce((sum, p) => sum + partVolumeM3(p), 0);
  const newHoses = hosesOf(to).filter((h) => main.some((s) => s.id === `on-${h.part}`));
  const steps: Draft[] = [
    {
      id: 'baseline',
      phase: 'mockUp',
      text: 'Before anything is opened: read the oil gauge with the engine hot, at idle and at {speed}, and the dipstick. Type the readings in under Gauge.',
      figures: { speed: { si: atSpeedRevS(project.engine.maximumSpeedRevS), quantity: 'speed' } },
      plannedMin: MINUTES.baseline,
    },
    {
      id: 'mockUp',
      phase: 'mockUp',
      text: 'Hold every new part in its place: clearance to belts, steering, wheels and exhaust, access for service. Make templates.',
      after: ['baseline'],
      plannedMin: MINUTES.mockUp,
    },
    ...newHoses.map((hose): Draft => ({
      id: `measure-${hose.key}`,
      phase: 'mockUp',
      text: `Measure hose ${hose.name} along its route with a string, seat to seat.`,
      after: ['mockUp'],
      plannedMin: MINUTES.measure,
    })),
    {
      id: 'order',
      phase: 'mockUp',
      text: 'Order by the list of parts, and check the delivery against it.',
      after: ['mockUp', ...newHoses.map((h) => `measure-${h.key}`)],
      plannedMin: MINUTES.order,
    },
    ...newHoses.flatMap((hose, i): Draft[] => [
      {
        id: `make-${hose.key}`,
        phase: 'mockUp',
        text: makeWords(hose, newHoses.slice(0, i)),
        figures: hose.cut
          ? {
              over: { si: hose.cut.firstCutM - hose.cut.cutM, quantity: 'cutLength' },
              cut: { si: hose.cut.cutM, quantity: 'cutLength' },
            }
          : {},
        after: ['order'],
        plannedMin: MINUTES.makeHose,
      },
      {
        id: `flush-${hose.key}`,
        phase: 'mockUp',
        text: `Flush hose ${hose.name} with solvent, let it dry, blow it through from both ends, cap it.`,
        caution: CAUTIONS.solvent,
        after: [`make-${hose.key}`],
        plannedMin: MINUTES.flush,
      },
    ]),
    {
      id: 'dryFit',
      phase: 'mockUp',
      text: 'Dry fit everything loosely. Nothing is tightened yet.',
      after: ['order', ...newHoses.map((h) => `flush-${h.key}`)],
      plannedMin: MINUTES.dryFit,
    },
    {
      id: 'photograph',
      phase: 'prepare',
      text: 'Photograph and mark every hose and connector before it is undone.',
      plannedMin: MINUTES.small,
    },
    ...(opensCoolant(from, to)
      ? [
          {
            id: 'drainCoolant',
            phase: 'prepare' as const,
            text: 'With the engine cold, drain the coolant into a clean pan and keep it.',
            caution: CAUTIONS.hotCoolant,
            after: ['photograph'],
            plannedMin: MINUTES.coolant,
          },
        ]
      : []),
    // Coolant is opened cold, and an engine without coolant is not run: its oil runs out cold.
    ...(opensCoolant(from, to) ? [{ ...SUPPORT, after: ['drainCoolant'] }] : [warm(['photograph']), SUPPORT]),
    {
      id: 'drain',
      phase: 'prepare',
      text: 'Drain the oil ({oil}) into a pan that holds it all, and measure what comes out. New washer on the plug.',
      figures: { oil: { si: drained, quantity: 'volume' } },
      caution: CAUTIONS.hotOil,
      after: ['support'],
      plannedMin: MINUTES.drain,
    },
    {
      id: 'battery',
      phase: 'prepare',
      text: 'Take the minus lead off the battery: first off, last on.',
      after: ['support'],
      plannedMin: MINUTES.small,
    },
  ];
  return steps;
}

/** How a hose is made; its craft is told at the first of its kind. */
function makeWords(hose: Hose, before: readonly Hose[]): string {
  const cut =
    hose.cut === undefined ? `Cut hose ${hose.name} long` : `Cut hose ${hose.name} {over} longer than its {cut}`;
  // There is nothing to make of a hose that is only pushed on.
  if (hose.from.end.style === 'tail' && hose.to.end.style === 'tail') return `${cut}, square. Offer it up and trim it.`;
  const craft = hoseCraft(hose);
  const like = before.find((other) => hoseCraft(other) === craft);
  const how = like ? `Make it as hose ${like.name}: one end` : `${craft} Make one end`;
  return `${cut}. ${how}, offer it up, trim, make the other.`;
}

/** Coolers that coolant goes through, as text. */
const liquidCoolers = (variant: Variant): string =>
  variant.circuit.parts
    .filter((p) => actsAs(p, 'cooler') && p.medium === 'liquid' && p.coolantLooped !== true)
    .map((p) => p.id)
    .sort()
    .join(' ');
const opensCoolant = (from: Variant, to: Variant): boolean => liquidCoolers(from) !== liquidCoolers(to);

/** Steps of the circuit with what can be filled upright filled before it is fitted. */
export function filledFirst(from: Variant, to: Variant, main: readonly Draft[]): readonly Draft[] {
  const { came, prefillM3 } = oilChange(to, from);
  const filled = came.filter((p) => p.prefill && main.some((s) => s.id === `on-${p.part}`));
  if (filled.length === 0) return main;
  const isFilterAmong = to.circuit.parts.some(
    (part) => actsAs(part, 'element') && filled.some((p) => p.part === part.id),
  );
  const first = main.findIndex((s) => filled.some((p) => s.id === `on-${p.part}`));
  const prefill: Draft = {
    id: 'prefill',
    phase: 'main',
    text: `Fill ${filled.map((p) => p.name).join(' and ')} with new oil ({prefill}) as far as ${filled.length > 1 ? 'they hold' : 'it holds'} it upright${isFilterAmong ? ', a filter through its outer holes only' : ''}. Keep the ports up while fitting.`,
    figures: { prefill: { si: prefillM3, quantity: 'volume' } },
    plannedMin: MINUTES.small,
  };
  return [
    ...main.slice(0, first),
    prefill,
    ...main
      .slice(first)
      .map((s) => (filled.some((p) => s.id === `on-${p.part}`) ? { ...s, after: [...(s.after ?? []), 'prefill'] } : s)),
  ];
}

/** After the last joint: coolant, oil, sensors, clips, first start, panels. */
export function finishing(oil: string, to: Variant, from: Variant): readonly Draft[] {
  const level = oilChange(to, from);
  const fill = to.circuit.parts.filter(isReservoir).reduce((sum, p) => sum + partVolumeM3(p), 0);
  const senders = to.circuit.parts.some((p) => actsAs(p, 'gauge'));
  const coolant = opensCoolant(from, to);
  const gone = coolant ? looseCoolant(from, to) : [];
  const steps: Draft[] = [
    ...(gone.length > 0
      ? [
          {
            id: 'closeCoolant',
            phase: 'finish' as const,
            text: `Close the two coolant connections that ${gone.join(' and ')} left open: join them with one hose and two clamps, or plug each.`,
            plannedMin: MINUTES.join,
          },
        ]
      : []),
    ...(coolant
      ? [
          {
            id: 'fillCoolant',
            phase: 'finish' as const,
            text: 'Fill the coolant in and bleed it as the maker says. Look at every clamp that was opened.',
            after: gone.length > 0 ? ['closeCoolant'] : [],
            plannedMin: MINUTES.coolant,
          },
        ]
      : []),
    {
      id: 'refill',
      phase: 'finish',
      text: `Fill in {fill} of ${oil} in all, what was filled upright counted. The dipstick reads up to {over} over full until the parts have filled: do not drain it.`,
      figures: {
        fill: { si: fill + level.addedM3, quantity: 'volume' },
        over: { si: level.overBeforeStartM3, quantity: 'volume' },
      },
      plannedMin: MINUTES.small,
    },
    {
      id: 'sensors',
      phase: 'finish',
      text: `Plug in again every sensor that was unplugged${senders ? ', the oil sender too' : ''}. Connect the battery’s minus lead, the last of all.`,
      plannedMin: MINUTES.small,
    },
    {
      id: 'ties',
      phase: 'finish',
      text: 'Clip every hose; no edge, belt, steering part or wheel may touch one. Wipe all joints dry.',
      plannedMin: MINUTES.finish,
    },
    {
      id: 'firstStart',
      phase: 'finish',
      text: `First start, step by step, then every joint again${coolant ? '; bleed the coolant again when the thermostat has opened, its cap shut while hot' : ''}.`,
      after: ['refill', 'sensors', 'ties', ...(coolant ? ['fillCoolant'] : [])],
      plannedMin: MINUTES.firstStart,
    },
    {
      id: 'panels',
      phase: 'finish',
      text: 'Refit panels and undertrays.',
      after: ['firstStart'],
      plannedMin: MINUTES.finish,
    },
  ];
  return steps;
}

/** Coolant-fed coolers that come off: what fed them stays open. */
const looseCoolant = (from: Variant, to: Variant): readonly string[] =>
  from.circuit.parts
    .filter((p: Part) => actsAs(p, 'cooler') && p.medium === 'liquid' && p.coolantLooped !== true)
    .filter((p) => !to.circuit.parts.some((now) => now.id === p.id))
    .map((p) => p.name);
