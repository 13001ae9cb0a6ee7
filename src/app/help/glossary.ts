import { TERMS, type EntryKey } from './terms';

/** A word of the app: what it is, what it follows from, and whose law that is. */
export interface Entry {
  readonly term: string;
  readonly text: string;
  /** The law or what it is made from, in words. */
  readonly law?: string;
  readonly source?: string;
}

const COMMON = 'common practice';

const TEXTS: Readonly<Record<EntryKey, Omit<Entry, 'term'>>> = {
  pressure: {
    text: 'Gauge pressure at the component’s inlet, above the crankcase.',
    law: 'Found for all parts at once: what flows into a place flows out of it, and each part’s pressure loss follows its own law.',
    source: 'mass balance; each part’s law stands on its panel',
  },
  flow: {
    text: 'Oil through the part at this condition, by volume.',
    law: 'From the pressure across the part and the oil’s viscosity and density there.',
    source: 'the part’s own law, on its panel',
  },
  minimum: {
    text: 'The least pressure that the component must see: a base value, plus so much per 1000 rpm above the speed from which it is required.',
    law: 'base + slope × speed',
    source: 'your figure, or a default from common practice, marked as a guess',
  },
  maximum: {
    text: 'The most pressure or flow that the component takes. A turbo with too much oil leaks it past its seals.',
    source: 'your figure, or a default from common practice, marked as a guess',
  },
  margin: {
    text: 'The distance to the limit that is nearest. Below zero the component is not supplied.',
    law: 'actual − minimum, or maximum − actual',
    source: 'definition',
  },
  range: {
    text: 'Lowest and highest pressure over the whole operating range: idle to redline, coldest to hottest oil, no faster than cold oil allows.',
    law: 'a few hundred conditions, each solved',
    source: 'the same solver as the drawing',
  },
  worst: {
    text: 'The condition in which the component has its smallest margin.',
    law: 'the smallest margin, measured in warning margins, over all conditions checked',
    source: 'definition',
  },
  ok: {
    text: 'Every limit is kept with more than the warning margin to spare: 0.25 bar, a quarter of a minimum below 1 bar, or a tenth of a flow limit.',
    source: COMMON,
  },
  marginal: {
    text: 'Supplied, but with less than the warning margin to spare: tolerances or wear can use it up. See Tolerances.',
    source: COMMON,
  },
  short: {
    text: 'A minimum is not reached. Look upstream: a restrictor, a hose, the relief, or the pump at this speed.',
    source: 'the component’s minimum',
  },
  flooded: {
    text: 'A maximum is passed. Usually a restrictor is missing or too large.',
    source: 'the component’s maximum',
  },
  dry: { text: 'Nothing reaches the component: its feed is plugged, shut or not connected.' },
  shut: {
    text: 'A spring valve in the component (an oil jet’s, for instance) is below its opening pressure, and nothing is required yet.',
    source: 'the valve’s opening pressure',
  },
  unknown: {
    text: 'This condition could not be solved, so nothing is said of it. It is never counted as supplied.',
  },
  critical: {
    text: 'Solid square. Likely to damage the engine or hurt someone: do not run it so.',
    source: 'each rule names its own',
  },
  fix: {
    text: 'Struck square. Against good practice; it will cost something, now or later.',
    source: 'each rule names its own',
  },
  note: { text: 'Three lines. Good to know; nothing must be done.' },
  post: {
    text: 'One component: level and figure are its pressure now, feet over the dotted ground its minimum, feet under the waves its maximum, the whisker its range over all conditions.',
  },
  ribbon: {
    text: 'Width grows with flow, tint with pressure. Ticks along the edge: unfiltered. Smooth with a centre line: filtered. Dots: return.',
  },
  loss: {
    text: 'What a part takes from the pressure on the way. Under the profile it is drawn larger, by the factor that stands there.',
    source: 'the part’s own law',
  },
  viscosity: {
    text: 'How thick the oil is. It falls steeply with temperature, and most losses with it.',
    law: 'log log Z = A − B log T, from two stated temperatures',
    source: 'ASTM D341-09',
  },
  bearing: {
    text: 'What leaks out at the sides: it grows with the cube of the clearance, which is why a worn engine reads low.',
    law: 'slot flow with an eccentric shaft, plus the feed hole',
    source: 'Martin and Lee (1983), from memory; Ocvirk and DuBois (1953)',
  },
  rods: {
    text: 'Oil has to reach the middle of the turning crank before it is thrown outward to the rods, so the gallery needs a pressure that grows with the square of the speed.',
    law: '½ρω²(r_main² − r_min²)',
    source: 'rigid rotation',
  },
  relief: {
    text: 'Opens at its crack pressure and is full open some way above it. While it is shut, all of the pump’s oil goes through the engine.',
    law: 'lift linear in the sensed pressure; flow by the orifice equation',
    source: 'orifice equation; Sampson (1891) for creeping flow',
  },
  pump: {
    text: 'Moves its displacement each turn, less what slips back: more slip with thin oil and high pressure.',
    law: 'V·n·fill − C_s·V·Δp/(2πμ)',
    source: 'Wilson (1946)',
  },
  filter: {
    text: 'Follows the rated pressure drop at its rated flow; clogging multiplies the viscous share. Its bypass opens at its crack pressure and lets unfiltered oil through.',
    source: 'ISO 4548-1 for the rating point; Forchheimer for the shape',
  },
  sideStream: {
    text: 'A fine filter beside the main flow: it takes a small part of the oil and returns it to the sump. What it takes is missing at hot idle.',
    source: COMMON,
  },
  restrictor: {
    text: 'A drilled hole that sets the flow of a feed.',
    law: 'short tube or sharp edge, by length over bore',
    source: 'Lichtarowicz, Duggins and Markland (1965); Sampson (1891)',
  },
  fixed: {
    text: 'The oil has the temperature that you set, everywhere in the circuit.',
  },
  calculated: {
    text: 'The sump settles where heat in and heat out are equal, at the air, road speed and load that are set; each part warms or cools the oil that passes it.',
    law: 'heat balance',
    source: 'docs/model.md, section on heat',
  },
  drain: {
    text: 'What a gravity drain carries half full, downhill all the way. Oil from a turbo foams, so twice its flow is counted.',
    law: 'half of a full pipe’s flow at the same slope',
    source: 'Churchill (1977); foam factor 2: common practice',
  },
  guess: {
    text: 'A figure that nobody has typed, measured or fitted. The Gauge page ranks guesses by how much they matter and says how to measure them.',
  },
  fit: {
    text: 'The least change of uncertain figures with which the model shows what your gauge shows. From then on the model is your engine.',
    law: 'weighted least squares, each figure held near its start by its tolerance',
    source: 'standard method',
  },
  probability: {
    text: 'The share of circuits, drawn at random within your tolerances, in which the component is supplied.',
    law: 'a few thousand circuits, each solved',
    source: 'quasi-random sampling',
  },
  dash: {
    text: 'A hose’s size in sixteenths of an inch of the tube that it stands for: dash 8 is half an inch. Its bore is smaller, and the ends’ bores smaller still.',
    source: 'SAE J517, from memory',
  },
  takeUp: {
    text: 'How far an end reaches along the hose, from its seat to where the hose begins. A pair of straights takes about 25 mm. Measure your own ends where it matters.',
    source: COMMON,
  },
  slack: {
    text: 'Extra length: braided rubber shrinks by up to 4 % under pressure, and an engine moves on its mounts by 20 to 40 mm against the frame.',
    law: 'share of the routed length + movement',
    source: COMMON,
  },
  clocking: {
    text: 'The angle between two bent ends, seen along the hose from the first to the second, clockwise. It cannot be changed once both ends are tight.',
    source: COMMON,
  },
  trim: {
    text: 'Cut long, make one end, offer the hose up, and take off what is too much. Record the length after each cut: the circuit uses the last one.',
    source: COMMON,
  },
  mating: {
    text: 'Two threads go together only where diameter, pitch, form and seat are the same. A 37° flare and a 45° flare look alike and leak; so do tapers of two standards.',
    source: 'SAE J514, SAE J512, ISO 7-1, ASME B1.20.1, from memory',
  },
  flats: {
    text: 'Turn the nut by hand until a wrench meets resistance, mark it, then turn it by so many flats of its hexagon. A flat is a sixth of a turn.',
    source: 'handbook values, from memory',
  },
  prefill: {
    text: 'Oil put into a filter, cooler or hose before the first start, so that pressure comes sooner. Only a part that stands upright keeps it.',
    source: COMMON,
  },
  fillTime: {
    text: 'Each hose, filter and cooler must be full before it passes oil on. The pump’s flow fills them one after another, by the ways that are open.',
    law: 'mass balance, each front moved with the solved flow; the air’s own resistance is neglected',
    source: 'closed forms for one, two in series and two in parallel',
  },
  cleanliness: {
    text: 'Particles in a millilitre of oil, larger than 4, 6 and 14 µm, each as a number that rises by one when the count doubles. Lower is cleaner.',
    source: 'ISO 4406, from memory',
  },
  betaRatio: {
    text: 'Particles of a size before the element for each one behind it: β = 75 at 10 µm lets one of 75 through.',
    law: 'share held back = 1 − 1/β',
    source: 'ISO 16889, from memory',
  },
  cause: {
    text: 'How likely a cause is after your readings: how often it happens in engines at all, times how well it explains every reading. The cheapest check is the one that tells the two likeliest apart.',
    law: 'Bayes, with the tolerances of the model and of the gauge',
    source: 'standard method; how often causes happen: engineering judgement',
  },
};

/** What the words and marks of the app mean, by key. Sources as in docs/model.md. */
export const GLOSSARY = Object.fromEntries(
  (Object.keys(TERMS) as EntryKey[]).map((key): [EntryKey, Entry] => [key, { term: TERMS[key], ...TEXTS[key] }]),
) as Readonly<Record<EntryKey, Entry>>;
