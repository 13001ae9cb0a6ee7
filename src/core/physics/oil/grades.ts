import type { OilData } from './oil';

const MM2S = 1e-6;
const MPAS = 1e-3;

const oil = (name: string, v40: number, v100: number, density15KgM3: number, hths: number): OilData => ({
  name,
  viscosity40M2S: v40 * MM2S,
  viscosity100M2S: v100 * MM2S,
  density15KgM3,
  expansionPerK: 6.5e-4,
  hthsPaS: hths * MPAS,
});

/**
 * Typical oils by grade. @source limits SAE J300 (2015/2021); the values within them are engineering judgement, not
 * data of any product.
 */
export const OIL_GRADES: readonly OilData[] = [
  oil('0W-16', 36, 7.2, 842, 2.4),
  oil('0W-20', 45, 8.4, 845, 2.7),
  oil('0W-30', 62, 11.5, 846, 3.2),
  oil('0W-40', 75, 13.5, 847, 3.7),
  oil('5W-20', 50, 8.6, 851, 2.7),
  oil('5W-30', 70, 12.0, 852, 3.5),
  oil('5W-40', 85, 14.0, 853, 3.7),
  oil('5W-50', 108, 17.5, 856, 4.4),
  oil('10W-30', 73, 10.9, 866, 3.2),
  oil('10W-40', 96, 14.4, 868, 3.9),
  oil('10W-50', 120, 17.8, 866, 4.6),
  oil('10W-60', 160, 23.5, 865, 5.2),
  oil('15W-40', 108, 14.5, 880, 4.1),
  oil('15W-50', 125, 18.0, 872, 4.6),
  oil('20W-50', 160, 18.5, 887, 4.9),
  oil('SAE 20', 62, 8.1, 883, 2.8),
  oil('SAE 30', 98, 11.3, 888, 3.3),
  oil('SAE 40', 142, 14.6, 892, 4.1),
  oil('SAE 50', 215, 19.2, 897, 5.0),
];
