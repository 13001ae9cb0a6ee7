/** One part of the campaign: so many tries of one kind, by a seed. */
export interface Part {
  readonly name: string;
  /** What is counted. */
  readonly unit: string;
  /** What each try is expected to hold. */
  readonly holds: string;
  /** Tries where nothing else is asked for. */
  readonly usual: number;
  run(count: number, seed: number): Outcome | Promise<Outcome>;
}

/** What came of a part. */
export interface Outcome {
  readonly done: number;
  /** Each with what it takes to see it again. */
  readonly failures: readonly string[];
  readonly remark?: string;
}
