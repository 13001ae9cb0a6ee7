import { z } from 'zod';
import type { Quantity } from '../../foundations/units';
import { PHYSICAL_BOUNDS, sayBeyond } from './physicalBounds';

/** What a field's schema carries besides its rule: enough for a form, for help and for the published JSON Schema. */
export interface FieldMeta {
  readonly title: string;
  readonly quantity: Quantity;
  /** What users meet, in SI; outside it the app asks, it does not refuse. */
  readonly typical?: readonly [number, number];
  /** What to measure, or where the default comes from. */
  readonly description?: string;
}

type FieldOptions = Omit<FieldMeta, 'title' | 'quantity'>;

const meta = (title: string, quantity: Quantity, options: FieldOptions) => ({ title, quantity, ...options });

/** A number no less and no more than is physical; what is refused says the bound, its unit and why. */
const within = (low: number, high: number, quantity: Quantity) =>
  z
    .number()
    .min(low, { error: (issue) => sayBeyond('least', low, quantity, issue.input) })
    .max(high, { error: (issue) => sayBeyond('most', high, quantity, issue.input) });

/** A number greater than zero. */
export const positive = (quantity: Quantity, title: string, options: FieldOptions = {}) => {
  const { least, most } = PHYSICAL_BOUNDS[quantity];
  return z
    .number()
    .positive({ abort: true })
    .min(least, { error: (issue) => sayBeyond('least', least, quantity, issue.input) })
    .max(most, { error: (issue) => sayBeyond('most', most, quantity, issue.input) })
    .meta(meta(title, quantity, options));
};

/** Zero or more. */
export const nonNegative = (quantity: Quantity, title: string, options: FieldOptions = {}) =>
  within(0, PHYSICAL_BOUNDS[quantity].most, quantity).meta(meta(title, quantity, options));

/** Any number that is physical, negative ones too. */
export const signed = (quantity: Quantity, title: string, options: FieldOptions = {}) => {
  const { most, lowest = -most } = PHYSICAL_BOUNDS[quantity];
  return within(lowest, most, quantity).meta(meta(title, quantity, options));
};

/** Between two limits, both allowed. */
export const between = (low: number, high: number, quantity: Quantity, title: string, options: FieldOptions = {}) =>
  z
    .number()
    .min(low)
    .max(high)
    .meta(meta(title, quantity, options));

/** A share: more than 0, at most 1. */
export const share = (title: string, options: FieldOptions = {}) =>
  z
    .number()
    .positive()
    .max(1)
    .meta(meta(title, 'ratio', options));

/** A whole number of identical ones. */
export const count = (title: string) =>
  z
    .int()
    .min(1)
    .max(1000)
    .meta(meta(title, 'ratio', {}));
