import type { Part, PartOf } from '../../document/kinds/parts';
import { PORTS } from '../../document/kinds/ports';
import { SHORT_TUBE_UP_TO } from '../../physics/laws/orifice';
import { slipCoefficient } from '../../physics/laws/pump';
import { twoTermCoefficients, type RatingPoint } from '../../physics/laws/twoTerm';
import type { JournalBearing } from '../../physics/laws/journalBearing';
import { lineParameters } from './lineParameters';
import { passageOf } from './passageOf';
import { ONE_WAY_LEAK_M3SPA } from '../solve/evaluateLines';
import type { ElementIndex, ElementSpec, NetworkBuilder, NodeIndex } from './network';

/** What a part needs to put itself into a network. */
export interface Expansion {
  readonly builder: Pick<NetworkBuilder, 'addNode' | 'elevationOf'>;
  /** Node of one of the part's ports. */
  node(port: string): NodeIndex;
  /** Adds an element under a role; the role '' is the part's own. */
  add(role: string, spec: Omit<ElementSpec, 'name'>): ElementIndex;
  /** True where the part's outlet falls into a crankcase or tank. */
  readonly discharges: boolean;
  /** True where both ends of a way through the part carry oil. */
  carries(from: string, to: string): boolean;
  senseNode(ref: string): NodeIndex;
}

/** Adds a part's elements, and the places inside it, to the network. */
export function expandPart(part: Part, x: Expansion): void {
  const freely = x.discharges ? { riseM: 0, oneWay: true } : {};
  const inside = (label: string) => x.builder.addNode(`${part.name}, ${label}`, part.elevationM ?? 0);
  switch (part.kind) {
    case 'sump':
    case 'tank':
    case 'drain':
    case 'scavenge':
    case 'gauge':
    case 'plug':
    case 'accumulator':
    case 'ownOil':
      return;
    case 'pickup': {
      const middle = x.builder.addNode(`${part.name}, behind the screen`, part.elevationM ?? 0);
      x.add('screen', {
        law: 'twoTerm',
        from: x.node('in'),
        to: middle,
        parameters: ratingParameters(part.screen, part.screen.load),
        riseM: 0,
      });
      // The whole lift is the tube's, whatever height the place inside is given.
      const lift = x.builder.elevationOf(x.node('out')) - x.builder.elevationOf(x.node('in'));
      x.add('tube', {
        law: 'line',
        from: middle,
        to: x.node('out'),
        parameters: lineParameters(passageOf(part, 'tube')!),
        riseM: lift,
      });
      return;
    }
    case 'pump':
      x.add('', {
        law: 'pump',
        from: x.node('in'),
        to: x.node('out'),
        parameters: pumpParameters(part),
        ...(part.variable?.sense ? { sense: x.senseNode(part.variable.sense) } : {}),
      });
      return;
    case 'relief':
      x.add('', {
        law: 'springValve',
        from: x.node('in'),
        to: x.node('out'),
        parameters: springParameters(shimmed(part)),
        ...(part.sense ? { sense: x.senseNode(part.sense) } : {}),
        ...freely,
      });
      return;
    case 'checkValve':
      x.add('', {
        law: 'springValve',
        from: x.node('in'),
        to: x.node('out'),
        parameters: springParameters(part),
        ...freely,
      });
      return;
    case 'filter':
    case 'cooler':
      x.add(part.bypass ? (part.kind === 'filter' ? 'media' : 'core') : '', {
        law: 'twoTerm',
        from: x.node('in'),
        to: x.node('out'),
        ...freely,
        ...(part.kind === 'filter'
          ? { parameters: ratingParameters(part, part.load), count: part.count }
          : { parameters: coolerParameters(part) }),
      });
      if (part.bypass)
        x.add('bypass', {
          law: 'springValve',
          from: x.node('in'),
          to: x.node('out'),
          parameters: springParameters(part.bypass),
          ...freely,
        });
      return;
    case 'line':
    case 'fitting':
    case 'cover':
      x.add('', {
        law: 'line',
        from: x.node('in'),
        to: x.node('out'),
        parameters: lineParameters(passageOf(part, '')!),
        ...freely,
      });
      return;
    case 'orifice':
      addOrifice(x, part, '', x.node('in'), x.node('out'), 1, freely, inside);
      return;
    case 'valve':
      x.add('', {
        law: 'opening',
        from: x.node('in'),
        to: x.node('out'),
        ...freely,
        parameters: openingParameters(part),
      });
      return;
    case 'thermostat':
      addThermostat(x, part, 'cooler', 'bypass');
      return;
    case 'plate': {
      const passage = lineParameters(passageOf(part, '')!);
      const add = (role: string, from: string, to: string) => {
        if (x.carries(from, to)) x.add(role, { law: 'line', from: x.node(from), to: x.node(to), parameters: passage });
      };
      if (part.passage.kind === 'thermostat') {
        if (x.carries('in', 'away') && x.carries('in', 'out')) addThermostat(x, part.passage, 'away', 'out');
        else if (x.carries('in', 'out')) x.add('bypass path', thermostatPath(x, part.passage, 'out', false));
      } else {
        if (part.passage.kind === 'open') add('straight on', 'in', 'out');
        add('away', 'in', 'away');
      }
      add('back', 'back', 'out');
      return;
    }
    case 'sideStream': {
      const middle = inside('behind its metering');
      if (part.metering.kind === 'orifice')
        addOrifice(x, part.metering, 'metering', x.node('in'), middle, 1, { riseM: 0 }, inside);
      else
        x.add('metering', {
          law: 'opening',
          from: x.node('in'),
          to: middle,
          parameters: openingParameters(part.metering),
          riseM: 0,
        });
      x.add('media', {
        law: 'twoTerm',
        from: middle,
        to: x.node('out'),
        parameters: ratingParameters(part, part.load),
        ...freely,
      });
      return;
    }
    case 'tee':
    case 'cross':
      for (const port of PORTS[part.kind].slice(1))
        if (x.carries('in', port))
          x.add(port, {
            law: 'line',
            from: x.node('in'),
            to: x.node(port),
            parameters: lineParameters(passageOf(part, port)!),
          });
      return;
    case 'bearings':
      x.add('', {
        law: 'bearing',
        from: x.node('in'),
        to: x.node('out'),
        bearing: bearingOf(part),
        bearingSpeedRatio: part.speedRatio,
        count: part.count,
        ...freely,
      });
      return;
    case 'rods':
      x.add('', {
        law: 'crankFedRod',
        from: x.node('in'),
        to: x.node('out'),
        bearing: bearingOf(part),
        bearingSpeedRatio: part.speedRatio,
        drilling: part,
        count: part.count,
        parameters: [ONE_WAY_LEAK_M3SPA],
        ...freely,
      });
      return;
    case 'jets': {
      if (part.valve) {
        const middle = inside('behind the valve');
        x.add('valve', {
          law: 'springValve',
          from: x.node('in'),
          to: middle,
          parameters: springParameters(part.valve),
          count: part.count,
          riseM: 0,
        });
        addOrifice(x, part.nozzle, 'nozzle', middle, x.node('out'), part.count, { ...freely, riseM: 0 }, inside);
      } else addOrifice(x, part.nozzle, 'nozzle', x.node('in'), x.node('out'), part.count, freely, inside);
      return;
    }
    case 'consumer':
      x.add('', {
        law: 'twoTerm',
        from: x.node('in'),
        to: x.node('out'),
        parameters: ratingParameters(part, 1),
        count: part.count,
        ...freely,
      });
      return;
  }
}

interface Thermostat {
  readonly opensK: number;
  readonly fullK: number;
  readonly areaM2: number;
  readonly dischargeCoefficient: number;
  readonly coolerLeakShare: number;
  readonly bypassLeastShare: number;
  readonly closedLeakM3SPa: number;
  readonly stuck: 'no' | 'open' | 'shut';
}

function thermostatPath(x: Expansion, t: Thermostat, to: string, cooled: boolean): Omit<ElementSpec, 'name'> {
  const shared = [t.areaM2, t.dischargeCoefficient, t.closedLeakM3SPa, t.opensK, t.fullK];
  return {
    law: 'thermostatPath',
    from: x.node('in'),
    to: x.node(to),
    parameters: [
      ...shared,
      cooled ? 1 : 0,
      cooled ? t.coolerLeakShare : t.bypassLeastShare,
      t.stuck === 'no' ? -1 : t.stuck === 'open' ? 1 : 0,
    ],
  };
}

function addThermostat(x: Expansion, t: Thermostat, cooled: string, bypass: string): void {
  if (x.carries('in', cooled)) x.add('cooler path', thermostatPath(x, t, cooled, true));
  if (x.carries('in', bypass)) x.add('bypass path', thermostatPath(x, t, bypass, false));
}

/** A regulating opening's numbers: its area follows its turns. */
function openingParameters(v: {
  readonly fullAreaM2: number;
  readonly turns: number;
  readonly turnsToFull: number;
  readonly dischargeCoefficient: number;
  readonly closedLeakM3SPa: number;
}): number[] {
  return [v.fullAreaM2 * (v.turns / v.turnsToFull), v.dischargeCoefficient, v.closedLeakM3SPa];
}

/**
 * A core with its tubes in N passes for one rated in M: each tube carries n = N/M times the flow over n times the length,
 * so the viscous drop grows with n², the square one with n³. @source closed form
 */
function coolerParameters(part: PartOf<'cooler'>): number[] {
  const [linear, square] = ratingParameters(part, 1) as [number, number];
  const n = part.passes / part.ratedPasses;
  return [linear * n ** 2, square * n ** 3];
}

/** A relief with its shim: the spring is pressed together further, so both pressures rise by rate × shim over the seat's area. @source spring balance */
export function shimmed<V extends PartOf<'relief'>>(part: V): V {
  if (!part.spring) return part;
  const risePa = (part.spring.rateNM * part.spring.shimM) / (0.25 * Math.PI * part.spring.seatBoreM ** 2);
  return {
    ...part,
    crackPa: Math.max(LEAST_CRACK_PA, part.crackPa + risePa),
    fullOpenPa: Math.max(2 * LEAST_CRACK_PA, part.fullOpenPa + risePa),
  };
}
/** A spring cannot be let out to less than nothing [Pa]. */
const LEAST_CRACK_PA = 1e3;

/** An orifice; what of its bore lies beyond the short-tube range follows as tube. */
function addOrifice(
  x: Expansion,
  orifice: { readonly boreM: number; readonly lengthM: number; readonly dischargeCoefficient?: number | undefined },
  role: string,
  from: NodeIndex,
  to: NodeIndex,
  count: number,
  freely: { riseM?: number; oneWay?: boolean },
  inside: (label: string) => NodeIndex,
): void {
  const longest = SHORT_TUBE_UP_TO * orifice.boreM;
  const parameters = [orifice.boreM, Math.min(orifice.lengthM, longest), orifice.dischargeCoefficient ?? 0];
  if (orifice.lengthM <= longest || orifice.dischargeCoefficient !== undefined) {
    x.add(role, { law: 'orifice', from, to, parameters, count, ...freely });
    return;
  }
  const middle = inside('in the bore');
  x.add(role, { law: 'orifice', from, to: middle, parameters, count, riseM: 0 });
  x.add(role === '' ? 'rest of the bore' : `${role}, rest of the bore`, {
    law: 'line',
    from: middle,
    to,
    count,
    ...freely,
    parameters: lineParameters({ boreM: orifice.boreM, lengthM: orifice.lengthM - longest, roughnessM: 0, losses: [] }),
  });
}

interface RatedPart {
  readonly ratedPressureDropPa: number;
  readonly ratedFlowM3S: number;
  readonly ratedViscosityPaS: number;
  readonly ratedDensityKgM3: number;
  readonly viscousShare: number;
}

/** A part's rating point under the law's names. */
export function ratingOf(part: RatedPart): RatingPoint {
  return {
    pressureDropPa: part.ratedPressureDropPa,
    flowM3S: part.ratedFlowM3S,
    viscosityPaS: part.ratedViscosityPaS,
    densityKgM3: part.ratedDensityKgM3,
    viscousShare: part.viscousShare,
  };
}

function ratingParameters(part: RatedPart, load: number): number[] {
  const { linearPerViscosity, squarePerDensity } = twoTermCoefficients(ratingOf(part), load);
  return [linearPerViscosity, squarePerDensity];
}

interface SpringValvePart {
  readonly crackPa: number;
  readonly fullOpenPa: number;
  readonly areaM2: number;
  readonly dischargeCoefficient: number;
  readonly closedLeakM3SPa: number;
}

const springParameters = (v: SpringValvePart) => [
  v.crackPa,
  v.fullOpenPa,
  v.areaM2,
  v.dischargeCoefficient,
  v.closedLeakM3SPa,
];

/** Slip coefficient C_s of a pump part, given or from its rated efficiency. */
export function pumpSlipCoefficient(part: PartOf<'pump'>): number {
  return part.slip.kind === 'coefficient'
    ? part.slip.slipCoefficient
    : slipCoefficient(
        part.slip.volumetricEfficiency,
        part.slip.atPumpSpeedRevS,
        part.slip.atViscosityPaS,
        part.slip.atPressurePa,
      );
}

function pumpParameters(part: PartOf<'pump'>): number[] {
  return [
    part.displacementM3Rev * part.speedRatio,
    (pumpSlipCoefficient(part) * part.displacementM3Rev) / (2 * Math.PI),
    part.inletLimitAbsPa,
    part.inletDryAbsPa,
    part.variable?.targetPa ?? Infinity,
    part.variable?.bandPa ?? 1,
    part.variable?.leastShare ?? 1,
    part.fillLoss?.fromRevS ?? 0,
    part.fillLoss?.toRevS ?? 1,
    part.fillLoss?.lostShare ?? 0,
  ];
}

function bearingOf(part: PartOf<'bearings'> | PartOf<'rods'>): JournalBearing {
  return part;
}
