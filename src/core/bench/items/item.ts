/** Groups by who sells such things. */
export const ITEM_GROUPS = ['Parts', 'Hose', 'Hose ends', 'Adapters', 'Seals', 'Fasteners', 'Consumables'] as const;
export type ItemGroup = (typeof ITEM_GROUPS)[number];

/**
 * What happens to a thing in this job: it is bought; bought in the place of the same thing that is used up; taken off and
 * put back; altered where it is; taken off and kept; or it stays.
 */
export type ItemStatus = 'new' | 'renewed' | 'reused' | 'altered' | 'leftOver' | 'kept';

export const ITEM_STATUS_WORDS: Readonly<Record<ItemStatus, string>> = {
  new: 'new',
  renewed: 'renewed',
  reused: 'off and back',
  altered: 'altered',
  leftOver: 'comes off, keep',
  kept: 'stays',
};

/** True for what is bought for the job. */
export const isBought = ({ status }: Pick<Item, 'status'>): boolean => status === 'new' || status === 'renewed';

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
  /** What is measured before it is ordered: until then it is a guess. */
  readonly waits?: string;
}
