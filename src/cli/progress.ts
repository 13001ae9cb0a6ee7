/** What takes less than this needs no word [ms]. */
const QUIET_MS = 2000;
/** Least time between two looks at a terminal [ms]. */
const EVERY_MS = 200;
/** The same where lines stay: a file, another program. */
const LINE_EVERY_MS = 10_000;
const CLEAR_LINE = '\r\u001b[K';

/** Where progress is told. */
interface Told {
  readonly isTTY?: boolean;
  write(text: string): unknown;
}

/**
 * Tells how far long work is: on one line of a terminal, elsewhere with a line now and then.
 * @param to the error stream: the answer goes elsewhere @param now [ms]
 */
export function progressOf(
  to: Told = process.stderr,
  now: () => number = () => performance.now(),
): { tell(done: number, known: number): void; end(): void } {
  const began = now();
  const every = to.isTTY ? EVERY_MS : LINE_EVERY_MS;
  let told = began + (to.isTTY ? QUIET_MS - EVERY_MS : 0);
  let isShown = false;
  return {
    tell(done, known) {
      const at = now();
      if (at - told < every) return;
      told = at;
      const words = `${Math.floor((100 * done) / Math.max(1, known))} % done, ${Math.round((at - began) / 1000)} s`;
      isShown = true;
      to.write(to.isTTY ? `${CLEAR_LINE}${words}` : `${words}\n`);
    },
    end() {
      if (isShown && to.isTTY) to.write(CLEAR_LINE);
    },
  };
}
