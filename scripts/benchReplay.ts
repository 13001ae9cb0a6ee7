// npm run bench: the largest project that is held to be usual, 40 variants of 150 parts in chains of four, opened afresh:
// one variant's circuit is made from its acts, then all of them.
import { newVariant } from '../src/core/document/changes/acts';
import { deriveProject, replayOf } from '../src/core/document/changes/deriveProject';
import { makeChange } from '../src/core/document/changes/editing';
import { keptOf } from '../src/core/document/changes/keptOf';
import { catalogueEntry } from '../src/core/document/parts/catalogue';
import type { Move, MoveDraft } from '../src/core/document/moves';
import type { KeptProject } from '../src/core/document/project/keptProject';
import { activeVariant, type Project } from '../src/core/document/project/project';
import { crowdOf } from './crowd';

const PARTS = 150;
const VARIANTS = 40;
const DEEP = 4;
const AIM_MS = 100;

/** Changes of one variant: a cooler in the line, a gauge, a wider hose. */
const CHANGES: readonly Move[] = [
  { kind: 'insert', at: 'filter.in', drafts: [{ ...catalogueEntry('airCooler').part } as MoveDraft] },
  { kind: 'tee', at: 'gallery.out', drafts: [{ ...catalogueEntry('gauge').part } as MoveDraft] },
  { kind: 'split', part: 'turboFeed', share: 0.5 },
  { kind: 'set', part: 'turboRestrictor', path: ['boreM'], value: 1.2e-3, said: 'drill' },
];

function largest(project: Project): KeptProject {
  let kept = keptOf(crowdOf(project, PARTS));
  for (let v = 0; v < VARIANTS - 1; v++) {
    const parent = v % DEEP === 0 ? kept.asItIs.id : kept.activeVariant;
    kept = newVariant(kept, parent, { name: `Variant ${v}` });
    for (const move of CHANGES) {
      const made = makeChange(kept, [move]);
      if (!made.ok) throw new Error(made.why);
      kept = made.kept;
    }
  }
  return kept;
}

/** Processor time of a task [ms]. */
function cpuMs(task: () => void): number {
  const before = process.cpuUsage();
  task();
  const { user, system } = process.cpuUsage(before);
  return (user + system) / 1000;
}

/** Measures and says it. */
export function benchReplay(project: Project): void {
  const text = JSON.stringify(largest(project));
  const runs = Array.from({ length: 7 }, () => {
    const kept = JSON.parse(text) as KeptProject;
    const one = cpuMs(() => void activeVariant(deriveProject(kept)).circuit.parts.length);
    const all = cpuMs(() => kept.variants.forEach((v) => replayOf(kept, v.id)));
    return { one, all };
  });
  const median = (of: readonly number[]) => [...of].sort((a, b) => a - b)[Math.floor(of.length / 2)]!;
  console.log(
    `A project of ${VARIANTS} variants of ${PARTS} parts (${(text.length / 1024).toFixed(0)} kB) opens with one variant made from its acts in ${median(runs.map((r) => r.one)).toFixed(0)} ms of processor time (aim ${AIM_MS}); the other variants together take ${median(runs.map((r) => r.all)).toFixed(0)} ms`,
  );
}
