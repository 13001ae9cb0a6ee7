import { actsAs } from '../parts/part';
import { hoseQuestion, type Job } from './job';

const BAR = 1e5;
const LITRE = 1e-3;
/** A spring that is called stiffer. @source common practice, no source */
const STIFFER = 1.15;

const reliefSpring = {
  id: 'reliefSpring',
  label: 'Relief spring',
  note: 'Another spring or shims: the relief opens at another pressure.',
  words: 'relief spring shim stiffer piston plunger oil pressure raise',
  mind: 'Stiffer raises the pressure only where the relief was open: a low hot idle stays as it is. Cold, the filter gets it too.',
  questions: [
    {
      kind: 'figure',
      id: 'opensPa',
      title: 'It is to open at',
      quantity: 'pressure',
      allowed: [0.5 * BAR, 12 * BAR],
      usual: ({ circuit }) => {
        const relief = circuit.parts.find((p) => actsAs(p, 'relief'));
        return STIFFER * (relief?.crackPa ?? 4 * BAR);
      },
    },
    {
      kind: 'choice',
      id: 'reached',
      title: 'It is reached',
      options: [
        { value: 'outside', label: 'from outside, behind its plug' },
        { value: 'inPan', label: 'with the pan off' },
      ],
      usual: () => 'outside',
    },
  ],
  make(work) {
    const relief = work.relief();
    const crackPa = work.figure('opensPa');
    if (crackPa === relief.crackPa) work.refuse(`${relief.name} opens at this pressure already.`);
    work.make({
      kind: 'set',
      part: relief.id,
      path: ['crackPa'],
      value: crackPa,
      with: [
        { path: ['fullOpenPa'], value: relief.fullOpenPa * (crackPa / relief.crackPa) },
        { path: ['reached'], value: work.choice('reached') },
      ],
      said: 'another relief spring',
    });
  },
} as const satisfies Job;

const gauge = {
  id: 'gauge',
  label: 'A gauge',
  note: 'A pressure sender on the main gallery, behind the filter.',
  words: 'oil pressure gauge sender sensor port adapter',
  mind: 'A taper thread forced into the block cracks its boss.',
  questions: [],
  make: (work) => void work.make({ kind: 'tee', at: `${work.gallery().id}.out`, drafts: [work.part('gauge')] }),
} as const satisfies Job;

const accumulator = {
  id: 'accumulator',
  label: 'Oil accumulator',
  note: 'A gas-charged vessel with its valve and hose on the main gallery: it feeds the bearings while the pickup is bare.',
  words: 'accumulator pressure reserve surge vessel',
  mind: 'It stays under pressure with the engine stopped, and empties into the engine where it is left open at shutdown.',
  questions: [
    hoseQuestion(1, 'Length of its hose'),
    {
      kind: 'figure',
      id: 'volumeM3',
      title: 'Volume of its shell',
      quantity: 'volume',
      allowed: [0.2 * LITRE, 6 * LITRE],
      usual: () => 2 * LITRE,
    },
  ],
  make: (work) =>
    void work.make({
      kind: 'tee',
      at: `${work.gallery().id}.out`,
      drafts: [
        work.part('hose8', { name: 'Accumulator hose', lengthM: work.figure('hoseM') }),
        work.part('accumulator', { volumeM3: work.figure('volumeM3') }),
      ],
    }),
} as const satisfies Job;

const MORE_OIL_M3 = 1.5 * LITRE;
const DOORS_M3 = 1 * LITRE;

const panWork = {
  id: 'panWork',
  label: 'Pan baffle or deeper pan',
  note: 'The pan comes off: a baffle with doors around the pickup goes in, or a pan that holds more.',
  words: 'pan baffle sump baffled deeper larger windage tray doors surge',
  mind: 'Measure the pickup’s clearance to the new floor before the pan is closed.',
  questions: [
    {
      kind: 'choice',
      id: 'what',
      title: 'What goes in',
      options: [
        { value: 'deeper', label: 'A deeper pan' },
        { value: 'baffle', label: 'A baffle with doors' },
      ],
      usual: ({ circuit }) =>
        circuit.parts.some((p) => actsAs(p, 'pan') && p.kind === 'sump' && p.pan) ? 'baffle' : 'deeper',
    },
    {
      kind: 'figure',
      id: 'moreM3',
      title: 'Oil that a deeper pan holds more',
      quantity: 'volume',
      allowed: [0.1 * LITRE, 8 * LITRE],
      usual: () => MORE_OIL_M3,
    },
    {
      kind: 'figure',
      id: 'doorsM3',
      title: 'Oil that the box with doors keeps',
      quantity: 'volume',
      allowed: [0.1 * LITRE, 4 * LITRE],
      usual: () => DOORS_M3,
    },
  ],
  make(work) {
    const pan = work.find((p) => actsAs(p, 'pan')) ?? work.refuse('This engine has no pan.');
    if (work.circuit.parts.some((p) => actsAs(p, 'tank'))) work.refuse('Its pan holds no oil: a tank does.');
    if (work.choice('what') === 'deeper') {
      const moreM3 = work.figure('moreM3');
      const depth = pan.pan && {
        path: ['pan', 'depthM'],
        value: pan.pan.depthM + moreM3 / (pan.pan.lengthM * pan.pan.widthM),
      };
      work.make({
        kind: 'set',
        part: pan.id,
        path: ['volumeM3'],
        value: (pan.volumeM3 ?? 0) + moreM3,
        with: depth ? [depth] : [],
        said: 'a deeper pan',
      });
      return;
    }
    if (!pan.pan) work.refuse(`Describe ${pan.name} first, under Pickup: a baffle is judged by its size.`);
    if (pan.pan?.doorsM3 !== undefined) work.refuse(`${pan.name} has a box with doors already.`);
    work.make({
      kind: 'set',
      part: pan.id,
      path: ['pan', 'doorsM3'],
      value: work.figure('doorsM3'),
      said: 'a baffle with doors',
    });
  },
} as const satisfies Job;

export const ENGINE_JOBS = [reliefSpring, gauge, accumulator, panWork] as const;
