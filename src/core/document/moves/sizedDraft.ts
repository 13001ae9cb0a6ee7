import { DEFAULT_AIR_COOLING } from '../parts/cooling';
import { actsAs, type Part } from '../parts/part';
import { drivesOf } from '../project/use';
import type { Circuit, Engine } from '../project/project';
import type { MoveDraft } from './move';

const LPM = 1e-3 / 60;
/** Of what the pump brings at the redline, what goes past the relief and through what is fitted. @source engineering judgement */
const THROUGH_SHARE = 0.6;
/** Oil in a pressure passage at the redline [m/s]. @source common practice */
const PRESSURE_M_S = 6;
/** Oil through an open thermostat [m/s]. @source engineering judgement */
const THERMOSTAT_M_S = 4.5;
/** A fitted cooler gives away so many times the heat that its use puts into the oil: at its rating point, in clean air. */
const COOLER_SHARE = 1.3;
const LEAST_COOLER_W = 1500;
/** Brake power a displacement where none is stated [W/m³]. @source engineering judgement */
const POWER_PER_VOLUME = 60e6;
/** Above this a −10 line takes too much. @source common practice: −10 up to 45 L/min, −12 above */
const MOST_DASH10_M3S = 45 * LPM;

/** What a part is fitted to. */
export interface FittedTo {
  readonly circuit: Circuit;
  /** Absent: only what the circuit itself tells. */
  readonly engine?: Engine | undefined;
}

/** What sizes follow from, found once a circuit: many parts are looked at for the same. */
interface Passes {
  /** Of the widest passage that the engine's oil goes through inside its metal [m]; 0 where none is known. */
  readonly boreM: number;
  /** Of all pumps, a turn of the engine. */
  readonly pumpM3Rev: number;
}
const passes = new WeakMap<Circuit, Passes>();

function passesOf(circuit: Circuit): Passes {
  let found = passes.get(circuit);
  if (!found) {
    let [boreM, pumpM3Rev] = [0, 0];
    for (const p of circuit.parts) {
      if (actsAs(p, 'line') && (p.form === 'gallery' || p.form === 'drilling')) boreM = Math.max(boreM, p.boreM);
      if (actsAs(p, 'pump')) pumpM3Rev += p.displacementM3Rev * p.speedRatio;
    }
    passes.set(circuit, (found = { boreM, pumpM3Rev }));
  }
  return found;
}

/** What goes through the engine at the redline [m³/s]. */
const throughM3S = (circuit: Circuit, engine: Engine): number =>
  THROUGH_SHARE * passesOf(circuit).pumpM3Rev * engine.maximumSpeedRevS;

/** Heat that a cooler has to be rated for: what the hardest drive of the engine's use puts into the oil [W]. */
export function coolerHeatW(engine: Engine): number {
  const { heat, displacementM3 = 2e-3 } = engine;
  const brakeW = heat.brakePowerW ?? POWER_PER_VOLUME * displacementM3;
  const hardest = Math.max(...drivesOf(engine).map((d) => d.loadShare * d.speedShare));
  return Math.max(LEAST_COOLER_W, COOLER_SHARE * (heat.baseHeatW + heat.heatShare * brakeW * hardest));
}

/** An air cooler's rating for a heat and a flow: the usual core, larger or smaller. */
export function airCoolingFor(heatW: number, flowM3S: number) {
  const share = heatW / DEFAULT_AIR_COOLING.ratedHeatW;
  return {
    ...DEFAULT_AIR_COOLING,
    ratedHeatW: heatW,
    faceAreaM2: DEFAULT_AIR_COOLING.faceAreaM2 * share,
    ratedOilFlowM3S: flowM3S,
  };
}

/**
 * A part of the catalogue as it is bought for this engine: a cover's passage by the one that it carries, a cooler by the
 * heat of the use, filters, plates and hoses by the flow.
 * @source engineering judgement; hoses by common practice
 */
export function sizedDraft(draft: MoveDraft, { circuit, engine }: FittedTo): MoveDraft {
  const part = draft as unknown as Part;
  if (actsAs(part, 'cover')) return { ...draft, boreM: Math.max(part.boreM, passesOf(circuit).boreM) };
  if (!engine) return draft;
  const flowM3S = throughM3S(circuit, engine);
  if (flowM3S === 0) return draft;
  const boreM = Math.sqrt((4 * flowM3S) / (Math.PI * PRESSURE_M_S));
  if (actsAs(part, 'cooler') && part.medium !== 'liquid')
    return { ...draft, ratedFlowM3S: flowM3S, cooling: airCoolingFor(coolerHeatW(engine), flowM3S) };
  if (actsAs(part, 'filter')) return { ...draft, ratedFlowM3S: Math.max(part.ratedFlowM3S, flowM3S) };
  if (actsAs(part, 'plate')) {
    const { passage } = part;
    return {
      ...draft,
      boreM: Math.max(part.boreM, boreM),
      ...(passage.kind === 'thermostat'
        ? { passage: { ...passage, areaM2: Math.max(passage.areaM2, flowM3S / THERMOSTAT_M_S) } }
        : {}),
    };
  }
  if (actsAs(part, 'line') && part.form === 'hose' && part.dash === 10 && flowM3S > MOST_DASH10_M3S)
    return { ...draft, dash: 12, boreM: DASH_12_BORE_M };
  return draft;
}
const DASH_12_BORE_M = 17.5e-3;
