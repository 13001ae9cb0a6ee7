import { actsAs } from '../parts/part';
import type { MoveDraft } from '../moves/move';
import { hoseQuestion, type Job } from './job';
import type { JobWork } from './jobWork';

const HOSE_M = 0.9;
const LARGEST_DASH = 16;
/** Hoses of the catalogue by dash size, the next larger one behind each. */
const HOSES = [8, 10, 12, LARGEST_DASH] as const;

/** What the block's own filter was screwed onto carries a take-off plate. @returns the plate's id */
function takeOff(work: JobWork): string {
  const filter = work.filter();
  if (filter.mounting !== 'block') work.refuse('Its filter is remote already: nothing is screwed onto the block.');
  return work.make({ kind: 'swap', part: filter.id, draft: work.part('takeOff') })[0]!;
}
const loop = (work: JobWork, plate: string, drafts: MoveDraft[]) =>
  work.make({ kind: 'bridge', from: `${plate}.away`, to: `${plate}.back`, drafts });

const remoteFilter = {
  id: 'remoteFilter',
  label: 'Remote filter',
  note: 'A take-off plate where the filter was, two hoses, the filter on a remote head.',
  words: 'filter relocation kit remote head',
  mind: 'Mark in and out on both before the hoses are made: outside is in, centre is out.',
  questions: [hoseQuestion(HOSE_M)],
  make(work) {
    loop(work, takeOff(work), [
      work.mainHose('Filter hose out'),
      work.part('remoteHead'),
      work.mainHose('Filter hose back'),
    ]);
  },
} as const satisfies Job;

const remoteFilterAndCooler = {
  id: 'remoteFilterAndCooler',
  label: 'Remote filter and cooler in series',
  note: 'A take-off plate, a remote filter, then an air cooler, with three hoses.',
  words: 'filter relocation oil cooler series one loop',
  mind: 'Without a thermostat the cooler always cools: in winter and on the road the oil stays too cold.',
  questions: [hoseQuestion(HOSE_M)],
  make(work) {
    if (work.circuit.parts.some((p) => actsAs(p, 'cooler') && p.medium === 'air'))
      work.refuse('This engine has an air cooler already.');
    loop(work, takeOff(work), [
      work.mainHose('Hose to the filter'),
      work.part('remoteHead'),
      work.mainHose('Hose to the cooler'),
      work.part('airCooler'),
      work.mainHose('Hose back'),
    ]);
  },
} as const satisfies Job;

const headNoBypass = {
  id: 'headNoBypass',
  label: 'Filter head without bypass valve, larger line',
  note: 'Another head for the remote filter, whose element takes all the oil, and the next larger hose behind it.',
  words: 'no bypass full flow head upgrade bigger hose line',
  mind: 'With no bypass valve a cold or clogged element must hold the whole pressure: look at its collapse rating.',
  questions: [],
  make(work) {
    const filter = work.filter();
    if (filter.mounting === 'block')
      work.refuse('Its filter is screwed onto the block and has no head: fit a remote filter first.');
    if (filter.bypass === null) work.refuse('Its filter has no bypass valve already.');
    const hose =
      work.hoseAt(filter, 'after') ??
      work.refuse(`No hose leads on from ${filter.name}: there is no line to exchange.`);
    const dash = HOSES.find((d) => d > (hose.dash ?? 0)) ?? LARGEST_DASH;
    work.make({
      kind: 'swap',
      part: filter.id,
      draft: work.part('filterNoBypass', { mounting: filter.mounting, ratedFlowM3S: filter.ratedFlowM3S }),
    });
    if (hose.dash === undefined || dash > hose.dash)
      work.make({ kind: 'swap', part: hose.id, draft: work.part(`hose${dash}`) });
  },
} as const satisfies Job;

export const FILTER_JOBS = [remoteFilter, remoteFilterAndCooler, headNoBypass] as const;
