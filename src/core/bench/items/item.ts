/** Groups by who sells such things. */
export const ITEM_GROUPS = ['Parts', 'Hose', 'Hose ends', 'Adapters', 'Seals', 'Fasteners', 'Consumables'] as const;
export type ItemGroup = (typeof ITEM_GROUPS)[number];

/** What happens to a thing in this job. */
export type ItemStatus = 'new' | 'reused' | 'kept' | 'leftOver' | 'blanked';

/** One line of the list of parts. */
export interface Item {
  /** Key of what a person adds: what the thing is, not which one. */
  readonly key: string;
  readonly group: ItemGroup;
  readonly name: string;
  /** Size and thread, as they are ordered. */
  readonly size: string;
  readonly status: ItemStatus;
  readonly quantity: number;
  /** Metres or litres; pieces where it is absent. */
  readonly unit?: 'm' | 'm³';
  readonly price: number | undefined;
  readonly massKg: number | undefined;
  readonly dash?: number;
  readonly angleDeg?: number;
  readonly note?: string;
}
