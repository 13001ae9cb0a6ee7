/**
 * Runs work that yields its progress to its end at once; for the command line and tests.
 * @param onShare hears each share that is yielded
 */
export function runToEnd<T>(run: Generator<number, T>, onShare: (share: number) => void = () => undefined): T {
  for (;;) {
    const step = run.next();
    if (step.done) return step.value;
    onShare(step.value);
  }
}
