import type { z } from 'zod';
import type { partSchema, PartKind } from '../kinds/parts';
import type { ThreadId } from './threads';

const MM = 1e-3;
const UM = 1e-6;
const MM2 = 1e-6;
const BAR = 1e5;
const LPM = 1e-3 / 60;
const RPM = 1 / 60;
const C = 273.15;

/** Groups of the catalogue, in the order in which oil meets them. */
export const CATALOGUE_GROUPS = [
  'Pump and suction',
  'Filters',
  'Coolers and thermostats',
  'Lines and fittings',
  'Restrictors and valves',
  'Bearings and jets',
  'Fed parts',
  'Returns',
  'Gauges and small parts',
] as const;
export type CatalogueGroup = (typeof CATALOGUE_GROUPS)[number];

type PartInput = z.input<typeof partSchema>;
/** A part as a file would hold it, without its id. */
export type PartDraft = PartInput extends infer P ? (P extends { id: string } ? Omit<P, 'id'> : never) : never;

/** A kind of part that a user can fit, with realistic defaults. */
export interface CatalogueEntry {
  readonly id: string;
  /** In the words of the trade, lower case as it stands in a move: "fit an air cooler". */
  readonly label: string;
  readonly group: CatalogueGroup;
  readonly part: PartDraft;
  /** What to measure, and how. */
  readonly measure: string;
  /** Where the defaults come from. */
  readonly source: string;
  /** Oil that it holds where its sizes do not tell [m³]. */
  readonly oilVolumeM3?: number;
  /** Threads that its ports usually have. */
  readonly threads?: Readonly<Record<string, ThreadId>>;
}

const JUDGEMENT = 'Engineering judgement, no data of any maker.';
const HOOPER = 'Losses: two-K form of Hooper (1981), constants by engineering judgement.';

const rating = (bar: number, lpm: number, viscousShare: number, mPas = 11.8, ratedDensityKgM3 = 850) => ({
  ratedPressureDropPa: bar * BAR,
  ratedFlowM3S: lpm * LPM,
  ratedViscosityPaS: mPas * 1e-3,
  ratedDensityKgM3,
  viscousShare,
});
/** ISO 4548-1 rates at 24 mm²/s; at 850 kg/m³ that is 20.4 mPa·s. */
const filterRating = (bar: number, lpm: number, viscousShare: number) => rating(bar, lpm, viscousShare, 20.4);
const springValve = (crackBar: number, fullBar: number, areaMm2: number) => ({
  crackPa: crackBar * BAR,
  fullOpenPa: fullBar * BAR,
  areaM2: areaMm2 * MM2,
});
const ends = (
  ...fittings: ('hoseEndStraight' | 'hoseEnd45' | 'hoseEnd90' | 'hoseEnd180' | 'banjo' | 'drilledCorner')[]
) => fittings.map((fitting) => ({ kind: 'catalogue' as const, fitting }));
const slip = {
  kind: 'efficiency' as const,
  volumetricEfficiency: 0.85,
  atPumpSpeedRevS: 2000 * RPM,
  atPressurePa: 4 * BAR,
  atViscosityPaS: 11.8e-3,
};
const thermostat = (opensC: number, fullC: number) => ({ opensK: opensC + C, fullK: fullC + C, areaM2: 110 * MM2 });

const entry = (
  id: string,
  label: string,
  group: CatalogueGroup,
  part: PartDraft,
  measure: string,
  more: Partial<CatalogueEntry> = {},
): CatalogueEntry => ({ id, label, group, part, measure, source: JUDGEMENT, ...more });
const hose = (
  id: string,
  label: string,
  name: string,
  dash: number,
  boreMm: number,
  lengthM: number,
  threads: ThreadId,
  kind: 'hose' | 'hardLine' = 'hose',
) =>
  entry(
    id,
    label,
    'Lines and fittings',
    {
      kind: 'line',
      name,
      form: kind,
      dash,
      boreM: boreMm * MM,
      lengthM,
      leastBendM: dash * 0.0125,
      losses: ends('hoseEndStraight', 'hoseEnd90'),
    },
    'Inside diameter with a drill shank; length along the centre line with a cord laid where the hose will lie.',
    { source: HOOPER, threads: { in: threads, out: threads } },
  );

/** Every kind of part, with defaults. Tests read each through the schema. */
export const CATALOGUE: readonly CatalogueEntry[] = [
  entry(
    'pickup',
    'pickup with screen',
    'Pump and suction',
    {
      kind: 'pickup',
      name: 'Pickup',
      screen: rating(0.03, 40, 0.3),
      tube: {
        boreM: 18 * MM,
        lengthM: 0.32,
        roughnessM: 10 * UM,
        losses: [{ kind: 'entrance' }, ...ends('drilledCorner')],
      },
    },
    'Tube bore at its narrowest; height from the oil level to the pump’s centre.',
    { oilVolumeM3: 0.08e-3 },
  ),
  entry(
    'pump',
    'oil pump, fixed',
    'Pump and suction',
    { kind: 'pump', name: 'Pump', displacementM3Rev: 11e-6, slip },
    'Swept volume: area between the rotors × width; or one turn by hand into a measuring glass.',
    { oilVolumeM3: 0.05e-3 },
  ),
  entry(
    'variablePump',
    'oil pump, variable',
    'Pump and suction',
    {
      kind: 'pump',
      name: 'Variable pump',
      displacementM3Rev: 14e-6,
      slip,
      variable: { targetPa: 3 * BAR, bandPa: 0.3 * BAR, leastShare: 0.25 },
    },
    'Regulated pressure from the workshop manual or a gauge at 3000 rpm warm.',
    { oilVolumeM3: 0.05e-3 },
  ),
  entry(
    'drySumpPump',
    'dry-sump pressure section',
    'Pump and suction',
    { kind: 'pump', name: 'Pressure section', displacementM3Rev: 16e-6, speedRatio: 0.6, slip },
    'Volume a turn from its data sheet; ratio from the pulleys’ teeth.',
    { oilVolumeM3: 0.06e-3, threads: { in: 'flare12', out: 'flare10' } },
  ),
  entry(
    'scavengeSection',
    'dry-sump scavenge section',
    'Returns',
    { kind: 'scavenge', name: 'Scavenge section', displacementM3Rev: 24e-6, speedRatio: 0.6 },
    'Volume a turn from its data sheet; count the sections.',
    { oilVolumeM3: 0.06e-3, threads: { in: 'flare12', out: 'flare12' } },
  ),
  entry(
    'relief',
    'relief valve',
    'Pump and suction',
    { kind: 'relief', name: 'Relief', ...springValve(4.8, 6, 45) },
    'Crack pressure: cold engine held at 3000 rpm, gauge at the pump. Spring: force at installed length over the seat’s area.',
    { oilVolumeM3: 5e-6 },
  ),
  entry(
    'shimmedRelief',
    'relief valve with a shimmed spring',
    'Pump and suction',
    {
      kind: 'relief',
      name: 'Shimmed relief',
      ...springValve(4.8, 6, 45),
      spring: { rateNM: 12e3, seatBoreM: 12 * MM, shimM: 1 * MM },
    },
    'Spring rate: weigh it at two lengths. Seat: vernier.',
    { oilVolumeM3: 5e-6 },
  ),

  entry(
    'spinOn',
    'spin-on filter with bypass valve',
    'Filters',
    {
      kind: 'filter',
      name: 'Filter',
      ...filterRating(0.15, 30, 0.6),
      collapsePa: 10 * BAR,
      bypass: springValve(1, 1.7, 80),
    },
    'Bypass setting is printed on many cans. Pressure drop from its data sheet at 24 mm²/s.',
    { oilVolumeM3: 0.5e-3, threads: { in: 'spinOn3_4', out: 'spinOn3_4' } },
  ),
  entry(
    'filterNoBypass',
    'filter head without bypass valve',
    'Filters',
    { kind: 'filter', name: 'Filter', ...filterRating(0.15, 30, 0.6), collapsePa: 10 * BAR, bypass: null },
    'Look into the head: a spring and disc beside the centre thread is a bypass valve.',
    { oilVolumeM3: 0.5e-3, threads: { in: 'flare10', out: 'flare10' } },
  ),
  entry(
    'remoteHead',
    'remote filter head with bypass valve',
    'Filters',
    {
      kind: 'filter',
      name: 'Remote filter',
      ...filterRating(0.15, 30, 0.6),
      mounting: 'remote',
      collapsePa: 10 * BAR,
      place: { mount: 'frame' },
      bypass: springValve(1, 1.7, 80),
    },
    'Ports: mark in and out before the hoses are made. Outside to centre.',
    { oilVolumeM3: 0.6e-3, threads: { in: 'flare10', out: 'flare10' } },
  ),
  entry(
    'meshFilter',
    'mesh filter, in line',
    'Filters',
    { kind: 'filter', name: 'Mesh filter', ...filterRating(0.06, 30, 0.4), mounting: 'inline', bypass: null },
    'Open area and rating from its data sheet.',
    { oilVolumeM3: 0.2e-3, threads: { in: 'flare10', out: 'flare10' } },
  ),
  entry(
    'sideStreamOrifice',
    'side-stream filter with metering orifice',
    'Filters',
    {
      kind: 'sideStream',
      name: 'Side-stream filter',
      ...rating(0.5, 4, 0.95),
      metering: { kind: 'orifice', boreM: 1.5 * MM, lengthM: 3 * MM },
      betaRatio: 200,
      place: { mount: 'frame' },
    },
    'Orifice with number drills. Time to fill a one-litre can at warm idle.',
    { oilVolumeM3: 1.5e-3, threads: { in: 'taper1_8', out: 'taper1_4' } },
  ),
  entry(
    'sideStreamValve',
    'side-stream filter with regulating valve, gravity return',
    'Filters',
    {
      kind: 'sideStream',
      name: 'Side-stream filter',
      ...rating(0.5, 4, 0.95),
      betaRatio: 200,
      returnBy: 'gravity',
      returnAt: 'fillerCap',
      place: { mount: 'frame' },
      metering: { kind: 'valve', fullAreaM2: 7 * MM2, turnsToFull: 4, turns: 0.25 },
    },
    'Turns from shut; common practice starts at a quarter turn, set at idle and watched at high idle.',
    { oilVolumeM3: 2e-3, threads: { in: 'taper1_8', out: 'tail13' } },
  ),

  entry(
    'sandwichPlain',
    'sandwich plate, plain',
    'Coolers and thermostats',
    { kind: 'plate', name: 'Plate', boreM: 14 * MM, passage: { kind: 'separate' } },
    'Look for a web between its two chambers: with a web all the oil goes round by the ports.',
    { oilVolumeM3: 0.06e-3, threads: { away: 'flare10', back: 'flare10', tap: 'taper1_8' } },
  ),
  entry(
    'sandwichOpen',
    'sandwich plate for taps only',
    'Coolers and thermostats',
    { kind: 'plate', name: 'Tap plate', boreM: 16 * MM, passage: { kind: 'open' } },
    'Both of its ports are upstream of the media.',
    { oilVolumeM3: 0.05e-3, threads: { tap: 'taper1_8' } },
  ),
  entry(
    'sandwichThermostat',
    'sandwich plate with thermostat',
    'Coolers and thermostats',
    { kind: 'plate', name: 'Thermostat plate', boreM: 14 * MM, passage: { kind: 'thermostat', ...thermostat(80, 90) } },
    'Opening temperature is stamped on the wax element; test it in a pan with a thermometer.',
    { oilVolumeM3: 0.07e-3, threads: { away: 'flare10', back: 'flare10', tap: 'taper1_8' } },
  ),
  entry(
    'inlineThermostat',
    'in-line thermostat',
    'Coolers and thermostats',
    {
      kind: 'plate',
      form: 'inline',
      name: 'In-line thermostat',
      boreM: 14 * MM,
      passage: { kind: 'thermostat', ...thermostat(82, 93) },
    },
    'Stamped temperature; ports marked engine and cooler.',
    { oilVolumeM3: 0.08e-3, threads: { in: 'flare10', away: 'flare10', back: 'flare10', out: 'flare10' } },
  ),
  entry(
    'diverter',
    'three-port thermostat',
    'Coolers and thermostats',
    { kind: 'thermostat', name: 'Thermostat', ...thermostat(80, 90) },
    'Stamped temperature.',
    { oilVolumeM3: 0.05e-3 },
  ),
  entry(
    'takeOff',
    'take-off plate for a remote filter',
    'Coolers and thermostats',
    { kind: 'plate', form: 'takeOff', name: 'Take-off plate', boreM: 15 * MM, passage: { kind: 'separate' } },
    'Which port leaves and which comes back: blow through from the block’s feed hole.',
    { oilVolumeM3: 0.05e-3, threads: { away: 'flare10', back: 'flare10' } },
  ),
  entry(
    'airCooler',
    'air cooler',
    'Coolers and thermostats',
    { kind: 'cooler', name: 'Air cooler', ...rating(0.25, 30, 0.55), place: { mount: 'frame' } },
    'Rows, core width and height; drop and heat from its data sheet.',
    { oilVolumeM3: 0.5e-3, threads: { in: 'flare10', out: 'flare10' } },
  ),
  entry(
    'dualPassCooler',
    'air cooler, dual pass',
    'Coolers and thermostats',
    {
      kind: 'cooler',
      name: 'Dual-pass cooler',
      ...rating(0.25, 30, 0.55),
      passes: 2,
      filling: 'portsAtTop',
      place: { mount: 'frame' },
    },
    'Both ports on one side mean two passes.',
    { oilVolumeM3: 0.5e-3, threads: { in: 'flare10', out: 'flare10' } },
  ),
  entry(
    'liquidCooler',
    'liquid cooler',
    'Coolers and thermostats',
    { kind: 'cooler', medium: 'liquid', name: 'Liquid cooler', ...rating(0.2, 20, 0.6) },
    'Number of plates; its coolant hoses’ bore.',
    { oilVolumeM3: 0.15e-3 },
  ),
  entry(
    'coverThrough',
    'cooler cover with passage',
    'Coolers and thermostats',
    { kind: 'cover', name: 'Cooler cover', boreM: 12 * MM, carriesPassage: true },
    'Look for the slot that joins the two holes of the block.',
    { oilVolumeM3: 0.03e-3, threads: { in: 'flange', out: 'flange' } },
  ),
  entry(
    'coverBlank',
    'cooler cover, blank',
    'Coolers and thermostats',
    { kind: 'cover', name: 'Blank cover', boreM: 12 * MM, carriesPassage: false },
    'A flat inside face closes both holes.',
    { threads: { in: 'flange', out: 'flange' } },
  ),

  hose('hose4', 'hose, dash 4', 'Hose', 4, 5, 0.5, 'flare4'),
  hose('hose6', 'hose, dash 6', 'Hose', 6, 8.7, 0.8, 'flare6'),
  hose('hose8', 'hose, dash 8', 'Hose', 8, 11.1, 1, 'flare8'),
  hose('hose10', 'hose, dash 10', 'Hose', 10, 14.2, 1.2, 'flare10'),
  hose('hose12', 'hose, dash 12', 'Hose', 12, 17.5, 1.2, 'flare12'),
  hose('hose16', 'hose, dash 16', 'Hose', 16, 22.2, 1, 'flare16'),
  hose('hardLine6', 'hard line, dash 6', 'Hard line', 6, 7.7, 0.6, 'flare6', 'hardLine'),
  hose('hardLine10', 'hard line, dash 10', 'Hard line', 10, 13.4, 1, 'flare10', 'hardLine'),
  entry(
    'gallery',
    'gallery',
    'Lines and fittings',
    { kind: 'line', form: 'gallery', name: 'Gallery', boreM: 12 * MM, lengthM: 0.46, roughnessM: 10 * UM },
    'Drill that just enters; length of the block.',
  ),
  entry(
    'drilling',
    'drilled passage',
    'Lines and fittings',
    {
      kind: 'line',
      form: 'drilling',
      name: 'Passage',
      boreM: 8 * MM,
      lengthM: 0.2,
      roughnessM: 10 * UM,
      losses: ends('drilledCorner'),
    },
    'Drill that just enters; count the corners.',
  ),
  entry(
    'tee',
    'tee',
    'Lines and fittings',
    {
      kind: 'tee',
      name: 'Tee',
      boreM: 8.7 * MM,
      run: { kind: 'catalogue', fitting: 'teeRun' },
      branch: { kind: 'catalogue', fitting: 'teeBranch' },
    },
    'Bore through the run.',
    { source: HOOPER, oilVolumeM3: 5e-6, threads: { in: 'flare6', run: 'flare6', branch: 'flare6' } },
  ),
  entry(
    'cross',
    'cross',
    'Lines and fittings',
    {
      kind: 'cross',
      name: 'Cross',
      boreM: 8.7 * MM,
      run: { kind: 'catalogue', fitting: 'teeRun' },
      branch: { kind: 'catalogue', fitting: 'teeBranch' },
    },
    'Bore through the run.',
    { source: HOOPER, oilVolumeM3: 7e-6, threads: { in: 'flare6', run: 'flare6', left: 'flare6', right: 'flare6' } },
  ),
  entry(
    'banjo',
    'banjo',
    'Lines and fittings',
    { kind: 'fitting', form: 'banjo', name: 'Banjo', boreM: 5 * MM, losses: ends('banjo') },
    'Cross drilling of the bolt, and its bore: the smaller counts.',
    { source: HOOPER, oilVolumeM3: 1e-6, threads: { in: 'banjoM10x1', out: 'flare4' } },
  ),
  entry(
    'elbow',
    'elbow',
    'Lines and fittings',
    { kind: 'fitting', form: 'elbow', name: 'Elbow', boreM: 8.7 * MM, losses: ends('hoseEnd90') },
    'Bore at its throat.',
    { source: HOOPER, oilVolumeM3: 3e-6, threads: { in: 'flare6', out: 'flare6' } },
  ),
  entry(
    'adapter',
    'adapter',
    'Lines and fittings',
    { kind: 'fitting', form: 'adapter', name: 'Adapter', boreM: 8 * MM, losses: ends('hoseEndStraight') },
    'Bore at its throat; thread pitch with a gauge.',
    { source: HOOPER, oilVolumeM3: 2e-6, threads: { in: 'taper1_4', out: 'flare6' } },
  ),

  entry(
    'restrictor',
    'restrictor',
    'Restrictors and valves',
    { kind: 'orifice', name: 'Restrictor', boreM: 1.5 * MM, lengthM: 3 * MM },
    'Number drill that just enters; length of the drilled part.',
    { oilVolumeM3: 1e-8 },
  ),
  entry(
    'needleValve',
    'needle valve',
    'Restrictors and valves',
    { kind: 'valve', name: 'Needle valve', fullAreaM2: 12 * MM2, turnsToFull: 4, turns: 1 },
    'Count the turns from shut.',
    { oilVolumeM3: 2e-6, threads: { in: 'taper1_8', out: 'taper1_8' } },
  ),
  entry(
    'checkValve',
    'check valve',
    'Restrictors and valves',
    { kind: 'checkValve', name: 'Check valve', ...springValve(0.1, 0.4, 60) },
    'Blow through it: which way, and how hard.',
    { oilVolumeM3: 5e-6 },
  ),

  entry(
    'mains',
    'main bearings',
    'Bearings and jets',
    {
      kind: 'bearings',
      name: 'Mains',
      count: 5,
      diameterM: 55 * MM,
      lengthM: 18 * MM,
      clearanceRadialM: 32 * UM,
      feed: { kind: 'halfGroove', landEachM: 6.5 * MM },
      eccentricity: { kind: 'ratio', ratio: 0.6 },
      supply: { lowPressurePa: 0.3 * BAR, lowPressurePerSpeedPaS: 2700, highPressurePa: 6.6 * BAR },
    },
    'Bore gauge minus micrometer, halved, with the caps torqued.',
  ),
  entry(
    'fullGrooveMains',
    'main bearings, full groove',
    'Bearings and jets',
    {
      kind: 'bearings',
      name: 'Mains',
      count: 5,
      diameterM: 55 * MM,
      lengthM: 18 * MM,
      clearanceRadialM: 32 * UM,
      feed: { kind: 'fullGroove', landEachM: 7 * MM },
      supply: { lowPressurePa: 0.3 * BAR, lowPressurePerSpeedPaS: 2700, highPressurePa: 6.6 * BAR },
    },
    'Bore gauge minus micrometer, halved, with the caps torqued.',
  ),
  entry(
    'rods',
    'rod bearings, crank-fed',
    'Bearings and jets',
    {
      kind: 'rods',
      name: 'Rods',
      count: 4,
      diameterM: 48 * MM,
      lengthM: 19 * MM,
      clearanceRadialM: 30 * UM,
      feed: { kind: 'hole', holeDiameterM: 6 * MM },
      eccentricity: { kind: 'ratio', ratio: 0.7 },
      mainRadiusM: 27.5 * MM,
      outletRadiusM: 60 * MM,
      leastRadiusM: 6 * MM,
      supply: { lowPressurePa: 0.3 * BAR, lowPressurePerSpeedPaS: 1500, highPressurePa: 6.6 * BAR },
    },
    'The drilling’s way through the crank: a rod through it, and how near the axis it passes.',
  ),
  entry(
    'cams',
    'cam bearings',
    'Bearings and jets',
    {
      kind: 'bearings',
      role: 'cam',
      name: 'Cams',
      count: 10,
      diameterM: 26 * MM,
      lengthM: 18 * MM,
      clearanceRadialM: 38 * UM,
      feed: { kind: 'hole', holeDiameterM: 4 * MM },
      eccentricity: { kind: 'ratio', ratio: 0.4 },
      speedRatio: 0.5,
      supply: { lowPressurePa: 0.35 * BAR, lowPressurePerSpeedPaS: 600, highPressurePa: 6.6 * BAR },
    },
    'Bore gauge minus micrometer, halved.',
  ),
  entry(
    'balance',
    'balance-shaft bearings',
    'Bearings and jets',
    {
      kind: 'bearings',
      role: 'balance',
      name: 'Balance shafts',
      count: 4,
      diameterM: 30 * MM,
      lengthM: 20 * MM,
      clearanceRadialM: 35 * UM,
      feed: { kind: 'hole', holeDiameterM: 4 * MM },
      eccentricity: { kind: 'ratio', ratio: 0.3 },
      speedRatio: 2,
      supply: { lowPressurePa: 0.3 * BAR, lowPressurePerSpeedPaS: 900, highPressurePa: 6.6 * BAR },
    },
    'Bore gauge minus micrometer, halved.',
  ),
  entry(
    'pistonJets',
    'piston jets',
    'Bearings and jets',
    {
      kind: 'jets',
      name: 'Piston jets',
      count: 4,
      nozzle: { boreM: 1.4 * MM, lengthM: 5.6 * MM },
      valve: springValve(2.2, 2.8, 12),
      supply: { lowPressurePa: 3 * BAR, neededFromRevS: 75 },
    },
    'Number drill in the nozzle; valve with air and a gauge.',
  ),
  entry(
    'gearJet',
    'gear or chain jet',
    'Bearings and jets',
    {
      kind: 'jets',
      name: 'Gear jet',
      count: 1,
      nozzle: { boreM: 0.8 * MM, lengthM: 3 * MM },
      valve: null,
      supply: { lowPressurePa: 0.5 * BAR },
    },
    'Number drill in the nozzle.',
  ),
  entry(
    'tensioner',
    'chain tensioner',
    'Bearings and jets',
    {
      kind: 'jets',
      name: 'Chain tensioner',
      count: 1,
      nozzle: { boreM: 1 * MM, lengthM: 3 * MM },
      valve: null,
      supply: { lowPressurePa: 0.6 * BAR },
    },
    'Number drill in its bleed.',
  ),

  entry(
    'turboPlain',
    'turbo, plain bearings',
    'Fed parts',
    {
      kind: 'consumer',
      duty: 'turbo',
      name: 'Turbo',
      elevationM: 0.24,
      ...rating(3, 2.2, 0.5, 11.8, 815),
      supply: { lowPressurePa: 0.35 * BAR, lowPressurePerSpeedPaS: 660, highFlowM3S: 1.9 * LPM },
    },
    'Flow and pressure from its data sheet; height of its oil outlet over the crank.',
    { oilVolumeM3: 0.03e-3, threads: { in: 'banjoM10x1', out: 'flange' } },
  ),
  entry(
    'turboRolling',
    'turbo, rolling bearings',
    'Fed parts',
    {
      kind: 'consumer',
      duty: 'turbo',
      bearingType: 'rolling',
      name: 'Turbo',
      elevationM: 0.24,
      ...rating(3, 1.6, 0.5, 11.8, 815),
      supply: { lowPressurePa: 0.2 * BAR, lowPressurePerSpeedPaS: 300, highFlowM3S: 0.9 * LPM },
    },
    'Restrictor from its data sheet: often 0.7 to 1.2 mm.',
    { oilVolumeM3: 0.03e-3, threads: { in: 'flare4', out: 'flange' } },
  ),
  entry(
    'superchargerFed',
    'supercharger, engine-fed',
    'Fed parts',
    {
      kind: 'consumer',
      duty: 'supercharger',
      bearingType: 'rolling',
      name: 'Supercharger',
      elevationM: 0.25,
      ...rating(3, 0.6, 0.5, 11.8, 815),
      supply: { lowPressurePa: 0.4 * BAR, highFlowM3S: 1 * LPM },
    },
    'Jet’s bore with a number drill.',
    { oilVolumeM3: 0.05e-3, threads: { in: 'flare4', out: 'tail13' } },
  ),
  entry(
    'superchargerOwn',
    'supercharger with oil of its own',
    'Fed parts',
    { kind: 'ownOil', what: 'supercharger', name: 'Supercharger' },
    'Its own level and its own service: it takes nothing from this circuit.',
    { oilVolumeM3: 0.2e-3 },
  ),
  entry(
    'lifters',
    'hydraulic lifters',
    'Fed parts',
    {
      kind: 'consumer',
      duty: 'lifters',
      name: 'Lifters',
      ...rating(2, 2.8, 0.6, 11.8, 815),
      supply: { lowPressurePa: 1.2 * BAR, highPressurePa: 6.6 * BAR },
    },
    'Leak-down of one on a tester × how many.',
    { oilVolumeM3: 0.1e-3 },
  ),
  entry(
    'phaser',
    'cam phaser',
    'Fed parts',
    {
      kind: 'consumer',
      duty: 'phaser',
      name: 'Cam phaser',
      ...rating(2, 1.2, 0.6, 11.8, 815),
      supply: { lowPressurePa: 1.5 * BAR, neededFromRevS: 20, highPressurePa: 6.6 * BAR },
    },
    'Leakage at rest from its data sheet.',
    { oilVolumeM3: 0.05e-3 },
  ),
  entry(
    'fedGears',
    'gears, fed',
    'Fed parts',
    {
      kind: 'consumer',
      duty: 'gears',
      name: 'Gears',
      ...rating(3, 1, 0.4, 11.8, 815),
      supply: { lowPressurePa: 0.4 * BAR },
    },
    'Sum of its holes.',
    { oilVolumeM3: 0.03e-3 },
  ),

  entry(
    'drain',
    'gravity drain',
    'Returns',
    { kind: 'drain', name: 'Drain', boreM: 14.2 * MM, lengthM: 0.38 },
    'Heights over the crank with a spirit level and a rule: outlet, each bend, port.',
    { threads: { in: 'flare10', out: 'flare10' } },
  ),
  entry(
    'scavengePump',
    'scavenge pump, electric',
    'Returns',
    {
      kind: 'scavenge',
      name: 'Scavenge pump',
      displacementM3Rev: 2e-6,
      ownSpeedRevS: 50,
      volumetricEfficiency: 0.7,
      foamFactor: 2,
      electrical: { currentA: 6 },
    },
    'Flow at its running current from its data sheet.',
    { oilVolumeM3: 0.03e-3, threads: { in: 'flare8', out: 'flare8' } },
  ),

  entry(
    'gauge',
    'pressure sender',
    'Gauges and small parts',
    { kind: 'gauge', name: 'Oil gauge' },
    'Which port it sits in decides what it can see.',
    { threads: { in: 'taper1_8' } },
  ),
  entry(
    'accumulator',
    'oil accumulator',
    'Gauges and small parts',
    { kind: 'accumulator', name: 'Accumulator', volumeM3: 2e-3, prechargePa: 0.5 * BAR },
    'Its charge with the oil side empty.',
    { threads: { in: 'flare8' } },
  ),
  entry(
    'samplePort',
    'sample port',
    'Gauges and small parts',
    { kind: 'plug', duty: 'samplePort', name: 'Sample port' },
    'Before the filter for wear, behind it for what gets through.',
    { threads: { in: 'taper1_8' } },
  ),
  entry(
    'magneticPlug',
    'magnetic plug',
    'Gauges and small parts',
    { kind: 'plug', duty: 'magneticPlug', name: 'Magnetic plug' },
    'Wipe it at each service and keep what it holds.',
    { threads: { in: 'washerM14x1_5' } },
  ),
];

const BY_ID = new Map(CATALOGUE.map((each) => [each.id, each]));

/** @returns the entry of that id @throws when there is none: ids are written in the code */
export function catalogueEntry(id: string): CatalogueEntry {
  const found = BY_ID.get(id);
  if (!found) throw new Error(`no catalogue entry ${id}`);
  return found;
}

/** The entry whose kind and marks a part has, for its help; the nearest of its kind. */
export function entryFor(
  part: { readonly kind: PartKind } & Readonly<Record<string, unknown>>,
): CatalogueEntry | undefined {
  const marks = ['form', 'duty', 'role', 'bearingType', 'medium', 'mounting', 'dash', 'carriesPassage'] as const;
  let best: CatalogueEntry | undefined;
  let most = -1;
  for (const each of CATALOGUE) {
    if (each.part.kind !== part.kind) continue;
    const draft = each.part as Readonly<Record<string, unknown>>;
    const agree = marks.filter((mark) => draft[mark] !== undefined && draft[mark] === part[mark]).length;
    if (agree > most) {
      most = agree;
      best = each;
    }
  }
  return best;
}
