import { hasAntiDrain } from '../../document/kinds/filter';
import { kindOf, type Part, type PartKind, type PartOf } from '../../document/parts/part';
import { PORTS } from '../../document/parts/ports';
import type { Thermostat } from '../../document/parts/thermostat';
import { SHORT_TUBE_UP_TO } from '../../physics/laws/orifice';
import { ONE_WAY_LEAK_M3SPA } from '../solve/evaluateLines';
import type { LawParameters } from './law';
import {
  coolerNumbers,
  openingNumbers,
  pumpNumbers,
  ratingNumbers,
  shimmed,
  springNumbers,
  thermostatNumbers,
} from './lawNumbers';
import { lineParameters } from './lineParameters';
import type { ElementIndex, ElementPlace, LawSpec, NetworkBuilder, NodeIndex } from './network';

/** How an element lies between its nodes, where that is not as usual. */
export type Manner = Omit<ElementPlace, 'name' | 'from' | 'to'>;

/** What a part needs to put itself into a network. */
export interface Expansion {
  readonly builder: Pick<NetworkBuilder, 'addNode' | 'elevationOf'>;
  /** Node of one of the part's ports. */
  node(port: string): NodeIndex;
  /** Adds an element under a role; the role '' is the part's own. */
  add(role: string, law: LawSpec, from: NodeIndex, to: NodeIndex, manner: Manner): ElementIndex;
  /** True where the part's outlet falls into a crankcase or tank. */
  readonly discharges: boolean;
  /** True where both ends of a way through the part carry oil. */
  carries(from: string, to: string): boolean;
  senseNode(ref: string): NodeIndex;
}

/** Adds a part's elements, and the places inside it, to the network. */
export function expandPart(part: Part, x: Expansion): void {
  (EXPANSIONS[part.kind] as (part: Part, x: Expansion) => void)(part, x);
}

/** What each kind is made of: its laws, between its ports. A kind without any stands outside the pressure network. */
const EXPANSIONS: { readonly [K in PartKind]: (part: PartOf<K>, x: Expansion) => void } = {
  sump: outside,
  tank: outside,
  drain: outside,
  scavenge: outside,
  gauge: outside,
  plug: outside,
  accumulator: outside,
  ownOil: outside,
  pickup: expandPickup,
  pump(part, x) {
    through(x, '', { law: 'pump', parameters: pumpNumbers(part) }, sensing(x, part.variable?.sense));
  },
  relief(part, x) {
    const manner = part.sense === undefined ? falling(x) : { ...sensing(x, part.sense), ...falling(x) };
    through(x, '', { law: 'springValve', parameters: springNumbers(shimmed(part)) }, manner);
  },
  checkValve(part, x) {
    through(x, '', { law: 'springValve', parameters: springNumbers(part) }, falling(x));
  },
  filter(part, x) {
    const media: LawSpec = { law: 'twoTerm', parameters: ratingNumbers(part, part.load) };
    // An anti-drain valve shuts against oil that comes from the wrong side; so does a bypass valve.
    const oneWay = hasAntiDrain(part) ? { oneWay: true } : AS_USUAL;
    through(x, part.bypass ? 'media' : '', media, { ...falling(x), ...oneWay, count: part.count });
    if (part.bypass)
      through(
        x,
        'bypass',
        { law: 'springValve', parameters: springNumbers(part.bypass) },
        { ...falling(x), ...oneWay },
      );
  },
  cooler(part, x) {
    through(x, part.bypass ? 'core' : '', { law: 'twoTerm', parameters: coolerNumbers(part) }, falling(x));
    if (part.bypass) through(x, 'bypass', { law: 'springValve', parameters: springNumbers(part.bypass) }, falling(x));
  },
  line: expandPassage,
  fitting: expandPassage,
  cover: expandPassage,
  orifice(part, x) {
    addOrifice(x, part, part, { role: '', from: x.node('in'), to: x.node('out'), manner: falling(x) });
  },
  valve(part, x) {
    through(x, '', { law: 'opening', parameters: openingNumbers(part) }, falling(x));
  },
  thermostat(part, x) {
    addThermostat(x, part, 'cooler', 'bypass');
  },
  plate: expandPlate,
  sideStream(part, x) {
    const middle = inside(x, part, 'behind its metering');
    const from = x.node('in');
    if (part.metering.kind === 'orifice')
      addOrifice(x, part, part.metering, { role: 'metering', from, to: middle, manner: LEVEL });
    else x.add('metering', { law: 'opening', parameters: openingNumbers(part.metering) }, from, middle, LEVEL);
    const media: LawSpec = { law: 'twoTerm', parameters: ratingNumbers(part, part.load) };
    x.add('media', media, middle, x.node('out'), falling(x));
  },
  tee: expandBranching,
  cross: expandBranching,
  bearings(part, x) {
    const { speedRatio: bearingSpeedRatio, count } = part;
    through(x, '', { law: 'bearing', parameters: {} }, { bearing: part, bearingSpeedRatio, count, ...falling(x) });
  },
  rods(part, x) {
    const { speedRatio: bearingSpeedRatio, count } = part;
    const law: LawSpec = { law: 'crankFedRod', parameters: { leakM3SPa: ONE_WAY_LEAK_M3SPA } };
    through(x, '', law, { bearing: part, bearingSpeedRatio, drilling: part, count, ...falling(x) });
  },
  jets(part, x) {
    const { count, nozzle, valve } = part;
    const from = x.node('in');
    const to = x.node('out');
    if (!valve) return addOrifice(x, part, nozzle, { role: 'nozzle', from, to, manner: { ...falling(x), count } });
    const middle = inside(x, part, 'behind the valve');
    x.add('valve', { law: 'springValve', parameters: springNumbers(valve) }, from, middle, { count, ...LEVEL });
    return addOrifice(x, part, nozzle, {
      role: 'nozzle',
      from: middle,
      to,
      manner: { ...falling(x), count, riseM: 0 },
    });
  },
  consumer(part, x) {
    const { count } = part;
    through(x, '', { law: 'twoTerm', parameters: ratingNumbers(part, 1) }, { count, ...falling(x) });
  },
};

function outside(): void {
  // Reservoirs, returns and what only reads or holds oil: no law of the pressure network.
}

const AS_USUAL: Manner = {};
/** A step inside a part: the height is the rest's. */
const LEVEL: Manner = { riseM: 0 };
/** What falls into a crankcase or tank leaves at its own height and is never drawn back. */
const FALLING: Manner = { riseM: 0, oneWay: true };
const falling = (x: Expansion): Manner => (x.discharges ? FALLING : AS_USUAL);
/** Regulated by the pressure elsewhere, where the part names a place. */
const sensing = (x: Expansion, sense: string | undefined): Manner =>
  sense === undefined ? AS_USUAL : { sense: x.senseNode(sense) };

/** An element from the part's inlet to its outlet. */
function through(x: Expansion, role: string, law: LawSpec, manner: Manner): void {
  x.add(role, law, x.node('in'), x.node('out'), manner);
}

/** A place inside a part. */
const inside = (x: Expansion, part: Part, label: string): NodeIndex =>
  x.builder.addNode(`${part.name}, ${label}`, part.elevationM ?? 0);

/** The line law's numbers of the passage that a part is in a role. @throws where its kind states none */
function passageNumbers(part: Part, role: string): LawParameters<'line'> {
  const passage = kindOf(part).passage?.(part, role);
  if (!passage) throw new Error(`${part.kind} has no passage ${role}`);
  return lineParameters(passage);
}

function expandPassage(part: PartOf<'line' | 'fitting' | 'cover'>, x: Expansion): void {
  through(x, '', { law: 'line', parameters: passageNumbers(part, '') }, falling(x));
}

function expandBranching(part: PartOf<'tee' | 'cross'>, x: Expansion): void {
  const from = x.node('in');
  for (const port of PORTS[part.kind].slice(1))
    if (x.carries('in', port))
      x.add(port, { law: 'line', parameters: passageNumbers(part, port) }, from, x.node(port), AS_USUAL);
}

function expandPickup(part: PartOf<'pickup'>, x: Expansion): void {
  const middle = inside(x, part, 'behind the screen');
  const [from, to] = [x.node('in'), x.node('out')];
  const screen = ratingNumbers(part.screen, part.screen.load);
  x.add('screen', { law: 'twoTerm', parameters: screen }, from, middle, LEVEL);
  // The whole lift is the tube's, whatever height the place inside is given.
  const riseM = x.builder.elevationOf(to) - x.builder.elevationOf(from);
  x.add('tube', { law: 'line', parameters: passageNumbers(part, 'tube') }, middle, to, { riseM });
}

function expandPlate(part: PartOf<'plate'>, x: Expansion): void {
  const parameters = passageNumbers(part, '');
  const add = (role: string, from: string, to: string) => {
    if (x.carries(from, to)) x.add(role, { law: 'line', parameters }, x.node(from), x.node(to), AS_USUAL);
  };
  if (part.passage.kind === 'thermostat') {
    if (x.carries('in', 'away') && x.carries('in', 'out')) addThermostat(x, part.passage, 'away', 'out');
    else if (x.carries('in', 'out')) addThermostatPath(x, part.passage, 'out', false);
  } else {
    if (part.passage.kind === 'open') add('straight on', 'in', 'out');
    add('away', 'in', 'away');
  }
  add('back', 'back', 'out');
}

function addThermostat(x: Expansion, t: Thermostat, cooled: string, bypass: string): void {
  if (x.carries('in', cooled)) addThermostatPath(x, t, cooled, true);
  if (x.carries('in', bypass)) addThermostatPath(x, t, bypass, false);
}

function addThermostatPath(x: Expansion, t: Thermostat, port: string, cooled: boolean): void {
  const parameters = thermostatNumbers(t, cooled);
  const role = cooled ? 'cooler path' : 'bypass path';
  x.add(role, { law: 'thermostatPath', parameters }, x.node('in'), x.node(port), AS_USUAL);
}

interface Bore {
  readonly boreM: number;
  readonly lengthM: number;
  readonly dischargeCoefficient?: number | undefined;
}

/** Where an element lies, and how. */
interface Lying {
  readonly role: string;
  readonly from: NodeIndex;
  readonly to: NodeIndex;
  readonly manner: Manner;
}

/** An orifice; what of its bore lies beyond the short-tube range follows as tube. */
function addOrifice(x: Expansion, part: Part, bore: Bore, { role, from, to, manner }: Lying): void {
  const longest = SHORT_TUBE_UP_TO * bore.boreM;
  const parameters = {
    boreM: bore.boreM,
    lengthM: Math.min(bore.lengthM, longest),
    dischargeCoefficient: bore.dischargeCoefficient ?? 0,
  };
  if (bore.lengthM <= longest || bore.dischargeCoefficient !== undefined) {
    x.add(role, { law: 'orifice', parameters }, from, to, manner);
    return;
  }
  const middle = inside(x, part, 'in the bore');
  const { count } = manner;
  x.add(role, { law: 'orifice', parameters }, from, middle, count === undefined ? LEVEL : { count, ...LEVEL });
  const rest = lineParameters({ boreM: bore.boreM, lengthM: bore.lengthM - longest, roughnessM: 0, losses: [] });
  const restRole = role === '' ? 'rest of the bore' : `${role}, rest of the bore`;
  x.add(restRole, { law: 'line', parameters: rest }, middle, to, manner);
}
