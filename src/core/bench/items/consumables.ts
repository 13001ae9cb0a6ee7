import type { Item } from './item';

const item = (name: string, quantity: number, more: Partial<Item> = {}): Item => ({
  key: name,
  group: 'Consumables',
  name,
  size: '',
  status: 'new',
  quantity,
  price: undefined,
  massKg: undefined,
  ...more,
});

/** Oil is bought for a new fill with a little over. @source common practice, no source */
const OIL_MARGIN_M3 = 0.5e-3;

/** What a job is about, as far as it decides what is used up. */
export interface JobNeeds {
  readonly makesHoses: boolean;
  readonly opensJoints: boolean;
  /** Coolers whose coolant is opened; undefined: none is. */
  readonly coolant: { readonly gone: readonly unknown[]; readonly came: readonly unknown[] } | undefined;
  /** True where the old oil comes out. */
  readonly isDrained: boolean;
  /** Charge of the sump [m³]. */
  readonly fillM3: number;
  /** Oil beyond it [m³]. */
  readonly addedM3: number;
  readonly oil: string;
}

/** What a job uses up besides seals. @source common practice, no source */
export function consumables(needs: JobNeeds): readonly Item[] {
  const oilM3 = (needs.isDrained ? needs.fillM3 : 0) + Math.max(0, needs.addedM3) + OIL_MARGIN_M3;
  return [
    item('engine oil', oilM3, { size: needs.oil, unit: 'm³' }),
    ...(needs.isDrained ? [item('washer of the drain plug', 1, { group: 'Seals', status: 'renewed' })] : []),
    ...(needs.opensJoints ? [item('paint pen', 1), item('caps and plugs for open ports', 1)] : []),
    ...(needs.makesHoses
      ? [item('solvent for flushing', 1), item('tape for cutting', 1), item('cable ties', 1, { size: 'set' })]
      : []),
    ...(needs.coolant
      ? [
          item('coolant', 1, { size: 'as the maker says' }),
          ...(needs.coolant.gone.length > 0
            ? [
                item('coolant hose with two clamps, or two plugs', 1, {
                  size: 'of the engine’s coolant pipes',
                  group: 'Hose',
                }),
              ]
            : []),
        ]
      : []),
  ];
}
