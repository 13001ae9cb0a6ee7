import { z } from 'zod';

/** One line of a logger: a time and figures by channel, each named with its unit. */
export interface Frame {
  readonly timeS: number;
  readonly values: Readonly<Record<string, number | null>>;
}

const lineSchema = z.object({ time_s: z.number() }).catchall(z.number().nullable());

/** A frame as it goes over the line: one JSON object, `time_s` first. */
export const lineOf = ({ timeS, values }: Frame): string =>
  JSON.stringify({
    time_s: round(timeS),
    ...Object.fromEntries(Object.entries(values).map(([k, v]) => [k, v === null ? null : round(v)])),
  });

const round = (x: number): number => Number(x.toPrecision(7));

/** A line read; undefined where it is none: malformed lines are counted, not shown. */
export function frameOf(line: string): Frame | undefined {
  let raw: unknown;
  try {
    raw = JSON.parse(line);
  } catch {
    return undefined;
  }
  const parsed = lineSchema.safeParse(raw);
  if (!parsed.success) return undefined;
  const { time_s: timeS, ...values } = parsed.data;
  return { timeS, values };
}

/** Seconds between two frames from which the trace is broken, however often frames come. */
export const GAP_S = 1;

/**
 * The last frames of a logger, in the order in which they came, with every break marked. Bounded: the oldest go, and
 * how much time went with them is known.
 */
export class FrameRing {
  private readonly frames: (Frame & { readonly brokenBefore: boolean })[] = [];
  /** Lines that were no frames. */
  malformed = 0;
  /** Breaks seen: missing time, or a clock that jumped. */
  breaks = 0;
  /** Seconds that were dropped at the old end. */
  droppedS = 0;
  private expectedBreak = false;

  constructor(private readonly most: number) {}

  /** Takes a line as it came. @returns the frame; undefined where it was none */
  take(line: string): Frame | undefined {
    const frame = frameOf(line);
    if (!frame) {
      this.malformed++;
      return undefined;
    }
    const last = this.frames.at(-1);
    const step = last ? frame.timeS - last.timeS : 0;
    const brokenBefore = this.expectedBreak || (last !== undefined && (step <= 0 || step > GAP_S));
    this.expectedBreak = false;
    if (brokenBefore && last) this.breaks++;
    this.frames.push({ ...frame, brokenBefore });
    while (this.frames.length > this.most) {
      const gone = this.frames.shift()!;
      const next = this.frames[0];
      if (next && !next.brokenBefore) this.droppedS += next.timeS - gone.timeS;
    }
    return frame;
  }

  /** The line was lost: whatever comes next does not continue what was. */
  lost(): void {
    this.expectedBreak = true;
  }

  get list(): readonly (Frame & { readonly brokenBefore: boolean })[] {
    return this.frames;
  }
}
