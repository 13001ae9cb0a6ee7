/** What is imposed on a network while it is solved; SI. */
export interface OperatingState {
  /** Engine speed [rev/s], ≥ 0. */
  readonly speedRevS: number;
  /** Oil temperature, held everywhere [K]. */
  readonly oilTemperatureK: number;
  /** Absolute air pressure [Pa]: what the pump's inlet has to spare. */
  readonly atmospherePa: number;
  /** Share of full torque, 0 to 1: what the bearings carry. Absent: what usually goes with the speed. */
  readonly load?: number;
}

/** Temperatures found by a heat balance, by element. */
export interface TemperatureField {
  readonly elementK: Float64Array;
  /** Thermostat opening that differs from its temperature's (hysteresis); NaN elsewhere. */
  readonly opening: Float64Array;
}

/** A state of the engine, without its surroundings. */
export interface SpeedAndOil {
  readonly speedRevS: number;
  readonly oilTemperatureK: number;
}
