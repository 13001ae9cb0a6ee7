import type { PartOf } from '../../document/parts/part';
import type { Thermostat } from '../../document/parts/thermostat';
import { fillFallsFromRevS, slipCoefficient } from '../../physics/laws/pump';
import { twoTermCoefficients, type RatingPoint } from '../../physics/laws/twoTerm';
import type { LawParameters } from './law';

interface RegulatingOpening {
  readonly fullAreaM2: number;
  readonly turns: number;
  readonly turnsToFull: number;
  readonly dischargeCoefficient: number;
  readonly closedLeakM3SPa: number;
}

/** A regulating opening's numbers: its area follows its turns. */
export function openingNumbers(v: RegulatingOpening): LawParameters<'opening'> {
  return {
    areaM2: v.fullAreaM2 * (v.turns / v.turnsToFull),
    dischargeCoefficient: v.dischargeCoefficient,
    leakM3SPa: v.closedLeakM3SPa,
  };
}

interface SpringValvePart {
  readonly crackPa: number;
  readonly fullOpenPa: number;
  readonly areaM2: number;
  readonly dischargeCoefficient: number;
  readonly closedLeakM3SPa: number;
  readonly seatLeakM2?: number | undefined;
}

export const springNumbers = (v: SpringValvePart): LawParameters<'springValve'> => ({
  crackPa: v.crackPa,
  fullOpenPa: v.fullOpenPa,
  areaM2: v.areaM2,
  dischargeCoefficient: v.dischargeCoefficient,
  leakM3SPa: v.closedLeakM3SPa,
  seatLeakM2: v.seatLeakM2 ?? 0,
});

/**
 * A relief with its shim: the spring is pressed together further, so both pressures rise by rate × shim over the seat's
 * area.
 * @source spring balance
 */
export function shimmed<V extends PartOf<'relief'>>(part: V): V {
  if (!part.spring) return part;
  const { rateNM, shimM, seatBoreM, freeLengthM, fittedLengthM } = part.spring;
  const seatM2 = 0.25 * Math.PI * seatBoreM ** 2;
  // Measured as a spring, it states where it cracks by itself; else a shim adds to what is stated.
  const risePa =
    freeLengthM !== undefined && fittedLengthM !== undefined
      ? (rateNM * (freeLengthM - fittedLengthM + shimM)) / seatM2 - part.crackPa
      : (rateNM * shimM) / seatM2;
  return {
    ...part,
    crackPa: Math.max(LEAST_CRACK_PA, part.crackPa + risePa),
    fullOpenPa: Math.max(2 * LEAST_CRACK_PA, part.fullOpenPa + risePa),
  };
}
/** A spring cannot be let out to less than nothing [Pa]. */
const LEAST_CRACK_PA = 1e3;

/** A part's rating point as files have it. */
export interface RatedPart {
  readonly ratedPressureDropPa: number;
  readonly ratedFlowM3S: number;
  readonly ratedViscosityPaS: number;
  readonly ratedDensityKgM3: number;
  readonly viscousShare: number;
}

/** A part's rating point under the law's names. */
export function ratingOf(part: RatedPart): RatingPoint {
  return {
    pressureDropPa: part.ratedPressureDropPa,
    flowM3S: part.ratedFlowM3S,
    viscosityPaS: part.ratedViscosityPaS,
    densityKgM3: part.ratedDensityKgM3,
    viscousShare: part.viscousShare,
  };
}

export function ratingNumbers(part: RatedPart, load: number): LawParameters<'twoTerm'> {
  const { linearPerViscosity, squarePerDensity } = twoTermCoefficients(ratingOf(part), load);
  return { linearPerViscosity, squarePerDensity };
}

/**
 * A core with its tubes in N passes for one rated in M: each tube carries n = N/M times the flow over n times the
 * length, so the viscous drop grows with n², the square one with n³. @source closed form
 */
export function coolerNumbers(part: PartOf<'cooler'>): LawParameters<'twoTerm'> {
  const { linearPerViscosity, squarePerDensity } = ratingNumbers(part, 1);
  const n = part.passes / part.ratedPasses;
  return { linearPerViscosity: linearPerViscosity * n ** 2, squarePerDensity: squarePerDensity * n ** 3 };
}

/** Slip coefficient C_s of a pump part, given or from its rated efficiency. */
export function pumpSlipCoefficient(part: PartOf<'pump'>): number {
  return part.slip.kind === 'coefficient'
    ? part.slip.slipCoefficient
    : slipCoefficient(
        part.slip.volumetricEfficiency,
        part.slip.atPumpSpeedRevS,
        part.slip.atViscosityPaS,
        part.slip.atPressurePa,
      );
}

export function pumpNumbers(part: PartOf<'pump'>): LawParameters<'pump'> {
  return {
    volumeM3PerEngineRev: part.displacementM3Rev * part.speedRatio,
    slipPerViscosity: (pumpSlipCoefficient(part) * part.displacementM3Rev) / (2 * Math.PI),
    inletLimitAbsPa: part.inletLimitAbsPa,
    inletDryAbsPa: part.inletDryAbsPa,
    targetPa: part.variable?.targetPa ?? Infinity,
    bandPa: part.variable?.bandPa ?? 1,
    leastShare: part.variable?.leastShare ?? 1,
    fillLossFromRevS: part.fillLoss?.fromRevS ?? 0,
    fillLossToRevS: part.fillLoss?.toRevS ?? 1,
    fillLossShare: part.fillLoss?.lostShare ?? 0,
    fillFallsFromRevS:
      part.rotors === undefined ? Infinity : fillFallsFromRevS(part.displacementM3Rev, part.rotors) / part.speedRatio,
  };
}

const STUCK_OPENING = { no: -1, open: 1, shut: 0 } as const;

/** @param cooled true for the path to the cooler, false for the bypass */
export function thermostatNumbers(t: Thermostat, cooled: boolean): LawParameters<'thermostatPath'> {
  return {
    areaM2: t.areaM2,
    dischargeCoefficient: t.dischargeCoefficient,
    leakM3SPa: t.closedLeakM3SPa,
    opensK: t.opensK,
    fullK: t.fullK,
    isCoolerPath: cooled ? 1 : 0,
    leastShare: cooled ? t.coolerLeakShare : t.bypassLeastShare,
    stuckOpening: STUCK_OPENING[t.stuck],
  };
}
