import type { Part } from '../document/parts/part';
import type { Project, Variant } from '../document/project/project';
import { demoProject } from '../verification/testing/demo';
import { hosesOf } from './hoses/hoseList';
import { itemsOf } from './items/itemList';
import { jointsOf } from './joints/jointList';
import { planJob } from './plan/jobPlan';
import { schematic } from './jobSheet/schematic';

const demo = demoProject();
const [stock] = demo.variants as [Variant];
const hose = stock.circuit.parts.find((p) => p.kind === 'line' && p.form === 'hose')!;
const feed = stock.circuit.joints.find((j) => j.to === `${hose.id}.in`)!.from;

/** The engine with so many hoses more, all of them from one port: what makes lists longest. */
function withHoses(n: number): { readonly project: Project; readonly variant: Variant } {
  const ids = Array.from({ length: n }, (_, i) => `h${i}`);
  const variant: Variant = {
    ...stock,
    id: 'more',
    basedOn: stock.id,
    circuit: {
      parts: [...stock.circuit.parts, ...ids.map((id): Part => ({ ...hose, id, name: `Hose ${id}` }))],
      joints: [
        ...stock.circuit.joints,
        ...ids.flatMap((id) => [
          { from: feed, to: `${id}.in` },
          { from: `${id}.out`, to: 'sump.return' },
        ]),
      ],
    },
  };
  return { project: { ...demo, variants: [stock, variant], activeVariant: variant.id }, variant };
}

const REPEATS = 10;
/** Least processor time of some runs [µs]: a busy machine makes runs longer, never shorter. */
function cpuOf(work: () => unknown): number {
  return Math.min(
    ...Array.from({ length: REPEATS }, () => {
      const from = process.cpuUsage();
      work();
      const { user, system } = process.cpuUsage(from);
      return user + system;
    }),
  );
}
/** All that the bench makes of a variant after an act, on a variant that it has not seen. */
const bench = ({ project, variant }: ReturnType<typeof withHoses>) => {
  const now = { ...variant };
  hosesOf(now);
  jointsOf(now);
  itemsOf(project, now, stock);
  return planJob(project, stock, now);
};

describe('Lists of 500 hoses', () => {
  const [few, many] = [withHoses(125), withHoses(500)];

  it('cost what they are long: four times the hoses take far less than sixteen times the processor', () => {
    cpuOf(() => bench(many));
    const ratio = cpuOf(() => bench(many)) / cpuOf(() => bench(few));
    expect(ratio).toBeLessThan(12);
    expect(cpuOf(() => schematic(many.variant, {})) / cpuOf(() => schematic(few.variant, {}))).toBeLessThan(12);
  });

  it('are made after an act in the time of some copies of the circuit: no task that a hand would feel', () => {
    const copy = cpuOf(() => structuredClone(many.variant));
    expect(cpuOf(() => bench(many)) / copy).toBeLessThan(60);
  });
});
