import { HOT_OIL_K } from '../document/project/conditions';
import type { Project, Variant } from '../document/project/project';
import { inSeason } from '../document/project/project';
import type { Expected, ExpectedRequest } from '../studies/causes/expectedStudy';
import type { FillingAnswer, FillingRequest } from '../studies/filling/fillingSchema';
import { USUAL_FILLING } from '../studies/filling/fillingSchema';
import type { StartPredictions } from './firstStart';

/** A workshop in which an engine is started for the first time. */
const WORKSHOP_K = 293.15;
const WARM_UP_S = 1800;
/** Fast idle without load, standing. */
const FAST_IDLE = 2;
const NO_LOAD = 0.05;
/** Warm to the hand. @source common practice, no source */
const WARM_TO_THE_HAND_K = 318.15;

/** What the studies are asked before a first start in a workshop. */
export function startQuestions(project: Project, variant: Variant) {
  const { engine, range } = inSeason(project, variant);
  const coldK = Math.max(range.coldestOilK, WORKSHOP_K);
  return {
    filling: { start: 'prefilled', oilTemperatureK: coldK, ...USUAL_FILLING } satisfies FillingRequest,
    expected: {
      states: [
        { speedRevS: engine.idleSpeedRevS, oilTemperatureK: coldK },
        { speedRevS: engine.idleSpeedRevS, oilTemperatureK: HOT_OIL_K },
      ],
    } satisfies ExpectedRequest,
    warmUp: {
      drive: {
        speedRevS: FAST_IDLE * engine.idleSpeedRevS,
        airTemperatureK: WORKSHOP_K,
        roadSpeedMS: 0,
        load: NO_LOAD,
      },
      startK: WORKSHOP_K,
      durationS: WARM_UP_S,
    },
  };
}

/** Their answers as the first start takes them; what is not there yet is undefined. */
export function startPredictions(
  filling: FillingAnswer | undefined,
  expected: Expected | undefined,
  warmUp:
    | {
        readonly opensS: number | null;
        readonly samples: readonly { readonly timeS: number; readonly sumpK: number }[];
      }
    | undefined,
): StartPredictions {
  const [coldIdle, hotIdle] = expected?.at ?? [];
  return {
    filling,
    coldIdle,
    hotIdle,
    thermostatOpensS: warmUp?.opensS,
    warmOilS: warmUp && (warmUp.samples.find((s) => s.sumpK >= WARM_TO_THE_HAND_K)?.timeS ?? null),
  };
}
