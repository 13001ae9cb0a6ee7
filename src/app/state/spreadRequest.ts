import type { SpreadRequest } from '../../core/studies/spread/spreadTasks';

/** Samples that are drawn unless others are asked for, and the seed of the sequence: the same figures for everyone. */
export const USUAL_SAMPLES = 4096;
export const USUAL_SEED = 1;

/** Tolerances drawn at one state, as the page asks by itself. */
export function spreadAt(state: { readonly speedRevS: number; readonly oilTemperatureK: number }): SpreadRequest {
  return {
    states: [{ speedRevS: state.speedRevS, oilTemperatureK: state.oilTemperatureK }],
    samples: USUAL_SAMPLES,
    seed: USUAL_SEED,
  };
}
