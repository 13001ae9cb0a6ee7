import { hasAntiDrain } from '../../document/kinds/filter';
import { actsAs, kindOf, type Part } from '../../document/parts/part';
import { FITTINGS } from '../../document/parts/fittings';
import { churchillFriction } from '../../physics/laws/churchill';
import { lineDropInto } from '../../physics/laws/line';
import { fillAtSpeed, fillFallsFromRevS, speedLoss } from '../../physics/laws/pump';
import { openingFlowInto } from '../../physics/laws/opening';
import { twoTermCoefficients } from '../../physics/laws/twoTerm';
import { SHARP_EDGE_UP_TO, SHORT_TUBE_FROM } from '../../physics/laws/orifice';
import type { LawParameters } from '../compile/law';
import { lineParameters } from '../compile/lineParameters';
import { pumpSlipCoefficient } from '../compile/lawNumbers';
import { explainedFigures } from './explainedFigures';
import type { ElementResult, HydraulicResult } from '../describe/result';
import type { Quantity } from '../../foundations/units';

/** A figure that stands in a law. */
export interface Term {
  readonly symbol: string;
  readonly meaning: string;
  readonly si: number;
  readonly quantity: Quantity;
}

/** A law with the values of the present state put in. Placeholders `{symbol}` in `substituted` stand for terms. */
export interface LawText {
  readonly title: string;
  readonly equation: string;
  readonly substituted: string;
  readonly terms: readonly Term[];
  readonly result: Term;
  readonly source: string;
}

const term = (symbol: string, meaning: string, si: number, quantity: Quantity): Term => ({
  symbol,
  meaning,
  si,
  quantity,
});

/**
 * The laws that a part follows, one for each of its elements that has a figure. Empty for parts without a law (sump,
 * drain, gauge).
 */
export function explainPart(part: Part, result: HydraulicResult): LawText[] {
  return result.elements
    .filter((e) => e.part === part.id)
    .flatMap((e) => {
      const text = explainElement(part, e, result);
      return text ? [{ ...text, title: e.role === '' ? part.name : `${part.name}: ${e.role}` }] : [];
    });
}

function explainElement(part: Part, e: ElementResult, result: HydraulicResult): Omit<LawText, 'title'> | undefined {
  const flow = term('Q', e.count > 1 ? 'flow of one' : 'flow', e.flowM3S / e.count, 'flow');
  const drop = term('Δp', 'pressure drop in the part', e.pressureDropPa ?? NaN, 'pressure');
  const rho = term('ρ', 'density', e.densityKgM3, 'density');
  const mu = term('μ', 'viscosity', e.viscosityPaS, 'viscosity');
  switch (e.law) {
    case 'line': {
      const passage = kindOf(part).passage?.(part, e.role);
      return passage ? explainLine(lineParameters(passage), e, drop, flow, rho, mu) : undefined;
    }
    case 'twoTerm': {
      const rated = explainedFigures(part, e.role).rating;
      // Closed by its anti-drain valve, it follows no rating.
      if (!rated || (actsAs(part, 'filter') && hasAntiDrain(part) && (e.pressureDropPa ?? 0) < 0)) return undefined;
      const { point, load, passes } = rated;
      const plain = twoTermCoefficients(point, load);
      const c = {
        linearPerViscosity: plain.linearPerViscosity * passes ** 2,
        squarePerDensity: plain.squarePerDensity * passes ** 3,
      };
      return {
        equation: 'Δp = Δp_r·[φ·load·(μ/μ_r)(Q/Q_r) + (1 − φ)(ρ/ρ_r)(Q/Q_r)²]',
        substituted: 'Δp = {viscous} viscous + {square} square',
        terms: [
          term('viscous', 'viscous share of the drop', c.linearPerViscosity * e.viscosityPaS * flow.si, 'pressure'),
          term(
            'square',
            'square share of the drop',
            c.squarePerDensity * e.densityKgM3 * flow.si * Math.abs(flow.si),
            'pressure',
          ),
          term('Δp_r', 'rated drop', point.pressureDropPa, 'pressure'),
          term('Q_r', 'at rated flow', point.flowM3S, 'flow'),
          term('μ_r', 'at rated viscosity', point.viscosityPaS, 'viscosity'),
          term('φ', 'viscous share at the rating point', point.viscousShare, 'ratio'),
          ...(rated.isCore
            ? [term('passes', 'passes over those rated: viscous ×n², square ×n³', passes, 'ratio')]
            : [term('load', 'loading', load, 'ratio')]),
          mu,
          rho,
          flow,
        ],
        result: drop,
        source: 'rating point as in ISO 4548-1; Forchheimer sum of a viscous and a square drop',
      };
    }
    case 'orifice': {
      const { bore } = explainedFigures(part, e.role);
      if (!bore) return undefined;
      const area = 0.25 * Math.PI * bore.boreM ** 2;
      const cd = flow.si / (area * Math.sqrt((2 * Math.abs(drop.si)) / e.densityKgM3));
      const ratio = bore.lengthM / bore.boreM;
      return {
        equation: 'Q = Cd·A·√(2Δp/ρ)',
        substituted: 'Q = {Cd} × {A} × √(2 × {Δp} ÷ {ρ})',
        terms: [
          term('Cd', `discharge coefficient, by L/d ${ratio.toFixed(1)} and Re`, cd, 'ratio'),
          term('A', 'bore area', area, 'area'),
          drop,
          rho,
          mu,
        ],
        result: flow,
        source:
          ratio >= SHORT_TUBE_FROM
            ? 'short tube: Lichtarowicz, Duggins and Markland (1965), bounded by creeping flow (Sampson 1891)'
            : ratio <= SHARP_EDGE_UP_TO
              ? 'sharp edge with Sampson (1891) creeping flow'
              : 'between sharp edge and short tube, linear in L/d',
      };
    }
    case 'opening':
    case 'thermostatPath':
      return {
        equation: 'Δp = ρV²/(2Cd²) + 6πμV/d_h,  Q = a·V',
        substituted: 'Q = {Q} at {Δp}',
        terms: [flow, drop, rho, mu],
        result: flow,
        source: 'orifice equation with Sampson (1891) creeping flow in series',
      };
    case 'springValve':
      return explainSpringValve(part, e, flow, drop, rho, mu);
    case 'pump':
      return actsAs(part, 'pump') ? explainPump(part, e, result, flow, mu) : undefined;
    case 'bearing':
    case 'crankFedRod':
      return explainBearing(e, flow, drop);
    default:
      return undefined;
  }
}

function explainLine(
  { boreM: bore, lengthM: length, relativeRoughness: roughness, k1, kForward: forward }: LawParameters<'line'>,
  e: ElementResult,
  drop: Term,
  flow: Term,
  rho: Term,
  mu: Term,
): Omit<LawText, 'title'> {
  const velocity = (4 * flow.si) / (Math.PI * bore * bore);
  const re = Math.max(e.reynolds ?? 0, 1e-9);
  const out = new Float64Array(2);
  const line = { boreM: bore, lengthM: length, relativeRoughness: roughness };
  lineDropInto(out, flow.si, line, e.densityKgM3, e.viscosityPaS);
  return {
    equation: 'Δp = (f·L/D + ΣK)·ρV²/2',
    substituted: 'Δp = {friction} friction + {losses} in ends and bends',
    terms: [
      term('friction', 'pipe friction', out[0]!, 'pressure'),
      term('losses', 'fittings', drop.si - out[0]!, 'pressure'),
      term('f', 'Darcy friction factor', churchillFriction(re, roughness), 'ratio'),
      term('Re', 'Reynolds number', re, 'reynolds'),
      term('ΣK', 'losses at this Re: ΣK1/Re + ΣK∞(1 + 1 in/D)', k1 / re + forward, 'ratio'),
      term('V', 'mean velocity, m/s', velocity, 'ratio'),
      term('D', 'bore', bore, 'bore'),
      term('L', 'length', length, 'length'),
      rho,
      mu,
      flow,
    ],
    result: drop,
    source: 'Darcy–Weisbach; Churchill (1977); two-K, Hooper (1981)',
  };
}

function explainSpringValve(
  part: Part,
  e: ElementResult,
  flow: Term,
  drop: Term,
  rho: Term,
  mu: Term,
): Omit<LawText, 'title'> | undefined {
  const { valve } = explainedFigures(part, e.role);
  if (!valve) return undefined;
  // A valve that senses elsewhere is lifted by what is there, and passes by its own drop.
  const elsewhere =
    e.sensedPa === null ? [] : [term('p_sense', 'what its spring feels, from where it senses', e.sensedPa, 'pressure')];
  const felt = elsewhere[0]?.symbol ?? 'Δp';
  const lift = e.opening ?? 0;
  const area = lift * valve.areaM2;
  const leak = valve.closedLeakM3SPa * drop.si + seatLeakM3S(valve, drop.si, rho.si, mu.si);
  const velocity = area > 0 ? (flow.si - leak) / area : 0;
  const split =
    area > 0
      ? [
          term(
            'square',
            'square share of the drop',
            (rho.si * velocity * Math.abs(velocity)) / (2 * valve.dischargeCoefficient ** 2),
            'pressure',
          ),
          term(
            'viscous',
            'viscous share of the drop',
            (6 * Math.PI * mu.si * velocity) / Math.sqrt((4 * area) / Math.PI),
            'pressure',
          ),
        ]
      : [];
  return {
    equation: `lift = (${felt} − Δp_crack)/(Δp_full − Δp_crack),  Δp = ρV²/(2Cd²) + 6πμV/d_h,  Q = A·lift·V + leak`,
    substituted: `lift = ({${felt}} − {Δp_crack}) ÷ ({Δp_full} − {Δp_crack}) → {lift}${area > 0 ? ';  Δp = {square} square + {viscous} viscous' : ''}`,
    terms: [
      drop,
      ...elsewhere,
      term('Δp_crack', 'starts to open', valve.crackPa, 'pressure'),
      term('Δp_full', 'fully open', valve.fullOpenPa, 'pressure'),
      term('lift', 'how far it is open', lift, 'ratio'),
      term('A', 'area fully open', valve.areaM2, 'area'),
      term('Cd', 'discharge coefficient', valve.dischargeCoefficient, 'ratio'),
      ...split,
      term('leak', 'leak past the seat', leak, 'flow'),
      rho,
      mu,
    ],
    result: flow,
    source: 'spring balance, common practice; orifice equation with Sampson (1891) creeping flow in series',
  };
}

/** What dirt on a valve's seat lets past it [m³/s]. */
function seatLeakM3S(
  valve: { readonly seatLeakM2?: number | undefined; readonly dischargeCoefficient: number },
  dropPa: number,
  densityKgM3: number,
  viscosityPaS: number,
): number {
  if (!valve.seatLeakM2) return 0;
  const out = new Float64Array(3);
  openingFlowInto(out, dropPa, valve.seatLeakM2, valve.dischargeCoefficient, densityKgM3, viscosityPaS);
  return out[0]!;
}

function explainPump(
  part: Extract<Part, { kind: 'pump' }>,
  e: ElementResult,
  result: HydraulicResult,
  flow: Term,
  mu: Term,
): Omit<LawText, 'title'> {
  const rise = -(e.pressureDropPa ?? NaN);
  const speed = result.state.speedRevS * part.speedRatio;
  const slip = (pumpSlipCoefficient(part) * part.displacementM3Rev * rise) / (2 * Math.PI * e.viscosityPaS);
  const { fillLoss, rotors } = part;
  const stated = fillLoss
    ? 1 - speedLoss(result.state.speedRevS, fillLoss.fromRevS, fillLoss.toRevS, fillLoss.lostShare)
    : 1;
  const byRotors = rotors ? fillAtSpeed(speed, fillFallsFromRevS(part.displacementM3Rev, rotors)) : 1;
  const kept =
    fillLoss || rotors
      ? [term('kept', 'share of the stroke that still fills at this speed', stated * byRotors, 'ratio')]
      : [];
  const air =
    (e.oilShare ?? 1) < 1 ? [term('oil', 'oil in what it swallows, the rest is air', e.oilShare!, 'ratio')] : [];
  const also = [...kept, ...air];
  return {
    equation: `Q = V·n·fill${also.map((t) => `·${t.symbol}`).join('')} − C_s·V·Δp/(2πμ)`,
    substituted: `Q = {V} × {n} × {fill}${also.map((t) => ` × {${t.symbol}}`).join('')} − {slip}`,
    terms: [
      term('V', 'swept volume', part.displacementM3Rev, 'displacement'),
      term('n', 'pump speed', speed, 'speed'),
      term('fill', 'filling and stroke', e.opening ?? 1, 'ratio'),
      ...also,
      term('slip', 'slip back past the rotors', slip, 'flow'),
      term('Δp', 'pressure rise', rise, 'pressure'),
      mu,
    ],
    result: flow,
    source: air.length > 0 ? 'Wilson (1946) slip model; Boyle’s law for the air' : 'Wilson (1946) slip model',
  };
}

function explainBearing(e: ElementResult, flow: Term, drop: Term): Omit<LawText, 'title'> {
  const film = e.filmTemperatureK ?? NaN;
  return {
    equation:
      e.law === 'crankFedRod'
        ? 'Q = gate·k(c, ε)·(p_main + ½ρω²(r_out² − r_main²))/μ_film'
        : 'Q = k(c, ε)·p/μ_film,  T_film = T_in + κH/(ρ·cp·Q + G)',
    substituted:
      e.law === 'crankFedRod'
        ? 'gate {gate} at {p}, threshold {threshold}; film {T_film}, {μ_film}'
        : 'film {T_film}, {μ_film}, friction {H}',
    terms: [
      term('p', 'feed pressure', drop.si, 'pressure'),
      term('T_film', 'film temperature', film, 'temperature'),
      term('μ_film', 'film viscosity', e.filmViscosityPaS ?? NaN, 'viscosity'),
      term('H', 'friction heat, all of them', e.frictionW ?? NaN, 'power'),
      term('ε', 'eccentricity ratio', e.eccentricityRatio ?? NaN, 'ratio'),
      ...(e.leastFilmM === null
        ? []
        : [term('h', 'film at mean load, for comparing variants: no peak loads', e.leastFilmM, 'clearance')]),
      ...(e.law === 'crankFedRod'
        ? [
            term('gate', 'share let through by the crank', e.opening ?? NaN, 'ratio'),
            term('threshold', 'pressure that the turning crank holds back', e.thresholdPa ?? NaN, 'pressure'),
          ]
        : []),
    ],
    result: flow,
    source: `Martin and Lee (1983) feed flow; ${e.leastFilmM === null ? 'Petroff friction' : 'load by Ocvirk and DuBois (1953), with their friction'}`,
  };
}

/** Names of the catalogue losses in a list, for a reader. */
export function lossLabel(loss: {
  readonly kind: string;
  readonly fitting?: keyof typeof FITTINGS;
  readonly label?: string | undefined;
}): string {
  if (loss.kind === 'catalogue' && loss.fitting) return FITTINGS[loss.fitting].label;
  return (
    loss.label ??
    {
      twoK: 'two-K fitting',
      constantK: 'fixed K',
      entrance: 'sharp entrance',
      exit: 'exit into a volume',
      areaChange: 'change of bore',
    }[loss.kind] ??
    loss.kind
  );
}
