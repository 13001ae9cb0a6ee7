/** Runs work that yields its progress to its end at once; for the command line and tests. */
export function runToEnd<T>(run: Generator<number, T>): T {
  for (;;) {
    const step = run.next();
    if (step.done) return step.value;
  }
}
