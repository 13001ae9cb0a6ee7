import { z } from 'zod';
import { displayUnit, toDisplay } from '../../foundations/units';
import type { WarmSample } from '../../heat/transient';
import type { CsvTable } from '../job/command';

const figure = z.number().nullable();
export const warmSampleSchema = z.strictObject({
  timeS: z.number(),
  sumpK: z.number(),
  galleryK: figure,
  coolerOutK: figure,
  opening: figure,
  fan: figure,
  metalK: z.number(),
  coolantK: figure,
  speedRevS: z.number(),
});

const celsius = displayUnit('temperature');
const rpm = displayUnit('speed');
const degrees = (k: number | null) => (k === null ? null : toDisplay(k, celsius).toFixed(3));
const share = (x: number | null) => (x === null ? null : x.toFixed(4));

/** A run in time as CSV. */
export const sampleRows = (samples: readonly WarmSample[]): CsvTable => ({
  columns: [
    'time_s',
    'engine_speed_rpm',
    'sump_C',
    'gallery_C',
    'cooler_out_C',
    'metal_C',
    'coolant_C',
    'thermostat',
    'fan',
  ],
  rows: samples.map((s) => [
    s.timeS.toFixed(1),
    toDisplay(s.speedRevS, rpm).toFixed(1),
    degrees(s.sumpK),
    degrees(s.galleryK),
    degrees(s.coolerOutK),
    degrees(s.metalK),
    degrees(s.coolantK),
    share(s.opening),
    share(s.fan),
  ]),
});
