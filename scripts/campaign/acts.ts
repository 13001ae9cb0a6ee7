import { readProject } from '../../src/core/document/project/readProject';
import { demoKept } from '../../src/core/verification/testing/demo';
import { useDocument } from '../../src/app/state/document';
import { randomActs } from '../../src/app/testing/randomActs';
import type { Part } from './part';

const ACTS_A_RUN = 25;
const DEMOS = ['thornback', 'saltmarsh', 'larkspur'] as const;
/** What the app itself makes may never be refused. */
const ITS_OWN = /^(copyVariant|openPairOfFaults|move|tidy|undo|redo)/;

/** Runs of random acts, undo and redo included, on the document's own store. */
export const acts: Part = {
  name: 'acts',
  unit: 'runs of 25 random acts',
  holds: 'the document can be written and read again; nothing that the app itself makes is refused',
  usual: 2000,
  run(count, seed) {
    const failures: string[] = [];
    for (let n = 0; n < count; n++) {
      useDocument.getState().open(demoKept(DEMOS[n % DEMOS.length]));
      const { refusals } = randomActs(seed + n, ACTS_A_RUN, () => undefined);
      const read = readProject(JSON.parse(JSON.stringify(useDocument.getState().project)));
      if (!read.ok) failures.push(`seed ${seed + n}: ${JSON.stringify(read.issues[0]).slice(0, 160)}`);
      const own = refusals.find((r) => ITS_OWN.test(r));
      if (own !== undefined) failures.push(`seed ${seed + n}: ${own}`);
    }
    return { done: count, failures };
  },
};
