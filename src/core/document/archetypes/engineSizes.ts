import { annularLeakM3S } from '../../physics/laws/annularLeak';
import { centrifugalGainPa } from '../../physics/laws/crankDrilling';
import { bindFilm, noFilmYet, solveFilm, type JournalBearing } from '../../physics/laws/journalBearing';
import { meanLoadShare } from '../../physics/laws/meanLoad';
import { orificeFlowInto } from '../../physics/laws/orifice';
import { slipCoefficient } from '../../physics/laws/pump';
import type { Oil } from '../../physics/oil/oil';
import { atSpeedRevS, HOT_OIL_K } from '../project/conditions';
import { engineKindOf } from '../project/healthyGauge';
import type { FullAnswers } from './answers';
import { archetypeOf } from './archetypes';
import { FULL_LOAD_PA } from './usualOfEngine';

const MM = 1e-3;
const UM = 1e-6;
const LPM = 1e-3 / 60;
const BAR = 1e5;

/** The engine that the usual lengths are of: five cylinders of 0.46 L. @source engineering judgement, docs/model.md */
const CYLINDER_M3 = 0.46e-3;
/** Cold clearances over the diameter, both diametral. @source engineering judgement: 0.00075 to 0.0013, cams 0.001 to 0.0025 */
const CRANK_CLEARANCE = 0.001;
const RACE_CLEARANCE = 0.0012;
const CAM_CLEARANCE = 0.0015;
/** How far clearances give way where the pump's range does not suffice. */
const LEAST_CLEARANCE = 0.75;
const MOST_CLEARANCE = 1.3;
/** What shells taper and are relieved by, for their flow. @source engineering judgement: 1.2 to 1.5 */
const SHELLS = 1.3;
/** Volume of a usual pump a turn of the crank and a litre of engine. @source engineering judgement */
const PUMP_RANGE = [3.5e-3, 7e-3] as const;
/**
 * What clearances do not explain, of all that the pump brings at a hot idle: as chosen, at least, at most.
 * @source engineering judgement
 */
const UNNAMED = { usual: 0.2, least: 0.05, most: 0.5 } as const;
/** What piston jets take at speed at most, of what the pump brings. @source engineering judgement */
const MOST_FOR_JETS = { usual: 0.3, truck: 0.2 };
/** A pump's rated point. @source engineering judgement */
const RATED_PUMP = { efficiency: 0.85, speedRevS: 2000 / 60, viscosityPaS: 11.8e-3, pressurePa: 4 * BAR };
/** Free air at idle, which the pump swallows with its oil. */
const IDLE_AIR = 0.02;
/**
 * Surface speed of a main journal: ½ρv² of it must be pushed into the crank, here 3 bar [m/s].
 * @source rigid rotation (closed form)
 */
const MOST_JOURNAL_M_S = 27;
/** From the pump to the gallery at hot idle [Pa]. */
const IDLE_LOSS_PA = 0.2 * BAR;
/**
 * A hydraulic lifter: bore, its clearance, the land either side of its feed; and what its plunger and its vent pass
 * besides, of that.
 * @source engineering judgement: 20 to 30 µm radial
 */
const LIFTER = { diameterM: 21 * MM, clearanceM: 25 * UM, landM: 10 * MM, lands: 2, besides: 1 } as const;

/** A part that follows a rating at a hot idle. */
interface RatedFlow {
  readonly pressurePa: number;
  readonly flowM3S: number;
  readonly viscosityPaS: number;
  readonly densityKgM3: number;
}

/** Bearings, pump and openings that suit an engine. SI. */
export interface EngineSizes {
  /** Lengths against the usual cylinder's. */
  readonly scale: number;
  readonly mains: JournalBearing;
  readonly rods: JournalBearing;
  /** Radii of the crank's oilway. */
  readonly drilling: { readonly mainRadiusM: number; readonly outletRadiusM: number; readonly leastRadiusM: number };
  readonly cams: { readonly count: number; readonly bearing: JournalBearing };
  /** Of all hydraulic lifters; undefined without. */
  readonly lifters: RatedFlow | undefined;
  /** Of all rockers fed through pushrods, at 2 bar. */
  readonly rockersM3S: number;
  /** Of a crank in rolling bearings, at 2 bar; 0 for one in shells. */
  readonly crankM3S: number;
  readonly tensionerBoreM: number;
  /** Spray on the timing gears, where there is such a jet. */
  readonly timingJetM: number | undefined;
  readonly jetBoreM: number;
  /** What nobody can name. */
  readonly unnamed: RatedFlow;
  /** A turn of the engine. */
  readonly pumpM3Rev: number;
  /** What the pump brings at the redline. */
  readonly mostM3S: number;
}

/** How pressure rises with speed until the relief opens: leaks go with the pressure, jets and oilways with its root. */
const RISES_BY_SPEED = 1.1;

/**
 * Gallery of a typical engine of the kind at a hot idle [Pa]: the middle of what they show, or more where the speed at
 * which the kind's other pressure is known is so little above the idle that it would not be reached.
 */
function hotIdlePa({ kind, idleRpm, redlineRpm }: FullAnswers): number {
  const { hotIdlePa: idle, atSpeedPa } = engineKindOf(kind);
  const middle = (range: readonly [number, number]) => Math.sqrt(range[0] * range[1]);
  const rise = (atSpeedRevS(redlineRpm / 60) / (idleRpm / 60)) ** RISES_BY_SPEED;
  return Math.min(0.85 * idle[1], Math.max(middle(idle), middle(atSpeedPa) / rise));
}

/** Cam bearings by valve gear and banks. */
function camBearings({ valveGear, layout, cylinders, mainBearings }: FullAnswers): number {
  if (valveGear === 'pushrod') return mainBearings;
  const heads = layout === 'inline' || cylinders < 2 ? 1 : 2;
  return (valveGear === 'twinCam' ? 2 : 1) * heads * (Math.ceil(cylinders / heads) + 1);
}

const COMMON = { filmHeatShare: 0.5, metalConductanceWK: 1, hydrodynamicSideFlow: true } as const;

/** The engine's bearings, their clearances times a factor. */
function bearingsOf(
  answers: FullAnswers,
  scale: number,
  times: number,
): Pick<EngineSizes, 'mains' | 'rods'> & { readonly cam: JournalBearing } {
  const crank = times * (answers.kind === 'race' ? RACE_CLEARANCE : CRANK_CLEARANCE);
  const mainM = Math.min(55 * MM * scale, MOST_JOURNAL_M_S / (Math.PI * (answers.redlineRpm / 60)));
  const rodM = 48 * MM * scale;
  const inBlock = answers.valveGear === 'pushrod';
  const camM = Math.max(16, 26 * Math.sqrt(scale)) * MM * (inBlock ? 1.6 : 1);
  const hole = (diameterM: number) => ({
    kind: 'hole' as const,
    holeDiameterM: diameterM * Math.min(1, scale),
    holeAngleRad: 0,
  });
  return {
    mains: {
      ...COMMON,
      diameterM: mainM,
      lengthM: 18 * MM * scale,
      clearanceRadialM: 0.5 * crank * mainM,
      runsIn: answers.block,
      wallFactor: SHELLS,
      feed: { kind: 'halfGroove', landEachM: 6.5 * MM * scale },
      eccentricity: { kind: 'specificLoad', fullLoadPa: FULL_LOAD_PA.mains },
    },
    rods: {
      ...COMMON,
      diameterM: rodM,
      lengthM: 19 * MM * scale,
      clearanceRadialM: 0.5 * crank * rodM,
      // Steel on steel: the clearance grows as iron's does.
      runsIn: 'iron',
      wallFactor: SHELLS,
      feed: hole(6 * MM),
      eccentricity: { kind: 'specificLoad', fullLoadPa: FULL_LOAD_PA.rods },
    },
    cam: {
      ...COMMON,
      diameterM: camM,
      lengthM: 18 * MM * Math.sqrt(scale),
      clearanceRadialM: 0.5 * times * (inBlock ? crank / times : CAM_CLEARANCE) * camM,
      runsIn: inBlock ? answers.block : answers.kind === 'vintage' ? 'iron' : 'aluminium',
      // A cap's groove feeds a journal in the head, a hole one in the block.
      feed: inBlock ? hole(4 * MM) : { kind: 'halfGroove', landEachM: 6.5 * MM * Math.sqrt(scale) },
      eccentricity: { kind: 'ratio', ratio: 0.4 },
    },
  };
}

/**
 * Sizes that hold the usual pressure of such an engine at a hot idle: clearances by their diameters, the pump so that
 * what nobody can name is a fifth of what it brings. Where that takes the pump out of its usual range, the unnamed leaks
 * give way, then the clearances.
 *
 * @source the laws that the circuit is solved with later; proportions: engineering judgement
 */
export function engineSizes(answers: FullAnswers, oil: Oil): EngineSizes {
  const n = answers.cylinders;
  const scale = Math.cbrt(answers.displacementM3 / n / CYLINDER_M3);
  const small = Math.min(1.3, Math.max(0.35, scale ** 2));
  const kind = engineKindOf(answers.kind);
  const pa = hotIdlePa(answers);
  const densityKgM3 = oil.densityKgM3(HOT_OIL_K);
  const viscosityPaS = oil.viscosityPaS(HOT_OIL_K);
  const at: HotIdle = {
    oil,
    pressurePa: pa,
    speedRevS: answers.idleRpm / 60,
    loadShare: meanLoadShare(0, answers.idleRpm / answers.redlineRpm),
  };
  const drillingOf = (mains: JournalBearing) => ({
    mainRadiusM: mains.diameterM / 2,
    outletRadiusM: 60 * MM * scale,
    leastRadiusM: Math.min(6 * MM * scale, 0.4 * mains.diameterM),
  });
  const cams = camBearings(answers);
  const rolls = answers.crankBearings === 'rolling';
  const bearingFlow = (times: number): number => {
    const { mains, rods, cam } = bearingsOf(answers, scale, times);
    const crank = rolls
      ? 0
      : answers.mainBearings * filmFlowM3S(mains, at) +
        n *
          filmFlowM3S(
            rods,
            at,
            1,
            centrifugalGainPa({ ...drillingOf(mains), gateHalfWidth: 0 }, at.speedRevS, densityKgM3),
          );
    return crank + cams * filmFlowM3S(cam, at, 0.5);
  };

  const valves = n * (answers.valveGear === 'twinCam' ? 4 : 2);
  const lifterM3S =
    LIFTER.lands *
    (1 + LIFTER.besides) *
    annularLeakM3S(LIFTER.diameterM, LIFTER.clearanceM, LIFTER.landM, viscosityPaS, pa);
  const lifters =
    answers.lifters === 'hydraulic'
      ? { pressurePa: pa, flowM3S: valves * lifterM3S, viscosityPaS, densityKgM3 }
      : undefined;
  const rockersM3S = answers.valveGear === 'pushrod' ? (answers.cooling === 'air' ? 0.5 : 0.3) * LPM * n * small : 0;
  const crankM3S = rolls ? 0.35 * LPM * n * small : 0;
  const tensionerBoreM = Math.min(1, Math.max(0.6, scale)) * MM;
  const timingJetM =
    answers.valveGear === 'pushrod' && !answers.tensioner
      ? (answers.cooling === 'air' ? 1.2 : 0.8) * MM * Math.min(1.4, Math.max(0.7, scale))
      : undefined;
  const jet = (boreM: number, dropPa = pa) => {
    orificeFlowInto(out, dropPa, { boreM, lengthM: 3 * MM, statedCd: 0 }, densityKgM3, viscosityPaS);
    return out[0]!;
  };
  const fixed =
    (lifters?.flowM3S ?? 0) +
    (rockersM3S + crankM3S) * (pa / (2 * BAR)) ** 0.7 +
    (answers.tensioner ? jet(tensionerBoreM) : 0) +
    (timingJetM === undefined ? 0 : jet(timingJetM)) +
    (answers.archetype === 'motorcycle' ? 2 * jet(GEARBOX_JET_M * Math.min(1, scale)) : 0);

  const broughtPerM3 =
    (1 - IDLE_AIR) * at.speedRevS -
    slipPerVolume(pa + IDLE_LOSS_PA, viscosityPaS) / archetypeOf(answers.archetype).usual.pumpRatio;
  const inRange = (volume: number) =>
    Math.min(PUMP_RANGE[1] * answers.displacementM3, Math.max(PUMP_RANGE[0] * answers.displacementM3, volume));
  const nominal = bearingFlow(1);
  const jetBoreM = 1.4 * MM * Math.min(1.2, Math.max(0.6, scale));
  const jetsM3S = answers.pistonJets ? n * jet(jetBoreM, kind.atSpeedPa[0]) : 0;
  // A truck's pump is large for its idle: its jets are open wherever it works.
  const mostForJets = answers.kind === 'truck' ? MOST_FOR_JETS.truck : MOST_FOR_JETS.usual;
  const pumpM3Rev = inRange(
    Math.max(
      (nominal + fixed) / ((1 - UNNAMED.usual) * broughtPerM3),
      jetsM3S / (mostForJets * atSpeedRevS(answers.redlineRpm / 60)),
    ),
  );
  const broughtM3S = pumpM3Rev * broughtPerM3;
  const left = 1 - (nominal + fixed) / broughtM3S;
  const share = Math.min(UNNAMED.most, Math.max(UNNAMED.least, left));
  // Flow goes with the cube of the clearance.
  const wanted = Math.cbrt(Math.max(0, (1 - share) * broughtM3S - fixed) / nominal);
  const times = share === left ? 1 : Math.min(MOST_CLEARANCE, Math.max(LEAST_CLEARANCE, wanted));
  const { mains, rods, cam } = bearingsOf(answers, scale, times);
  return {
    scale,
    mains,
    rods,
    drilling: drillingOf(mains),
    cams: { count: cams, bearing: cam },
    lifters,
    rockersM3S,
    crankM3S,
    tensionerBoreM,
    timingJetM,
    jetBoreM,
    unnamed: { pressurePa: pa, flowM3S: share * broughtM3S, viscosityPaS, densityKgM3 },
    pumpM3Rev,
    mostM3S: (pumpM3Rev * answers.redlineRpm) / 60,
  };
}

/** Each of the two jets of a motorcycle's gearbox. */
export const GEARBOX_JET_M = 0.8 * MM;

const out = new Float64Array(2);

/** A hot idle, its gallery at the pressure that such engines show. */
interface HotIdle {
  readonly oil: Oil;
  readonly pressurePa: number;
  readonly speedRevS: number;
  readonly loadShare: number;
}

/** Flow of one bearing. @param turns its journal's, a turn of the engine @param gainPa what the turning crank adds */
function filmFlowM3S(
  bearing: JournalBearing,
  { oil, pressurePa, speedRevS, loadShare }: HotIdle,
  turns = 1,
  gainPa = 0,
): number {
  const film = { flowM3S: 0, slope: 0, temperatureK: HOT_OIL_K, viscosityPaS: 0, frictionW: 0, eccentricityRatio: 0 };
  const coefficients = noFilmYet();
  const journalRevS = speedRevS * turns;
  bindFilm(coefficients, bearing, journalRevS, HOT_OIL_K, loadShare);
  const capacity = oil.densityKgM3(HOT_OIL_K) * oil.specificHeatJKgK(HOT_OIL_K);
  solveFilm(film, bearing, coefficients, oil, pressurePa + gainPa, HOT_OIL_K, capacity);
  return film.flowM3S;
}

/** What a usual pump slips, a swept volume and a turn [1/s]. @source Wilson's slip (1946) */
const slipPerVolume = (pressurePa: number, viscosityPaS: number): number =>
  (slipCoefficient(RATED_PUMP.efficiency, RATED_PUMP.speedRevS, RATED_PUMP.viscosityPaS, RATED_PUMP.pressurePa) *
    pressurePa) /
  (2 * Math.PI * viscosityPaS);
