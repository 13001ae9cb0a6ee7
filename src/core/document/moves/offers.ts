import { capital } from '../../foundations/text';
import type { CatalogueGroup } from '../parts/catalogueEntry';
import { CATALOGUE, catalogueEntry, type AnyCatalogueEntry } from '../parts/catalogue';
import type { KindTraits, Place } from '../parts/kind';
import { actsAs, kindOf, type Part } from '../parts/part';
import { isBeforeLines, isDeadEnd, isReservoir, isReturn, isTerminal, placeOf, PORTS } from '../parts/ports';
import { PortGroups } from '../plumbing/portGroups';
import type { Circuit, Engine } from '../project/project';
import { branchOf } from './branch';
import type { Move, MoveDraft } from './move';
import { searchWords } from './searchWords';
import { sayMove, sayPort } from './sayMove';
import { sizedDraft } from './sizedDraft';
import { outletOf } from './workpiece';

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
const FED: readonly CatalogueGroup[] = ['Bearings and jets', 'Turbo and accessories'];
/** What may hang on a plate's side ports, between two hoses. */
const LOOPED = ['airCooler', 'dualPassCooler', 'liquidCooler', 'remoteHead', 'filterNoBypass'];
/** What is screwed into a tee and leads no oil on: it reads, holds, closes, cleans, or lets go what is too much. */
const atATee = (place: Place) => CATALOGUE.filter((e) => placeOf(e.part) === place);
const SIDE_STREAMS = atATee('sideStream');
const SMALL_PARTS = [...atATee('deadEnd'), ...atATee('relief').slice(0, 1)];

/** What a draft's kind says of it, as far as its own figures tell. */
const traitsOf = (d: MoveDraft) => kindOf(d) as unknown as KindTraits<MoveDraft>;
const draft = (entry: AnyCatalogueEntry): MoveDraft => ({ ...entry.part }) as MoveDraft;
const entryDraft = (id: string): MoveDraft => draft(catalogueEntry(id));
/** Goes into a line: has an inlet and an outlet that oil goes on from. */
const goesInLine = (d: MoveDraft) => placeOf(d) === 'inLine';
const isFed = (d: MoveDraft) => placeOf(d) === 'consumer';

/** A turbo, a supercharger or a side-stream filter comes with its hose; a turbo with its drain too. */
function teeOf(at: string, fed: MoveDraft): Move {
  const traits = traitsOf(fed);
  if (!traits.sitsOutside?.(fed)) return { kind: 'tee', at, drafts: [fed] };
  const hose = { ...entryDraft(placeOf(fed) === 'sideStream' ? 'hose6' : 'hose4'), name: `${fed.name} hose` };
  const restrictor =
    fed['bearingType'] === 'rolling' && fed['duty'] === 'turbo'
      ? [{ ...entryDraft('restrictor'), name: `${fed.name} restrictor`, boreM: 0.9e-3 }]
      : [];
  return {
    kind: 'tee',
    at,
    drafts: [hose, ...restrictor, fed],
    ...(traits.fallsOut?.(fed) ? { drain: { ...entryDraft('drain'), name: `${fed.name} drain` } } : {}),
  };
}

interface Fitting {
  readonly d: MoveDraft;
  readonly words: string;
}

/** Places by circuit: the offers of each of its parts look at the same. */
const placesOf = new WeakMap<Circuit, PortGroups>();
function placesIn(circuit: Circuit): PortGroups {
  let groups = placesOf.get(circuit);
  if (!groups) placesOf.set(circuit, (groups = PortGroups.of(circuit)));
  return groups;
}

/** A part about which moves are offered, with all that the offers ask. */
class OfferList {
  readonly offers: Offer[] = [];
  readonly groups: PortGroups;
  /** Oil goes through it and on. */
  readonly through: boolean;

  constructor(
    readonly circuit: Circuit,
    readonly part: Part,
    private readonly library: readonly LibraryDraft[],
    private readonly engine: Engine | undefined,
  ) {
    this.groups = placesIn(circuit);
    this.through =
      !isTerminal(part) && !isDeadEnd(part) && !isReservoir(part) && !isReturn(part) && PORTS[part.kind].length > 1;
  }

  /** A part of the catalogue as it is bought for this engine. */
  entry(id: string): MoveDraft {
    return this.sized(entryDraft(id));
  }

  private sized(d: MoveDraft): MoveDraft {
    return sizedDraft(d, { circuit: this.circuit, engine: this.engine });
  }

  add(heading: string, move: Move, words?: string): void {
    const label = sayMove(this.circuit, move);
    this.offers.push({
      heading,
      move,
      label: capital(label),
      words: `${words ?? ''} ${searchWords(move)}`.trim(),
    });
  }

  /** Entries of the catalogue and the library that fit. */
  catalogue(among: (group: CatalogueGroup) => boolean, fits: (d: MoveDraft) => boolean): readonly Fitting[] {
    const own = CATALOGUE.filter((e) => among(e.group)).map((e) => ({ d: this.sized(draft(e)), words: e.label }));
    const kept = this.library.map((l) => ({ d: l.draft, words: `${l.label} library` }));
    return [...own, ...kept].filter(({ d }) => fits(d));
  }

  inLine(): readonly Fitting[] {
    return this.catalogue((group) => IN_LINE.includes(group), goesInLine);
  }

  fed(): readonly Fitting[] {
    return this.catalogue((group) => FED.includes(group), isFed);
  }

  port(name: string): string {
    return `${this.part.id}.${name}`;
  }

  isFree(name: string): boolean {
    const group = this.groups.of(this.port(name));
    const own = PORTS[this.part.kind].filter((port) => this.groups.of(this.port(port)) === group).length;
    return this.groups.sizeOf(group) === own;
  }
}

/**
 * The moves that can be made at a part, short lists first, so that taking out is not hidden behind a hundred things to
 * fit. Whether each is legal in the end is found out when it is previewed; what never could be is left out here.
 */
export function offersFor(
  circuit: Circuit,
  part: Part,
  library: readonly LibraryDraft[] = [],
  engine?: Engine,
): Offer[] {
  const list = new OfferList(circuit, part, library, engine);
  offerLoop(list);
  offerLoopedPlates(list);
  offerRemoval(list);
  offerBlanking(list);
  offerReturns(list);
  if (list.through && !isBeforeLines(part))
    list.add('Reverse', { kind: 'reverse', part: part.id }, 'in and out crossed');
  if (actsAs(part, 'line') && part.lengthM > 0)
    list.add('Split', { kind: 'split', part: part.id, share: 0.5 }, 'halve');
  offerInsertion(list);
  offerTees(list);
  if (list.through && !isBeforeLines(part) && !kindOf(part).loops)
    for (const { d, words } of list.inLine())
      list.add('In parallel', { kind: 'parallel', part: part.id, drafts: [d] }, words);
  offerSwaps(list);
  offerTaps(list);
  return list.offers;
}

function offerLoop(list: OfferList): void {
  if (!kindOf(list.part).loops || !list.isFree('away') || !list.isFree('back')) return;
  const bridge = { kind: 'bridge' as const, from: list.port('away'), to: list.port('back') };
  const hose = (name: string) => ({ ...list.entry('hose10'), name });
  for (const id of LOOPED) {
    const drafts = [hose('Hose out'), list.entry(id), hose('Hose back')];
    list.add('Connect to its ports', { ...bridge, drafts }, catalogueEntry(id).label);
  }
  list.add('Connect to its ports', { ...bridge, drafts: [] }, 'loop bridge');
}

/** Plates that a cooler is connected to, and coolers that are: at the filter, where a plate is put. */
const PLATES = ['sandwichThermostat', 'sandwichPlain'];
const ON_A_PLATE = ['airCooler', 'liquidCooler'];

function offerLoopedPlates(list: OfferList): void {
  if (!actsAs(list.part, 'filter')) return;
  const hose = (name: string) => ({ ...list.entry('hose10'), name });
  for (const plate of PLATES)
    for (const id of ON_A_PLATE)
      list.add(
        'Fit with plate and hoses',
        {
          kind: 'fitLoop',
          at: list.port('in'),
          plate: list.entry(plate),
          drafts: [hose('Hose out'), list.entry(id), hose('Hose back')],
        },
        `${catalogueEntry(plate).label} ${catalogueEntry(id).label}`,
      );
}

function offerRemoval(list: OfferList): void {
  const { part, circuit, groups } = list;
  if (isReservoir(part) || placeOf(part) === 'pump' || placeOf(part) === 'apart') return;
  const words = 'remove delete';
  if (list.through || isReturn(part)) list.add('Remove', { kind: 'takeOut', part: part.id }, words);
  list.add('Remove', { kind: 'removeAndBlank', part: part.id }, words);
  if (!branchOf(circuit.parts, groups, part)) return;
  list.add('Remove', { kind: 'removeBranch', part: part.id }, words);
  if (!isDeadEnd(part)) list.add('Duplicate', { kind: 'duplicate', part: part.id }, 'copy second');
}

function offerBlanking(list: OfferList): void {
  if (isReservoir(list.part)) return;
  for (const port of PORTS[list.part.kind])
    if (!list.isFree(port)) list.add('Plug', { kind: 'blank', port: list.port(port) }, `close ${sayPort(port)}`);
}

function offerReturns(list: OfferList): void {
  const { part, groups } = list;
  const isRelief = placeOf(part) === 'relief';
  if (!isTerminal(part) && !isReturn(part) && !isRelief) return;
  const returnPort = (target: Part): string | undefined => {
    if (isReservoir(target)) return `${target.id}.return`;
    if (isRelief) return placeOf(target) === 'pump' ? `${target.id}.in` : undefined;
    return isReturn(target) && target.id !== part.id ? `${target.id}.in` : undefined;
  };
  for (const target of list.circuit.parts) {
    const to = returnPort(target);
    if (to && groups.of(to) !== groups.of(list.port('out')))
      list.add('Return it to', { kind: 'returnTo', part: part.id, to });
  }
}

function offerInsertion(list: OfferList): void {
  const { part } = list;
  if (!isReservoir(part) && !isReturn(part) && placeOf(part) !== 'apart')
    for (const { d, words } of list.inLine())
      list.add('Insert before it', { kind: 'insert', at: list.port('in'), drafts: [d] }, words);
  if (list.through)
    for (const { d, words } of list.inLine())
      list.add('Insert after it', { kind: 'insert', at: outletOf(part), drafts: [d] }, words);
}

function offerTees(list: OfferList): void {
  const { part } = list;
  if (!list.through) return;
  const { tap, loops } = kindOf(part);
  const at = tap === undefined ? outletOf(part) : list.port(tap);
  const heading = 'Feed from here';
  for (const { d, words } of list.fed()) list.add(heading, teeOf(at, d), words);
  for (const entry of SIDE_STREAMS) list.add(heading, teeOf(at, draft(entry)), entry.label);
  for (const entry of SMALL_PARTS) list.add(heading, { kind: 'tee', at, drafts: [draft(entry)] }, entry.label);
  if (loops) for (const { d, words } of list.fed()) list.add('Feed from after it', teeOf(list.port('out'), d), words);
}

/** What a part may be swapped for: the same duty by another make, or another kind that stands in the same place. */
function offerSwaps(list: OfferList): void {
  const { part } = list;
  const place = placeOf(part);
  if (isReservoir(part) || place === 'apart' || place === 'suction') return;
  const own = CATALOGUE.find((e) => e.part.kind === part.kind)?.group;
  const likely = (group: CatalogueGroup) => place !== 'inLine' || group === own || IN_LINE.includes(group);
  const fits = (d: MoveDraft) => placeOf(d) === place && (!isFed(d) || d.kind === part.kind);
  for (const { d, words } of list.catalogue(likely, fits))
    list.add('Replace with', { kind: 'swap', part: part.id, draft: d }, words);
}

function offerTaps(list: OfferList): void {
  const { part, groups } = list;
  if (!PORTS[part.kind].includes('in') || isReturn(part) || isBeforeLines(part)) return;
  for (const other of list.circuit.parts) {
    const to = tapPlace(other);
    if (!to || other.id === part.id || groups.of(to) === groups.of(list.port('in'))) continue;
    list.add('Move its tap to', { kind: 'moveTap', port: list.port('in'), to }, 'feed from');
  }
}

/** The place that a tap at a part would take oil from. */
function tapPlace(part: Part): string | undefined {
  const place = placeOf(part);
  if (place !== 'pump' && place !== 'inLine') return undefined;
  return kindOf(part).loops ? `${part.id}.tap` : outletOf(part);
}
