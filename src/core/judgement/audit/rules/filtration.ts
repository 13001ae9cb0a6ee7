import { actsAs, type Part, type PartOf } from '../../../document/parts/part';
import { isConsumer } from '../../../document/parts/ports';
import { catalogueEntry } from '../../../document/parts/catalogue';
import type { MoveDraft } from '../../../document/moves/move';
import type { Sweep } from '../../sweep/sweep';
import type { AuditContext } from '../context';
import { isReversed } from './direction';
import { fig, rule, when } from '../rule';
import { elementOf, feedFiltered } from './places';
import type { SpeedAndOil } from '../../../network/solve/state';

/** A turbo, and anything with rolling bearings, is fed behind the full-flow media. */
export const unfilteredFeed = rule('unfilteredFeed', 'Unfiltered feed', (c) =>
  c.circuit.parts.filter(isConsumer).flatMap((part) => {
    if (!c.unfiltered.has(`${part.id}.in`)) return [];
    const tender =
      actsAs(part, 'accessory') &&
      (part.duty === 'turbo' || part.duty === 'supercharger' || part.bearingType === 'rolling');
    const plate = c.circuit.parts.find(
      (p) => actsAs(p, 'plate') && c.groups.of(`${p.id}.in`) === c.groups.of(tapOf(c, part)),
    );
    return [
      {
        weight: tender ? ('stop' as const) : ('mend' as const),
        part: part.id,
        what: `${part.name} is fed unfiltered oil.`,
        why: plate
          ? `Every port of ${plate.name} is upstream of the filter’s media: what the pump picks up goes straight in.`
          : 'Its tap is upstream of the filter’s media: what the pump picks up goes straight in.',
        remedies: [
          'move its tap behind the filter: the gallery, or the filter’s outlet',
          'a fine screen in its feed does not replace the filter: it blocks',
        ],
        moves: feedFiltered(c, part),
      },
    ];
  }),
);

function tapOf(c: AuditContext, part: Part): string {
  const move = feedFiltered(c, part)[0];
  return move?.kind === 'moveTap' ? move.port : `${part.id}.in`;
}

/** A pressure reading upstream of the media is not what the engine gets. */
export const gaugePlace = rule('gaugePlace', 'What the gauge sees', (c) =>
  c.parts('gauge').flatMap((gauge) => {
    const gallery = c.parts('line').find((p) => p.form === 'gallery');
    const result = c.at(c.states.fullHot);
    const at = (port: string) => result.nodes.find((n) => n.ports.includes(port))?.pressurePa ?? null;
    const here = at(`${gauge.id}.in`);
    const there = gallery ? at(`${gallery.id}.out`) : null;
    if (gauge.reads !== 'pressure' || here === null || there === null) return [];
    const upstream = c.unfiltered.has(`${gauge.id}.in`);
    return [
      {
        weight: upstream ? ('look' as const) : ('note' as const),
        part: gauge.id,
        state: c.states.fullHot,
        figures: {
          here: fig(here, 'pressure'),
          there: fig(there, 'pressure'),
          over: fig(here - there, 'pressure'),
          ...when(c.states.fullHot),
        },
        what: upstream
          ? `${gauge.name} reads {here} at {speed} and {oil} where the gallery has {there}.`
          : `${gauge.name} reads {here} at {speed} and {oil}; the gallery’s end has {there}.`,
        why: upstream
          ? 'It sits upstream of the filter: a loaded filter raises it while the bearings get less.'
          : 'It cannot see a blocked restrictor, a kinked branch or a dry rod beyond its own place.',
        remedies: upstream ? ['a second sender on the gallery'] : [],
        moves:
          upstream && gallery ? [{ kind: 'moveTap' as const, port: `${gauge.id}.in`, to: `${gallery.id}.out` }] : [],
      },
    ];
  }),
);

/** Loadings tried: new, and up to an element that is all but shut. */
const MOST_LOAD = 400;
/** The loading at which something changes is found to within this factor. */
const LOAD_FACTOR = 1.15;
/** Loading of a neglected element: beyond it the choice rarely matters. @source engineering judgement */
const NEGLECTED_LOAD = 12;

interface Bite {
  readonly load: number;
  readonly name: string;
  readonly state: SpeedAndOil;
}

/** Smallest loading, over the present one, at which something goes wrong, and what. */
function bitesFrom(present: number, wrongAt: (load: number) => Omit<Bite, 'load'> | undefined): Bite | undefined {
  let low = present;
  let found = wrongAt(low);
  if (found) return { load: low, ...found };
  let high = low;
  while (!found && high < MOST_LOAD) {
    low = high;
    high = Math.min(MOST_LOAD, high * 2.5);
    found = wrongAt(high);
  }
  if (!found) return undefined;
  while (high / low > LOAD_FACTOR) {
    const middle = Math.sqrt(low * high);
    const there = wrongAt(middle);
    if (there) [high, found] = [middle, there];
    else low = middle;
  }
  return { load: high, ...found };
}

/**
 * For and against: with a bypass valve nothing starves and oil sometimes goes unfiltered; without it the other way
 * round.
 */
export const filterBypass = rule(
  'filterBypass',
  'Filter bypass valve: for and against',
  (c) =>
    c.parts('filter').map((filter) => {
      const valve = filter.bypass ?? defaultBypass();
      const starves = bitesFrom(filter.load, (load) =>
        starvedIn(c.sweepWith((p) => (p.id === filter.id ? { ...filter, load, bypass: null } : p))),
      );
      const opens = bitesFrom(filter.load, (load) => {
        // The media's drop without a valve is what would open it: found at the two states that press it most.
        for (const state of [c.states.coldStart, c.states.fullCool, c.states.fullHot]) {
          const drop =
            c
              .solveWith((p) => (p.id === filter.id ? { ...filter, load, bypass: null } : p), state)
              ?.elements.find((e) => e.part === filter.id)?.pressureDropPa ?? 0;
          if (drop > valve.crackPa) return { name: filter.name, state };
        }
        return undefined;
      });
      const figures = {
        ...(opens
          ? {
              opensLoad: fig(opens.load, 'loading'),
              opensRpm: fig(opens.state.speedRevS, 'speed'),
              opensOil: fig(opens.state.oilTemperatureK, 'temperature'),
            }
          : {}),
        ...(starves
          ? {
              starvesLoad: fig(starves.load, 'loading'),
              starvesRpm: fig(starves.state.speedRevS, 'speed'),
              starvesOil: fig(starves.state.oilTemperatureK, 'temperature'),
            }
          : {}),
        crack: fig(valve.crackPa, 'pressure'),
      };
      const now = (bite: Bite | undefined) => bite !== undefined && bite.load <= filter.load;
      const withValve = !opens
        ? `a valve set to {crack} stays shut`
        : now(opens)
          ? 'the valve opens as the element is loaded now, at {opensRpm}, {opensOil}: unfiltered oil goes to the engine there'
          : 'the valve opens once the element is {opensLoad}, at {opensRpm}, {opensOil}: unfiltered oil goes to the engine there';
      const without = !starves
        ? 'no loading would starve anything in this range'
        : now(starves)
          ? `${starves.name} would be starved as the element is loaded now, at {starvesRpm}, {starvesOil}`
          : `${starves.name} would be the first to starve, once the element is {starvesLoad}, at {starvesRpm}, {starvesOil}`;
      const bite = filter.bypass ? opens : starves;
      return {
        weight: now(bite)
          ? ('look' as const)
          : bite && bite.load < NEGLECTED_LOAD
            ? ('look' as const)
            : ('note' as const),
        part: filter.id,
        ...(bite ? { state: bite.state } : {}),
        figures,
        what: filter.bypass
          ? `${filter.name} has a bypass valve: ${withValve}. Without it, ${without}.`
          : `${filter.name} has no bypass valve: ${without}. With one, ${withValve}.`,
        why: 'With the valve nothing is starved and some oil goes unfiltered; without it all oil is filtered and a loaded or cold element can starve the engine.',
        remedies: ['the choice follows how faithfully oil and element are changed', 'warm oil before speed'],
        moves: [
          {
            kind: 'swap' as const,
            part: filter.id,
            draft: swapDraft(filter, filter.bypass ? 'filterNoBypass' : 'spinOn'),
          },
        ],
      };
    }),
  'both are in use: common practice, no source',
);

function defaultBypass() {
  const { part } = catalogueEntry('spinOn');
  if (part.kind !== 'filter' || !part.bypass) throw new Error('the catalogue’s filter has a bypass valve');
  return part.bypass;
}

function starvedIn(sweep: Sweep | undefined): { readonly name: string; readonly state: SpeedAndOil } | undefined {
  const worst = sweep?.consumers
    .filter((r) => !r.supplied && r.worst && r.verdict !== 'flooded')
    .sort((a, b) => (a.worst!.decisive?.nearRatio ?? -1e9) - (b.worst!.decisive?.nearRatio ?? -1e9))[0];
  return worst?.worst ? { name: worst.name, state: worst.worst.state } : undefined;
}

/** The same element in the other head. */
function swapDraft(filter: PartOf<'filter'>, entry: string): MoveDraft {
  const { id: _, bypass: __, ...own } = filter;
  const draft = catalogueEntry(entry).part;
  return { ...own, name: filter.name, bypass: draft.kind === 'filter' ? draft.bypass : null } as MoveDraft;
}

/** Share of its rating that an element stands from the inside out. @source engineering judgement */
const INSIDE_OUT_SHARE = 1 / 3;

/** An element folds when the differential is over what it stands. */
export const filterCollapse = rule(
  'filterCollapse',
  'Filter collapse',
  (c) =>
    c.parts('filter').flatMap((filter) => {
      if (filter.collapsePa === undefined) return [];
      const e = elementOf(c, filter.id, filter.bypass ? 'media' : '');
      const seen = e === undefined ? undefined : c.seen[e];
      // From the inside out the media has no core behind it.
      const turned = isReversed(c, filter);
      const standsPa = filter.collapsePa * (turned ? INSIDE_OUT_SHARE : 1);
      const dropPa = turned ? seen?.mostBackPa : seen?.mostDropPa;
      if (!seen || dropPa === undefined || dropPa < 0.7 * standsPa) return [];
      const over = dropPa > standsPa;
      return [
        {
          weight: over ? ('stop' as const) : ('look' as const),
          part: filter.id,
          state: seen.mostDropAt,
          figures: {
            drop: fig(dropPa, 'pressure'),
            limit: fig(standsPa, 'pressure'),
            rpm: fig(seen.mostDropAt.speedRevS, 'speed'),
            oil: fig(seen.mostDropAt.oilTemperatureK, 'temperature'),
          },
          what: `${filter.name} sees {drop} across its element at {rpm}, {oil}; it collapses at {limit}.`,
          why: 'A folded element lets everything by and sheds its paper into the gallery.',
          remedies: ['a bypass valve', 'a larger element or two side by side', 'lower speed until the oil is warm'],
        },
      ];
    }),
  'collapse differential: ISO 2941 (the test); limit from the element’s data sheet',
);
