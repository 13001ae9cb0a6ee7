import { partSchema } from '../parts/part';
import type { Circuit } from '../project/project';
import { drainEnd } from './drainEnd';
import type { ReturnPart } from '../parts/ports';

const part = (id: string, own: object) => partSchema.parse({ id, name: id, ...own });
const drain = (id: string) => part(id, { kind: 'drain', boreM: 0.016, lengthM: 0.4 });
const circuit = (joints: readonly [string, string][]): Circuit => ({
  parts: [
    part('sump', { kind: 'sump', levelM: -0.2 }),
    drain('upper'),
    drain('lower'),
    part('scavenge', { kind: 'scavenge', displacementM3Rev: 20e-6, speedRatio: 0.5, volumetricEfficiency: 0.8 }),
  ],
  joints: joints.map(([from, to]) => ({ from, to })),
});
const endOf = (c: Circuit, id: string) => drainEnd(c, c.parts.find((p) => p.id === id) as ReturnPart)?.id;

describe('Where a drain ends', () => {
  it('follows the drains behind it to the reservoir', () => {
    const c = circuit([
      ['upper.out', 'lower.in'],
      ['lower.out', 'sump.return'],
    ]);
    expect([endOf(c, 'upper'), endOf(c, 'lower')]).toEqual(['sump', 'sump']);
  });

  it('is nowhere behind a scavenge section, in the open, or in a ring', () => {
    const scavenged = circuit([
      ['upper.out', 'scavenge.in'],
      ['scavenge.out', 'sump.return'],
    ]);
    expect([endOf(scavenged, 'upper'), endOf(scavenged, 'scavenge'), endOf(scavenged, 'lower')]).toEqual([
      undefined,
      'sump',
      undefined,
    ]);
    const ring = circuit([
      ['upper.out', 'lower.in'],
      ['lower.out', 'upper.in'],
    ]);
    expect(endOf(ring, 'upper')).toBeUndefined();
  });
});
