import type { Part, PartOf } from '../circuit/parts';
import { DEFAULT_LIQUID_COOLING, estimateAirCooling } from '../heat/coolers';

/** One size of a part that can be had, as it would be fitted in place of the one there. */
export interface PartRow {
  readonly label: string;
  readonly fit: (part: Part) => Part;
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

/** Plates of oil-to-coolant coolers; conductance and passages go with their number. @source engineering judgement: 15 W/K a plate */
const PLATES = [7, 10, 13, 19, 26] as const;
const PLATE_WK = 15;
const PLATES_DROP_PA = 0.2e5;
const PLATES_FLOW_M3S = 20e-3 / 60;
const PLATES_RATED = 10;

/** Marks that wax elements are stamped with [°C], and how much later they are fully open. Common practice, no source. */
const STAMPED_C = [71, 74, 80, 82, 85, 88, 93] as const;
const STROKE_K = 10;
const C = 273.15;

/** Sizes of a cooler or a thermostat that can be had; none for other parts. */
export function partRowsOf(part: Part): readonly PartRow[] {
  if (part.kind === 'cooler') return part.medium === 'liquid' ? PLATES.map(platesRow) : AIR_WIDTHS_M.flatMap((width) => AIR_ROWS.map((rows) => airRow(rows, width)));
  if (part.kind === 'thermostat' || (part.kind === 'plate' && part.passage.kind === 'thermostat')) return STAMPED_C.map(elementRow);
  return [];
}

function airRow(rows: number, widthM: number): PartRow {
  const estimate = estimateAirCooling(rows, widthM);
  return {
    label: `${rows} rows, ${Math.round(1000 * widthM)} mm`,
    fit: (part) => {
      const cooler = part as PartOf<'cooler'>;
      const kept = cooler.cooling?.kind === 'air' ? cooler.cooling : undefined;
      return {
        ...cooler, ratedPressureDropPa: (CORE_DROP_PA * (widthM / CORE_WIDTH_M) * CORE_ROWS) / rows, ratedFlowM3S: CORE_FLOW_M3S, ratedViscosityPaS: CORE_VISCOSITY_PA_S,
        oilVolumeM3: CORE_OIL_M * estimate.faceAreaM2,
        // Where it sits, its fan and its tubes stay as they are; the core is another.
        cooling: { ...estimate, ...(kept ? { oilSideShare: kept.oilSideShare, positionFactor: kept.positionFactor } : {}), ...(kept?.fan ? { fan: kept.fan } : {}) },
      };
    },
  };
}

function platesRow(plates: number): PartRow {
  return {
    label: `${plates} plates`,
    fit: (part) => {
      const cooler = part as PartOf<'cooler'>;
      const kept = cooler.cooling?.kind === 'liquid' ? cooler.cooling : DEFAULT_LIQUID_COOLING;
      return {
        ...cooler, ratedPressureDropPa: (PLATES_DROP_PA * PLATES_RATED) / plates, ratedFlowM3S: PLATES_FLOW_M3S, ratedViscosityPaS: CORE_VISCOSITY_PA_S,
        cooling: { ...kept, conductanceWK: PLATE_WK * plates, ratedOilFlowM3S: PLATES_FLOW_M3S },
      };
    },
  };
}

function elementRow(stampedC: number): PartRow {
  const marks = { opensK: stampedC + C, fullK: stampedC + STROKE_K + C };
  return {
    label: `${stampedC} °C`,
    fit: (part) => {
      if (part.kind === 'thermostat') return { ...part, ...marks };
      const plate = part as PartOf<'plate'>;
      return plate.passage.kind === 'thermostat' ? { ...plate, passage: { ...plate.passage, ...marks } } : plate;
    },
  };
}
