import { actsAs, kindOf, type PartOf } from '../../../document/parts/part';
import { isPushedReturn } from '../../../document/plumbing/drainEnd';
import { isReservoir, isReturn } from '../../../document/parts/ports';
import { DASH_BORES_M } from '../../../foundations/units/boreSizes';
import { fig, rule, type Found } from '../rule';
import { feedBranch } from './places';
import type { DrainResult } from '../../stateResult';

/** Narrower drains hold foam by its skin. Common practice, no source. */
const LEAST_BORE_M = 12e-3;

const TEXT: Partial<
  Record<
    DrainResult['verdict'],
    (name: string) => { readonly what: string; readonly why: string; readonly remedies: string[] }
  >
> = {
  rises: (name) => ({
    what: `${name} climbs on its way, from {risesAt} along the run.`,
    why: 'Oil stands in the low place before the rise and backs up into what it drains.',
    remedies: ['route it downhill all the way', 'a scavenge pump, with its wiring and one more thing that fails'],
  }),
  flat: (name) => ({
    what: `${name} does not fall: outlet at {outlet}, port or oil level at {end}.`,
    why: 'Gravity alone moves this oil.',
    remedies: [
      'raise what it drains, or lower the port',
      'a scavenge pump, with its wiring and one more thing that fails',
    ],
  }),
  portUnder: (name) => ({
    what: `${name} enters {under} below the oil level.`,
    why: 'A drain must end over the oil: under it, oil and foam stand up the hose.',
    remedies: ['move the port above the hot level', 'a scavenge pump'],
  }),
  pressed: (name) => ({
    what: `Crankcase pressure {crankcase}; oil head in ${name} {head}.`,
    why: 'Blow-by holds the oil up in the drain.',
    remedies: ['better breathing of the crankcase', 'a scavenge pump'],
  }),
  small: (name) => ({
    what: `${name} carries {capacity} half full with the coldest oil run, and {needed} comes with its foam.`,
    why: 'A drain runs half full of foam; what it cannot carry goes past the seals.',
    remedies: ['a wider drain', 'a steeper one', 'a smaller restrictor in the feed'],
  }),
  near: (name) => ({
    what: `${name} carries {capacity} half full with the coldest oil run, little over the {needed} that comes with its foam.`,
    why: 'A little more foam or a cooler day and it backs up.',
    remedies: ['a wider drain'],
  }),
};

/** A gravity drain falls all the way, ends over the oil, and holds the oil with its foam at the coldest oil run. */
export const gravityDrain = rule(
  'gravityDrain',
  'Gravity drain',
  (c) =>
    c.parts('drain').flatMap((drain): Found[] => {
      const judged = [c.states.coldStart, c.states.fullCool, c.states.fullHot].flatMap((state) => {
        const result = c.at(state).drains.find((d) => d.part === drain.id);
        return result ? [{ state, result }] : [];
      });
      const rank = (v: DrainResult['verdict']) =>
        ['rises', 'flat', 'portUnder', 'pressed', 'small', 'near', 'unknown', 'runs'].indexOf(v);
      const worst = judged.sort(
        (a, b) =>
          rank(a.result.verdict) - rank(b.result.verdict) || (a.result.capacityM3S ?? 0) - (b.result.capacityM3S ?? 0),
      )[0];
      if (!worst) return [];
      const { result, state } = worst;
      if (isPushedReturn(c.circuit, drain, c.groups)) return pushedFinding(drain, result, state);
      const narrow: Found[] =
        drain.boreM < LEAST_BORE_M
          ? [
              {
                weight: 'look',
                part: drain.id,
                figures: { bore: fig(drain.boreM, 'bore'), least: fig(LEAST_BORE_M, 'bore') },
                what: `${drain.name} has a bore of {bore}; {least} is the least in use.`,
                why: 'Foam bridges a narrow bore.',
                remedies: ['a wider drain'],
                moves: wider(drain.id, LEAST_BORE_M),
              },
            ]
          : [];
      if (result.verdict === 'unknown')
        return [
          ...narrow,
          {
            weight: 'look',
            isUnknown: true,
            part: drain.id,
            what: `The heights of ${drain.name} are not given: whether it runs is not known.`,
            why: 'A drain is judged by the heights of its outlet, its port, and the oil.',
            remedies: ['state the height of what it drains, and the profile of its run'],
          },
        ];
      const text = TEXT[result.verdict]?.(drain.name);
      if (!text) return narrow;
      const reservoir = c.circuit.parts.find(
        (p) => isReservoir(p) && c.groups.of(`${p.id}.return`) === c.groups.of(`${drain.id}.out`),
      );
      return [
        ...narrow,
        {
          weight: result.verdict === 'near' ? 'look' : result.verdict === 'small' ? 'mend' : 'stop',
          part: drain.id,
          state,
          ...text,
          figures: {
            ...(result.risesAtM !== null ? { risesAt: fig(result.risesAtM, 'length') } : {}),
            ...(result.outletHeightM !== null ? { outlet: fig(result.outletHeightM, 'length') } : {}),
            ...(result.portHeightM !== null
              ? { end: fig(result.portHeightM - Math.min(0, result.portAboveLevelM ?? 0), 'length') }
              : {}),
            ...(result.portAboveLevelM !== null ? { under: fig(-result.portAboveLevelM, 'length') } : {}),
            ...(result.headPa !== null ? { head: fig(result.headPa, 'pressure') } : {}),
            crankcase: fig(reservoir && 'pressurePa' in reservoir ? reservoir.pressurePa : 0, 'pressure'),
            ...(result.capacityM3S !== null ? { capacity: fig(result.capacityM3S, 'flow') } : {}),
            needed: fig(result.neededM3S, 'flow'),
          },
          moves:
            result.verdict === 'small' || result.verdict === 'near'
              ? wider(drain.id, drain.boreM * 1.05)
              : result.verdict === 'portUnder' &&
                  drain.profile &&
                  result.portAboveLevelM !== null &&
                  result.portHeightM !== null
                ? [
                    {
                      kind: 'set',
                      part: drain.id,
                      path: ['profile', drain.profile.length - 1, 'heightM'],
                      value: result.portHeightM - result.portAboveLevelM + PORT_OVER_LEVEL_M,
                      said: 'move its port above the oil level',
                    },
                  ]
                : [],
        },
      ];
    }),
  'model of a half-full pipe (closed form); room for foam: common practice, no source',
);

/** A return that pressure pushes on runs full: it may climb, and is found narrow only where it holds the flow up. */
function pushedFinding(drain: PartOf<'drain'>, result: DrainResult, state: NonNullable<Found['state']>): Found[] {
  if (result.verdict !== 'small' && result.verdict !== 'near') return [];
  return [
    {
      weight: result.verdict === 'small' ? 'mend' : 'look',
      part: drain.id,
      state,
      figures: { capacity: fig(result.capacityM3S ?? 0, 'flow'), needed: fig(result.neededM3S, 'flow') },
      what: `${drain.name} carries {capacity} before it holds its filter up; {needed} comes with the coldest oil run.`,
      why: 'What stands behind the filter is missing as the pressure over its media and its orifice.',
      remedies: ['a wider return', 'a shorter one'],
      moves: wider(drain.id, drain.boreM * 1.05),
    },
  ];
}

const PORT_OVER_LEVEL_M = 0.03;

function wider(part: string, thanM: number) {
  const next = Object.entries(DASH_BORES_M).find(([, bore]) => bore > thanM);
  return next ? [{ kind: 'set' as const, part, path: ['boreM'], value: next[1], said: `make it dash ${next[0]}` }] : [];
}

/** What runs back by gravity is described by a drain, or nobody knows whether it runs. */
export const drainMissing = rule('drainMissing', 'Drain not described', (c) =>
  c.circuit.parts.flatMap((part) => {
    if (!kindOf(part).fallsOut?.(part)) return [];
    const place = c.groups.of(`${part.id}.out`);
    if (c.circuit.parts.some((p) => isReturn(p) && c.groups.of(`${p.id}.in`) === place)) return [];
    return [
      {
        weight: 'look' as const,
        isUnknown: true as const,
        part: part.id,
        what: `${part.name}’s oil runs back by gravity, and its drain is not described.`,
        why: 'A drain that is too narrow, climbs, or ends under the oil floods what it drains.',
        remedies: ['fit a drain with its bore, length and heights'],
      },
    ];
  }),
);

/** A drain-back canister: its return is larger than its supply. */
export const gravityReturn = rule('gravityReturn', 'Side-stream return', (c) =>
  c.parts('sideStream').flatMap((part): Found[] => {
    if (part.returnBy !== 'gravity') return [];
    const drain = c.parts('drain').find((d) => c.groups.of(`${d.id}.in`) === c.groups.of(`${part.id}.out`));
    const supply = feedBranch(c, part).find((p) => actsAs(p, 'line'));
    const found: Found[] = [];
    if (drain && actsAs(supply, 'line') && drain.boreM <= supply.boreM)
      found.push({
        weight: 'mend',
        part: part.id,
        figures: { drain: fig(drain.boreM, 'bore'), supply: fig(supply.boreM, 'bore') },
        what: `${part.name} drains by {drain} and is fed by {supply}.`,
        why: 'It empties by gravity alone: the return must be larger than the supply, or the canister overflows.',
        remedies: ['a wider return'],
        moves: wider(drain.id, supply.boreM),
      });
    if (part.metering.kind === 'valve' && part.metering.turns > 0.25 + 1e-9)
      found.push({
        weight: 'note',
        part: part.id,
        figures: { turns: fig(part.metering.turns, 'turns') },
        what: `${part.name}’s valve is {turns} open; a quarter turn is where most begin.`,
        why: 'Set it at idle, then watch the canister at high idle.',
        moves: [
          { kind: 'set', part: part.id, path: ['metering', 'turns'], value: 0.25, said: 'close it to a quarter turn' },
        ],
      });
    return found;
  }),
);

/** A drain-back canister does not overflow at high idle: its needle is set at idle. */
export const overflow = rule('overflow', 'Side-stream overflow', (c) =>
  c.parts('sideStream').flatMap((part): Found[] => {
    if (part.returnBy !== 'gravity') return [];
    const drain = c.parts('drain').find((d) => c.groups.of(`${d.id}.in`) === c.groups.of(`${part.id}.out`));
    const high = c.at(c.states.highIdle).drains.find((d) => d.part === drain?.id);
    if (drain && high?.capacityM3S != null && high.capacityM3S < high.neededM3S)
      return [
        {
          weight: 'mend',
          part: part.id,
          state: c.states.highIdle,
          figures: { needed: fig(high.neededM3S, 'flow'), capacity: fig(high.capacityM3S, 'flow') },
          what: `${part.name} overflows at high idle: {needed} with its foam comes, {capacity} drains.`,
          why: 'The valve is set at idle, and the pressure rises with speed.',
          remedies: ['fewer turns', 'a wider or steeper return'],
        },
      ];
    return [];
  }),
);

/** Scavenge sections carry more than what falls: the rest is air. */
export const scavenge = rule('scavenge', 'Scavenge', (c) =>
  c.parts('scavenge').flatMap((part): Found[] => {
    const found: Found[] = [];
    for (const state of [c.states.fullHot, c.states.hotIdle]) {
      const r = c.at(state).drains.find((d) => d.part === part.id);
      if (r?.capacityM3S != null && r.capacityM3S < r.neededM3S) {
        found.push({
          weight: 'stop',
          part: part.id,
          state,
          figures: {
            capacity: fig(r.capacityM3S, 'flow'),
            needed: fig(r.neededM3S, 'flow'),
            rpm: fig(state.speedRevS, 'speed'),
          },
          what: `${part.name} moves {capacity} at {rpm}; {needed} of oil and foam comes.`,
          why: 'What it does not take fills the pan and is whipped by the crank.',
          remedies: ['a larger section, or one more', 'less oil fed'],
        });
        break;
      }
    }
    if (part.ownSpeedRevS !== undefined && !part.electrical)
      found.push({
        weight: 'look',
        part: part.id,
        what: `${part.name} is electric and its wiring is not described.`,
        why: 'A scavenge pump that stops floods what it drains: fuse, relay, earth, and a lamp that says so.',
        remedies: ['state its current, fuse and relay'],
        moves: [],
      });
    return found;
  }),
);

/** Remote side-stream filters stay near: long lines lose flow and hold oil. */
export const sideStreamReach = rule('sideStreamReach', 'Side-stream line length', (c) =>
  c.parts('sideStream').flatMap((part) => {
    const feed = feedBranch(c, part)
      .filter((p) => actsAs(p, 'line'))
      .reduce((sum, p) => sum + p.lengthM, 0);
    const back = c.circuit.parts
      .filter(
        (p) => (actsAs(p, 'drain') || actsAs(p, 'line')) && c.groups.of(`${p.id}.in`) === c.groups.of(`${part.id}.out`),
      )
      .reduce((sum, p) => sum + ('lengthM' in p ? p.lengthM : 0), 0);
    const longest = Math.max(feed, back);
    if (longest <= GOOD_REACH_M) return [];
    const far = longest >= TOO_FAR_M;
    return [
      {
        weight: far ? ('mend' as const) : ('look' as const),
        part: part.id,
        figures: { reach: fig(longest, 'length'), good: fig(GOOD_REACH_M, 'length'), far: fig(TOO_FAR_M, 'length') },
        what: `${part.name} is {reach} of line away; up to {good} is good, from {far} on it is too far.`,
        why: 'A long thin line cools the oil and starves the canister; it holds oil that the dipstick misses.',
        remedies: ['a nearer place', 'a wider line'],
      },
    ];
  }),
);

/** Six feet of line, and seven. Common practice, no source. */
const GOOD_REACH_M = 1.83;
const TOO_FAR_M = 2.13;
