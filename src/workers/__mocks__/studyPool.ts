import { taskInPlace } from '../testing/studiesInPlace';

const { StudyPool } = jest.requireActual<typeof import('../studyPool')>('../studyPool');
const pool = new StudyPool(2, () => ({ task: taskInPlace }));

/** The page's pool in tests: the real studies, done in place. */
export const studyPool = () => pool;
