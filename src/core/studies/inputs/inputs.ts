import { partFields } from '../../document/parts/partFields';
import type { Project, Variant } from '../../document/project/project';
import type { Quantity } from '../../foundations/units';
import { usualTolerance, VISCOSITY_SHARE } from './usualTolerance';

/** A figure that can be other than stated. */
export interface Input {
  /** `part.path.to.figure`, `oil.viscosity`, `state.speed` or `state.oilTemperature`. */
  readonly id: string;
  /** Empty for the oil and the state. */
  readonly part: string;
  readonly path: readonly (string | number)[];
  /** "Restrictor: bore". */
  readonly name: string;
  readonly quantity: Quantity;
  /** As stated [SI]; for the oil's viscosity a factor, 1. */
  readonly stated: number;
  /** 95 in 100 lie within plus or minus this; also one realistic step of it. */
  readonly plusMinus: number;
  /** What is usual, where the variant states another. */
  readonly usual: number;
}

/** Name of the oil's viscosity among inputs: a factor on it at every temperature. */
export const OIL_VISCOSITY = 'oil.viscosity';
export const STATE_SPEED = 'state.speed';
export const STATE_TEMPERATURE = 'state.oilTemperature';

/** Every figure of a variant that has a tolerance, parts in file order, the oil last. */
export function inputsOf(project: Project, variant: Variant): Input[] {
  const own = new Map((variant.tolerances ?? []).map((t) => [[t.part, ...t.path].join('.'), t.plusMinus]));
  const inputs = variant.circuit.parts.flatMap((part) =>
    partFields(part).flatMap(({ path, title, group, input, value }): Input[] => {
      if (input.kind !== 'number' || typeof value !== 'number') return [];
      const usual = usualTolerance(part, path, value);
      if (usual === undefined || part.blocked) return [];
      const id = [part.id, ...path].join('.');
      const name = `${part.name}: ${group ? `${group.toLowerCase()}, ` : ''}${title.toLowerCase()}`;
      return [
        {
          id,
          part: part.id,
          path,
          name,
          quantity: input.quantity,
          stated: value,
          plusMinus: own.get(id) ?? usual,
          usual,
        },
      ];
    }),
  );
  return [
    ...inputs,
    {
      id: OIL_VISCOSITY,
      part: '',
      path: ['viscosity'],
      name: `${project.oil.name}: viscosity`,
      quantity: 'share',
      stated: 1,
      plusMinus: own.get(OIL_VISCOSITY) ?? VISCOSITY_SHARE,
      usual: VISCOSITY_SHARE,
    },
  ];
}

/**
 * Steps of the state itself, beside the figures: what a driver or a thermometer may be off by.
 * @source engineering judgement
 */
const SPEED_STEP_REV_S = 100 / 60;
const TEMPERATURE_STEP_K = 5;

/** The state's own inputs, for what moves a margin. */
export function stateInputs(state: { readonly speedRevS: number; readonly oilTemperatureK: number }): Input[] {
  const input = (id: string, name: string, quantity: Quantity, stated: number, step: number): Input => ({
    id,
    part: '',
    path: [],
    name,
    quantity,
    stated,
    plusMinus: step,
    usual: step,
  });
  return [
    input(STATE_SPEED, 'Engine speed', 'speed', state.speedRevS, SPEED_STEP_REV_S),
    input(STATE_TEMPERATURE, 'Oil temperature', 'temperature', state.oilTemperatureK, TEMPERATURE_STEP_K),
  ];
}
