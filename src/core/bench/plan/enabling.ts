import { CAUTIONS } from '../../judgement/cautions';
import { actsAs } from '../../document/parts/part';
import { isReturn } from '../../document/parts/ports';
import { partVolumeM3 } from '../../document/parts/partVolume';
import { atSpeedRevS } from '../../document/project/conditions';
import type { Project, Variant } from '../../document/project/project';
import { hosesOf, type Hose } from '../hoses/hoseList';
import { returnEndOf } from '../hoses/returnEnd';
import { measureFirst } from '../items/measureFirst';
import { hoseCraft } from './craft';
import { MINUTES, type Draft } from './planStep';
import { about, fillM3 } from './fill';
import { coolantOpened } from './scope';

/** On its wheels, before anything is opened: warm oil runs out, hot oil burns. @source common practice, no source */
const WARM_K = 273.15 + 50;

const WARM: Draft = {
  id: 'warm',
  phase: 'prepare',
  text: 'On its wheels and in the open, run the engine until its oil is warm, about {oil}, not hot. Stop it.',
  figures: { oil: { si: WARM_K, quantity: 'temperature' } },
  needs: ['marked'],
  makes: ['warm'],
  plannedMin: MINUTES.warm,
};
const SUPPORT: Draft = {
  id: 'support',
  phase: 'prepare',
  text: 'On level ground, chock the wheels and put the vehicle on stands. Protect the paint.',
  caution: CAUTIONS.jack,
  needs: ['warm'],
  makes: ['supported'],
  plannedMin: MINUTES.support,
};

/** The oil of another season: nothing of the circuit changes. */
export function oilChangeSteps(was: string, is: string, from: Variant, to: Variant): readonly Draft[] {
  const { parts } = to.circuit;
  const filters = parts.filter((p) => actsAs(p, 'filter'));
  const inFilters = filters.reduce((sum, p) => sum + partVolumeM3(p), 0);
  const held = from.circuit.parts.reduce((sum, p) => sum + partVolumeM3(p), 0);
  const oil = fillM3(to);
  return [
    { ...WARM, needs: [] },
    SUPPORT,
    {
      id: 'drain',
      phase: 'prepare',
      text: `Drain the ${was} (${about(to)}{oil}) and measure what comes out. {stays} stays in lines, filters and coolers.`,
      figures: { oil: { si: oil, quantity: 'volume' }, stays: { si: Math.max(0, held - oil), quantity: 'volume' } },
      caution: CAUTIONS.hotOil,
      needs: ['supported'],
      makes: ['oilOut'],
      plannedMin: MINUTES.drain,
    },
    ...(filters.length > 0
      ? [
          {
            id: 'filters',
            phase: 'main' as const,
            text: `Change the element of ${filters.map((p) => p.name).join(' and ')}. Oil its seal; check that the old one came off with it.`,
            needs: ['oilOut'] as const,
            makes: [],
            plannedMin: MINUTES.set,
          },
        ]
      : []),
    {
      id: 'refill',
      phase: 'finish',
      text: `New washer on the drain plug. Fill in ${about(to)}{fill} of ${is}, to the upper mark.`,
      // A new element is empty.
      figures: { fill: { si: oil + inFilters, quantity: 'volume' } },
      needs: ['oilOut'],
      makes: ['oilIn'],
      plannedMin: MINUTES.small,
    },
    {
      id: 'firstStart',
      phase: 'finish',
      text: 'Start, watch the pressure come within seconds, stop, look at the drain plug and the filter, set the level.',
      needs: ['oilIn'],
      makes: ['started'],
      plannedMin: MINUTES.finish,
    },
  ];
}

/** The gauge as it is: the first step of every job. */
export const baseline = (project: Project): Draft => ({
  id: 'baseline',
  phase: 'mockUp',
  text: 'Before anything is opened: read the oil gauge with the engine hot, at idle and at {speed}, and the dipstick. Type the readings in under Gauge.',
  figures: { speed: { si: atSpeedRevS(project.engine.maximumSpeedRevS), quantity: 'speed' } },
  needs: [],
  makes: ['baseline'],
  plannedMin: MINUTES.baseline,
});

/** Steps before the work itself, each in the job only where something needs what it makes. */
export function preparation(from: Variant, to: Variant, main: readonly Draft[]): readonly Draft[] {
  const made = new Set(main.flatMap((s) => s.makes));
  const isNew = (hose: Hose) => made.has(`on ${hose.key}`) || made.has(`on ${hose.part}`);
  const hoses = hosesOf(to).filter(isNew);
  const coolant = coolantOpened(from, to);
  const isCoolant = coolant.gone.length + coolant.came.length > 0;
  return [
    {
      id: 'mockUp',
      phase: 'mockUp',
      text: 'Hold every new part in its place: clearance to belts, steering, wheels and exhaust, access for service. Make templates.',
      needs: ['baseline'],
      makes: ['mockedUp'],
      plannedMin: MINUTES.mockUp,
    },
    ...hoses.map((hose): Draft => ({
      id: `measure-${hose.key}`,
      phase: 'mockUp',
      text: `Measure hose ${hose.name} along its route with a string, seat to seat.`,
      needs: ['mockedUp'],
      makes: [`measured ${hose.key}`],
      plannedMin: MINUTES.measure,
    })),
    {
      id: 'order',
      phase: 'mockUp',
      text:
        measureFirst(to, from).length > 0
          ? 'Settle what is to be measured first, order by the list of parts, and check the delivery against it.'
          : 'Order by the list of parts, and check the delivery against it.',
      needs: ['baseline', ...hoses.map((h) => `measured ${h.key}` as const)],
      makes: ['ordered'],
      plannedMin: MINUTES.order,
    },
    ...madeHoses(hoses),
    {
      id: 'dryFit',
      phase: 'mockUp',
      text: 'Dry fit everything loosely. Nothing is tightened yet.',
      needs: ['mockedUp', 'ordered', ...hoses.map((h) => `flushed ${h.key}` as const)],
      makes: ['dryFitted'],
      plannedMin: MINUTES.dryFit,
    },
    {
      id: 'photograph',
      phase: 'prepare',
      text: 'Photograph and mark every hose and connector before it is undone.',
      needs: [],
      makes: ['marked'],
      plannedMin: MINUTES.small,
    },
    {
      id: 'drainCoolant',
      phase: 'prepare',
      text: 'With the engine cold, drain the coolant into a clean pan and keep it.',
      caution: CAUTIONS.hotCoolant,
      needs: ['marked'],
      makes: ['coolantOut'],
      plannedMin: MINUTES.coolant,
    },
    // Coolant is opened cold, and an engine without coolant is not run: its oil runs out cold.
    ...(isCoolant ? [{ ...SUPPORT, needs: ['coolantOut'] as const }] : [WARM, SUPPORT]),
    {
      id: 'drain',
      phase: 'prepare',
      text: `Drain the oil (${about(from)}{oil}) into a pan that holds it all, and measure what comes out. New washer on the plug.`,
      figures: { oil: { si: fillM3(from), quantity: 'volume' } },
      caution: CAUTIONS.hotOil,
      needs: ['supported'],
      makes: ['oilOut'],
      plannedMin: MINUTES.drain,
    },
    {
      id: 'battery',
      phase: 'prepare',
      text: 'Take the minus lead off the battery: first off, last on.',
      // An engine that is run first needs it.
      needs: main.some((s) => s.needs.includes('oilOut')) ? ['supported'] : [],
      makes: ['batteryOff'],
      plannedMin: MINUTES.small,
    },
    {
      id: 'panOff',
      phase: 'prepare',
      text: 'Undo the pan’s bolts crosswise, the last two by hand; free its gasket without levering on the face and lower it level.',
      needs: ['oilOut', 'batteryOff', 'marked'],
      makes: ['panOff'],
      plannedMin: MINUTES.pan,
    },
    ...bungs(to, (part) => made.has(`on ${part}`)),
  ];
}

/** Each hose made and flushed; the caution of the solvent stands at the first. */
const madeHoses = (hoses: readonly Hose[]): readonly Draft[] =>
  hoses.flatMap((hose, i): Draft[] => [
    {
      id: `make-${hose.key}`,
      phase: 'mockUp',
      text: makeWords(hose, hoses.slice(0, i)),
      figures: hose.cut
        ? {
            over: { si: hose.cut.firstCutM - hose.cut.cutM, quantity: 'cutLength' },
            cut: { si: hose.cut.cutM, quantity: 'cutLength' },
          }
        : {},
      needs: ['ordered'],
      makes: [`made ${hose.key}`],
      plannedMin: MINUTES.makeHose,
    },
    {
      id: `flush-${hose.key}`,
      phase: 'mockUp',
      text: `Flush hose ${hose.name} with solvent, let it dry, blow it through from both ends, cap it.`,
      ...(i === 0 ? { caution: CAUTIONS.solvent } : {}),
      needs: [`made ${hose.key}`],
      makes: [`flushed ${hose.key}`],
      plannedMin: MINUTES.flush,
    },
  ]);

/** Where new returns go into the pan. */
function bungs(to: Variant, isNew: (part: string) => boolean): readonly Draft[] {
  const letters = new Map(hosesOf(to).map((h) => [h.part, h.name]));
  const into = (end: 'pan' | 'panPort') =>
    to.circuit.parts
      .filter((p) => isNew(p.id) && isReturn(p) && returnEndOf(to.circuit, p) === end)
      .map((p) => letters.get(p.id) ?? p.name);
  const [welded, screwed] = [into('pan'), into('panPort')];
  return [
    ...(welded.length > 0
      ? [
          {
            id: 'bung',
            phase: 'main' as const,
            text: `Have the bung for hose ${welded.join(' and ')} welded or bolted into the pan, above the hot oil level. Wash the pan until no chip is left.`,
            caution: CAUTIONS.weldPan,
            needs: ['panOff', 'ordered'] as const,
            makes: ['bung'] as const,
            plannedMin: MINUTES.bung,
          },
        ]
      : []),
    ...(screwed.length > 0
      ? [
          {
            id: 'panPort',
            phase: 'main' as const,
            text: `Screw the adapter for hose ${screwed.join(' and ')} into the pan’s port, above the hot oil level, over its new washer.`,
            needs: ['oilOut', 'ordered'] as const,
            makes: ['bung'] as const,
            plannedMin: MINUTES.fit,
          },
        ]
      : []),
  ];
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
