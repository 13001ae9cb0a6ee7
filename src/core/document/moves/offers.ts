import type { Part } from '../parts/part';
import { isConsumer, isDeadEnd, isReservoir, isReturn, PORTS, isTerminal } from '../parts/ports';
import type { Circuit } from '../project/project';
import { CATALOGUE, catalogueEntry, type AnyCatalogueEntry } from '../parts/catalogue';
import { branchOf } from './branch';
import type { Move, MoveDraft } from './move';
import { sayMove, sayPort } from './sayMove';
import { outletOf, Workpiece } from './workpiece';
import type { CatalogueGroup } from '../parts/catalogueEntry';

/** A move that can be made at a part, as the menu and the palette show it. */
export interface Offer {
  readonly label: string;
  /** Heading that it stands under. */
  readonly heading: string;
  readonly move: Move;
  /** Words beyond the label by which the palette finds it. */
  readonly words?: string;
}

/** A part kept in the user's own library. */
export interface LibraryDraft {
  readonly label: string;
  readonly draft: MoveDraft;
}

const IN_LINE: readonly CatalogueGroup[] = [
  'Filters',
  'Coolers and thermostats',
  'Lines and fittings',
  'Restrictors and valves',
];
const FED: readonly CatalogueGroup[] = ['Bearings and jets', 'Fed parts'];

const draft = (entry: AnyCatalogueEntry): MoveDraft => ({ ...entry.part }) as MoveDraft;
const entryDraft = (id: string): MoveDraft => draft(catalogueEntry(id));
/** Goes into a line: has an inlet and an outlet that oil goes on from. */
const goesInLine = (d: MoveDraft) =>
  ![
    'consumer',
    'bearings',
    'rods',
    'jets',
    'sideStream',
    'gauge',
    'plug',
    'accumulator',
    'ownOil',
    'drain',
    'scavenge',
    'sump',
    'tank',
    'relief',
    'pump',
    'pickup',
  ].includes(d.kind);
const isFed = (d: MoveDraft) => ['consumer', 'bearings', 'rods', 'jets'].includes(d.kind);

/** A turbo, a supercharger or a side-stream filter comes with its hose; a turbo with its drain too. */
function teeOf(at: string, fed: MoveDraft): Move {
  const outside =
    fed.kind === 'sideStream' || (fed.kind === 'consumer' && ['turbo', 'supercharger'].includes(String(fed['duty'])));
  if (!outside) return { kind: 'tee', at, drafts: [fed] };
  const hose = { ...entryDraft(fed.kind === 'sideStream' ? 'hose6' : 'hose4'), name: `${fed.name} hose` };
  const restrictor =
    fed['bearingType'] === 'rolling' && fed['duty'] === 'turbo'
      ? [{ ...entryDraft('restrictor'), name: `${fed.name} restrictor`, boreM: 0.9e-3 }]
      : [];
  const byGravity = fed.kind === 'consumer' || fed['returnBy'] === 'gravity';
  return {
    kind: 'tee',
    at,
    drafts: [hose, ...restrictor, fed],
    ...(byGravity ? { drain: { ...entryDraft('drain'), name: `${fed.name} drain` } } : {}),
  };
}

/**
 * The moves that can be made at a part, short lists first, so that taking out is not hidden behind a hundred things to fit. Whether each is legal in the end is found out
 * when it is previewed; what never could be is left out here.
 */
export function offersFor(circuit: Circuit, part: Part, library: readonly LibraryDraft[] = []): Offer[] {
  const w = new Workpiece(circuit);
  const groups = w.groups();
  const offers: Offer[] = [];
  const add = (heading: string, move: Move, words?: string) => {
    const label = sayMove(circuit, move);
    offers.push({ heading, move, label: label[0]!.toUpperCase() + label.slice(1), ...(words ? { words } : {}) });
  };
  const catalogue = (
    among: readonly CatalogueGroup[],
    fits: (d: MoveDraft) => boolean,
  ): { readonly d: MoveDraft; readonly words: string }[] =>
    [
      ...CATALOGUE.filter((e) => among.includes(e.group)).map((e) => ({
        d: { ...draft(e), name: e.part.name },
        words: e.label,
      })),
      ...library.map((l) => ({ d: l.draft, words: `${l.label} library` })),
    ].filter(({ d }) => fits(d));
  const through =
    !isTerminal(part) && !isDeadEnd(part) && !isReservoir(part) && !isReturn(part) && PORTS[part.kind].length > 1;

  if (
    part.kind === 'plate' &&
    w.neighbours(`${part.id}.away`).length === 0 &&
    w.neighbours(`${part.id}.back`).length === 0
  ) {
    const hose = (name: string) => ({ ...entryDraft('hose10'), name });
    for (const id of ['airCooler', 'dualPassCooler', 'liquidCooler', 'remoteHead', 'filterNoBypass'])
      add(
        'Go round by its ports',
        {
          kind: 'bridge',
          from: `${part.id}.away`,
          to: `${part.id}.back`,
          drafts: [hose('Hose out'), entryDraft(id), hose('Hose back')],
        },
        catalogueEntry(id).label,
      );
    add(
      'Go round by its ports',
      { kind: 'bridge', from: `${part.id}.away`, to: `${part.id}.back`, drafts: [] },
      'loop bridge',
    );
  }
  const vital = isReservoir(part) || part.kind === 'pump';
  if (!vital && part.kind !== 'ownOil') {
    if (through || isReturn(part)) add('Take out', { kind: 'takeOut', part: part.id }, 'remove delete');
    add('Take out', { kind: 'removeAndBlank', part: part.id }, 'remove delete');
    if (branchOf(circuit.parts, groups, part)) {
      add('Take out', { kind: 'removeBranch', part: part.id }, 'remove delete');
      if (!isDeadEnd(part)) add('Copy', { kind: 'duplicate', part: part.id }, 'copy second');
    }
  }
  if (!isReservoir(part))
    for (const port of PORTS[part.kind])
      if (w.neighbours(`${part.id}.${port}`).length > 0)
        add('Blank', { kind: 'blank', port: `${part.id}.${port}` }, `close ${sayPort(port)}`);

  if (isTerminal(part) || isReturn(part) || part.kind === 'relief')
    for (const target of circuit.parts) {
      const to = isReservoir(target)
        ? `${target.id}.return`
        : isReturn(target) && target.id !== part.id && !(part.kind === 'relief')
          ? `${target.id}.in`
          : target.kind === 'pump' && part.kind === 'relief'
            ? `${target.id}.in`
            : undefined;
      if (to && groups.of(to) !== groups.of(`${part.id}.out`))
        add('Return it to', { kind: 'returnTo', part: part.id, to });
    }
  if (through && part.kind !== 'pump' && part.kind !== 'pickup')
    add('Turn round', { kind: 'reverse', part: part.id }, 'in and out crossed');
  if (part.kind === 'line' && part.lengthM > 0) add('Split', { kind: 'split', part: part.id, share: 0.5 }, 'halve');
  if (!isReservoir(part) && !isReturn(part) && part.kind !== 'ownOil')
    for (const { d, words } of catalogue(IN_LINE, goesInLine))
      add('Insert before it', { kind: 'insert', at: `${part.id}.in`, drafts: [d] }, words);
  if (through)
    for (const { d, words } of catalogue(IN_LINE, goesInLine))
      add('Insert after it', { kind: 'insert', at: outletOf(part), drafts: [d] }, words);
  const tapped =
    part.kind === 'plate'
      ? `${part.id}.tap`
      : part.kind === 'tee'
        ? `${part.id}.branch`
        : through
          ? outletOf(part)
          : undefined;
  if (tapped !== undefined) {
    for (const { d, words } of catalogue(FED, isFed)) add('Tee off here to feed', teeOf(tapped, d), words);
    for (const id of ['sideStreamOrifice', 'sideStreamValve'])
      add('Tee off here to feed', teeOf(tapped, entryDraft(id)), catalogueEntry(id).label);
    for (const id of ['gauge', 'accumulator', 'samplePort', 'magneticPlug', 'relief'])
      add('Tee off here to feed', { kind: 'tee', at: tapped, drafts: [entryDraft(id)] }, catalogueEntry(id).label);
    if (part.kind === 'plate')
      for (const { d, words } of catalogue(FED, isFed))
        add('Tee off behind it to feed', teeOf(`${part.id}.out`, d), words);
  }
  if (through && part.kind !== 'pump' && part.kind !== 'pickup' && part.kind !== 'plate')
    for (const { d, words } of catalogue(IN_LINE, goesInLine))
      add('Put in parallel', { kind: 'parallel', part: part.id, drafts: [d] }, words);

  for (const { d, words } of swaps(part, library)) add('Swap for', { kind: 'swap', part: part.id, draft: d }, words);
  if (PORTS[part.kind].includes('in') && !isReturn(part) && part.kind !== 'pump' && part.kind !== 'pickup')
    for (const other of circuit.parts) {
      const to = tapPlace(other);
      if (!to || other.id === part.id || groups.of(to) === groups.of(`${part.id}.in`)) continue;
      add('Move its tap to', { kind: 'moveTap', port: `${part.id}.in`, to }, 'feed from');
    }
  return offers;
}

/** The place that a tap at a part would take oil from. */
function tapPlace(part: Part): string | undefined {
  if (
    isReservoir(part) ||
    isTerminal(part) ||
    isReturn(part) ||
    isDeadEnd(part) ||
    part.kind === 'pickup' ||
    part.kind === 'relief' ||
    part.kind === 'ownOil'
  )
    return undefined;
  return part.kind === 'plate'
    ? `${part.id}.tap`
    : part.kind === 'tee' || part.kind === 'cross'
      ? `${part.id}.run`
      : outletOf(part);
}

/** What a part may be swapped for: the same duty by another make, or another kind that stands in the same place. */
function swaps(part: Part, library: readonly LibraryDraft[]): { readonly d: MoveDraft; readonly words: string }[] {
  const own = CATALOGUE.find((e) => e.part.kind === part.kind)?.group;
  const same = (d: MoveDraft) =>
    isConsumer(part)
      ? isFed(d) && d.kind === part.kind
      : isReturn(part)
        ? d.kind === 'drain' || d.kind === 'scavenge'
        : part.kind === 'pump'
          ? d.kind === 'pump'
          : goesInLine(d);
  if (isReservoir(part) || part.kind === 'ownOil' || part.kind === 'pickup') return [];
  const fits =
    isTerminal(part) && !isConsumer(part)
      ? (d: MoveDraft) => d.kind === part.kind
      : isDeadEnd(part)
        ? (d: MoveDraft) => ['gauge', 'plug', 'accumulator'].includes(d.kind)
        : part.kind === 'relief'
          ? (d: MoveDraft) => d.kind === 'relief'
          : same;
  const likely = (group: string) =>
    goesInLine({ kind: part.kind, name: '' })
      ? group === own ||
        group === 'Filters' ||
        group === 'Coolers and thermostats' ||
        group === 'Restrictors and valves' ||
        group === 'Lines and fittings'
      : true;
  return [
    ...CATALOGUE.filter((e) => likely(e.group)).map((e) => ({ d: draft(e), words: e.label })),
    ...library.map((l) => ({ d: l.draft, words: `${l.label} library` })),
  ].filter(({ d }) => fits(d));
}
