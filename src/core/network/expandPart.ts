import type { Part, PartOf } from '../circuit/parts';
import { SHORT_TUBE_UP_TO } from '../elements/orifice';
import { slipCoefficient } from '../elements/pump';
import { twoTermCoefficients, type RatingPoint } from '../elements/twoTerm';
import type { JournalBearing } from '../elements/journalBearing';
import { lineParameters } from './lineParameters';
import { ONE_WAY_LEAK_M3SPA } from './evaluateLines';
import type { ElementIndex, ElementSpec, NetworkBuilder, NodeIndex } from './network';

/** What a part needs to put itself into a network. */
export interface Expansion {
  readonly builder: NetworkBuilder;
  /** Node of one of the part's ports. */
  node(port: string): NodeIndex;
  /** Adds an element under a role; the role '' is the part's own. */
  add(role: string, spec: Omit<ElementSpec, 'name'>): ElementIndex;
  /** True where the part's outlet falls into a crankcase or tank. */
  readonly discharges: boolean;
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
    case 'gauge':
      return;
    case 'pickup': {
      const middle = x.builder.addNode(`${part.name}, behind the screen`, part.elevationM ?? 0);
      x.add('screen', { law: 'twoTerm', from: x.node('in'), to: middle, parameters: ratingParameters(part.screen, part.screen.load), riseM: 0 });
      // The whole lift is the tube's, whatever height the place inside is given.
      const lift = x.builder.elevationOf(x.node('out')) - x.builder.elevationOf(x.node('in'));
      x.add('tube', { law: 'line', from: middle, to: x.node('out'), parameters: lineParameters(part.tube), riseM: lift });
      return;
    }
    case 'pump':
      x.add('', { law: 'pump', from: x.node('in'), to: x.node('out'), parameters: pumpParameters(part), ...(part.variable?.sense ? { sense: x.senseNode(part.variable.sense) } : {}) });
      return;
    case 'relief':
      x.add('', { law: 'springValve', from: x.node('in'), to: x.node('out'), parameters: springParameters(part), ...(part.sense ? { sense: x.senseNode(part.sense) } : {}), ...freely });
      return;
    case 'checkValve':
      x.add('', { law: 'springValve', from: x.node('in'), to: x.node('out'), parameters: springParameters(part), ...freely });
      return;
    case 'filter':
    case 'cooler':
      x.add(part.bypass ? (part.kind === 'filter' ? 'media' : 'core') : '', {
        law: 'twoTerm', from: x.node('in'), to: x.node('out'), parameters: ratingParameters(part, part.kind === 'filter' ? part.load : 1), ...freely,
      });
      if (part.bypass) x.add('bypass', { law: 'springValve', from: x.node('in'), to: x.node('out'), parameters: springParameters(part.bypass), ...freely });
      return;
    case 'line':
      x.add('', { law: 'line', from: x.node('in'), to: x.node('out'), parameters: lineParameters(part), ...freely });
      return;
    case 'fitting':
      x.add('', { law: 'line', from: x.node('in'), to: x.node('out'), parameters: lineParameters({ ...part, lengthM: 0, roughnessM: 0 }), ...freely });
      return;
    case 'orifice':
      addOrifice(x, part, '', x.node('in'), x.node('out'), 1, freely, inside);
      return;
    case 'valve':
      x.add('', {
        law: 'opening', from: x.node('in'), to: x.node('out'), ...freely,
        parameters: [part.fullAreaM2 * (part.turns / part.turnsToFull), part.dischargeCoefficient, part.closedLeakM3SPa],
      });
      return;
    case 'thermostat': {
      const shared = [part.areaM2, part.dischargeCoefficient, part.closedLeakM3SPa, part.opensK, part.fullK];
      x.add('cooler path', { law: 'thermostatPath', from: x.node('in'), to: x.node('cooler'), parameters: [...shared, 1, part.coolerLeakShare] });
      x.add('bypass path', { law: 'thermostatPath', from: x.node('in'), to: x.node('bypass'), parameters: [...shared, 0, part.bypassLeastShare] });
      return;
    }
    case 'tee': {
      const bore = { boreM: part.boreM, lengthM: 0, roughnessM: 0 };
      x.add('run', { law: 'line', from: x.node('in'), to: x.node('run'), parameters: lineParameters({ ...bore, losses: [part.run] }) });
      x.add('branch', { law: 'line', from: x.node('in'), to: x.node('branch'), parameters: lineParameters({ ...bore, losses: [part.branch] }) });
      return;
    }
    case 'bearings':
      x.add('', { law: 'bearing', from: x.node('in'), to: x.node('out'), bearing: bearingOf(part), bearingSpeedRatio: part.speedRatio, count: part.count, ...freely });
      return;
    case 'rods':
      x.add('', {
        law: 'crankFedRod', from: x.node('in'), to: x.node('out'), bearing: bearingOf(part), bearingSpeedRatio: part.speedRatio,
        drilling: part, count: part.count, parameters: [ONE_WAY_LEAK_M3SPA], ...freely,
      });
      return;
    case 'jets': {
      if (part.valve) {
        const middle = inside('behind the valve');
        x.add('valve', { law: 'springValve', from: x.node('in'), to: middle, parameters: springParameters(part.valve), count: part.count, riseM: 0 });
        addOrifice(x, part.nozzle, 'nozzle', middle, x.node('out'), part.count, { ...freely, riseM: 0 }, inside);
      } else addOrifice(x, part.nozzle, 'nozzle', x.node('in'), x.node('out'), part.count, freely, inside);
      return;
    }
    case 'consumer':
      x.add('', { law: 'twoTerm', from: x.node('in'), to: x.node('out'), parameters: ratingParameters(part, 1), count: part.count, ...freely });
      return;
  }
}

/** An orifice; what of its bore lies beyond the short-tube range follows as tube. */
function addOrifice(
  x: Expansion, orifice: { readonly boreM: number; readonly lengthM: number; readonly dischargeCoefficient?: number | undefined },
  role: string, from: NodeIndex, to: NodeIndex, count: number, freely: { riseM?: number; oneWay?: boolean }, inside: (label: string) => NodeIndex,
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
    law: 'line', from: middle, to, count, ...freely,
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
    pressureDropPa: part.ratedPressureDropPa, flowM3S: part.ratedFlowM3S, viscosityPaS: part.ratedViscosityPaS,
    densityKgM3: part.ratedDensityKgM3, viscousShare: part.viscousShare,
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

const springParameters = (v: SpringValvePart) => [v.crackPa, v.fullOpenPa, v.areaM2, v.dischargeCoefficient, v.closedLeakM3SPa];

/** Slip coefficient C_s of a pump part, given or from its rated efficiency. */
export function pumpSlipCoefficient(part: PartOf<'pump'>): number {
  return part.slip.kind === 'coefficient'
    ? part.slip.slipCoefficient
    : slipCoefficient(part.slip.volumetricEfficiency, part.slip.atPumpSpeedRevS, part.slip.atViscosityPaS, part.slip.atPressurePa);
}

function pumpParameters(part: PartOf<'pump'>): number[] {
  return [
    part.displacementM3Rev * part.speedRatio,
    (pumpSlipCoefficient(part) * part.displacementM3Rev) / (2 * Math.PI),
    part.inletLimitAbsPa, part.inletDryAbsPa,
    part.variable?.targetPa ?? Infinity, part.variable?.bandPa ?? 1, part.variable?.leastShare ?? 1,
    part.fillLoss?.fromRevS ?? 0, part.fillLoss?.toRevS ?? 1, part.fillLoss?.lostShare ?? 0,
  ];
}

function bearingOf(part: PartOf<'bearings'> | PartOf<'rods'>): JournalBearing {
  return part;
}
