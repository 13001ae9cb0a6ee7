import { likelyFirst, offersFor, type LibraryDraft, type Offer } from '../../../core/document/moves';
import type { Part } from '../../../core/document/parts/part';
import type { Circuit, Engine } from '../../../core/document/project/project';

/** More than this is not read: another word narrows it. */
export const MOST_SHOWN = 80;

export interface Entry extends Offer {
  readonly part: string;
}

/** What was found so far. */
export interface Found {
  readonly offers: readonly Entry[];
  /** Share of the parts that were looked at; 1: all, or as many as fill the list. */
  readonly looked: number;
}

/** What is looked for. */
interface Wanted {
  /** The part that the moves are for; undefined: any. */
  readonly part: string | undefined;
  readonly words: string;
  /** Heading that alone is shown; undefined: all are. */
  readonly heading: string | undefined;
}

/**
 * The moves of a circuit that words say, part by part until the list is full. A circuit has a thousand moves a part;
 * those that nobody reads are not made.
 */
export class OfferSearch {
  private readonly parts: readonly Part[];
  private readonly words: readonly string[];
  private readonly offers: Entry[] = [];
  private next = 0;
  private shown = 0;

  constructor(
    private readonly circuit: Circuit,
    private readonly drafts: readonly LibraryDraft[],
    private readonly wanted: Wanted,
    private readonly engine?: Engine,
  ) {
    this.parts = likelyFirst(circuit).filter((p) => wanted.part === undefined || p.id === wanted.part);
    this.words = wanted.words.toLowerCase().split(/\s+/).filter(Boolean);
  }

  /** Looks on for so long [ms]. */
  look(ms: number): Found {
    const until = performance.now() + ms;
    while (!this.isDone()) {
      this.lookAt(this.parts[this.next++]!);
      if (performance.now() > until) break;
    }
    return { offers: [...this.offers], looked: this.isDone() ? 1 : this.next / this.parts.length };
  }

  private isDone(): boolean {
    return this.next >= this.parts.length || (this.wanted.part === undefined && this.shown > MOST_SHOWN);
  }

  private lookAt(part: Part): void {
    const { heading } = this.wanted;
    for (const offer of offersFor(this.circuit, part, this.drafts, this.engine)) {
      const text = `${offer.heading} ${offer.label} ${offer.words ?? ''}`.toLowerCase();
      if (!this.words.every((word) => text.includes(word))) continue;
      this.offers.push({ ...offer, part: part.id });
      if (heading === undefined || offer.heading === heading) this.shown++;
    }
  }
}
