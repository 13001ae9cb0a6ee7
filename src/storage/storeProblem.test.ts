import './testing/nodeStore';
import { answered, storeProblemOf } from './storeProblem';

const named = (name: string, inner?: unknown) => Object.assign(new Error(name), { name, inner });

describe('Why the store did not do it', () => {
  it.each([
    ['QuotaExceededError', 'full'],
    ['SecurityError', 'blocked'],
    ['InvalidStateError', 'blocked'],
    ['MissingAPIError', 'absent'],
    ['VersionError', 'replaced'],
    ['SomethingElse', 'other'],
    ['constructor', 'other'],
  ])('%s is %s', (name, kind) => expect(storeProblemOf(named(name)).kind).toBe(kind));

  it('is what lies inside an error that only says that something was aborted', () =>
    expect(storeProblemOf(named('AbortError', named('QuotaExceededError'))).kind).toBe('full'));

  it.each([undefined, null, 'text', 4])('is told of %p too', (odd) => expect(storeProblemOf(odd).kind).toBe('other'));

  it('is silence where no answer comes, and no throw of the store goes past', async () => {
    await expect(answered(() => new Promise(() => undefined), 20)).rejects.toMatchObject({ kind: 'silent' });
    await expect(
      answered(() => {
        throw named('SecurityError');
      }),
    ).rejects.toMatchObject({ kind: 'blocked' });
    expect(await answered(() => Promise.resolve(3))).toBe(3);
  });
});
