/**
 * What is held in place of what the steady balance finds: between a transient's steps, or while a search tries an
 * outlet.
 */
export interface ThermalStores {
  /** Outlet of each cooler core that is held, by element; NaN elsewhere. */
  readonly coolerOutK: Float64Array;
  /** Temperature of the metal around the home reservoir; null where it stores nothing. */
  readonly metalK: number | null;
  /** Temperature of the coolant; null where it is the steady one. */
  readonly coolantK: number | null;
}
