import { create } from 'zustand';
import type { ExplainRequest } from '../../../core/studies/causes/causeSchema';

interface WhyStore {
  readonly readings: ExplainRequest['readings'];
  readonly answers: ExplainRequest['answers'];
  set(change: {
    readonly readings?: readonly ExplainRequest['readings'][number][];
    readonly answers?: readonly ExplainRequest['answers'][number][];
  }): void;
}

/**
 * Readings that are being explained; they stay while other views are looked at. New readings forget the answers to
 * checks of old ones.
 */
export const useWhy = create<WhyStore>()((put) => ({
  readings: [],
  answers: [],
  set: ({ readings, answers }) =>
    put((now) => ({
      readings: readings ? [...readings] : now.readings,
      answers: answers ? [...answers] : now.answers,
    })),
}));
