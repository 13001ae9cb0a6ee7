import { z } from 'zod';
import type { Pan } from '../../document/parts/pan';
import type { CircuitSolver } from '../../network/circuitSolver';
import { stillNodes } from '../../network/describe/stillNodes';
import { probesOf, readProbe } from '../supply/probe';
import { accumulatorsAt, holdsS } from './accumulatorHolds';
import { PannedPickup } from './bareAt';
import { lowerMarkM3 } from './judgePickup';
import { aloftM3, AloftReader, inPanAtFullM3, panOf } from './oilAloft';

/** A moment of a recorded lap. */
export interface LapMoment {
  readonly timeS: number;
  readonly speedRevS: number;
  readonly rightMS2?: number | undefined;
  readonly forwardMS2?: number | undefined;
}

const levelSchema = z.strictObject({
  /** Time that the mouth is bare, the longest at a time, and when that begins [s]. */
  bareS: z.number(),
  longestS: z.number(),
  longestAtS: z.number().nullable(),
  /** Time that nothing holds the pressure any more. */
  withoutS: z.number(),
});

const BARE = ['no', 'lower', 'full'] as const;
/** What a recorded lap does to the pickup, with oil at the full and at the lower mark. */
export const lapPickupSchema = z.strictObject({
  full: levelSchema,
  lower: levelSchema,
  /** Moments, thinned: whether the mouth is bare at the lower mark only, or at the full one too. */
  points: z.array(z.strictObject({ rightMS2: z.number(), forwardMS2: z.number(), bare: z.enum(BARE) })),
});
export type LapPickup = z.infer<typeof lapPickupSchema>;

/** More points than these show nothing that fewer do not. */
const MOST_POINTS = 1500;
/** A gap in a recording counts as this long at most [s]. */
const LONGEST_GAP_S = 1;

/** How long the mouth has been bare at a level. */
class BareTime {
  bareS = 0;
  longestS = 0;
  longestAtS: number | null = null;
  withoutS = 0;
  private since: number | undefined;

  add(timeS: number, forS: number, isBare: boolean, heldS: number): void {
    if (!isBare) {
      this.since = undefined;
      return;
    }
    this.since ??= timeS;
    this.bareS += forS;
    const lasts = timeS + forS - this.since;
    if (lasts > this.longestS) [this.longestS, this.longestAtS] = [lasts, this.since];
    this.withoutS += Math.min(forS, Math.max(0, lasts - heldS));
  }

  get sum(): LapPickup['full'] {
    const { bareS, longestS, longestAtS, withoutS } = this;
    return { bareS, longestS, longestAtS, withoutS };
  }
}

/** A pan with its oil at both marks. */
interface Filled {
  readonly pan: Pan;
  readonly fullM3: number;
  readonly lowerM3: number;
}

/** Follows a pickup through a recorded lap; undefined where its pan, its oil or the accelerations are not known. */
export class LapWatch {
  private readonly reader: AloftReader;
  private readonly full = new BareTime();
  private readonly lower = new BareTime();
  private readonly points: LapPickup['points'] = [];
  private readonly probes: ReturnType<typeof probesOf>;
  private seen = 0;

  private readonly pickup: PannedPickup;

  private constructor(
    private readonly circuit: CircuitSolver,
    private readonly filled: Filled,
    private readonly every: number,
  ) {
    this.pickup = new PannedPickup(filled.pan);
    this.reader = new AloftReader(circuit);
    this.probes = probesOf(circuit.variant.circuit, circuit.compiled);
  }

  static of(circuit: CircuitSolver, rows: readonly LapMoment[]): LapWatch | undefined {
    const { project, variant } = circuit;
    const sump = panOf(variant.circuit);
    const fullM3 = sump && inPanAtFullM3(sump, (project.variants[0] ?? variant).circuit);
    const isKnown = rows.some((r) => r.rightMS2 !== undefined || r.forwardMS2 !== undefined);
    if (!sump?.pan || fullM3 === undefined || project.engine.displacementM3 === undefined || !isKnown) return undefined;
    const every = Math.max(1, Math.ceil(rows.length / MOST_POINTS));
    return new LapWatch(circuit, { pan: sump.pan, fullM3, lowerM3: lowerMarkM3(sump, fullM3) }, every);
  }

  /** @param rows of a step that was solved last @param sumpK its oil */
  step(rows: readonly LapMoment[], sumpK: number): void {
    const aloft = this.reader.at({ speedRevS: rows[0]!.speedRevS, oilTemperatureK: sumpK });
    const missing = aloftM3(aloft);
    const { filled } = this;
    const heldS =
      (aloft.drawnM3S > 0 ? (filled.pan.doorsM3 ?? 0) / aloft.drawnM3S : 0) +
      this.accumulatorsS(sumpK, aloft.fedM3S, rows);
    const [full, lower] = [filled.fullM3, filled.lowerM3].map((m3) => Math.max(0, m3 - missing)) as [number, number];
    for (const [i, row] of rows.entries()) {
      const { rightMS2 = 0, forwardMS2 = 0, timeS } = row;
      const forS = Math.min(
        LONGEST_GAP_S,
        (rows[i + 1]?.timeS ?? timeS + (i > 0 ? timeS - rows[i - 1]!.timeS : 0)) - timeS,
      );
      const way = { forward: forwardMS2, right: rightMS2 };
      const isBareAtLower = !this.pickup.isCovered(lower, way, 1);
      const isBareAtFull = isBareAtLower && !this.pickup.isCovered(full, way, 1);
      this.lower.add(timeS, forS, isBareAtLower, heldS);
      this.full.add(timeS, forS, isBareAtFull, heldS);
      if (this.seen++ % this.every === 0)
        this.points.push({ rightMS2, forwardMS2, bare: isBareAtFull ? 'full' : isBareAtLower ? 'lower' : 'no' });
    }
  }

  private accumulatorsS(sumpK: number, fedM3S: number, rows: readonly LapMoment[]): number {
    const { circuit } = this;
    const { network } = circuit.compiled;
    const ws = circuit.solver.workspace;
    const state = circuit.stateAt(rows[0]!.speedRevS, sumpK);
    const still = stillNodes(network, ws);
    const readings = this.probes.map((probe) => readProbe(probe, network, ws, state, still));
    const { atmospherePa } = circuit.project.engine;
    return [...accumulatorsAt(circuit, readings)].reduce(
      (s, [part, at]) => s + holdsS(part, at, fedM3S, atmospherePa),
      0,
    );
  }

  get result(): LapPickup {
    return { full: this.full.sum, lower: this.lower.sum, points: this.points };
  }
}
