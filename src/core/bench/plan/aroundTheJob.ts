import { CAUTIONS } from '../../judgement/cautions';
import { actsAs } from '../../document/parts/part';
import { isReservoir } from '../../document/parts/ports';
import { partVolumeM3 } from '../../document/parts/partVolume';
import type { Variant } from '../../document/project/project';
import { hosesOf } from '../hoses/hoseList';
import { oilChange } from '../level/oilToAdd';
import { MINUTES, type Draft } from './planStep';

/** The oil of another season: nothing of the circuit changes. */
export function oilChangeSteps(was: string, is: string, from: Variant, to: Variant): readonly Draft[] {
  const { parts } = to.circuit;
  const filters = parts.filter((p) => actsAs(p, 'filter'));
  const inFilters = filters.reduce((sum, p) => sum + partVolumeM3(p), 0);
  const held = from.circuit.parts.reduce((sum, p) => sum + partVolumeM3(p), 0);
  const oil = parts.filter(isReservoir).reduce((sum, p) => sum + partVolumeM3(p), 0);
  return [
    {
      id: 'support',
      phase: 'prepare',
      text: 'Put the vehicle on stands and chock the wheels.',
      caution: CAUTIONS.jack,
      plannedMin: MINUTES.drain,
    },
    {
      id: 'drain',
      phase: 'prepare',
      text: `Run the engine warm, stop it, drain the ${was} ({oil}) and measure what comes out. {stays} stays in lines, filters and coolers.`,
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

/** Before anything is undone: mock-up and dry fit, then what makes it safe and clean. */
export function preparation(from: Variant, to: Variant, main: readonly Draft[]): readonly Draft[] {
  const drained = from.circuit.parts.filter(isReservoir).reduce((sum, p) => sum + partVolumeM3(p), 0);
  const newHoses = hosesOf(to).filter((h) => main.some((s) => s.id === `on-${h.part}`));
  const coolant = liquidCoolers(from) !== liquidCoolers(to);
  const steps: Draft[] = [
    {
      id: 'photograph',
      phase: 'prepare',
      text: 'Photograph and mark every hose and connector before it is undone.',
      plannedMin: MINUTES.small,
    },
    {
      id: 'support',
      phase: 'prepare',
      text: 'Put the vehicle on stands and chock the wheels. Disconnect the battery. Protect the paint.',
      caution: CAUTIONS.jack,
      plannedMin: MINUTES.drain,
    },
    {
      id: 'drain',
      phase: 'prepare',
      text: 'Run the engine warm, stop it, drain the oil ({oil}) and measure what comes out.',
      figures: { oil: { si: drained, quantity: 'volume' } },
      caution: CAUTIONS.hotOil,
      after: ['support'],
      plannedMin: MINUTES.drain,
    },
    ...(coolant
      ? [
          {
            id: 'drainCoolant',
            phase: 'prepare' as const,
            text: 'Let the engine cool, then drain the coolant and keep it clean.',
            caution: CAUTIONS.hotCoolant,
            after: ['support'],
            plannedMin: MINUTES.drain,
          },
        ]
      : []),
    {
      id: 'mockUp',
      phase: 'mockUp',
      text: 'Hold every new part in its place: clearance to belts, steering, wheels and exhaust, access for service. Make templates.',
      plannedMin: MINUTES.measure,
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
      plannedMin: MINUTES.measure,
    },
    ...newHoses.flatMap((hose): Draft[] => [
      {
        id: `make-${hose.key}`,
        phase: 'mockUp',
        text:
          hose.cut === undefined
            ? `Cut hose ${hose.name} long, make one end, offer it up, trim, make the other.`
            : `Cut hose ${hose.name} at {cut}, make one end, offer it up, trim, make the other.`,
        figures: hose.cut ? { cut: { si: hose.cut.firstCutM, quantity: 'cutLength' } } : {},
        after: ['order', `measure-${hose.key}`],
        plannedMin: MINUTES.makeHose,
      },
      {
        id: `flush-${hose.key}`,
        phase: 'mockUp',
        text: `Flush hose ${hose.name} with solvent, blow it through from both ends, cap it.`,
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
      plannedMin: MINUTES.fit,
    },
  ];
  return steps;
}

const liquidCoolers = (variant: Variant): string =>
  variant.circuit.parts
    .filter((p) => actsAs(p, 'cooler') && p.medium === 'liquid')
    .map((p) => p.id)
    .sort()
    .join(' ');

/** After the last joint: oil, sensors, clips, first start, panels. */
export function finishing(oil: string, to: Variant, from: Variant): readonly Draft[] {
  const level = oilChange(to, from);
  const fill = to.circuit.parts.filter(isReservoir).reduce((sum, p) => sum + partVolumeM3(p), 0);
  const prefilled = level.came.filter((p) => p.prefill).map((p) => p.name);
  const senders = to.circuit.parts.some((p) => actsAs(p, 'gauge'));
  const steps: Draft[] = [
    ...(prefilled.length > 0
      ? [
          {
            id: 'prefill',
            phase: 'finish' as const,
            text: `Fill ${prefilled.join(' and ')} with oil ({prefill}) where ${prefilled.length > 1 ? 'they can' : 'it can'} hold it upright.`,
            figures: { prefill: { si: level.prefillM3, quantity: 'volume' as const } },
            plannedMin: MINUTES.small,
          },
        ]
      : []),
    {
      id: 'refill',
      phase: 'finish',
      text: `Fill in {fill} of ${oil} in all. The dipstick reads up to {over} over full until the parts have filled: do not drain it.`,
      figures: {
        fill: { si: fill + level.addedM3, quantity: 'volume' },
        over: { si: level.overBeforeStartM3, quantity: 'volume' },
      },
      plannedMin: MINUTES.small,
    },
    {
      id: 'sensors',
      phase: 'finish',
      text: `Plug in again every sensor that was unplugged${senders ? ', the oil sender too' : ''}. Connect the battery.`,
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
      text: 'First start, step by step, then every joint again.',
      after: ['refill', 'sensors', 'ties'],
      plannedMin: MINUTES.finish * 2,
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
