import type { Variant } from '../document/project/project';

/**
 * A list that is made of a variant once: variants are replaced, never changed in place, and plan, parts, joints and sheet
 * ask for the same ones.
 */
export function perVariant<T extends object>(make: (variant: Variant) => T): (variant: Variant) => T {
  const made = new WeakMap<Variant, T>();
  return (variant) => {
    let list = made.get(variant);
    if (!list) made.set(variant, (list = make(variant)));
    return list;
  };
}
