import { catalogueEntry } from '../../document/parts/catalogue';
import { partSchema, type PartOf } from '../../document/parts/part';
import { shimmed } from './lawNumbers';

const relief = (spring: object) =>
  partSchema.parse({ ...catalogueEntry('relief').part, id: 'relief', spring }) as PartOf<'relief'>;
const SPRING = { rateNM: 12e3, seatBoreM: 12e-3, shimM: 0 };
const SEAT_M2 = 0.25 * Math.PI * 12e-3 ** 2;

describe('A relief by its spring', () => {
  it('cracks at rate × compression over the seat, source: Hooke', () => {
    const { crackPa, fullOpenPa } = shimmed(relief({ ...SPRING, freeLengthM: 60e-3, fittedLengthM: 14e-3 }));
    expect(crackPa).toBeCloseTo((12e3 * 46e-3) / SEAT_M2, 3);
    // Its rate decides how far it rises on: as stated.
    expect(fullOpenPa - crackPa).toBeCloseTo(1.2e5, 3);
  });

  it('a shim adds to it, and to a stated pressure alike', () => {
    const more = (12e3 * 1e-3) / SEAT_M2;
    const measured = { freeLengthM: 60e-3, fittedLengthM: 14e-3 };
    const at = (spring: object) => shimmed(relief(spring)).crackPa;
    expect(at({ ...SPRING, ...measured, shimM: 1e-3 }) - at({ ...SPRING, ...measured })).toBeCloseTo(more, 3);
    expect(at({ ...SPRING, shimM: 1e-3 }) - 4.8e5).toBeCloseTo(more, 3);
  });
});
