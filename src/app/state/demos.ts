import { sayIssue } from '../../core/document/project/issue';
import type { KeptProject } from '../../core/document/project/keptProject';
import { readProject } from '../../core/document/project/readProject';

/** The invented demo engines, each in a file of its own that is loaded when it is asked for. */
export const DEMOS = [
  { name: 'Thornback', about: '2.3 L in-line five, one turbo', load: () => import('../../../demo/thornback.json') },
  {
    name: 'Saltmarsh',
    about: '4.1 L flat-six, supercharged launch',
    load: () => import('../../../demo/saltmarsh.json'),
  },
  { name: 'Larkspur', about: '1.1 L twin-cam trials car', load: () => import('../../../demo/larkspur.json') },
] as const;

/** Loads a demo engine. @throws with a sentence for the reader when it cannot be read */
export async function loadDemo(demo: (typeof DEMOS)[number]): Promise<KeptProject> {
  const read = readProject((await demo.load()).default);
  if (!read.ok) throw new Error(read.issues.map(sayIssue).join(' '));
  return read.kept;
}
