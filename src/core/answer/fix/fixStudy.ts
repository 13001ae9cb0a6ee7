import { activeVariant } from '../../document/project/project';
import { AUDIT_READS } from '../../studies/job/asked';
import type { StudyKind } from '../../studies/job/study';
import { USUAL_FIX } from './change';
import {
  fixSchema,
  replySchema,
  requestSchema,
  taskSchema,
  type Fix,
  type Reply,
  type Request,
  type Task,
} from './fixSchema';
import { fixWork } from './fixWork';
import { fixLines } from './sayFix';
import { search, soFar } from './search';

/** What could be done so that the open variant's verdict is good and its aims are met. */
export const FIX_STUDY: StudyKind<Request, Task, Reply, Fix> = {
  name: 'fix',
  reads: AUDIT_READS,
  requestSchema,
  taskSchema,
  replySchema,
  answerSchema: fixSchema,
  start: search,
  work: fixWork,
  partial: (_project, _request, replies) => soFar(replies),
  commands: [
    {
      name: 'remedy',
      question: ({ circuit }) => ({
        ...USUAL_FIX,
        aims: activeVariant(circuit.project).aims ?? [],
      }),
      json: (fix) => fix,
      lines: fixLines,
      isGood: ({ status }) => status !== 'none',
    },
  ],
};
