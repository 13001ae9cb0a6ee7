import { bisect } from '../foundations/roots/bisection';
import type { Cooling } from '../document/parts/shapes';
import { DEFAULT_AIR_COOLING } from '../document/parts/cooling';
import type { Oil } from '../physics/oil/oil';
import { counterflowEffectiveness, crossflowEffectiveness } from '../physics/laws/effectiveness';

/** Dry air. @source ideal gas, R 287.05 J/(kg K), cp 1006 J/(kg K) */
const AIR_GAS_CONSTANT = 287.05;
const AIR_CP = 1006;
/** Coolant, half water, half glycol. @source engineering judgement: 1030 kg/m³, 3550 J/(kg K) */
const COOLANT_RHO_CP = 1030 * 3550;
/** How each side's film follows its flow. @source turbulated laminar oil, finned air side: common practice */
const OIL_EXPONENT = 0.33;
const AIR_EXPONENT = 0.6;
/** A rating point must not ask more than this of the exchanger. */
const MOST_EFFECTIVENESS = 0.98;
const MOST_NTU = 30;

type AirCooling = Extract<Cooling, { kind: 'air' }>;

export const airDensityKgM3 = (temperatureK: number, pressurePa = 101_325): number =>
  pressurePa / (AIR_GAS_CONSTANT * temperatureK);

/**
 * An air cooler from its rows and width: face from 15.8 mm a row, heat by the default cooler's flux.
 * @source engineering judgement: an estimate, to be replaced by a rating point
 */
export function estimateAirCooling(rows: number, widthM: number): AirCooling {
  const faceAreaM2 = rows * 0.0158 * widthM;
  return {
    ...DEFAULT_AIR_COOLING,
    faceAreaM2,
    ratedHeatW: DEFAULT_AIR_COOLING.ratedHeatW * (faceAreaM2 / DEFAULT_AIR_COOLING.faceAreaM2),
  };
}

/** One point of a cooler's curve: heat at an oil flow, at the rating point's air and temperatures. */
export interface HeatPoint {
  readonly oilFlowM3S: number;
  readonly heatW: number;
}

/** Shares of the oil side that are tried, 0.05 to 0.95 and no hair over, and how far the best may miss. */
const SHARES = Array.from({ length: 37 }, (_, i) => (i + 2) / 40);
const WORST_MISFIT = 0.25;

/**
 * The rating and the oil side's share that a curve of heat against oil flow has, at the air and temperatures of `base`.
 * @param points two at least, flows and heats > 0 @returns undefined where no such cooler follows them within a quarter
 * @source least squares over the share; the heat is scaled to the point of largest flow
 */
export function fitAirCooling(
  points: readonly HeatPoint[],
  base: AirCooling,
  oil: Oil,
): { readonly cooling: AirCooling; readonly misfit: number } | undefined {
  if (points.length < 2 || points.some((p) => !(p.oilFlowM3S > 0) || !(p.heatW > 0))) return undefined;
  const top = points.reduce((a, b) => (b.oilFlowM3S > a.oilFlowM3S ? b : a));
  const surroundings = {
    airTemperatureK: base.ratedAirK,
    roadSpeedMS: base.positionFactor > 0 ? base.ratedFaceSpeedMS / base.positionFactor : 0,
    coolantK: base.ratedAirK,
    atmospherePa: 101_325,
  };
  let best: { cooling: AirCooling; misfit: number } | undefined;
  for (const oilSideShare of SHARES) {
    const cooling: AirCooling = { ...base, ratedHeatW: top.heatW, ratedOilFlowM3S: top.oilFlowM3S, oilSideShare };
    const c = coolerConductance(cooling, oil);
    if (!c) continue;
    const heat = (flow: number) =>
      coolerExchangeWK(c, oil, flow * oil.densityKgM3(base.ratedOilK), base.ratedOilK, base.ratedOilK, surroundings) *
      (base.ratedOilK - base.ratedAirK);
    const misfit = Math.max(
      ...points.map((p) => Math.abs(heat(p.oilFlowM3S) / heat(top.oilFlowM3S) / (p.heatW / top.heatW) - 1)),
    );
    if (!best || misfit < best.misfit) best = { cooling, misfit };
  }
  return best && best.misfit <= WORST_MISFIT ? best : undefined;
}

/** A cooler's film conductances at its rating point. */
export interface CoolerConductance {
  readonly cooling: Cooling;
  /** h·A of the oil side and of the other side, at the rated flows [W/K]. */
  readonly oilWK: number;
  readonly otherWK: number;
}

/**
 * Splits a rating point into the conductances of its two sides.
 * @returns undefined where no exchanger could do what the point says (ε above its limit)
 * @source ε–NTU, inverted by bisection
 */
export function coolerConductance(cooling: Cooling, oil: Oil): CoolerConductance | undefined {
  let ua: number;
  if (cooling.kind === 'liquid') ua = cooling.conductanceWK;
  else {
    const oilC = cooling.ratedOilFlowM3S * oil.densityKgM3(cooling.ratedOilK) * oil.specificHeatJKgK(cooling.ratedOilK);
    const airC = cooling.ratedFaceSpeedMS * cooling.faceAreaM2 * airDensityKgM3(cooling.ratedAirK) * AIR_CP;
    const least = Math.min(oilC, airC);
    const ratio = least / Math.max(oilC, airC);
    const wanted = cooling.ratedHeatW / (least * (cooling.ratedOilK - cooling.ratedAirK));
    if (!(wanted > 0) || wanted > Math.min(MOST_EFFECTIVENESS, crossflowEffectiveness(MOST_NTU, ratio)))
      return undefined;
    ua =
      bisect(
        (ntu) => crossflowEffectiveness(ntu, ratio) < wanted,
        0,
        MOST_NTU,
        () => 0,
        70,
      ).middle * least;
  }
  return { cooling, oilWK: ua / cooling.oilSideShare, otherWK: ua / (1 - cooling.oilSideShare) };
}

/** What stands around a cooler. */
export interface CoolerSurroundings {
  readonly airTemperatureK: number;
  readonly roadSpeedMS: number;
  readonly coolantK: number;
  readonly atmospherePa: number;
}

/**
 * Heat that a cooler takes per kelvin between the oil's inlet and the other stream's inlet, ε·C_min [W/K].
 * @param massFlowKgS of the oil, ≥ 0 @param oilInK @param outK outlet as last found: where a fan's switch sits
 */
export function coolerExchangeWK(
  c: CoolerConductance,
  oil: Oil,
  massFlowKgS: number,
  oilInK: number,
  outK: number,
  s: CoolerSurroundings,
): number {
  const { cooling } = c;
  const oilC = massFlowKgS * meanSpecificHeat(oil, oilInK, coolerAmbientK(cooling, s));
  const flow = massFlowKgS / oil.densityKgM3(oilInK);
  if (!(oilC > 0)) return 0;
  const oilSide = c.oilWK * (flow / cooling.ratedOilFlowM3S) ** OIL_EXPONENT;
  if (cooling.kind === 'liquid') {
    const otherC = cooling.coolantFlowM3S * COOLANT_RHO_CP;
    const ua = 1 / (1 / oilSide + 1 / c.otherWK);
    const least = Math.min(oilC, otherC);
    return counterflowEffectiveness(ua / least, least / Math.max(oilC, otherC)) * least;
  }
  const speed = faceSpeedMS(cooling, s.roadSpeedMS, outK);
  const airC = speed * cooling.faceAreaM2 * airDensityKgM3(s.airTemperatureK, s.atmospherePa) * AIR_CP;
  if (!(airC > 0)) return 0;
  const airSide = c.otherWK * (speed / cooling.ratedFaceSpeedMS) ** AIR_EXPONENT;
  const ua = 1 / (1 / oilSide + 1 / airSide);
  const least = Math.min(oilC, airC);
  return crossflowEffectiveness(Math.min(MOST_NTU, ua / least), least / Math.max(oilC, airC)) * least;
}

/**
 * Specific heat over the way from one temperature to another [J/(kg K)]: with the inlet's own, an exchanger that takes
 * all there is to take would cool the oil below what cools it.
 */
export function meanSpecificHeat(oil: Oil, fromK: number, toK: number): number {
  const difference = fromK - toK;
  return Math.abs(difference) < 1e-3
    ? oil.specificHeatJKgK(fromK)
    : (oil.enthalpyJKg(fromK) - oil.enthalpyJKg(toK)) / difference;
}

/**
 * Air on a core's face [m/s]: what the road gives, or the fan. A fan between its two temperatures counts by its share
 * of time. @param cooling in full: what it has at a standstill is said
 */
export function faceSpeedMS(cooling: AirCooling, roadSpeedMS: number, outK: number): number {
  const road = Math.max(cooling.draughtMS ?? 0, roadSpeedMS * cooling.positionFactor);
  if (!cooling.fan) return road;
  const duty = Math.min(1, Math.max(0, (outK - cooling.fan.offK) / (cooling.fan.onK - cooling.fan.offK)));
  return Math.max(road, duty * cooling.fan.faceSpeedMS);
}

/** Temperature of the stream that a cooler gives its heat to [K]. */
export function coolerAmbientK(cooling: Cooling, s: CoolerSurroundings): number {
  return cooling.kind === 'air' ? s.airTemperatureK : (cooling.coolantK ?? s.coolantK);
}
