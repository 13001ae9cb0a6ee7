import { bisect } from '../../../foundations/roots/bisection';
import { galleryPort } from '../../../document/plumbing/gaugePort';
import { isReservoir } from '../../../document/parts/ports';
import { actsAs, thermostatOf, type Part } from '../../../document/parts/part';
import { isFound } from '../../../heat/comingToRest';
import { brakePowerW } from '../../../heat/conditions';
import { SHEDS_WATER_K, type HeatResult } from '../../../heat/heatResult';
import type { Drive } from '../../designDrives';
import { stuckThermostat, withoutCooling } from '../../../heat/alteredParts';
import type { BalancedState } from '../../solveBalanced';
import type { AuditContext } from '../context';
import { fig, rule, type Found } from '../rule';

/** Sump this far over its limit is not to be run. Common practice, no source. */
const FAR_OVER_K = 15;
/** Bearing film and turbo outlet beyond these lose their oil. @source common practice for mineral-based multigrades */
export const FILM_LIMIT_K = 438.15;
export const TURBO_OUT_LIMIT_K = 423.15;

const drive = (c: AuditContext, which: 'hotDay' | 'coldCruise') => driveFigures(c.drives[which]);
const driveFigures = (d: Drive) => {
  return {
    air: fig(d.airTemperatureK, 'temperature'),
    road: fig(d.roadSpeedMS, 'roadSpeed'),
    ...(d.durationS == null ? {} : { lasts: fig(d.durationS, 'time') }),
    rpm: fig(d.speedRevS, 'speed'),
    load: fig(d.load, 'share'),
  };
};
const AT = 'at {rpm}, load {load}, air {air}, road {road}';
const lasting = (d: Drive) => (d.durationS == null ? '' : ', after {lasts}');

const thermostats = (c: AuditContext) => c.circuit.parts.filter((p) => thermostatOf(p)?.stuck === 'no');
const airCoolers = (c: AuditContext) => c.parts('cooler').filter((p) => p.medium === 'air');

/** No balance is hotter than any. */
const heatRank = ({ status, sumpK }: HeatResult) =>
  isFound(status) ? sumpK : status === 'tooCold' ? -Infinity : Number.MAX_VALUE;

/** A balance that was not found says nothing about temperatures: why it was not. */
function noBalance(c: AuditContext, { heat, result }: BalancedState): Found {
  const dry = [
    ...new Set([
      ...heat.noOil.map((p) => p.name),
      ...c
        .at(c.states.fullHot)
        .consumers.filter((r) => r.verdict === 'dry')
        .map((r) => r.name),
    ]),
  ];
  const place = heat.tooHotAt;
  const why =
    dry.length > 0
      ? `${dry.join(', ')} get no oil, so the heat has no way out.`
      : `The flow did not solve at ${result.convergence.worstNode || result.convergence.worstElement}.`;
  return {
    weight: dry.length > 0 || place ? 'stop' : 'look',
    ...(dry.length > 0 || place ? {} : { isUnknown: true as const }),
    part: place?.part ?? c.circuit.parts.find(isReservoir)?.id ?? null,
    figures: { ...drive(c, 'hotDay'), ...(place ? { place: fig(place.temperatureK, 'temperature') } : {}) },
    what: place
      ? `No steady oil temperature ${AT}: the oil leaving ${place.name} would reach {place}.`
      : `No steady oil temperature was found ${AT}.`,
    why,
    remedies: ['first give every component oil'],
  };
}

/** The sump on a hot day at full load. */
export const oilHot = rule(
  'oilHot',
  'Oil too hot',
  (c) => {
    const hottest = c.drives.use
      .flatMap((each) => {
        const answer = c.balance(each);
        return answer ? [{ each, answer }] : [];
      })
      .sort((a, b) => heatRank(b.answer.heat) - heatRank(a.answer.heat))[0];
    if (!hottest) return [];
    const { each, answer: found } = hottest;
    const { heat } = found;
    if (isFound(heat.status) ? heat.sumpK <= heat.limitHotK : heat.status === 'tooCold') return [];
    if (heat.status === 'notSolved' || heat.status === 'placeTooHot') return [noBalance(c, found)];
    const sump = c.circuit.parts.find(isReservoir);
    return [
      {
        weight: heat.status === 'tooHot' || heat.sumpK > heat.limitHotK + FAR_OVER_K ? 'stop' : 'mend',
        part: sump?.id ?? null,
        figures: {
          ...driveFigures(each),
          sump: fig(heat.sumpK, 'temperature'),
          limit: fig(heat.limitHotK, 'temperature'),
        },
        what:
          heat.status === 'tooHot'
            ? `No steady oil temperature ${AT}: heat in stays above heat out.`
            : each.durationS == null
              ? `The oil reaches {sump} ${AT}; its limit is {limit}.`
              : `The oil reaches {sump} ${AT}${lasting(each)}; its limit is {limit}.`,
        why: 'Hot oil is thin at the bearings, and every 10 °C (18 °F) more halve its life.',
        remedies: [
          'a cooler, or more air on the one there is',
          'a liquid cooler, which loads the radiator',
          'less load in such weather',
        ],
      },
    ];
  },
  'heat balance; halving of life by 10 °C (18 °F): rule of thumb after Arrhenius',
);

/** The sump on a cold day at a cruise. */
export const oilCold = rule('oilCold', 'Oil too cold', (c) => {
  const found = c.balance(c.drives.coldCruise);
  if (!found || !isFound(found.heat.status) || found.heat.sumpK >= SHEDS_WATER_K) return [];
  const cooler = airCoolers(c)[0];
  return [
    {
      weight: cooler ? 'look' : 'note',
      part: cooler?.id ?? null,
      figures: {
        ...drive(c, 'coldCruise'),
        sump: fig(found.heat.sumpK, 'temperature'),
        limit: fig(SHEDS_WATER_K, 'temperature'),
      },
      what: `The oil reaches {sump} ${AT}: below {limit} water and fuel do not boil off.`,
      why: 'Water in cold oil makes sludge and acid, and the thick film costs power.',
      remedies: ['a thermostat', 'the cooler covered or taken off in winter'],
    },
  ];
});

/** Warm oil at the gallery, on a warm day and at work, is hotter than this [K]. Common practice, no source. */
const GALLERY_WARM_K = 333.15;

/** A cooler that takes so much that the bearings get cold oil, whatever the sump says. */
export const oilColdGallery = rule('oilColdGallery', 'Oil too cold at the gallery', (c) => {
  const found = c.balance(c.drives.hotDay);
  const port = galleryPort(c.circuit.parts);
  if (!found || !isFound(found.heat.status) || port === undefined) return [];
  const gallery = found.result.nodes.find((n) => n.ports.includes(port))?.temperatureK;
  const cooler = c.parts('cooler').find((p) => p.coolantLooped !== true);
  if (gallery == null || gallery >= GALLERY_WARM_K || !cooler) return [];
  return [
    {
      weight: 'mend',
      part: cooler.id,
      figures: {
        ...drive(c, 'hotDay'),
        gallery: fig(gallery, 'temperature'),
        sump: fig(found.heat.sumpK, 'temperature'),
        limit: fig(GALLERY_WARM_K, 'temperature'),
      },
      what: `Oil reaches the gallery at {gallery} ${AT}, from a sump at {sump}; minimum {limit}.`,
      why: `${cooler.name} is too large for this engine, and nothing holds it back: cold oil is thick at the bearings, and its water does not boil off.`,
      remedies: ['a thermostat', 'a smaller cooler, or less water through it'],
    },
  ];
});

/** Air temperatures that a cooler without a thermostat is looked at between [K]. */
const COLDEST_DAY_K = 253.15;
const HOTTEST_DAY_K = 318.15;

/** A cooler without a thermostat: below which air temperature that matters. */
export const thermostatMissing = rule('thermostatMissing', 'No thermostat', (c) => {
  const cooler = airCoolers(c)[0];
  if (!cooler || thermostats(c).length > 0) return [];
  const at = (airTemperatureK: number) => c.balance({ ...c.drives.coldCruise, airTemperatureK })?.heat.sumpK ?? NaN;
  const isCold = (airTemperatureK: number) => at(airTemperatureK) < SHEDS_WATER_K;
  if (!isCold(COLDEST_DAY_K)) return [];
  const low = isCold(HOTTEST_DAY_K) ? HOTTEST_DAY_K : bisect(isCold, COLDEST_DAY_K, HOTTEST_DAY_K, () => 0, 9).low;
  return [
    {
      weight: low > 283.15 ? 'mend' : 'look',
      part: cooler.id,
      figures: { ...drive(c, 'coldCruise'), below: fig(low, 'temperature'), limit: fig(SHEDS_WATER_K, 'temperature') },
      what: `${cooler.name} has no thermostat: at a cruise ({rpm}, load {load}) the oil stays below {limit} on days colder than {below}.`,
      why: 'Common thermostats start near 88 °C and are fully open near 96 °C; without one the cooler cools from the first minute.',
      remedies: ['a thermostat plate or an in-line thermostat', 'the cooler in summer only'],
    },
  ];
});

/** A fan whose switch, at the cooler's outlet, does not suit the thermostat. */
export const thermostatFan = rule('thermostatFan', 'Fan against thermostat', (c) =>
  airCoolers(c).flatMap((cooler): Found[] => {
    const fan = cooler.cooling?.kind === 'air' ? cooler.cooling.fan : undefined;
    const part = thermostats(c)[0];
    const t = part && thermostatOf(part);
    if (!fan || !t) return [];
    const figures = {
      on: fig(fan.onK, 'temperature'),
      opens: fig(t.opensK, 'temperature'),
      limit: fig(c.project.range.hottestOilK, 'temperature'),
    };
    if (fan.onK <= t.opensK)
      return [
        {
          weight: 'mend',
          part: cooler.id,
          figures,
          what: `The fan of ${cooler.name} comes on at {on}, and the thermostat opens at {opens} only.`,
          why: 'Its switch sits at the cooler’s outlet, the coldest point: set so low it runs whenever oil passes, and holds the thermostat shut.',
          remedies: ['a switch above the thermostat’s opening'],
        },
      ];
    if (fan.onK >= c.project.range.hottestOilK)
      return [
        {
          weight: 'mend',
          part: cooler.id,
          figures,
          what: `The fan of ${cooler.name} comes on at {on}, at or above the oil’s limit of {limit}.`,
          why: 'The outlet is the coldest point: the sump is too hot long before.',
          remedies: ['a switch 15 to 25 K below the limit'],
        },
      ];
    return [];
  }),
);

/** The hottest film and the turbo's outlet on a hot day. */
export const hotPlaces = rule('hotPlaces', 'Hot places', (c) => {
  const heat = c.balance(c.drives.hotDay)?.heat;
  if (!heat || !isFound(heat.status)) return [];
  const found: Found[] = [];
  if (heat.filmHottestK !== null && heat.filmHottestK > FILM_LIMIT_K)
    found.push({
      weight: 'mend',
      part: c.circuit.parts.find((p) => actsAs(p, 'rods') || actsAs(p, 'mains'))?.id ?? null,
      figures: {
        ...drive(c, 'hotDay'),
        film: fig(heat.filmHottestK, 'temperature'),
        limit: fig(FILM_LIMIT_K, 'temperature'),
      },
      what: `The hottest bearing film reaches {film} ${AT}; {limit} is what oils stand.`,
      why: 'The film thins where it is hottest, and shells soften.',
      remedies: ['cooler oil', 'more clearance or flow at that bearing', 'an oil with more HTHS'],
    });
  for (const part of c.circuit.parts) {
    const at =
      actsAs(part, 'accessory') && part.duty === 'turbo' ? heat.parts.find((p) => p.part === part.id) : undefined;
    if (at && at.outK > TURBO_OUT_LIMIT_K)
      found.push({
        weight: 'mend',
        part: part.id,
        figures: {
          ...drive(c, 'hotDay'),
          out: fig(at.outK, 'temperature'),
          limit: fig(TURBO_OUT_LIMIT_K, 'temperature'),
        },
        what: `${part.name}’s oil leaves at {out} ${AT}; {limit} is the limit against coking.`,
        why: 'Oil that cokes in the bearing housing blocks it at the next start.',
        remedies: ['more oil through it', 'cooler oil', 'idle before switching off'],
      });
  }
  return found;
});

/** How a cooler scales: face and heat together. */
const LARGER = 1.4;
const USEFUL_K = 1.5;

/** A larger cooler that would bring nothing. */
export const coolerUseful = rule('coolerUseful', 'Cooler’s useful size', (c) =>
  airCoolers(c).flatMap((cooler): Found[] => {
    const cooling = cooler.cooling?.kind === 'air' ? cooler.cooling : undefined;
    const now = c.balance(c.drives.hotDay)?.heat;
    const scaled =
      (factor: number) =>
      (p: Part): Part =>
        p.id === cooler.id && cooling
          ? {
              ...cooler,
              cooling: { ...cooling, ratedHeatW: cooling.ratedHeatW * factor, faceAreaM2: cooling.faceAreaM2 * factor },
            }
          : p;
    if (!cooling || !now || !isFound(now.status)) return [];
    const more = c.balance(c.drives.hotDay, scaled(LARGER))?.heat;
    if (!more || !isFound(more.status) || now.sumpK - more.sumpK >= USEFUL_K) return [];
    return [
      {
        weight: 'note',
        part: cooler.id,
        figures: { gain: fig(now.sumpK - more.sumpK, 'temperatureDifference'), sump: fig(now.sumpK, 'temperature') },
        what: `${cooler.name} is as large as is of use: two fifths more would take {gain} off the {sump} of a hot day.`,
        why: 'Beyond that the thermostat, the air on it, or the oil’s own resistance decides.',
        remedies: ['better air on it instead of a larger core'],
      },
    ];
  }),
);

/** What a liquid cooler gives to the radiator. */
export const radiatorLoad = rule('radiatorLoad', 'Radiator’s extra load', (c) =>
  c.parts('cooler').flatMap((cooler): Found[] => {
    if (cooler.medium !== 'liquid' || (cooler.cooling?.kind === 'liquid' && cooler.cooling.coolantK !== undefined))
      return [];
    const heat = c.balance(c.drives.hotDay)?.heat;
    const out = heat?.heatOut.find((h) => h.part === cooler.id)?.heatW ?? 0;
    if (out <= 0) return [];
    const share = out / brakePowerW(c.project, c.drives.hotDay.speedRevS, 1);
    return [
      {
        weight: share > 0.08 ? 'look' : 'note',
        part: cooler.id,
        figures: { ...drive(c, 'hotDay'), heat: fig(out, 'heatFlow'), share: fig(share, 'share') },
        what: `${cooler.name} gives {heat} to the coolant ${AT}, {share} of the brake power.`,
        why: 'The radiator carries it on top of the engine’s own; in return the oil warms up faster.',
        remedies: ['a radiator with room to spare', 'an air cooler in its place or in series'],
      },
    ];
  }),
);

/** A core whose fins are blocked, and a thermostat that sticks: what the oil comes to. */
export const coolingFaults = rule('coolingFaults', 'Cooling that fails', (c) => {
  const found: Found[] = [];
  const sumpWith = (change: (p: Part) => Part) => {
    const heat = c.balance(c.drives.hotDay, change)?.heat;
    return heat !== undefined && isFound(heat.status) ? heat.sumpK : undefined;
  };
  for (const cooler of c.parts('cooler')) {
    const blocked = sumpWith((p) => (p.id === cooler.id ? withoutCooling(p) : p));
    if (blocked === undefined) continue;
    found.push({
      weight: 'note',
      part: cooler.id,
      figures: { ...drive(c, 'hotDay'), sump: fig(blocked, 'temperature') },
      what: `With ${cooler.medium === 'air' ? `the core of ${cooler.name} blocked by leaves or mud` : `no water through ${cooler.name}`} the oil reaches {sump} ${AT}.`,
      why: 'It is seen on a temperature gauge only.',
      remedies: cooler.medium === 'air' ? ['a screen in front of it', 'a temperature gauge'] : ['a temperature gauge'],
    });
  }
  const thermostat = thermostats(c)[0];
  const stuck = thermostat && sumpWith((p) => stuckThermostat(p, 'shut'));
  if (thermostat && stuck !== undefined)
    found.push({
      weight: 'note',
      part: thermostat.id,
      figures: { ...drive(c, 'hotDay'), sump: fig(stuck, 'temperature') },
      what: `With the thermostat of ${thermostat.name} stuck shut the oil reaches {sump} ${AT}.`,
      why: 'Most wax elements fail shut; it is seen on a temperature gauge only.',
      remedies: ['test it in hot water before fitting', 'a temperature gauge'],
    });
  return found;
});

/** A rating point that no exchanger could keep. */
export const impossibleCooler = rule(
  'impossibleCooler',
  'Impossible rating',
  (c) =>
    (c.balance(c.drives.hotDay)?.heat.impossibleCoolers ?? []).map((id) => ({
      weight: 'mend' as const,
      part: id,
      what: `The heat that ${c.part(id)?.name ?? id} is rated with is more than those two streams can exchange: it is counted as no cooler.`,
      why: 'The effectiveness would be over its limit.',
      remedies: ['check heat, flows and temperatures of its rating point'],
    })),
  'ε–NTU: ε cannot pass its limit',
);
