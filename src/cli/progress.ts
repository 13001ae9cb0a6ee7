/** What takes less than this needs no word [ms]. */
const QUIET_MS = 2000;
/** Least time between two lines [ms]. */
const EVERY_MS = 200;
const CLEAR_LINE = '\r\u001b[K';

/** Tells how far long work is, on one line of the terminal; nothing where the error stream is no terminal. */
export function progressOnTerminal(): { tell(done: number, known: number): void; end(): void } {
  const began = performance.now();
  let told = began + QUIET_MS - EVERY_MS;
  let isShown = false;
  return {
    tell(done, known) {
      const now = performance.now();
      if (!process.stderr.isTTY || now - told < EVERY_MS) return;
      told = now;
      isShown = true;
      process.stderr.write(
        `${CLEAR_LINE}${Math.floor((100 * done) / Math.max(1, known))} % done, ${Math.round((now - began) / 1000)} s`,
      );
    },
    end() {
      if (isShown) process.stderr.write(CLEAR_LINE);
    },
  };
}
