import { z } from 'zod';
import type { Quantity } from '../../foundations/units';

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

/** A number greater than zero. */
export const positive = (quantity: Quantity, title: string, options: FieldOptions = {}) =>
  z
    .number()
    .positive()
    .meta(meta(title, quantity, options));

/** Zero or more. */
export const nonNegative = (quantity: Quantity, title: string, options: FieldOptions = {}) =>
  z
    .number()
    .nonnegative()
    .meta(meta(title, quantity, options));

/** Any finite number. */
export const signed = (quantity: Quantity, title: string, options: FieldOptions = {}) =>
  z.number().meta(meta(title, quantity, options));

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
