import type { Variant } from '../document/project/project';
import { hosesOf, type Hose } from './hoses/hoseList';
import { jointsOf, type BenchJoint } from './joints/jointList';

/** Hoses and joints that a job makes, moves or opens: all others stay as they are and are no work. */
export interface JobTouches {
  readonly hoses: readonly Hose[];
  /** In the order in which they are tightened. */
  readonly joints: readonly BenchJoint[];
}

/**
 * What the way from one variant to another touches.
 * @param before the variant that the engine is in now; undefined: nothing is fitted yet, and all of it is work
 */
export function jobTouches(variant: Variant, before: Variant | undefined): JobTouches {
  const [hoses, joints] = [hosesOf(variant), jointsOf(variant)];
  if (!before) return { hoses, joints };
  const oldHoses = new Map(hosesOf(before).map((h) => [h.key, h]));
  const oldJoints = new Map(jointsOf(before).map((j) => [j.key, j]));
  return {
    hoses: hoses.filter((h) => !isSameHose(h, oldHoses.get(h.key))),
    joints: joints.filter((j) => !isSameJoint(j, oldJoints.get(j.key))),
  };
}

/** Between the same ports, of the same bore and length: nothing is made anew. */
const isSameHose = (hose: Hose, was: Hose | undefined): boolean =>
  was !== undefined &&
  was.from.mate === hose.from.mate &&
  was.to.mate === hose.to.mate &&
  was.boreM === hose.boreM &&
  was.routedM === hose.routedM;

const isSameJoint = (joint: BenchJoint, was: BenchJoint | undefined): boolean =>
  was !== undefined && was.a.thread === joint.a.thread && was.b.thread === joint.b.thread;
