import { actsAs, withThermostat, thermostatOf, type Part, type PartOf } from '../../document/parts/part';
import { estimateAirCooling } from '../../heat/coolers';
import { formatQuantity, type Quantity, type UnitChoice } from '../../foundations/units';
import { DEFAULT_LIQUID_COOLING } from '../../document/parts/cooling';

/**
 * Sizes of a part that differ in one figure: the rows of a core of one width, the plates of a cooler, the temperature
 * that an element opens at.
 */
export interface PartFamily {
  readonly id: string;
  /** What sets it apart from the part's other families; empty where there is one. */
  readonly title: string;
  /** What the figure counts or measures, as it stands behind a number that has no unit of its own. */
  readonly counts: string;
  readonly quantity: Extract<Quantity, 'temperature' | 'ratio'>;
  /** Range worth searching, wider than what is sold, and the step that sizes differ by in it. */
  readonly low: number;
  readonly high: number;
  readonly step: number;
  /** Sizes that can be had, smallest first. */
  readonly stock: readonly number[];
  readonly fit: (part: Part, size: number) => Part;
  /** The size that a part has, where it says so. */
  readonly sizeOf?: (part: Part) => number | undefined;
}

/** Rows and width of stacked-plate and tube air coolers. Common practice, no source. */
const AIR_ROWS = [10, 13, 16, 19, 25, 34, 44] as const;
const AIR_WIDTHS_M = [0.21, 0.33] as const;
/** Drop of a core of 10 rows and 330 mm at 30 L/min and 11.8 mPa·s. @source engineering judgement */
const CORE_DROP_PA = 0.25e5;
const CORE_FLOW_M3S = 30e-3 / 60;
const CORE_VISCOSITY_PA_S = 11.8e-3;
const CORE_ROWS = 10;
const CORE_WIDTH_M = 0.33;
/** Oil in a core a square metre of face [m]. @source engineering judgement */
const CORE_OIL_M = 9e-3;

/**
 * Plates of oil-to-coolant coolers; conductance and passages go with their number.
 * @source engineering judgement: 15 W/K a plate
 */
const PLATES = [7, 10, 13, 19, 26] as const;
const PLATE_WK = 15;
const PLATES_DROP_PA = 0.2e5;
const PLATES_FLOW_M3S = 20e-3 / 60;
const PLATES_RATED = 10;

/**
 * Marks that wax elements are stamped with [°C], and how much later they are fully open. Common practice, no source.
 */
const STAMPED_C = [71, 74, 80, 82, 85, 88, 93] as const;
const STROKE_K = 10;
const C = 273.15;

/** What is searched beyond what is sold. @source engineering judgement */
const ROWS = { low: 5, high: 60, step: 1 } as const;
const PLATE_RANGE = { low: 3, high: 40, step: 1 } as const;
const OPENS = { low: 60 + C, high: 130 + C, step: 0.5 } as const;

/** Families of sizes of a cooler or a thermostat; none for other parts. */
export function partFamiliesOf(part: Part): readonly PartFamily[] {
  if (actsAs(part, 'cooler') && part.medium === 'liquid')
    return [
      { id: 'plates', title: '', counts: 'plates', quantity: 'ratio', ...PLATE_RANGE, stock: PLATES, fit: withPlates },
    ];
  if (actsAs(part, 'cooler'))
    return AIR_WIDTHS_M.map((width) => ({
      id: `rows${Math.round(1000 * width)}`,
      title: `${Math.round(1000 * width)} mm`,
      counts: 'rows',
      quantity: 'ratio',
      ...ROWS,
      stock: AIR_ROWS,
      fit: (cooler, rows) => withRows(cooler, rows, width),
    }));
  if (thermostatOf(part))
    return [
      {
        id: 'opens',
        title: '',
        counts: '',
        quantity: 'temperature',
        ...OPENS,
        stock: STAMPED_C.map((c) => c + C),
        fit: opening,
        sizeOf: opensAt,
      },
    ];
  return [];
}

/** "19 rows, 210 mm", "80 °C": a size of a family as it is asked for. */
export function saySize(family: PartFamily, size: number, units: UnitChoice = {}): string {
  const figure =
    family.quantity === 'temperature' ? formatQuantity(size, 'temperature', units) : `${size} ${family.counts}`;
  return family.title === '' ? figure : `${figure}, ${family.title}`;
}

function withRows(part: Part, rows: number, widthM: number): Part {
  const estimate = estimateAirCooling(rows, widthM);
  const cooler = part as PartOf<'cooler'>;
  const kept = cooler.cooling?.kind === 'air' ? cooler.cooling : undefined;
  return {
    ...cooler,
    ratedPressureDropPa: (CORE_DROP_PA * (widthM / CORE_WIDTH_M) * CORE_ROWS) / rows,
    ratedFlowM3S: CORE_FLOW_M3S,
    ratedViscosityPaS: CORE_VISCOSITY_PA_S,
    oilVolumeM3: CORE_OIL_M * estimate.faceAreaM2,
    // Where it sits, its fan and its tubes stay as they are; the core is another.
    cooling: {
      ...estimate,
      ...(kept ? { oilSideShare: kept.oilSideShare, positionFactor: kept.positionFactor } : {}),
      ...(kept?.fan ? { fan: kept.fan } : {}),
    },
  };
}

function withPlates(part: Part, plates: number): Part {
  const cooler = part as PartOf<'cooler'>;
  const kept = cooler.cooling?.kind === 'liquid' ? cooler.cooling : DEFAULT_LIQUID_COOLING;
  return {
    ...cooler,
    ratedPressureDropPa: (PLATES_DROP_PA * PLATES_RATED) / plates,
    ratedFlowM3S: PLATES_FLOW_M3S,
    ratedViscosityPaS: CORE_VISCOSITY_PA_S,
    cooling: { ...kept, conductanceWK: PLATE_WK * plates, ratedOilFlowM3S: PLATES_FLOW_M3S },
  };
}

const opening = (part: Part, opensK: number): Part => withThermostat(part, { opensK, fullK: opensK + STROKE_K });

const opensAt = (part: Part): number | undefined => thermostatOf(part)?.opensK;
