export { applyMove, type MoveOutcome } from './applyMove';
export { branchOf, loopBetween } from './branch';
export { tidyColumns } from './columns';
export { moveSchema, type Move, type MoveDraft } from './move';
export { offersFor, type LibraryDraft, type Offer } from './offers';
export { sayMove, sayPort } from './sayMove';
