import type { Hose } from '../hoses/hoseList';
import type { BenchJoint } from '../joints/jointList';

export interface Tool {
  readonly name: string;
  /** People turn out to lack it. @source common practice, no source */
  readonly oftenLacking: boolean;
  readonly why: string;
}

/** Below this a usual torque wrench does not read [N·m]. @source common practice, no source */
const SMALL_TORQUE_NM = 15;

/** Tools that the joints and hoses of a job ask for, those that people usually lack first. */
export function toolsFor(joints: readonly BenchJoint[], hoses: readonly Hose[], isDrained: boolean): readonly Tool[] {
  const tools = new Map<string, Tool>();
  const add = (name: string, oftenLacking: boolean, why: string) => {
    if (!tools.has(name)) tools.set(name, { name, oftenLacking, why });
  };
  for (const joint of joints) {
    const t = joint.tightening;
    if (!t) continue;
    if (t.wrench && joint.kind?.includes('flare')) add(`aluminium-jawed spanner, ${t.wrench}`, true, joint.name);
    else if (joint.isCentreBolt) add('large hexagon keys, 14 and 17 mm', true, joint.name);
    else if (t.wrench) add(t.wrench, false, joint.name);
    const least = t.typicalNm?.[0];
    if (least !== undefined && least < SMALL_TORQUE_NM)
      add('torque wrench that reads below 15 N·m (11 lbf·ft)', true, joint.name);
    else if (least !== undefined) add('torque wrench', false, joint.name);
    if (joint.kind?.includes('spin-on')) add('filter wrench', false, joint.name);
    if (joint.kind?.includes('tail')) add('hose clamp pliers', false, joint.name);
    if (joint.fit.kind === 'unknown') add('thread gauge', true, joint.name);
  }
  if (hoses.some((h) => h.duty !== 'coolant')) {
    add('hose shears or a fine wheel', true, 'square cuts');
    add('vice with soft jaws', false, 'hose ends');
    add('string and tape measure', false, 'routed lengths');
  }
  if (isDrained) add('drain pan larger than the oil', false, 'draining');
  add('infrared or clip-on thermometer', true, 'first start');
  return [...tools.values()].sort((a, b) => Number(b.oftenLacking) - Number(a.oftenLacking));
}
