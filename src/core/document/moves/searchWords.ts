import type { Move, MoveDraft } from './move';

/**
 * What people call a change besides its label.
 * @source how engine builders name such work: common practice, no source
 */
const MOVE_WORDS: Readonly<Partial<Record<Move['kind'], string>>> = {
  insert: 'add fit install put in',
  tee: 'add fit install tee off T fitting oil feed line',
  bridge: 'add fit install run go round reroute',
  fitLoop: 'add fit install kit sandwich',
  parallel: 'put in parallel second',
  takeOut: 'take out delete',
  removeAndBlank: 'take out delete block off cap',
  removeBranch: 'take out delete',
  blank: 'blank block off cap cover close',
  moveTap: 'reroute feed from move',
  swap: 'swap change upgrade another bigger smaller stiffer',
  reverse: 'turn round swap ports crossed',
  duplicate: 'copy second',
};
const KIND_WORDS: Readonly<Record<string, string>> = {
  cooler: 'oil cooler radiator core',
  plate: 'plate adapter adaptor',
  filter: 'oil filter relocation element cartridge no bypass',
  sideStream: 'bypass filter sidestream canister',
  consumer: 'turbocharger supercharger oil feed',
  cover: 'block-off plate cover delete cooler',
  plug: 'sample valve port',
  gauge: 'gauge port sender sensor',
  pump: 'oil pump bigger',
  relief: 'relief stiffer spring shim',
  line: 'hose pipe line',
  drain: 'drain return',
  scavenge: 'scavenge pump',
  orifice: 'restrictor jet',
};
/** Inside diameters that dash sizes are also sold by [sixteenths of an inch are the dash number itself]. */
const INCHES: Readonly<Record<number, string>> = {
  4: '1/4 in',
  6: '3/8 in',
  8: '1/2 in',
  10: '5/8 in',
  12: '3/4 in',
  16: '1 in',
};

function wordsOfDraft(draft: MoveDraft): string {
  const passage = draft['passage'] as { readonly kind?: string } | undefined;
  const isThermostatic = draft.kind === 'thermostat' || passage?.kind === 'thermostat';
  const dash = Number(draft['dash']);
  const sizes = dash > 0 ? `AN${dash} AN-${dash} -${dash} dash ${dash} ${INCHES[dash] ?? ''}` : '';
  return `${KIND_WORDS[draft.kind] ?? ''} ${isThermostatic ? 'thermostatic' : ''} ${sizes}`;
}

/** Words by which a change is found besides its label: other names for it, for what is fitted, and for its size. */
export function searchWords(move: Move): string {
  const plate = 'plate' in move ? [move.plate] : [];
  const drafts = 'drafts' in move ? [...plate, ...move.drafts] : 'draft' in move ? [move.draft] : [];
  return [MOVE_WORDS[move.kind] ?? '', ...drafts.map(wordsOfDraft)].join(' ').trim();
}
