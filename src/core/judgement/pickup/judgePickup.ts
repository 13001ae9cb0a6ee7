import type { Pan } from '../../document/parts/pan';
import { panPlan, wellPlan } from '../../document/parts/pan';
import { catalogueEntry } from '../../document/parts/catalogue';
import type { PartOf } from '../../document/parts/part';
import type { CircuitSolver } from '../../network/circuitSolver';
import type { OperatingState } from '../../network/solve/state';
import type { ProbeReading } from '../supply/probe';
import { accumulatorsAt, holdsS, lowestSuppliedPa, type AccumulatorAt } from './accumulatorHolds';
import { PannedPickup } from './bareAt';
import { needsPan, trialsOf, type Trial } from './limits';
import { aloftM3, AloftReader, inPanAtFullM3, panOf, type OilAloft } from './oilAloft';
import type { PickupRemedy, PickupResult, PickupTrial } from './pickupResult';
import { isBare, worstTrial } from './worstTrial';

/** Colder oil hangs on the walls far longer than it is driven hard: what is aloft then is shown, not judged. */
export const JUDGED_FROM_K = 313.15;
/** Oil between the marks where it is not stated. Common practice, no source. */
const BETWEEN_MARKS_SHARE = 0.2;

/** Oil that stands in a pan at the lower mark [m³], from that at the full one. */
export const lowerMarkM3 = ({ pan, volumeM3 = 0 }: PartOf<'sump'>, fullM3: number): number =>
  Math.max(0, fullM3 - (pan?.betweenMarksM3 ?? BETWEEN_MARKS_SHARE * volumeM3));

/** What is known of a state that was seen. */
interface Seen {
  readonly aloft: OilAloft;
  readonly accumulators: ReadonlyMap<PartOf<'accumulator'>, AccumulatorAt>;
  /** For an accumulator that is not fitted: charged at the pump's outlet, as most are. */
  readonly gallery: AccumulatorAt;
}

/**
 * Watches a circuit being solved over its range and judges from that whether its pickup stays covered: the oil in the
 * pan at the state where it lacks most, tilted each way until the mouth is bare.
 */
export class PickupWatch {
  private readonly reader: AloftReader;
  private readonly aloft: OilAloft[] = [];
  /** With the least oil in the pan, running and idling; and where the pump draws most. */
  private worst: Seen | undefined;
  private idle: Seen | undefined;
  private fastest: Seen | undefined;

  private readonly hasPan: boolean;

  constructor(private readonly circuit: CircuitSolver) {
    this.reader = new AloftReader(circuit);
    this.hasPan = panOf(circuit.variant.circuit)?.pan !== undefined;
  }

  /** @param readings of every component at a state that was solved last */
  see(state: OperatingState, readings: readonly ProbeReading[]): void {
    const aloft = this.reader.at(state);
    this.aloft.push(aloft);
    if (!this.hasPan || aloft.oilTemperatureK < JUDGED_FROM_K) return;
    const { idleSpeedRevS } = this.circuit.project.engine;
    const isIdle = state.speedRevS <= idleSpeedRevS * (1 + 1e-9);
    const isWorst = !this.worst || aloftM3(aloft) > aloftM3(this.worst.aloft);
    const isWorstIdle = isIdle && (!this.idle || aloftM3(aloft) > aloftM3(this.idle.aloft));
    const isFastest = !this.fastest || aloft.drawnM3S > this.fastest.aloft.drawnM3S;
    if (!isWorst && !isWorstIdle && !isFastest) return;
    const galleryPa = Math.max(0, ...readings.map((r) => r.pressurePa ?? 0));
    const seen: Seen = {
      aloft,
      accumulators: accumulatorsAt(this.circuit, readings),
      gallery: { highPa: galleryPa, lowPa: lowestSuppliedPa(galleryPa, readings) },
    };
    if (isWorst) this.worst = seen;
    if (isWorstIdle) this.idle = seen;
    if (isFastest) this.fastest = seen;
  }

  judge(): PickupResult {
    const { project, variant } = this.circuit;
    const { engine } = project;
    const { limits, trials } = trialsOf(engine);
    const nothing: PickupResult = {
      verdict: 'unknown',
      missing: null,
      isNeeded: needsPan(engine),
      said: limits.said,
      worst: null,
      trials: [],
      restCoverM: null,
      holds: { doorsS: 0, accumulatorS: 0, lastsS: limits.lastsS },
      remedies: [],
      aloft: engine.displacementM3 === undefined ? [] : this.aloft,
    };
    const sump = panOf(variant.circuit);
    if (!sump) return { ...nothing, verdict: 'tank' };
    if (!sump.pan) return { ...nothing, missing: 'pan' };
    if (engine.displacementM3 === undefined) return { ...nothing, missing: 'displacement' };
    const fullM3 = inPanAtFullM3(sump, (project.variants[0] ?? variant).circuit);
    if (fullM3 === undefined) return { ...nothing, missing: 'fill' };
    const { worst, fastest } = this;
    if (!worst || !fastest) return { ...nothing, missing: 'solved' };
    const lowerM3 = lowerMarkM3(sump, fullM3);
    const level: Level = { pan: sump.pan, fullM3, lowerM3, worst, fastest, idle: this.idle ?? worst };
    const tried = trials.map((trial) => tryPan(level, trial));
    const atmospherePa = engine.atmospherePa;
    const holds = {
      doorsS: heldByDoorsS(sump.pan.doorsM3 ?? 0, fastest.aloft),
      accumulatorS: [...fastest.accumulators].reduce(
        (sum, [part, at]) => sum + holdsS(part, at, fastest.aloft.fedM3S, atmospherePa),
        0,
      ),
      lastsS: limits.lastsS,
    };
    const verdict = verdictOf(tried, holds);
    return {
      ...nothing,
      verdict,
      worst: {
        aloft: worst.aloft,
        fullM3: Math.max(0, fullM3 - aloftM3(worst.aloft)),
        lowerM3: Math.max(0, lowerM3 - aloftM3(worst.aloft)),
      },
      trials: tried,
      restCoverM: new PannedPickup(sump.pan).coverM(fullM3, { forward: 0, right: 0 }, 0),
      holds,
      remedies: verdict === 'covered' ? [] : remediesOf(level, trials, tried, holds, atmospherePa),
    };
  }
}

/** A pan with its oil at the marks, and the states that it is tried at. */
interface Level {
  readonly pan: Pan;
  readonly fullM3: number;
  readonly lowerM3: number;
  readonly worst: Seen;
  readonly idle: Seen;
  readonly fastest: Seen;
}

function tryPan({ pan, fullM3, lowerM3, worst, idle }: Level, trial: Trial): PickupTrial {
  const pickup = new PannedPickup(pan);
  const missing = aloftM3((trial.atIdle ? idle : worst).aloft);
  const { id, forward, right, limitMS2 } = trial;
  return {
    id,
    forward,
    right,
    limitMS2,
    bareAtFullMS2: pickup.bareAtMS2(Math.max(0, fullM3 - missing), trial),
    bareAtLowerMS2: pickup.bareAtMS2(Math.max(0, lowerM3 - missing), trial),
    reachesCrankMS2: pickup.reachesCrankMS2(Math.max(0, fullM3 - missing), trial),
  };
}

const heldByDoorsS = (doorsM3: number, { drawnM3S }: OilAloft) => (drawnM3S > 0 ? doorsM3 / drawnM3S : 0);

function verdictOf(trials: readonly PickupTrial[], holds: PickupResult['holds']): PickupResult['verdict'] {
  if (!trials.some((t) => isBare(t.bareAtLowerMS2, t.limitMS2))) return 'covered';
  if (bridges(holds)) return 'held';
  return trials.some((t) => isBare(t.bareAtFullMS2, t.limitMS2)) ? 'bare' : 'lowLevel';
}

/** True where box and accumulator last as long as the use presses the oil aside at a time. */
const bridges = ({ doorsS, accumulatorS, lastsS }: PickupResult['holds']): boolean =>
  lastsS !== null && doorsS + accumulatorS >= lastsS;

/** A box with doors of this share of the oil. Common practice, no source. */
const DOORS_SHARE = 0.25;
/** A pan is commonly made deeper by about this much [m]. Common practice, no source. */
const DEEPER_M = 0.03;

function remediesOf(
  level: Level,
  trials: readonly Trial[],
  tried: readonly PickupTrial[],
  holds: PickupResult['holds'],
  atmospherePa: number,
): PickupRemedy[] {
  const { pan, fullM3, fastest } = level;
  const at = worstTrial(tried)!;
  const doorsM3 = Math.max(pan.doorsM3 ?? 0, DOORS_SHARE * fullM3);
  const withDoors = { ...holds, doorsS: heldByDoorsS(doorsM3, fastest.aloft) };
  const usual = catalogueEntry('accumulator').part as PartOf<'accumulator'>;
  const fitted = fastest.accumulators.size > 0;
  const withGas = {
    ...holds,
    accumulatorS: holds.accumulatorS + holdsS(usual, fastest.gallery, fastest.aloft.fedM3S, atmospherePa),
  };
  const deeper = deeperPan(level);
  const triedDeeper = trials.map((trial) => tryPan(deeper, trial));
  const lasts = ({ doorsS, accumulatorS }: PickupResult['holds']) => doorsS + accumulatorS;
  return [
    ...(doorsM3 > (pan.doorsM3 ?? 0)
      ? [
          {
            id: 'doors' as const,
            size: doorsM3,
            bareAtMS2: at.bareAtLowerMS2,
            holdsS: lasts(withDoors),
            isEnough: bridges(withDoors),
          },
        ]
      : []),
    {
      id: 'deeper',
      size: DEEPER_M,
      bareAtMS2: triedDeeper.find((t) => t.id === at.id)!.bareAtLowerMS2,
      holdsS: lasts(holds),
      isEnough: !triedDeeper.some((t) => isBare(t.bareAtLowerMS2, t.limitMS2)),
    },
    ...(fitted
      ? []
      : [
          {
            id: 'accumulator' as const,
            size: usual.volumeM3,
            bareAtMS2: at.bareAtLowerMS2,
            holdsS: lasts(withGas),
            isEnough: bridges(withGas),
          },
        ]),
  ];
}

/** The same with its deep floor, and the pickup with it, lower, filled to the same marks. */
function deeperPan(level: Level): Level {
  const { pan } = level;
  const { x0, x1, y0, y1 } = pan.stepM > 0 ? wellPlan(pan) : panPlan(pan);
  const moreM3 = (x1 - x0) * (y1 - y0) * DEEPER_M;
  return {
    ...level,
    pan: { ...pan, depthM: pan.depthM + DEEPER_M, stepM: pan.stepM > 0 ? pan.stepM + DEEPER_M : 0 },
    fullM3: level.fullM3 + moreM3,
    lowerM3: level.lowerM3 + moreM3,
  };
}
