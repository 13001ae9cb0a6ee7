import * as database from '../../storage/database';
import { demoProject } from '../../core/verification/testing/demo';
import { useDocument } from './document';
import { openProject } from './openProject';
import { useQuestion } from './question';

jest.mock('../../storage/database', () => {
  const actual = jest.requireActual<typeof import('../../storage/database')>('../../storage/database');
  return { ...actual, addSavePoint: jest.fn(actual.addSavePoint) };
});

const [first, second] = [demoProject(), demoProject('larkspur')];
const nowOpen = () => useDocument.getState().project!.name;

describe('Opening another project', () => {
  beforeEach(() => useDocument.getState().open(first));

  it('keeps the one on the bench as a save point first', async () => {
    expect(await openProject(second)).toBe(true);
    expect(nowOpen()).toBe(second.name);
    expect((await database.listSavePoints())[0]).toMatchObject({
      name: 'Thornback, before Larkspur was opened',
      named: false,
    });
  });

  it.each([
    ['stays where it is', false, first.name],
    ['opens it all the same', true, second.name],
  ])('asks where it cannot be kept, and %s when told so', async (_, yes, name) => {
    jest.mocked(database.addSavePoint).mockRejectedValueOnce(new Error('the store is full'));
    const opening = openProject(second);
    await new Promise((resolve) => setTimeout(resolve, 0));
    expect(nowOpen()).toBe(first.name);
    expect(useQuestion.getState().asked?.text).toContain('does not let the app keep Thornback');
    useQuestion.getState().answer(yes);
    expect([await opening, nowOpen(), useQuestion.getState().asked]).toEqual([yes, name, undefined]);
  });
});
