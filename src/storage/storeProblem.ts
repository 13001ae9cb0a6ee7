/** Why the browser's store did not do what it was asked. */
export type StoreProblemKind = 'full' | 'blocked' | 'absent' | 'silent' | 'replaced' | 'other';

/** The store did not do what it was asked; the message is for the reader. */
export class StoreProblem extends Error {
  constructor(
    readonly kind: StoreProblemKind,
    cause?: unknown,
  ) {
    super(SENTENCES[kind], { cause });
  }
}

const SENTENCES: Readonly<Record<StoreProblemKind, string>> = {
  full: 'The room that this browser gives the app is full.',
  blocked: 'This browser does not let the app keep data: it may be a private window, or blocked in its settings.',
  absent: 'This browser has no store for the app’s data.',
  silent: 'The browser’s store does not answer.',
  replaced: 'A newer version of the app has been opened in another tab. Load this page again to go on.',
  other: 'The browser’s store failed.',
};

/** A store that is asked and stays silent for so long is taken as failed [ms]. A busy disk may take seconds. */
export const LONGEST_WAIT_MS = 10_000;

const KIND_OF: Readonly<Record<string, StoreProblemKind>> = {
  QuotaExceededError: 'full',
  MissingAPIError: 'absent',
  MissingApiError: 'absent',
  SecurityError: 'blocked',
  InvalidStateError: 'blocked',
  OpenFailedError: 'blocked',
  NotAllowedError: 'blocked',
  VersionError: 'replaced',
  DatabaseClosedError: 'replaced',
};

/** What an error of the store is; its innermost name counts, since wrappers say only that something was aborted. */
export function storeProblemOf(error: unknown): StoreProblem {
  if (error instanceof StoreProblem) return error;
  const names: string[] = [];
  for (let each: unknown = error; typeof each === 'object' && each !== null && names.length < 6;) {
    const { name, inner } = each as { name?: unknown; inner?: unknown };
    if (typeof name === 'string') names.push(name);
    each = inner;
  }
  const known = names.reverse().find((name) => Object.hasOwn(KIND_OF, name));
  return new StoreProblem(known === undefined ? 'other' : KIND_OF[known]!, error);
}

/**
 * Work of the store, or a StoreProblem where it fails or does not answer.
 * @param longestMs time after which silence is a failure
 */
export function answered<T>(work: () => PromiseLike<T>, longestMs = LONGEST_WAIT_MS): Promise<T> {
  return new Promise((done, fail) => {
    const timer = setTimeout(() => fail(new StoreProblem('silent')), longestMs);
    const end = () => clearTimeout(timer);
    try {
      work().then(
        (value) => {
          end();
          done(value);
        },
        (error: unknown) => {
          end();
          fail(storeProblemOf(error));
        },
      );
    } catch (error) {
      end();
      fail(storeProblemOf(error));
    }
  });
}
