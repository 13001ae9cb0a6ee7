import type { Project, Variant } from '../../document/project/project';
import { bearings, levelAndPump, oil } from './engineCauses';
import { leaks } from './hoseCauses';
import type { Hypothesis } from './hypothesis';
import { ofPart } from './partCauses';
import { sender } from './senderCauses';

/**
 * Everything that could explain a pressure that is not as predicted. A cause that leaves nothing to compile is left
 * out.
 */
export function hypothesesOf(project: Project, variant: Variant): readonly Hypothesis[] {
  const subject = { project, variant };
  return [
    ...oil(subject),
    ...levelAndPump(subject),
    ...bearings(subject),
    ...variant.circuit.parts.flatMap((part) => ofPart(subject, part)),
    ...leaks(subject),
    ...sender(subject),
  ].filter((h) => h.severities.length > 0);
}
