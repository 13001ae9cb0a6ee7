import { MEASURING } from '../../document/parts/measuring';
import { entryFor } from '../../document/parts/catalogue';
import type { Part, PartKind } from '../../document/parts/part';
import type { Input } from './inputs';

type Ways = Readonly<Record<string, string>>;

const VALVE_AREA = 'Bore of its seat × π × lift, but no more than its port.';
const JOURNAL_LOAD =
  'From the rod’s and piston’s masses and the peak pressure; typical of its class where they are not known.';
const CLOGGING = 'Its pressure drop now over that of a new one, at the same flow and oil temperature.';

/**
 * By a figure's path, or by the last key of it, where what is said of the whole part would not do.
 * @source common practice, no source
 */
const BY_PATH: Ways = {
  clearanceRadialM: MEASURING.journalClearance,
  'eccentricity.ratio':
    'Nobody measures it on an engine. Give the bearing’s load instead, or fit the clearances to the gauge.',
  wallFactor:
    'Ball micrometer: the shell’s wall at its crown and near the parting. The more it thins, the more it counts.',
  fullLoadPa: JOURNAL_LOAD,
  loadN: JOURNAL_LOAD,
  landEachM: 'Vernier: the shell’s width less its groove, halved.',
  holeDiameterM: 'Number drill that just enters the hole.',
  dischargeCoefficient: 'Typical of its shape. Flow at a known pressure drop, with its bore, gives it.',
  load: CLOGGING,
  areaM2: VALVE_AREA,
  'passage.areaM2': 'Narrowest bore of the passage while it is open.',
  opensK: 'Stamped on the wax element; test it in a pan with a thermometer.',
  'slip.volumetricEfficiency':
    'Flow at a hot idle over displacement × speed, on a pump circuits; or fit it to the gauge.',
  'slip.slipCoefficient': 'Flow at a known pressure and viscosity, on a pump circuits; or fit it to the gauge.',
  'screen.ratedPressureDropPa': 'From its mesh and open area; or a vacuum gauge at the pump’s inlet.',
  'metering.turns': 'Turns of its screw, counted from shut.',
  'metering.fullAreaM2': 'Bore of its seat, with a number drill.',
};

const BY_KIND: { readonly [K in PartKind]?: Ways } = {
  cooler: { ratedPressureDropPa: MEASURING.ratedDrop },
  filter: { ratedPressureDropPa: MEASURING.ratedDrop },
  sideStream: { ratedPressureDropPa: 'From its data sheet.' },
  jets: { 'valve.crackPa': 'Air and a gauge: the pressure at which it starts to blow.' },
  pickup: { 'tube.lengthM': 'Cord along the tube’s centre line.' },
  line: { lengthM: 'Along the centre line: a cord beside a hose, a rod in a drilling.' },
  plate: { boreM: 'Drill shank that just enters its ports.' },
};

/** The oil's own figures. */
const OF_OIL = 'From the oil’s data sheet, or a sample.';

/**
 * How a builder finds a figure: by the figure where it has a way of its own, else what is said of its part.
 * @param part that it is of; undefined for the oil's
 */
export function howToMeasure({ path }: Pick<Input, 'path'>, part: Part | undefined): string {
  if (!part) return OF_OIL;
  const last = String(path.at(-1));
  const ends = [path.slice(-2).join('.'), last];
  const ofKind = BY_KIND[part.kind] ?? {};
  for (const end of ends) {
    const way = ofKind[end] ?? BY_PATH[end];
    if (way !== undefined) return way;
  }
  return entryFor(part)?.measure ?? 'From its data sheet.';
}
