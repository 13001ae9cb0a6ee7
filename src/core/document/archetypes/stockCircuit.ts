import type { Oil } from '../../physics/oil/oil';
import { DEFAULT_AIR_COOLING, DEFAULT_LIQUID_COOLING } from '../parts/cooling';
import { catalogueEntry } from '../parts/catalogue';
import { engineKindOf } from '../project/healthyGauge';
import type { Circuit } from '../project/project';
import { assertNever } from '../../foundations/invariant';
import type { FullAnswers } from './answers';
import { archetypeOf, type ArchetypeId } from './archetypes';
import { CircuitBuilder } from './circuitBuilder';
import { engineSizes, GEARBOX_JET_M, type EngineSizes } from './engineSizes';

const LITRE = 1e-3;
const MM = 1e-3;
const MM2 = 1e-6;
const LPM = 1e-3 / 60;
const BAR = 1e5;

/** What shells, lifters and their oilways may have, at least and over the relief. @source engineering judgement */
const MOST_PA = 6.6 * BAR;
const MOST_OF_RELIEF = 1.6;
/** Lifters leak past their lands; their vents and what they meter are small holes. @source engineering judgement */
const LIFTERS_VISCOUS = 0.85;
/** Scavenge sections together against the pressure section. @source common practice: 1.3 to 3 */
const SCAVENGE_RATIO = 2.2;
/** A coolant-fed cooler a brake power [W/K per W]. @source engineering judgement */
const COOLER_WK_PER_W = 2e-3;
/** A cooler is rated at what goes through it at speed, of what the pump brings. @source engineering judgement */
const COOLER_RATED_SHARE = 0.6;
/**
 * Flow through a relief that is wide open [m/s]: 6 bar, Cd 0.7, three quarters open.
 * @source orifice law (closed form)
 */
const RELIEF_M_S = 20;
const RELIEF_AT_PA = 6 * BAR;
/** Oil in a suction passage and in a pressure passage at the redline [m/s]. @source common practice */
const SUCTION_M_S = 3.5;
const PRESSURE_M_S = 7;

/** Everything that a stock circuit is built from. */
interface Build {
  readonly b: CircuitBuilder;
  readonly answers: FullAnswers;
  readonly sizes: EngineSizes;
}

/** Bore in which a flow has a speed [m]. */
const boreFor = (flowM3S: number, speedMS: number) => Math.sqrt((4 * flowM3S) / (Math.PI * speedMS));

/**
 * What parts are to have at least: a share of the lowest that a healthy engine of the kind shows, at idle and at speed,
 * and no more than is usual. So a part that is only guessed at is not called short on an engine that is well.
 * @source engineering judgement; common practice for the usual ones
 */
function suppliesOf({ kind, idleRpm, redlineRpm, reliefPa }: FullAnswers) {
  const { hotIdlePa, atSpeedPa, reliefPa: usualReliefPa } = engineKindOf(kind);
  const highPressurePa = Math.max(MOST_PA, MOST_OF_RELIEF * (reliefPa ?? usualReliefPa));
  const [idle, speed] = [hotIdlePa[0], atSpeedPa[0]];
  const rising = (basePa: number, perSpeedPaS: number, share: number) => ({
    lowPressurePa: basePa,
    lowPressurePerSpeedPaS: Math.min(
      perSpeedPaS,
      (60 * (share * idle - basePa)) / idleRpm,
      (60 * (share * speed - basePa)) / redlineRpm,
    ),
    highPressurePa,
  });
  return {
    mains: rising(0.08 * BAR, 2700, 0.3),
    rods: rising(0.08 * BAR, 1500, 0.28),
    cams: rising(0.05 * BAR, 600, 0.2),
    lifters: { lowPressurePa: Math.min(0.8 * BAR, 0.25 * idle), highPressurePa },
    tensioner: { lowPressurePa: 0.25 * idle },
    spray: { lowPressurePa: Math.min(0.3 * BAR, 0.2 * idle) },
    jets: { lowPressurePa: 0.35 * speed, neededFromRevS: (0.7 * redlineRpm) / 60 },
  };
}

/** A rating at the state that a flow was worked out at. */
const ratedAt = (rated: NonNullable<EngineSizes['lifters']>) => ({
  ratedPressureDropPa: rated.pressurePa,
  ratedFlowM3S: rated.flowM3S,
  ratedViscosityPaS: rated.viscosityPaS,
  ratedDensityKgM3: rated.densityKgM3,
});

function suction({ b, sizes }: Build, source: string): void {
  b.fit('pickup', 'pickup', {
    screen: { ...screen(), ratedFlowM3S: Math.max(20 * LPM, 0.55 * sizes.mostM3S) },
    tube: {
      boreM: Math.max(12 * MM, boreFor(sizes.mostM3S, SUCTION_M_S)),
      lengthM: 0.32,
      roughnessM: 1e-5,
      losses: [{ kind: 'entrance' }, { kind: 'catalogue', fitting: 'drilledCorner' }],
    },
  }).row(source, 'pickup');
}
const screen = () => (catalogueEntry('pickup').part as { screen: object }).screen;

function pumpAndRelief({ b, answers, sizes }: Build, from: string): void {
  const { rotors } = archetypeOf(answers.archetype).usual;
  b.fit('pump', 'pump', { elevationM: -0.02, displacementM3Rev: sizes.pumpM3Rev, rotors })
    .fit('relief', 'relief', reliefOf(answers, sizes))
    .row(from, 'pump', 'relief')
    .row('relief', 'pump');
}
/** A relief that opens where the book says, or where such engines' do, and can pass what the pump brings. */
function reliefOf({ kind, reliefPa }: FullAnswers, { mostM3S }: EngineSizes) {
  const usual = engineKindOf(kind);
  const crackPa = reliefPa ?? usual.reliefPa;
  const fullOpenPa = crackPa + usual.reliefTravelPa * (crackPa / usual.reliefPa);
  const flowM_S = RELIEF_M_S * Math.sqrt(crackPa / RELIEF_AT_PA);
  return { crackPa, fullOpenPa, areaM2: Math.max(15 * MM2, mostM3S / flowM_S) };
}

/** Filter with its rating grown with the engine's flow. */
const filterOf = ({ mostM3S }: EngineSizes) => ({ ratedFlowM3S: Math.max(12 * LPM, 0.5 * mostM3S) });

function passages({ b, answers, sizes }: Build): void {
  const boreM = Math.max(7 * MM, boreFor(sizes.mostM3S, PRESSURE_M_S));
  b.fit('blockOut', 'drilling', {
    name: 'Block passage',
    boreM,
    lengthM: 0.22,
    losses: [{ kind: 'entrance' }, { kind: 'catalogue', fitting: 'drilledCorner', count: 2 }],
  });
  gallery({ b, answers, sizes }, 'Main gallery', boreM);
}

function gallery({ b, answers, sizes }: Build, name: string, boreM: number): void {
  b.fit('gallery', 'gallery', {
    name,
    boreM,
    lengthM: 0.09 * Math.max(1, sizes.scale) * Math.max(1, answers.mainBearings - 1),
    losses: [{ kind: 'catalogue', fitting: 'drilledCorner' }],
  });
}

/**
 * Oil in the pan of an engine of a size: large engines hold less a litre.
 * @source engineering judgement: 3.3 L at 1.3, 4 L at 2, 5.7 L at 4.9; diesels that work hold more
 */
function usualFillM3({ kind, displacementM3 }: FullAnswers): number {
  const litres = displacementM3 / LITRE;
  return LITRE * (kind === 'truck' ? 1.2 + 1.4 * litres : Math.max(0.7, 3 * litres ** 0.4));
}

const sump = ({ b, answers }: Build, levelM = -0.19) =>
  b.add('sump', {
    kind: 'sump',
    name: 'Sump',
    levelM,
    volumeM3: usualFillM3(answers),
  });

/** Mains, rods, cams, lifters, jets and tensioner on a gallery. */
function engineOn({ b, answers, sizes }: Build, returnsTo: string): void {
  const supply = suppliesOf(answers);
  if (answers.crankBearings === 'rolling')
    b.fit('crank', 'fedGears', {
      name: 'Crank, rolling bearings',
      ratedPressureDropPa: 2 * BAR,
      ratedFlowM3S: sizes.crankM3S,
      supply: supply.spray,
    }).row('gallery', 'crank', returnsTo);
  else
    b.fit('mains', 'mains', {
      ...sizes.mains,
      count: answers.mainBearings,
      elevationM: 0,
      supply: supply.mains,
    })
      .fit('rods', 'rods', {
        ...sizes.rods,
        ...sizes.drilling,
        count: answers.cylinders,
        elevationM: 0,
        supply: supply.rods,
      })
      .row('gallery', 'mains')
      .row('mains.groove', 'rods')
      .row('mains', returnsTo)
      .row('rods', returnsTo);
  b.fit('unnamed', 'unnamedLeaks', { elevationM: 0, ...ratedAt(sizes.unnamed) }).row('gallery', 'unnamed', returnsTo);
  valveGearOn({ b, answers, sizes }, returnsTo);
  if (answers.pistonJets)
    b.fit('jets', 'pistonJets', {
      count: answers.cylinders,
      nozzle: { boreM: sizes.jetBoreM, lengthM: 4 * sizes.jetBoreM },
      supply: supply.jets,
    }).row('gallery', 'jets', returnsTo);
  if (sizes.timingJetM !== undefined)
    b.fit('timingJet', 'gearJet', {
      name: 'Timing gears',
      nozzle: { boreM: sizes.timingJetM, lengthM: 3 * MM },
      supply: supply.spray,
    }).row('gallery', 'timingJet', returnsTo);
  if (answers.tensioner)
    b.fit('tensioner', 'tensioner', {
      nozzle: { boreM: sizes.tensionerBoreM, lengthM: 3 * MM },
      supply: supply.tensioner,
    }).row('gallery', 'tensioner', returnsTo);
}

/** Cams in the head behind their drilling, or in the block with lifters and rockers. */
function valveGearOn({ b, answers, sizes }: Build, returnsTo: string): void {
  const inBlock = answers.valveGear === 'pushrod';
  const supply = suppliesOf(answers);
  const cams = {
    ...sizes.cams.bearing,
    count: sizes.cams.count,
    elevationM: inBlock ? 0.12 : 0.32,
    supply: supply.cams,
  };
  const lifters = sizes.lifters && {
    elevationM: cams.elevationM,
    ...ratedAt(sizes.lifters),
    viscousShare: LIFTERS_VISCOUS,
    supply: supply.lifters,
  };
  const head = {
    boreM: Math.max(4, Math.min(10, 6 * Math.sqrt(sizes.scale) * (answers.layout === 'inline' ? 1 : 1.3))) * MM,
    lengthM: 0.34 * Math.min(1.6, Math.max(0.5, sizes.scale)),
    losses: [{ kind: 'catalogue', fitting: 'drilledCorner', count: 2 }],
  };
  if (!inBlock) {
    b.fit('headFeed', 'drilling', { name: 'Head feed', ...head })
      .fit('cams', 'cams', cams)
      .row('gallery', 'headFeed', 'cams', returnsTo);
    if (lifters) b.fit('lifters', 'lifters', lifters).row('headFeed', 'lifters', returnsTo);
    return;
  }
  b.fit('camFeed', 'drilling', { name: 'Feed to the camshaft', boreM: head.boreM, lengthM: 0.12 * sizes.scale })
    .fit('cams', 'cams', { ...cams, name: 'Camshaft' })
    .row('gallery', 'camFeed', 'cams', returnsTo);
  if (lifters) b.fit('lifters', 'lifters', lifters).row('camFeed', 'lifters', returnsTo);
  b.fit('headFeed', 'drilling', { name: 'Feed to the rockers', ...head })
    .fit('rockers', 'fedGears', {
      duty: 'other',
      name: 'Rockers',
      elevationM: 0.36,
      ratedPressureDropPa: 2 * BAR,
      ratedFlowM3S: sizes.rockersM3S,
      supply: supply.spray,
    })
    .row('gallery', 'headFeed', 'rockers', returnsTo);
}

/** The oil cooler that the engine was built with, between two ports; none where it has none. */
function stockCoolerOf({ b, answers, sizes }: Build): string[] {
  const litres = answers.displacementM3 / LITRE;
  const flowM3S = Math.max(8 * LPM, COOLER_RATED_SHARE * sizes.mostM3S);
  switch (answers.stockCooler) {
    case 'none':
      return [];
    case 'coolant':
      b.fit('cooler', 'liquidCooler', {
        name: 'Liquid cooler',
        ratedFlowM3S: flowM3S,
        cooling: {
          ...DEFAULT_LIQUID_COOLING,
          conductanceWK: COOLER_WK_PER_W * answers.brakePowerW,
          ratedOilFlowM3S: flowM3S,
          coolantFlowM3S: Math.max(6 * LPM, 10 * LPM * litres),
        },
      });
      return ['cooler'];
    case 'air': {
      const share = Math.max(0.12, litres / 2);
      b.fit('thermostatPlate', 'inlineThermostat', { name: 'Thermostat' })
        .fit('coolerHoseOut', 'hose10', { name: 'Cooler hose out', lengthM: 0.7 })
        .fit('cooler', 'airCooler', {
          ratedFlowM3S: flowM3S,
          electrical: { currentA: 8, fuseA: 15, relay: true },
          cooling: {
            ...DEFAULT_AIR_COOLING,
            fan: { faceSpeedMS: 5, onK: 378.15, offK: 370.15 },
            ratedHeatW: DEFAULT_AIR_COOLING.ratedHeatW * share,
            faceAreaM2: DEFAULT_AIR_COOLING.faceAreaM2 * share,
            ratedOilFlowM3S: DEFAULT_AIR_COOLING.ratedOilFlowM3S * share,
          },
        })
        .fit('coolerHoseBack', 'hose10', { name: 'Cooler hose back', lengthM: 0.7 })
        .row('thermostatPlate.away', 'coolerHoseOut', 'cooler', 'coolerHoseBack', 'thermostatPlate.back');
      return ['thermostatPlate'];
    }
    default:
      return assertNever(answers.stockCooler);
  }
}

/** The dry sump's and the tank engine's way: a tank, a pressure section, scavenge sections from the pan. */
function tankEngine(build: Build, sections: readonly string[]): void {
  const { b, answers, sizes } = build;
  const ratio = archetypeOf(answers.archetype).usual.pumpRatio;
  const pumpM3Rev = sizes.pumpM3Rev / ratio;
  b.add('tank', {
    kind: 'tank',
    name: 'Tank',
    levelM: 0.15,
    volumeM3: 2 * LITRE + 1.8 * answers.displacementM3,
  }).add('pan', { kind: 'sump', name: 'Pan', levelM: -0.12, pressurePa: -5e3, volumeM3: 0.4 * LITRE });
  const suctionHose = sizes.mostM3S > 45 * LPM ? 'hose16' : 'hose12';
  b.fit('feedHose', suctionHose, { name: 'Feed hose', lengthM: 0.8, losses: [{ kind: 'entrance' }] });
  b.fit('pump', 'drySumpPump', {
    elevationM: -0.05,
    displacementM3Rev: pumpM3Rev,
    speedRatio: ratio,
    rotors: archetypeOf(answers.archetype).usual.rotors,
    slip: {
      kind: 'efficiency',
      volumetricEfficiency: 0.87,
      atPumpSpeedRevS: 2000 / 60,
      atPressurePa: 4 * BAR,
      atViscosityPaS: 11.8e-3,
    },
  }).fit('relief', 'relief', reliefOf(answers, sizes));
  b.row('tank.suction', 'feedHose', 'pump', 'relief').row('relief', 'pump');
  for (const where of sections) {
    const id = `scavenge${sections.indexOf(where) + 1}`;
    b.fit(id, 'scavengeSection', {
      name: `Scavenge${where === '' ? '' : `, ${where}`}`,
      displacementM3Rev: (pumpM3Rev * SCAVENGE_RATIO) / sections.length,
      speedRatio: ratio,
    }).row('pan.suction', id, 'tank.return');
  }
}

const hoseOf = ({ mostM3S }: EngineSizes) => (mostM3S > 40 * LPM ? 'hose12' : 'hose10');
const galleryBoreM = ({ mostM3S }: EngineSizes, leastM: number) => Math.max(leastM, boreFor(mostM3S, PRESSURE_M_S));

function filterOnBlock(build: Build): void {
  const { b, sizes } = build;
  sump(build);
  suction(build, 'sump.suction');
  pumpAndRelief(build, 'pickup');
  passages(build);
  b.fit('filter', 'spinOn', { elevationM: 0.02, ...filterOf(sizes) });
  b.row('pump', 'blockOut', 'filter', ...stockCoolerOf(build), 'gallery');
  engineOn(build, 'sump.return');
}

function remoteFilter(build: Build): void {
  const { b, sizes } = build;
  sump(build);
  suction(build, 'sump.suction');
  pumpAndRelief(build, 'pickup');
  passages(build);
  b.fit('takeOff', 'takeOff')
    .fit('hoseOut', hoseOf(sizes), { name: 'Hose out', lengthM: 0.9 })
    .fit('filter', 'remoteHead', filterOf(sizes))
    .fit('hoseBack', hoseOf(sizes), { name: 'Hose back', lengthM: 0.9 });
  b.row('pump', 'blockOut', 'takeOff')
    .row('takeOff.away', 'hoseOut', 'filter', 'hoseBack', 'takeOff.back')
    .row('takeOff', ...stockCoolerOf(build), 'gallery');
  engineOn(build, 'sump.return');
}

function externalSuction(build: Build): void {
  const { b, sizes } = build;
  sump(build);
  b.fit('suctionHose', sizes.mostM3S > 30 * LPM ? 'hose16' : 'hose12', {
    name: 'Suction hose',
    lengthM: 0.5,
    losses: [{ kind: 'entrance' }],
  });
  b.row('sump.suction', 'suctionHose');
  pumpAndRelief(build, 'suctionHose');
  gallery(build, 'Main gallery', galleryBoreM(sizes, 8 * MM));
  b.fit('filter', 'remoteHead', { name: 'Filter head', ...filterOf(sizes) }).fit('hoseBack', hoseOf(sizes), {
    name: 'Hose to the block',
    lengthM: 0.6,
  });
  b.row('pump', 'filter', 'hoseBack', ...stockCoolerOf(build), 'gallery');
  engineOn(build, 'sump.return');
}

function drySump(build: Build): void {
  const { b, sizes } = build;
  tankEngine(build, ['front', 'rear']);
  b.fit('hoseOut', 'hose12', { name: 'Pressure hose', lengthM: 0.9 });
  gallery(build, 'Main gallery', galleryBoreM(sizes, 9 * MM));
  b.fit('filter', 'meshFilter', { elevationM: 0.05, name: 'Filter', place: { mount: 'frame' }, ...filterOf(sizes) });
  b.fit('hoseIn', 'hose12', { name: 'Hose to the block', lengthM: 0.6 });
  b.row('pump', 'hoseOut', 'filter', ...stockCoolerOf(build), 'hoseIn', 'gallery');
  engineOn(build, 'pan.return');
}

function airTwin(build: Build): void {
  const { b, sizes } = build;
  tankEngine(build, ['']);
  gallery(build, 'Case gallery', galleryBoreM(sizes, 7 * MM));
  b.fit('filter', 'spinOn', { ...filterOf(sizes), oilVolumeM3: 0.3 * LITRE });
  b.row('pump', 'filter', ...stockCoolerOf(build), 'gallery');
  engineOn(build, 'pan.return');
}

function motorcycle(build: Build): void {
  const { b, sizes } = build;
  sump(build, -0.12);
  suction(build, 'sump.suction');
  pumpAndRelief(build, 'pickup');
  b.fit('filter', 'spinOn', { ...filterOf(sizes), oilVolumeM3: 0.25 * LITRE }).fit('gallery', 'drilling', {
    name: 'Case gallery',
    boreM: galleryBoreM(sizes, 7 * MM),
    lengthM: 0.3,
    losses: [{ kind: 'catalogue', fitting: 'drilledCorner', count: 2 }],
  });
  b.row('pump', 'filter', ...stockCoolerOf(build), 'gallery');
  engineOn(build, 'sump.return');
  b.fit('gearbox', 'gearJet', {
    name: 'Gearbox',
    count: 2,
    nozzle: { boreM: GEARBOX_JET_M * Math.min(1, sizes.scale), lengthM: 3 * MM },
    supply: { lowPressurePa: 0.2 * BAR },
  }).row('gallery', 'gearbox', 'sump.return');
}

/** How each archetype is plumbed. */
const PLUMBING: Readonly<Record<ArchetypeId, (build: Build) => void>> = {
  wetSump: filterOnBlock,
  coolerOnHousing: filterOnBlock,
  pushrodV: filterOnBlock,
  truckDiesel: filterOnBlock,
  remoteFilter,
  externalSuction,
  drySump,
  airTwin,
  motorcycle,
};

/**
 * The stock circuit that the answers describe, sized to the engine.
 * @param oil that it is filled with: clearances and pump are chosen for it, as an engine maker does
 */
export function makeStockCircuit(answers: FullAnswers, oil: Oil): Circuit {
  const b = new CircuitBuilder();
  PLUMBING[answers.archetype]({ b, answers, sizes: engineSizes(answers, oil) });
  return b.circuit();
}
