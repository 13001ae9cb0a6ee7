import type { MoveDraft } from '../moves/move';
import { catalogueEntry } from '../parts/catalogue';
import { ends } from '../parts/catalogueEntry';
import { actsAs } from '../parts/part';
import { hoseQuestion, type Job, type JobChoice, type JobFigure } from './job';
import { OIL_KG_M3, type JobWork } from './jobWork';

const MM = 1e-3;
const LPM = 1e-3 / 60;
/** The engine that turbos of the catalogue are of, and how much larger they come at most. */
const USUAL_M3 = 2e-3;
const MOST_GROWN = 1.15;
/** Heat of such a turbo at full load [W]. @source engineering judgement */
const TURBO_W = 800;
const RESTRICTOR_M = 0.9 * MM;
/** Over the crank: outlets of what is fed, and where drains end. @source engineering judgement */
const OUTLET_M = 0.2;
const PORT_M = { pan: -0.05, block: 0.05 } as const;
/** Drains of a turbo are 14 mm at least, of what takes little oil 12. @source common practice, no source */
const LEAST_DRAIN_M = 14.2 * MM;

/** How an engine's size goes into what it feeds. */
const grownOf = ({ site }: JobWork): number =>
  Math.min(MOST_GROWN, Math.sqrt((site.engine.displacementM3 ?? USUAL_M3) / USUAL_M3));

/** A fed part of an engine of another size: rated flow and limit together. */
function fed(work: JobWork, entry: string): MoveDraft {
  const part = work.part(entry);
  const grown = grownOf(work);
  const supply = part['supply'] as { readonly highFlowM3S?: number } | undefined;
  return {
    ...part,
    ratedFlowM3S: Number(part['ratedFlowM3S']) * grown,
    ...(part['duty'] === 'turbo' ? { heatW: TURBO_W * grown } : {}),
    supply: { ...supply, ...(supply?.highFlowM3S === undefined ? {} : { highFlowM3S: supply.highFlowM3S * grown }) },
  };
}

const feedFrom: JobChoice = {
  kind: 'choice',
  id: 'from',
  title: 'Feed from',
  options: [
    { value: 'gallery', label: 'Main gallery' },
    { value: 'sender', label: 'The sender’s port, with a tee' },
    { value: 'filter', label: 'Filter housing, behind the filter' },
    { value: 'plate', label: 'A plate under the filter' },
  ],
  usual: () => 'gallery',
  help: 'A plate under the filter is upstream of its media: what it feeds gets the dirt.',
};
const drainTo: JobChoice = {
  kind: 'choice',
  id: 'drainTo',
  title: 'Drain into',
  options: [
    { value: 'pan', label: 'The pan, above the oil' },
    { value: 'block', label: 'The block' },
  ],
  usual: () => 'pan',
};
const drainLength: JobFigure = { ...hoseQuestion(0.38, 'Length of the drain', 'drainM') };

/** The port that a feed is taken from. @throws MoveRefused where the engine has no such */
function tapPort(work: JobWork): string {
  switch (work.choice('from')) {
    case 'sender': {
      const sender =
        work.find((p) => actsAs(p, 'gauge')) ?? work.refuse('This circuit has no sender whose port could be shared.');
      return `${sender.id}.in`;
    }
    case 'filter':
      return `${work.filter().id}.out`;
    case 'plate': {
      const plate =
        work.circuit.parts.find((p) => actsAs(p, 'plate') && p.form === 'sandwich') ??
        work.refuse('There is no plate under its filter.');
      return `${plate.id}.tap`;
    }
    default:
      return `${work.gallery().id}.out`;
  }
}

/** A hose's ends, the second as what it feeds wants it: a banjo onto a banjo's port. */
function endsOf(entry: string): object {
  const isBanjo = catalogueEntry(entry).threads?.['in']?.startsWith('banjo') === true;
  return isBanjo ? { losses: ends('hoseEndStraight', 'banjo') } : {};
}

/** A fed part with its hose, its restrictor where it has rolling bearings, and its drain. */
function feed(work: JobWork, name: string, entry: string, restrictorM?: number): void {
  const part = fed(work, entry);
  work.make({
    kind: 'tee',
    at: tapPort(work),
    drafts: [
      work.part('hose4', { name: `${name} hose`, lengthM: work.figure('hoseM'), ...endsOf(entry) }),
      ...(restrictorM === undefined
        ? []
        : [work.part('restrictor', { name: `${name} restrictor`, boreM: restrictorM })]),
      part,
    ],
    drain: work.drain(`${name} drain`, {
      fromM: OUTLET_M,
      toM: PORT_M[work.choice('drainTo') === 'block' ? 'block' : 'pan'],
      lengthM: work.figure('drainM'),
      flowM3S: Number(part['ratedFlowM3S']),
      leastBoreM: LEAST_DRAIN_M,
    }),
  });
}

const turbo = {
  id: 'turbo',
  label: 'A turbo feed, plain bearings',
  note: 'A hose from the engine’s clean oil, the turbo, and its drain that falls all the way.',
  words: 'turbocharger oil feed line drain journal bearing',
  questions: [hoseQuestion(0.5, 'Length of the feed hose'), feedFrom, drainTo, drainLength],
  make: (work) => feed(work, 'Turbo', 'turboPlain'),
} as const satisfies Job;

const rollingTurbo = {
  id: 'rollingTurbo',
  label: 'A turbo feed, rolling bearings',
  note: 'A hose from the engine’s clean oil through a restrictor, the turbo, and its drain.',
  words: 'turbocharger oil feed line drain ball bearing restrictor',
  mind: 'Look into the turbo’s inlet first: many have their restrictor in it, and two of them starve it.',
  questions: [hoseQuestion(0.5, 'Length of the feed hose'), feedFrom, drainTo, drainLength],
  make: (work) => feed(work, 'Turbo', 'turboRolling', RESTRICTOR_M * Math.sqrt(grownOf(work))),
} as const satisfies Job;

const supercharger = {
  id: 'supercharger',
  label: 'A supercharger feed',
  note: 'A hose from the engine’s clean oil, the supercharger, and its drain.',
  words: 'blower compressor oil feed drain',
  questions: [hoseQuestion(0.6, 'Length of the feed hose'), feedFrom, drainTo, drainLength],
  make: (work) => feed(work, 'Supercharger', 'superchargerFed'),
} as const satisfies Job;

const turboFeedMended = {
  id: 'turboFeedMended',
  label: 'Turbo fed from behind the filter',
  note: 'The feed moves from before the filter to the main gallery; the old port gets a plug.',
  words: 'misfed mis-fed turbo dirty unfiltered oil move tap reroute',
  mind: 'The old port stays open under full pressure until its plug is in.',
  questions: [],
  make(work) {
    const turbo = work.turbo();
    const { tapPort: tap, parts } = work.branch(turbo);
    if (!work.isBeforeFilter(tap)) work.refuse(`${turbo.name} is fed from behind the filter already.`);
    const old = work.neighbour(tap) ?? work.refuse(`${parts[0]!.name} is joined to nothing.`);
    work.make({ kind: 'moveTap', port: tap, to: `${work.gallery().id}.out` });
    work.make({
      kind: 'tee',
      at: old,
      drafts: [work.part('plug', { name: 'Plug of the old tap' })],
    });
  },
} as const satisfies Job;

const turboDrain = {
  id: 'turboDrain',
  label: 'Turbo drain by gravity',
  note: 'A drain of its own, as wide as its oil and foam need, falling all the way.',
  words: 'turbocharger oil drain return hose wider bung pan',
  mind: 'It must end above the oil, climb nowhere and sag nowhere.',
  questions: [drainTo, drainLength],
  make(work) {
    const turbo = work.turbo();
    const draft = work.drain(`${turbo.name} drain`, {
      fromM: Math.max(OUTLET_M, (turbo.elevationM ?? OUTLET_M) - 0.04),
      toM: PORT_M[work.choice('drainTo') === 'block' ? 'block' : 'pan'],
      lengthM: work.figure('drainM'),
      flowM3S: turbo.ratedFlowM3S,
      leastBoreM: LEAST_DRAIN_M,
    });
    const old = work.drainOf(turbo);
    if (old && actsAs(old, 'drain') && old.boreM >= Number(draft['boreM']))
      work.refuse(`${old.name} is as wide as ${turbo.name} needs already.`);
    if (old && !actsAs(old, 'drain')) work.refuse(`${turbo.name} is emptied by ${old.name} already.`);
    if (old) work.make({ kind: 'swap', part: old.id, draft });
    else work.make({ kind: 'insert', at: `${turbo.id}.out`, drafts: [draft] });
  },
} as const satisfies Job;

/** A turbo takes more than its rating at the relief’s pressure. @source engineering judgement */
const SCAVENGE_MARGIN = 1.6;

const scavengePump = {
  id: 'scavengePump',
  label: 'Scavenge pump for a turbo',
  note: 'An electric pump between the turbo’s drain and the pan, with its fuse, relay and switch.',
  words: 'electric oil scavenge return pump low turbo',
  mind: 'It runs dry, it fails with no sign, and then the turbo floods: give it a lamp.',
  questions: [],
  make(work) {
    const turbo = work.turbo();
    const drain = work.drainOf(turbo) ?? work.refuse(`${turbo.name} has no drain that a pump could empty.`);
    if (!actsAs(drain, 'drain')) return work.refuse(`${turbo.name} is emptied by ${drain.name} already.`);
    const pump = work.part('scavengePump');
    // Oil with its foam, over what the pump moves a turn of its volume in a second.
    const movedRevS = Number(pump['ownSpeedRevS']) * Number(pump['volumetricEfficiency']);
    const wantedM3Rev = (SCAVENGE_MARGIN * Number(pump['foamFactor']) * turbo.ratedFlowM3S) / movedRevS;
    work.make({
      kind: 'insert',
      at: `${drain.id}.out`,
      drafts: [
        {
          ...pump,
          displacementM3Rev: Math.max(Number(pump['displacementM3Rev']), wantedM3Rev),
          electrical: { currentA: 6, fuseA: 10, relay: true, earthed: true },
        },
      ],
    });
  },
} as const satisfies Job;

const ORIFICE_M = 1.5 * MM;
/** What a side-stream filter's orifice passes at a usual pressure: what its return is sized for. @source orifice law at 4 bar */
const ORIFICE_M3S = 2.3 * LPM;
const returnAt: JobChoice = {
  kind: 'choice',
  id: 'returnAt',
  title: 'Its oil returns to',
  options: [
    { value: 'sump', label: 'The pan, above the oil' },
    { value: 'port', label: 'The block' },
    { value: 'fillerCap', label: 'The filler cap, with a port in it' },
  ],
  usual: () => 'sump',
};
const RETURN_M: Readonly<Record<string, number>> = { sump: PORT_M.pan, port: PORT_M.block, fillerCap: 0.3 };
const SIDE_STREAM_OUTLET_M = 0.45;
const heights: readonly JobFigure[] = [
  {
    kind: 'figure',
    id: 'outletM',
    title: 'Its outlet over the crank',
    quantity: 'length',
    allowed: [-0.5, 1.5],
    usual: () => SIDE_STREAM_OUTLET_M,
  },
  {
    kind: 'figure',
    id: 'portM',
    title: 'Where its return enters, over the crank',
    quantity: 'length',
    allowed: [-0.5, 1.5],
    usual: (_, choice) => RETURN_M[choice('returnAt')] ?? PORT_M.pan,
  },
];
const returnLength = hoseQuestion(1, 'Length of its return hose', 'returnM');

const sideStream = {
  id: 'sideStream',
  label: 'Bypass (side-stream) filter',
  note: 'A fine filter beside the main way: fed through a metering orifice, with a return hose of its own and a sample port.',
  words: 'bypass filter sidestream fine filtration orifice return hose canister',
  mind: 'It takes oil from the gallery: up to 1.8 m of hose away is good. Hoses crossed, it cleans nothing.',
  questions: [hoseQuestion(1.2, 'Length of the feed hose'), returnAt, ...heights, returnLength],
  make(work) {
    const boreM = ORIFICE_M * Math.min(1, Math.sqrt(grownOf(work)));
    const ids = work.make({
      kind: 'tee',
      at: `${work.gallery().id}.in`,
      drafts: [
        work.part('hose6', { name: 'Side-stream hose', lengthM: work.figure('hoseM') }),
        work.part('sideStreamOrifice', {
          metering: { kind: 'orifice', boreM, lengthM: 3 * MM },
          returnAt: work.choice('returnAt'),
          elevationM: work.figure('outletM'),
        }),
      ],
      drain: {
        ...work.drain('Side-stream return', {
          fromM: work.figure('outletM'),
          toM: work.figure('portM'),
          lengthM: work.figure('returnM'),
          flowM3S: ORIFICE_M3S,
        }),
        // Pressure pushes its oil on: it runs full, in the next size above its feed.
        boreM: 11.1 * MM,
      },
    });
    work.make({ kind: 'tee', at: `${ids[0]}.out`, drafts: [work.part('samplePort')] });
  },
} as const satisfies Job;

const DISCHARGE = 0.7;

/** What a needle passes as it is set at first [m³/s]. @source orifice law */
function needleM3S(draft: MoveDraft, pressurePa: number): number {
  const needle = draft['metering'] as {
    readonly fullAreaM2: number;
    readonly turns: number;
    readonly turnsToFull: number;
  };
  const areaM2 = (needle.fullAreaM2 * needle.turns) / needle.turnsToFull;
  return DISCHARGE * areaM2 * Math.sqrt((2 * pressurePa) / OIL_KG_M3);
}

const gravityCanister = {
  id: 'gravityCanister',
  label: 'Canister that drains by gravity, heated lid',
  note: 'A fine filter fed through a needle, a wide return hose that falls all the way, a heater in its lid with fuse and relay.',
  words: 'bypass filter gravity drain back canister needle valve heated lid evaporator return hose',
  mind: 'Begin with the needle a quarter turn open, set it at idle, and watch the canister for overflow at high idle.',
  questions: [hoseQuestion(1.2, 'Length of the feed hose'), returnAt, ...heights, returnLength],
  make(work) {
    if (work.figure('outletM') <= work.figure('portM'))
      work.refuse('Its outlet must stand above where its return enters: its oil only falls.');
    const canister = work.part('sideStreamValve', {
      name: 'Canister',
      returnAt: work.choice('returnAt'),
      elevationM: work.figure('outletM'),
      electrical: { currentA: 8, fuseA: 15, relay: true, earthed: true },
    });
    work.make({
      kind: 'tee',
      at: `${work.gallery().id}.in`,
      drafts: [work.part('hose4', { name: 'Canister hose', lengthM: work.figure('hoseM') }), canister],
      drain: work.drain('Canister return', {
        fromM: work.figure('outletM'),
        toM: work.figure('portM'),
        lengthM: work.figure('returnM'),
        flowM3S: needleM3S(canister, work.relief().fullOpenPa),
        leastBoreM: LEAST_CANISTER_DRAIN_M,
      }),
    });
  },
} as const satisfies Job;
/** @source common practice, no source: 19 mm and more */
const LEAST_CANISTER_DRAIN_M = 19 * MM;

export const FEED_JOBS = [
  turbo,
  rollingTurbo,
  supercharger,
  turboFeedMended,
  turboDrain,
  scavengePump,
  sideStream,
  gravityCanister,
] as const;
