import type { KeptProject } from '../../../core/document/project/keptProject';
import { asItIsOf, fitAtOnce, keptWithFit } from '../../../core/studies/fit/applyFit';
import { studyPool } from '../../../workers/studyPool';

/** A new engine, fitted where a gauge was answered, and what is to be said of that. */
interface Fitted {
  readonly kept: KeptProject;
  readonly said:
    { readonly id: string; readonly text: string; readonly to: { path: string; label: string } } | undefined;
}

const TO_READINGS = { path: '/gauge', label: 'Open Gauge' };

/** Fits a new engine to the gauge that was answered, before anything of it is shown. */
export async function fitted(kept: KeptProject): Promise<Fitted> {
  const asked = fitAtOnce(kept);
  if (!asked) return { kept, said: undefined };
  const engine = { id: '', project: asItIsOf(kept) };
  const not: Fitted = {
    kept,
    said: {
      id: 'notFitted',
      text: 'The circuit was not fitted to your gauge: it shows a typical engine of its kind. Your readings are kept.',
      to: TO_READINGS,
    },
  };
  try {
    const answer = await studyPool().run('fit', engine, asked, () => undefined, new AbortController().signal);
    const fit = answer.for(engine);
    return fit?.converged ? { kept: keptWithFit(kept, fit), said: undefined } : not;
  } catch {
    // Whatever the worker says: the engine is there, and the fit can be asked for again.
    return not;
  }
}
