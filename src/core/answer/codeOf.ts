import type { Aim } from '../document/project/aims';
import { HOT_OIL_K } from '../document/project/conditions';
import type { Project } from '../document/project/project';
import { CLEANLINESS_STUDY } from '../studies/cleanliness/cleanlinessStudy';
import { USUAL_CHANGE_HOURS } from '../studies/cleanliness/usualChange';
import { StudyCircuits } from '../studies/job/studyCircuits';

/** Oil as it usually is in service, and how long the filters work on it. @source engineering judgement */
const BEGINS_AT = [21, 19, 16] as const;
const HOURS = 50;
/** At 6 µm. */
const SIZE = 1;
/** Share of the redline that an engine runs at on the road. @source common practice, no source */
const CRUISE_SHARE = 0.4;

/** The cleanliness that the open variant comes to, where an aim asks for it: an ISO 4406 code at 6 µm. */
export function codeOf(project: Project, aims: readonly Aim[]): number | null {
  if (!aims.some((a) => a.kind === 'cleanliness')) return null;
  const { idleSpeedRevS, maximumSpeedRevS } = project.engine;
  const answer = CLEANLINESS_STUDY.work(new StudyCircuits(project), {
    speedRevS: Math.max(idleSpeedRevS, CRUISE_SHARE * maximumSpeedRevS),
    oilTemperatureK: HOT_OIL_K,
    code: [...BEGINS_AT],
    hours: HOURS,
    usualChangeHours: USUAL_CHANGE_HOURS,
  });
  return answer.status === 'solved' ? (answer.codeWith[SIZE] ?? null) : null;
}
