import { doerInPlace } from '../testing/studiesInPlace';

const actual = jest.requireActual<typeof import('../studyPool')>('../studyPool');
export const { StudyPool, loadStudy, studyAtHand } = actual;
const pool = new StudyPool(2, () => doerInPlace);

/** The page's pool in tests: the real studies, done in place. */
export const studyPool = () => pool;
