import { HOT_OIL_K } from '../document/project/conditions';
import { actsAs, thermostatOf } from '../document/parts/part';
import { isBolted } from '../bench/bolted';
import { jobTouches } from '../bench/jobTouches';
import { factsOf } from '../bench/plan/wholeJob';
import { LEAST_READ_M3, oilChange } from '../bench/level/oilToAdd';
import { isReservoir } from '../document/parts/ports';
import { partVolumeM3 } from '../document/parts/partVolume';
import { inSeason, type Project, type Variant } from '../document/project/project';
import { formatQuantity, US_UNITS, type UnitChoice } from '../foundations/units';
import type { FillingAnswer } from '../studies/filling/fillingSchema';
import { saySeconds } from '../studies/filling/sayFilling';

/** A step of the first start. */
export interface StartStep {
  readonly id: string;
  readonly title: string;
  /** What to do, one order a line. */
  readonly orders: readonly string[];
  /** What the model expects at this moment; empty: nothing to expect. */
  readonly expect: string;
  /** What to do when it is not so. */
  readonly otherwise: string;
  /** A timer: how long it should take, and when to stop [s]. */
  readonly timer?: { readonly expectS: number | null; readonly stopS: number };
  /** Pressure that is read here, as it is predicted, with one standard deviation [Pa]. */
  readonly pressure?: {
    readonly expectPa: number;
    readonly deviationPa: number;
    readonly speedRevS: number;
    readonly oilTemperatureK: number;
  };
  /** True where the engine must be stopped at once when it goes wrong. */
  readonly stops?: boolean;
}

/** What the studies say of this engine; undefined while they are computed or where they have no answer. */
export interface StartPredictions {
  readonly filling: FillingAnswer | undefined;
  /** Gauge at cold idle, hot idle and hot at 3000 rpm [Pa]. */
  readonly coldIdle: { readonly pressurePa: number | null; readonly deviationPa: number } | undefined;
  readonly hotIdle: { readonly pressurePa: number | null; readonly deviationPa: number } | undefined;
  /** From a cold start until the thermostat opens [s]; null: it has none, or it does not open. */
  readonly thermostatOpensS: number | null | undefined;
  /** From a cold start until the oil is warm to the hand [s]; null: it does not get there. */
  readonly warmOilS: number | null | undefined;
}

/** Longest bout of cranking, and the pause after it: a starter burns out. @source common practice, no source */
export const CRANK_BOUT_S = 15;
const CRANK_PAUSE_S = 60;
/** After the start the gauge must move within this. @source common practice, no source */
export const RUNNING_STOP_S = 5;
/**
 * A gauge below this share of its prediction at a first start is not a matter of tolerances.
 * @source engineering judgement
 */
const LEAST_SHARE = 0.5;

/** The step's pressure is far too low: stop now. @param pressurePa as read [Pa] */
export function isFarTooLow(step: StartStep, pressurePa: number): boolean {
  return (
    step.pressure !== undefined &&
    pressurePa < Math.min(LEAST_SHARE * step.pressure.expectPa, step.pressure.expectPa - 4 * step.pressure.deviationPa)
  );
}

/** What a reading says beside what was expected. */
export function judgeStartPressure(
  step: StartStep,
  pressurePa: number,
  units: UnitChoice = {},
): { readonly ok: boolean; readonly text: string } {
  const { pressure } = step;
  if (!pressure) return { ok: true, text: '' };
  const p = (pa: number) => formatQuantity(pa, 'pressure', units);
  const within = 2 * Math.hypot(pressure.deviationPa, 0.05e5 + 0.02 * pressure.expectPa);
  if (isFarTooLow(step, pressurePa))
    return {
      ok: false,
      text: `Stop the engine now. ${p(pressurePa)} read; ${p(pressure.expectPa)} expected. ${step.otherwise}`,
    };
  if (pressurePa < pressure.expectPa - within)
    return {
      ok: false,
      text: `${p(pressurePa)} read; ${p(pressure.expectPa)} expected. Low: find out why before you go on.`,
    };
  if (pressurePa > pressure.expectPa + within)
    return {
      ok: false,
      text: `${p(pressurePa)} read; ${p(pressure.expectPa)} expected. High: thicker oil, colder oil, or a relief that sticks.`,
    };
  return { ok: true, text: `${p(pressurePa)} read; ${p(pressure.expectPa)} expected: as predicted.` };
}

/** What all steps are made of. */
function startContext(
  project: Project,
  variant: Variant,
  before: Variant | undefined,
  predicted: StartPredictions,
  units: UnitChoice,
) {
  const level = oilChange(variant, before);
  const seasonal = inSeason(project, variant);
  const v = (m3: number) => formatQuantity(m3, 'volume', units);
  const p = (pa: number) => formatQuantity(pa, 'pressure', units);
  const fill = variant.circuit.parts.filter(isReservoir).reduce((sum, part) => sum + partVolumeM3(part), 0);
  const prefilled = level.came.filter((part) => part.prefill);
  const { filling, coldIdle, hotIdle, thermostatOpensS } = predicted;
  const gaugeS = filling?.gaugeS ?? null;
  const late = filling?.consumers.filter((c) => c.late) ?? [];
  const thermostat = variant.circuit.parts.find((part) => thermostatOf(part) !== undefined);
  const sideStream = variant.circuit.parts.find((part) => actsAs(part, 'sideStream'));
  const fan = variant.circuit.parts.find((part) => actsAs(part, 'cooler') && part.electrical);
  const { joints } = jobTouches(variant, before);
  // A round figure in either system.
  const recheckAfter = units.distance === US_UNITS.distance ? '60 mi' : '100 km';
  const { engine, range } = seasonal;
  const pressure = (at: StartPredictions['coldIdle'], oilTemperatureK: number) =>
    at?.pressurePa == null
      ? {}
      : {
          pressure: {
            expectPa: at.pressurePa,
            deviationPa: at.deviationPa,
            speedRevS: engine.idleSpeedRevS,
            oilTemperatureK,
          },
        };
  return {
    recheckAfter,
    variant,
    seasonal,
    isDrained: before === undefined || factsOf(project, before, variant).has('oilOut'),
    level,
    v,
    p,
    fill,
    prefilled,
    filling,
    coldIdle,
    hotIdle,
    thermostatOpensS,
    bowlWarmS: bowlWarmS(sideStream?.id, predicted),
    gaugeS,
    late,
    thermostat,
    sideStream,
    fan,
    joints,
    range,
    pressure,
  };
}

type StartContext = ReturnType<typeof startContext>;

/** Fluids, seals, cranking, the start. */
function untilItRuns({
  seasonal,
  isDrained,
  level,
  v,
  p,
  fill,
  prefilled,
  coldIdle,
  gaugeS,
  joints,
  range,
  pressure,
}: StartContext): StartStep[] {
  return [
    {
      id: 'fluids',
      title: 'Fluids',
      orders: [
        isDrained
          ? `Oil in: ${v(fill + level.addedM3)} of ${seasonal.oil.name} in all.`
          : `Oil at the upper mark${level.addedM3 > LEAST_READ_M3 ? `, and ${v(level.addedM3)} of ${seasonal.oil.name} more` : ''}.`,
        ...(prefilled.length > 0
          ? [`Filled before fitting: ${prefilled.map((part) => `${part.name} ${v(part.volumeM3)}`).join(', ')}.`]
          : []),
        'Coolant at its mark, where it was opened.',
      ],
      expect:
        level.overBeforeStartM3 > LEAST_READ_M3
          ? `The dipstick may read up to ${v(level.overBeforeStartM3)} over full: the parts are still empty. Do not drain it.`
          : 'The dipstick at its mark.',
      otherwise: 'Below the mark: top up before you crank.',
    },
    {
      id: 'ready',
      title: 'Seals, sensors, joints',
      orders: [
        'Every seal oiled and in its groove.',
        'Every sensor plugged in, the oil sender too.',
        `All ${joints.length} joints tightened and wiped dry.`,
        'Extinguisher at hand, someone at the switch.',
      ],
      expect: '',
      otherwise: 'A joint that is not sure is done again now, not hot.',
    },
    {
      id: 'crank',
      title: 'Crank without ignition',
      orders: [
        'Ignition and fuel off.',
        `Crank in bouts of at most ${CRANK_BOUT_S} s, ${CRANK_PAUSE_S} s apart, until the gauge moves.`,
      ],
      expect:
        gaugeS === null
          ? 'No prediction: stop each bout in time.'
          : `First pressure after about ${saySeconds(gaugeS)} of cranking.`,
      otherwise:
        'No pressure after two bouts: stop. Look at the level, the pickup, the pump’s drive, the filter seal, the sender. Prime the pump through the sender’s port.',
      timer: { expectS: gaugeS, stopS: CRANK_BOUT_S },
      stops: true,
    },
    {
      id: 'start',
      title: 'Start',
      orders: [
        'Start. No throttle.',
        `No pressure within ${RUNNING_STOP_S} s: stop at once.`,
        'Run 5 to 10 s, then stop.',
      ],
      expect: coldIdle?.pressurePa == null ? 'Pressure at once.' : `About ${p(coldIdle.pressurePa)} at cold idle.`,
      otherwise: 'Look for a leak, the level, the filter seal, a plug left in a hose, crossed hoses.',
      timer: { expectS: 2, stopS: RUNNING_STOP_S },
      ...pressure(coldIdle, (range.coldestOilK + range.fullSpeedFromK) / 2),
      stops: true,
    },
  ];
}

/**
 * When the bowl of a side-stream filter is warm to the hand: once the oil is, and has had the time that it took to fill
 * the bowl cold.
 */
function bowlWarmS(part: string | undefined, { filling, warmOilS }: StartPredictions): number | undefined {
  const fullS = filling?.parts.find((p) => p.part === part)?.fullS;
  return warmOilS == null || fullS == null ? undefined : warmOilS + fullS;
}

/** Oil at every component, the level, every joint. */
function whileItIsCold({ variant, level, v, filling, late, joints }: StartContext): StartStep[] {
  return [
    {
      id: 'components',
      title: 'Every component has oil',
      orders: [
        ...(filling?.consumers ?? []).map(
          (c) =>
            `${c.name}: oil after ${c.arrivesS === null ? 'more time than was computed' : saySeconds(c.arrivesS)} in all${c.late ? ' – watch it' : ''}.`,
        ),
        ...(variant.circuit.parts.some((part) => isBolted(part) && actsAs(part, 'accessory'))
          ? ['Crack the feed joint at the turbo or supercharger with a rag round it: oil must come; tighten again.']
          : []),
      ],
      expect:
        late.length === 0
          ? 'All in time.'
          : `${late.map((c) => c.name).join(', ')} late: prefill by hand through the joint.`,
      otherwise:
        'Stop now. No oil at one component and pressure at the gauge: its feed is blocked. Take its hose off and look.',
      stops: true,
    },
    {
      id: 'level',
      title: 'Level again',
      orders: ['Engine stopped, wait two minutes, read the dipstick, top up to the mark.'],
      expect: `It fell by about ${v(filling?.filledM3 ?? level.overBeforeStartM3)}: what went into the parts.`,
      otherwise: 'Fell by much more: look for a leak. Did not fall: a part has not filled.',
    },
    ...joints.map((joint): StartStep => ({
      id: `joint ${joint.key}`.slice(0, 80),
      title: `Leak check: ${joint.name}`,
      orders: ['Dry to a clean rag?'],
      expect: 'Dry.',
      otherwise:
        'Wet: wipe, run, look where it begins. Oil runs down: a leaking cover gasket above is often taken for a leaking seal below.',
    })),
  ];
}

/** The side-stream needle, warming up, hot idle, and what follows. */
function whenItIsWarm({
  p,
  hotIdle,
  thermostatOpensS,
  bowlWarmS,
  thermostat,
  sideStream,
  fan,
  pressure,
  recheckAfter,
}: StartContext): StartStep[] {
  return [
    ...(sideStream?.metering.kind === 'valve'
      ? [
          {
            id: 'sideStream',
            title: `${sideStream.name}: set the needle`,
            orders: [
              'Needle a quarter turn open at idle.',
              'Wait until oil shows at the return.',
              'High idle for a minute, then high speed: watch for overflow.',
              'Close it a little if the canister fills; read how far it is open and write it down.',
            ],
            expect: 'Oil at the return within a few minutes; no overflow at high speed.',
            otherwise:
              'No oil: the tap or the metering is blocked. Overflow: close the needle, look at the return’s fall.',
          } satisfies StartStep,
        ]
      : []),
    {
      id: 'warm',
      title: 'Warm up',
      orders: [
        'Let it warm at fast idle, no load.',
        ...(thermostat ? [`Feel the hose behind ${thermostat.name}.`] : []),
        ...(fan ? ['The fan comes on at its switch.'] : []),
        ...(sideStream
          ? [
              `Feel the bowl of ${sideStream.name} and its return${bowlWarmS === undefined ? '' : `: warm to the hand within about ${saySeconds(bowlWarmS)}`}.`,
            ]
          : []),
      ],
      expect:
        thermostatOpensS == null
          ? 'Oil temperature rises steadily.'
          : `The thermostat opens after about ${saySeconds(thermostatOpensS)}; then the hose behind it gets warm to the hand.`,
      otherwise: [
        'The hose stays cold long after: air in the cooler, crossed hoses, or a thermostat that sticks.',
        ...(sideStream ? ['The bowl stays cold: nothing flows through it; its tap or its metering is blocked.'] : []),
      ].join(' '),
      ...(thermostatOpensS == null ? {} : { timer: { expectS: thermostatOpensS, stopS: 3 * thermostatOpensS } }),
    },
    {
      id: 'hotIdle',
      title: 'Hot idle',
      orders: ['Oil at working temperature, idle, read the gauge.'],
      expect:
        hotIdle?.pressurePa == null ? '' : `About ${p(hotIdle.pressurePa)}, within ${p(2 * hotIdle.deviationPa)}.`,
      otherwise: 'Look at: why is it low?',
      ...pressure(hotIdle, HOT_OIL_K),
      stops: true,
    },
    {
      id: 'levelHot',
      title: 'Level hot, joints again',
      orders: [
        'Stop, wait some minutes, read the dipstick hot.',
        'Feel and wipe every joint again; tighten what the maker wants tightened hot.',
      ],
      expect: 'At the mark; all dry.',
      otherwise: 'Over the mark hot is not drained before it was read cold.',
    },
    {
      id: 'drive',
      title: 'First drive',
      orders: ['Ten quiet minutes, gauge in sight.', 'Then: level cold, every joint once more, undertray off.'],
      expect: 'Pressure with speed as predicted, nothing on the ground.',
      otherwise: 'Any drop of pressure: stop, do not drive home.',
    },
    {
      id: 'recheck',
      title: `Re-check after ${recheckAfter} or the first session`,
      orders: ['Joints, clips, hoses for rubbing, level.', 'Write it in the log book.'],
      expect: '',
      otherwise: '',
    },
  ];
}

/**
 * The first start of a variant, step by step.
 * @param before the variant that the engine was in; undefined: all of it is new
 */
export function firstStartSteps(
  project: Project,
  variant: Variant,
  before: Variant | undefined,
  predicted: StartPredictions,
  units: UnitChoice = {},
): readonly StartStep[] {
  const context = startContext(project, variant, before, predicted, units);
  return [...untilItRuns(context), ...whileItIsCold(context), ...whenItIsWarm(context)];
}

/** The first start in a few lines, for paper: the leak checks of all joints are one. */
export function startLines(steps: readonly StartStep[]): readonly string[] {
  const isJoint = (s: StartStep) => s.id.startsWith('joint ');
  const firstJoint = steps.findIndex(isJoint);
  return steps.flatMap((s, i) => {
    if (isJoint(s))
      return i === firstJoint
        ? [`Leak check: each of the ${steps.filter(isJoint).length} joints dry to a clean rag.`]
        : [];
    const gauge = s.pressure ? ' Read: ______' : '';
    return [
      `${s.title}. ${s.id === 'components' ? '' : `${s.orders.join(' ')} `}${s.expect}${s.stops ? ' If not, stop the engine.' : ''}${gauge}`.trim(),
    ];
  });
}
