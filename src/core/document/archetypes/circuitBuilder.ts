import { partSchema, type Part } from '../parts/part';
import type { Circuit, Joint } from '../project/project';
import { catalogueEntry } from '../parts/catalogue';

/** Builds a circuit from catalogue entries, for archetypes and demo engines. */
export class CircuitBuilder {
  readonly parts: Part[] = [];
  readonly joints: Joint[] = [];

  /**
   * Adds a part from a catalogue entry with some fields of its own.
   * @throws when the schema refuses it: circuits made here are ours
   */
  fit(id: string, entry: string, own: Readonly<Record<string, unknown>> = {}): this {
    return this.add(id, { ...catalogueEntry(entry).part, ...own });
  }

  add(id: string, part: Readonly<Record<string, unknown>>): this {
    this.parts.push(partSchema.parse({ id, ...part }));
    return this;
  }

  /** Joins ports in a row: each pair of neighbours that are not of one part. `a.out`, `b` (its in and out), `c.in`. */
  row(...stops: readonly string[]): this {
    for (let i = 0; i + 1 < stops.length; i++) {
      const [from, to] = [stops[i]!, stops[i + 1]!];
      this.joints.push({ from: from.includes('.') ? from : `${from}.out`, to: to.includes('.') ? to : `${to}.in` });
    }
    return this;
  }

  circuit(): Circuit {
    return { parts: this.parts, joints: this.joints };
  }
}
