import type { Move, MoveDraft } from '../../core/document/moves';
import { catalogueEntry } from '../../core/document/parts/catalogue';

/** A catalogue's part under a name, as a change brings it. */
export const draft = (id: string, name: string) => ({ ...catalogueEntry(id).part, name }) as MoveDraft;

/** Two changes of Thornback of which the second needs the first: a plate, and a cooler round it. */
export const PLATE: Move = { kind: 'insert', at: 'filter.in', drafts: [draft('sandwichPlain', 'Sandwich')] };
export const LOOP: Move = {
  kind: 'bridge',
  from: 'sandwich.away',
  to: 'sandwich.back',
  drafts: [draft('hose10', 'Out'), draft('airCooler', 'Cooler'), draft('hose10', 'Back')],
};
