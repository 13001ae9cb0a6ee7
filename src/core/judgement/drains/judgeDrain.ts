import type { PartOf } from '../../document/parts/part';
import { halfFullCapacityM3S } from '../../physics/laws/gravityDrain';
import { STANDARD_GRAVITY_M_S2 } from '../../foundations/units/conversions';
import type { DrainVerdict } from './drainVerdicts';

/** What a drain meets at a state. */
export interface DrainSurroundings {
  /** Oil that falls into it [m³/s]. */
  readonly flowM3S: number;
  readonly densityKgM3: number;
  readonly viscosityPaS: number;
  /** Height of the outlet that it hangs on [m]; undefined where no height is stated. */
  readonly outletHeightM: number | undefined;
  /** Oil level and gas pressure where it ends. */
  readonly levelM: number;
  readonly crankcasePa: number;
  /** True where pressure pushes its oil on: it runs full, uphill too. */
  readonly isPushed?: boolean;
}

export interface DrainJudgement {
  readonly verdict: DrainVerdict;
  /** Oil with its foam that the drain must hold [m³/s]. */
  readonly neededM3S: number;
  /** Half full; null where no height is known. */
  readonly capacityM3S: number | null;
  /** Fall over length; null where no height is known. */
  readonly slope: number | null;
  readonly outletHeightM: number | null;
  readonly portHeightM: number | null;
  /** Port over the oil level; negative under it. */
  readonly portAboveLevelM: number | null;
  /** Pressure that the column of oil in the drain can set against the crankcase. */
  readonly headPa: number | null;
  /** Where the run climbs, along it; null where it does not. */
  readonly risesAtM: number | null;
}

/** What may stand behind a return that pressure pushes on, taken from what meters it [Pa]. @source engineering judgement */
const MOST_PUSH_PA = 0.5e5;
/** A capacity less than this over what is needed is near. Common practice, no source. */
const NEAR_SHARE = 1.25;
/** Heights are known no better than this [m]. */
const HEIGHT_AGREEMENT_M = 1e-3;

/**
 * Judges a gravity drain: it must fall all the way, end above the oil, and hold the oil with its foam half full.
 *
 * S = (z_outlet − max(z_port, z_level))/L; needed is flow × foam factor; the port under the level, a rise along the
 * run, or a crankcase pressure above the column's ρgh fail it whatever its bore.
 *
 * @source half-full laminar capacity, closed form, Churchill (1977) beyond; foam factor: common practice, no source
 */
export function judgeDrain(drain: PartOf<'drain'>, s: DrainSurroundings): DrainJudgement {
  const neededM3S = Math.max(0, s.flowM3S) * drain.foamFactor;
  if (s.isPushed) return judgePushed(drain, s);
  const profile = drain.profile;
  const outletHeightM = profile?.[0]?.heightM ?? s.outletHeightM;
  const unknown = {
    neededM3S,
    capacityM3S: null,
    slope: null,
    outletHeightM: outletHeightM ?? null,
    portHeightM: null,
    portAboveLevelM: null,
    headPa: null,
    risesAtM: null,
  };
  if (outletHeightM === undefined) return { verdict: 'unknown', ...unknown };
  // Without a stated port the run ends where the sump's returns usually do: at the crank's height or a little above the
  // oil.
  const portHeightM = profile?.at(-1)?.heightM ?? Math.max(s.levelM + ASSUMED_PORT_OVER_LEVEL_M, 0);
  const slope = (outletHeightM - Math.max(portHeightM, s.levelM)) / drain.lengthM;
  const rise = profile?.findIndex((p, i) => i > 0 && p.heightM > profile[i - 1]!.heightM + HEIGHT_AGREEMENT_M) ?? -1;
  const capacityM3S = halfFullCapacityM3S(drain.boreM, slope, drain.roughnessM, s.densityKgM3, s.viscosityPaS);
  const headPa = s.densityKgM3 * STANDARD_GRAVITY_M_S2 * (outletHeightM - Math.max(portHeightM, s.levelM));
  const portAboveLevelM = portHeightM - s.levelM;
  const figures = {
    neededM3S,
    capacityM3S,
    slope,
    outletHeightM,
    portHeightM,
    portAboveLevelM,
    headPa,
    risesAtM: rise > 0 ? profile![rise - 1]!.alongM : null,
  };
  const verdict: DrainVerdict =
    rise > 0
      ? 'rises'
      : slope <= 0
        ? 'flat'
        : portAboveLevelM < -HEIGHT_AGREEMENT_M
          ? 'portUnder'
          : s.crankcasePa > headPa
            ? 'pressed'
            : capacityM3S < neededM3S
              ? 'small'
              : capacityM3S < NEAR_SHARE * neededM3S
                ? 'near'
                : 'runs';
  return { verdict, ...figures };
}

/** A return that runs full: judged by what the push carries through it over its rise. @source full pipe, Churchill (1977) */
function judgePushed(drain: PartOf<'drain'>, s: DrainSurroundings): DrainJudgement {
  const neededM3S = Math.max(0, s.flowM3S);
  const outletHeightM = drain.profile?.[0]?.heightM ?? s.outletHeightM ?? null;
  const portHeightM = drain.profile?.at(-1)?.heightM ?? null;
  const fallM = outletHeightM === null || portHeightM === null ? 0 : outletHeightM - portHeightM;
  const headPa = MOST_PUSH_PA + s.densityKgM3 * STANDARD_GRAVITY_M_S2 * fallM - s.crankcasePa;
  const slope = headPa / (s.densityKgM3 * STANDARD_GRAVITY_M_S2 * drain.lengthM);
  const capacityM3S = 2 * halfFullCapacityM3S(drain.boreM, slope, drain.roughnessM, s.densityKgM3, s.viscosityPaS);
  return {
    verdict: capacityM3S < neededM3S ? 'small' : capacityM3S < NEAR_SHARE * neededM3S ? 'near' : 'runs',
    neededM3S,
    capacityM3S,
    slope: fallM / drain.lengthM,
    outletHeightM,
    portHeightM,
    portAboveLevelM: portHeightM === null ? null : portHeightM - s.levelM,
    headPa,
    risesAtM: null,
  };
}

/** Where the port is taken to be, over the oil level, until it is stated [m]. */
export const ASSUMED_PORT_OVER_LEVEL_M = 0.05;

/**
 * Flow that a scavenge section can move [m³/s]: V·n·η, of oil, foam and air together.
 * @param speedRevS of the engine, ≥ 0 @source displacement × speed × filling
 */
export function scavengeCapacityM3S(part: PartOf<'scavenge'>, speedRevS: number): number {
  return part.displacementM3Rev * (part.ownSpeedRevS ?? speedRevS * part.speedRatio) * part.volumetricEfficiency;
}
