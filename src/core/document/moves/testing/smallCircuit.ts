import { demoProject } from '../../../verification/testing/demo';
import { catalogueEntry } from '../../parts/catalogue';
import { partSchema, type Part } from '../../parts/part';
import { activeVariant, type Circuit, type Variant } from '../../project/project';
import type { MoveDraft } from '..';

export const draft = (id: string, own: object = {}) => ({ ...catalogueEntry(id).part, ...own }) as MoveDraft;
const part = (id: string, entry: string, own: object = {}): Part =>
  partSchema.parse({ ...catalogueEntry(entry).part, id, name: id[0]!.toUpperCase() + id.slice(1), ...own });

/** Sump, pump, filter, gallery; a gauge, bearings and a turbo with its hose and drain on the gallery. */
export const PARTS: readonly Part[] = [
  ...activeVariant(demoProject()).circuit.parts.filter((p) => p.kind === 'sump' || p.kind === 'pump'),
  part('filter', 'spinOn'),
  part('gallery', 'drilling', { lengthM: 0.4 }),
  part('dial', 'gauge'),
  part('hose', 'hose4'),
  part('turbo', 'turboPlain'),
  part('drain', 'drain'),
  part('mains', 'mains'),
];
export const joint = (text: string) => {
  const [from, to] = text.split(' > ') as [string, string];
  return { from, to };
};
const JOINTS = [
  'sump.suction > pump.in',
  'pump.out > filter.in',
  'filter.out > gallery.in',
  'gallery.out > dial.in',
  'gallery.out > hose.in',
  'hose.out > turbo.in',
  'turbo.out > drain.in',
  'drain.out > sump.return',
  'gallery.out > mains.in',
  'mains.out > sump.return',
];
export const CIRCUIT: Circuit = { parts: [...PARTS], joints: JOINTS.map(joint) };
export const VARIANT: Variant = { ...activeVariant(demoProject()), circuit: CIRCUIT, sheet: undefined, waivers: [] };
