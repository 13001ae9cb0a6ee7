import { PSI_PA, THOUSAND_RPM_REV_S } from '../../../foundations/units';
import { Law } from '../../../network/compile/law';
import { fig, rule } from '../rule';
import { splitPortRef } from '../../../document/parts/ports';
import { CAVITATION_BELOW_ABS_PA } from '../../../physics/cavitation';
import { elementOf, highestPa } from './places';

/** Filling below which a pump is short of oil, and below which it is dangerous. Common practice, no source. */
const FILLED = 0.98;
const HALF_STARVED = 0.8;

/** The suction side must let the oil in at the coldest start. */
export const suction = rule(
  'suction',
  'Suction',
  (c) =>
    c.parts('pump').flatMap((pump) => {
      const e = elementOf(c, pump.id);
      const seen = e === undefined ? undefined : c.seen[e];
      if (!seen || pump.variable || seen.leastOpening >= FILLED) return [];
      const at = c.at(seen.leastOpeningAt);
      const inlet = at.nodes.find((n) => n.ports.includes(`${pump.id}.in`))?.pressurePa ?? 0;
      return [
        {
          weight: seen.leastOpening < HALF_STARVED ? ('mend' as const) : ('look' as const),
          part: pump.id,
          state: seen.leastOpeningAt,
          figures: {
            inlet: fig(inlet + c.project.engine.atmospherePa, 'pressure'),
            limit: fig(pump.inletLimitAbsPa, 'pressure'),
            fill: fig(100 * seen.leastOpening, 'ratio'),
            rpm: fig(seen.leastOpeningAt.speedRevS, 'speed'),
            oil: fig(seen.leastOpeningAt.oilTemperatureK, 'temperature'),
          },
          what: `${pump.name} is only partly filled at {rpm}, {oil}: inlet pressure {inlet} absolute; minimum {limit}.`,
          why: 'Below that the oil cannot follow, the pump draws foam, and the pressure hunts.',
          remedies: [
            'hold the speed down until the oil is warm',
            'a wider pickup tube or a coarser screen',
            'a thinner winter grade',
            'the relief back to the pump’s inlet, not the sump',
          ],
        },
      ];
    }),
  'pumping limit of the grade: SAE J300; inlet limit: engineering judgement',
);

/** Where oil boils no figure means anything: the flow breaks off, the pump starves, and bearings run on foam. */
export const cavitation = rule('cavitation', 'Cavitation', (c) => {
  const boiling = c.sweep.notConverged.flatMap((state) => {
    const { status, worstNode } = c.at(state).convergence;
    return status === 'cavitates' ? [{ state, where: worstNode }] : [];
  });
  const slowest = boiling.sort((a, b) => a.state.speedRevS - b.state.speedRevS)[0];
  if (!slowest) return [];
  const { state, where } = slowest;
  const port = c.at(state).nodes.find((n) => n.name === where)?.ports[0];
  return [
    {
      weight: 'stop' as const,
      part: port === undefined ? null : splitPortRef(port).part,
      state,
      figures: {
        rpm: fig(state.speedRevS, 'speed'),
        oil: fig(state.oilTemperatureK, 'temperature'),
        limit: fig(CAVITATION_BELOW_ABS_PA, 'pressure'),
      },
      what: `The oil cavitates at ${where} from {rpm} on, {oil}, in ${boiling.length} of ${c.sweep.states} conditions checked: its absolute pressure would fall below {limit}.`,
      why: 'Bubbles take the place of oil: flow and pressure break off, and what collapses downstream eats metal.',
      remedies: [
        'a wider or shorter way to that place',
        'the part lower, or nearer to the sump',
        'hold the speed down until the oil is warm',
      ],
    },
  ];
});

/** Fully open and still rising: the relief cannot pass what the pump gives. */
export const reliefCapacity = rule('reliefCapacity', 'Relief', (c) =>
  c.parts('relief').flatMap((relief) => {
    const e = elementOf(c, relief.id);
    const seen = e === undefined ? undefined : c.seen[e];
    if (!seen || c.compiled.network.law[e!] !== Law.springValve) return [];
    const highest = highestPa(c, relief);
    if (highest <= relief.fullOpenPa * OVER_FULL) return [];
    return [
      {
        weight: highest > relief.fullOpenPa * FAR_OVER_FULL ? ('mend' as const) : ('look' as const),
        part: relief.id,
        state: seen.mostDropAt,
        figures: {
          highest: fig(highest, 'pressure'),
          full: fig(relief.fullOpenPa, 'pressure'),
          rpm: fig(seen.mostDropAt.speedRevS, 'speed'),
          oil: fig(seen.mostDropAt.oilTemperatureK, 'temperature'),
        },
        what: `${relief.name} is fully open at {full} and the pump’s outlet still reaches {highest} at {rpm}, {oil}.`,
        why: 'Beyond fully open its passage is a restrictor: pressure rises with the square of what it must pass.',
        remedies: ['a larger passage or a second valve', 'a smaller pump', 'lower speed until the oil is warm'],
      },
    ];
  }),
);

const OVER_FULL = 1.1;
const FAR_OVER_FULL = 1.5;

/** Nothing is held to more than it is rated for. */
export const pressureRating = rule(
  'pressureRating',
  'Pressure rating',
  (c) =>
    c.circuit.parts.flatMap((part) => {
      if (part.pressureRatingPa === undefined) return [];
      const highest = highestPa(c, part);
      if (!(highest > part.pressureRatingPa)) return [];
      return [
        {
          weight: 'stop' as const,
          part: part.id,
          figures: { highest: fig(highest, 'pressure'), limit: fig(part.pressureRatingPa, 'pressure') },
          what: `${part.name} sees {highest} and is rated to {limit}.`,
          why: 'It may burst or blow off cold, when the pressure is highest.',
          remedies: ['a part rated higher', 'a lower relief setting', 'lower speed until the oil is warm'],
        },
      ];
    }),
  'the part’s data sheet',
);

/** Gallery pressure a turn that the trade asks for: 10 psi a thousand rpm. Common practice, no source. */
const TRADE_PA_PER_REV_S = (10 * PSI_PA) / THOUSAND_RPM_REV_S;

/** Crank-fed rods: the gallery against the crank's own throw at full speed, with the trade's rule beside it. */
export const rodThreshold = rule(
  'rodThreshold',
  'Crank-fed rods',
  (c) =>
    c.parts('rods').flatMap((rods) => {
      const result = c.at(c.states.fullHot);
      const element = result.elements.find((e) => e.part === rods.id);
      const gallery = result.consumers.find((r) => r.part === rods.id)?.pressurePa;
      if (!element || element.thresholdPa === null || gallery == null) return [];
      const trade = TRADE_PA_PER_REV_S * c.states.fullHot.speedRevS;
      const dry = gallery < element.thresholdPa;
      return [
        {
          weight: dry ? ('stop' as const) : gallery < trade ? ('look' as const) : ('note' as const),
          part: rods.id,
          state: c.states.fullHot,
          figures: {
            gallery: fig(gallery, 'pressure'),
            threshold: fig(element.thresholdPa, 'pressure'),
            trade: fig(trade, 'pressure'),
            rpm: fig(c.states.fullHot.speedRevS, 'speed'),
          },
          what: `At {rpm}, hot, gallery pressure {gallery}; the turning crank needs {threshold}. Rule of thumb (10 psi per 1000 rpm): {trade}.`,
          why: 'Oil has to be pushed inward through the crank before it is thrown out to the pins: below the threshold the rods run dry.',
          remedies: [
            'a stiffer relief spring',
            'a drilling that passes nearer the axis',
            'less oil taken before the gallery',
          ],
        },
      ];
    }),
  'rigid rotation, ½ρω²r² (closed form); 10 psi a thousand rpm: common practice, no source',
);
