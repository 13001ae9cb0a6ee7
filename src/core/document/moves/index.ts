export { applyMove } from './applyMove';
export { branchOf } from './branch';
export { likelyFirst } from './likelyPlaces';
export { tidyColumns } from './columns';
export type { Move, MoveDraft } from './move';
export { offersFor, type LibraryDraft, type Offer } from './offers';
