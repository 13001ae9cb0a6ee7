import { bearingFeedCoefficientM3, type BearingFeed } from '../../physics/laws/bearingFeed';
import type { Oil } from '../../physics/oil/oil';
import type { FullAnswers } from './answers';
import { archetypeOf } from './archetypes';

const MM = 1e-3;
const UM = 1e-6;
const LPM = 1e-3 / 60;
const BAR = 1e5;

/** The engine that the usual sizes are of: five cylinders of 0.46 L. @source engineering judgement, docs/model.md */
const CYLINDER_M3 = 0.46e-3;
/** Clearances grow with size, less than the journals do. @source common practice */
const CLEARANCE_EXPONENT = 0.6;
/** How far clearances are opened or closed so that the pump holds its hot idle, and the pump after them. */
const LEAST_FIT = 0.72;
const MOST_FIT = 1.5;
const PUMP_FIT = 1.25;
/** Volume that a usual pump is 1 for [m³]. */
const PUMP_AT_M3 = 2e-3;
/** A hot idle: oil, and how much hotter its films are [K]. */
const HOT_IDLE_K = 383.15;
const FILM_RISE_K = 4;
/**
 * Slip of a pump of volumetric efficiency 0.85 at 2000 rpm, 4 bar and 11.8 mPa·s.
 * @source Wilson's slip, inverted (closed form)
 */
const SLIP = (0.15 * (2000 / 60) * 2 * Math.PI * 11.8e-3) / (4 * BAR);
/** Hydraulic lifters want this at a hot idle [Pa]. @source engineering judgement */
const HYDRAULIC_PA = 1.6 * BAR;
/**
 * Surface speed of a main journal: ½ρv² of it must be pushed into the crank, here 3 bar [m/s].
 * @source rigid rotation (closed form)
 */
const MOST_JOURNAL_M_S = 27;
/** From the pump to the gallery at hot idle [Pa]. */
const IDLE_LOSS_PA = 0.2 * BAR;

/** Bearings, pump and openings that suit an engine. SI. */
export interface EngineSizes {
  /** Lengths against the usual cylinder's. */
  readonly scale: number;
  /** Of the main journals, no larger than a fast crank can be fed through. */
  readonly mainDiameterM: number;
  readonly mains: { readonly count: number; readonly clearanceM: number };
  readonly rods: { readonly count: number; readonly clearanceM: number };
  readonly cams: { readonly count: number; readonly clearanceM: number; readonly diameterM: number };
  /** Of all hydraulic lifters, at 2 bar. */
  readonly liftersM3S: number;
  /** Of all rockers fed through pushrods, at 2 bar. */
  readonly rockersM3S: number;
  readonly tensionerBoreM: number;
  /** Spray on the timing gears, where there is such a jet. */
  readonly timingJetM: number | undefined;
  readonly jetBoreM: number;
  /** A turn of the engine. */
  readonly pumpM3Rev: number;
  /** What the pump brings at the redline. */
  readonly mostM3S: number;
}

const HALF_GROOVE = (scale: number): BearingFeed => ({ kind: 'halfGroove', landEachM: 6.5 * MM * scale });
const HOLE = (diameterM: number): BearingFeed => ({ kind: 'hole', holeDiameterM: diameterM, holeAngleRad: 0 });

/** Cam bearings by valve gear and banks. */
function camBearings({ valveGear, layout, cylinders, mainBearings }: FullAnswers): number {
  if (valveGear === 'pushrod') return mainBearings;
  const heads = layout === 'inline' || cylinders < 2 ? 1 : 2;
  return (valveGear === 'twinCam' ? 2 : 1) * heads * (Math.ceil(cylinders / heads) + 1);
}

/**
 * Sizes that hold the usual pressure at a hot idle: the pump by displacement, then the clearances so that what the
 * engine passes is what the
 * pump brings, within what is usual for clearances; what is left over is the pump's.
 *
 * @source feed-pressure flow of journal bearings and Wilson slip, as the circuit is solved with later; proportions:
 *   engineering judgement
 */
export function engineSizes(answers: FullAnswers, oil: Oil): EngineSizes {
  const { usual } = archetypeOf(answers.archetype);
  const n = answers.cylinders;
  const scale = Math.cbrt(answers.displacementM3 / n / CYLINDER_M3);
  const grown = usual.clearanceShare * scale ** CLEARANCE_EXPONENT;
  const mainDiameterM = Math.min(55 * MM * scale, MOST_JOURNAL_M_S / (Math.PI * (answers.redlineRpm / 60)));
  const cams = camBearings(answers);
  const camDiameterM = Math.max(16, 26 * Math.sqrt(scale)) * MM;
  const nominal = {
    mains: 32 * UM * grown,
    rods: 30 * UM * grown,
    cams: 38 * UM * usual.clearanceShare * Math.sqrt(scale),
  };
  const small = Math.min(1.3, Math.max(0.35, scale ** 2));
  const hydraulic = answers.lifters === 'hydraulic';
  const liftersM3S = hydraulic ? 0.42 * LPM * n * small : 0;
  const rockersM3S = answers.valveGear === 'pushrod' ? (answers.cooling === 'air' ? 0.5 : 0.3) * LPM * n * small : 0;
  const tensionerBoreM = Math.min(1, Math.max(0.6, scale)) * MM;
  const [least, most] = usual.pumpRange.map((share) => share * answers.displacementM3) as [number, number];
  const inRange = (volume: number) => Math.min(most, Math.max(least, volume));
  const pumpM3Rev = inRange(
    usual.pumpShare * answers.displacementM3 * (PUMP_AT_M3 / answers.displacementM3) ** usual.pumpExponent,
  );

  const timingJetM =
    answers.valveGear === 'pushrod' && !answers.tensioner
      ? (answers.cooling === 'air' ? 1.2 : 0.8) * MM * Math.min(1.4, Math.max(0.7, scale))
      : undefined;

  const pa = hydraulic ? Math.max(usual.hotIdlePa, HYDRAULIC_PA) : usual.hotIdlePa;
  const filmPaS = oil.filmViscosityPaS(HOT_IDLE_K + FILM_RISE_K);
  const flow = (count: number, feed: BearingFeed, d: number, l: number, c: number, e: number) =>
    (count * bearingFeedCoefficientM3(feed, d, l, c, e) * pa) / filmPaS;
  const bearings =
    flow(answers.mainBearings, HALF_GROOVE(scale), mainDiameterM, 18 * MM * scale, nominal.mains, 0.6) +
    flow(n, HOLE(6 * MM * Math.min(1, scale)), 48 * MM * scale, 19 * MM * scale, nominal.rods, 0.7) +
    flow(cams, HOLE(4 * MM * Math.min(1, scale)), camDiameterM, 18 * MM * Math.sqrt(scale), nominal.cams, 0.4);
  const orifice = (boreM: number) =>
    0.75 * 0.25 * Math.PI * boreM ** 2 * Math.sqrt((2 * pa) / oil.densityKgM3(HOT_IDLE_K));
  const fixed =
    (liftersM3S + rockersM3S) * (pa / (2 * BAR)) ** 0.7 +
    (answers.tensioner ? orifice(tensionerBoreM) : 0) +
    (timingJetM === undefined ? 0 : orifice(timingJetM)) +
    (answers.archetype === 'motorcycle' ? 2 * orifice(GEARBOX_JET_M * Math.min(1, scale)) : 0);
  const idleRevS = answers.idleRpm / 60;
  const slipPerVolume = (SLIP * (pa + IDLE_LOSS_PA)) / (2 * Math.PI * oil.viscosityPaS(HOT_IDLE_K));
  const broughtBy = (volume: number) => volume * (idleRevS - slipPerVolume);
  const wanted = Math.cbrt(Math.max(0, broughtBy(pumpM3Rev) - fixed) / bearings);
  const fit = Math.min(MOST_FIT, Math.max(LEAST_FIT, wanted));
  const needed = (bearings * fit ** 3 + fixed) / Math.max(idleRevS - slipPerVolume, 0.25 * idleRevS);
  const pump = inRange(Math.min(PUMP_FIT * pumpM3Rev, Math.max(pumpM3Rev / PUMP_FIT, needed)));
  return {
    scale,
    mainDiameterM,
    mains: { count: answers.mainBearings, clearanceM: nominal.mains * fit },
    rods: { count: n, clearanceM: nominal.rods * fit },
    cams: { count: cams, clearanceM: nominal.cams * fit, diameterM: camDiameterM },
    liftersM3S,
    rockersM3S,
    tensionerBoreM,
    timingJetM,
    jetBoreM: 1.4 * MM * Math.min(1.4, Math.max(0.6, scale)),
    pumpM3Rev: pump,
    mostM3S: (pump * answers.redlineRpm) / 60,
  };
}

/** Each of the two jets of a motorcycle's gearbox. */
export const GEARBOX_JET_M = 0.8 * MM;
