import { beforeFit } from '../inputs/fitGroups';
import type { Asked } from '../job/command';
import { oneTask, type StudyKind } from '../job/study';
import { StudyRefused } from '../job/studyRefused';
import { fitSchema, requestSchema, type FitRequest, type FitResult } from './fitSchema';
import { fitReadings } from './fitWork';
import { readReadings } from '../inputs/readReadings';
import { fitRemarks, sayParameter, sayReadingFit } from './sayFit';

/** @throws StudyRefused where the table is none of readings */
function questionOf({ readTable }: Asked): FitRequest {
  const [header = [], ...rows] = readTable();
  const read = readReadings({ header, rows });
  if (!read.ok) throw new StudyRefused(read.why);
  return { readings: [...read.readings] };
}

/** Fits a circuit's uncertain figures to what its gauge shows. */
export const FIT_STUDY = {
  name: 'fit',
  requestSchema,
  taskSchema: requestSchema,
  replySchema: fitSchema,
  answerSchema: fitSchema,
  // A fit starts from what was there before any: that it was applied does not make it old.
  apart: (project, { with: variants }) => {
    const base = beforeFit(project, variants);
    return { ...base, variants: base.variants.map((v) => ({ ...v, calibration: undefined })) };
  },
  variants: ({ with: variants }) => variants && [...new Set(variants)],
  start: oneTask<FitRequest, FitResult>,
  work: ({ project }, request) => fitReadings(project, request),
  commands: [
    {
      name: 'fit',
      question: questionOf,
      json: (fit) => fit,
      lines: (fit) => [...fit.readings.map((r) => sayReadingFit(r)), '', ...fit.parameters.map(sayParameter)],
      remarks: (fit) => fitRemarks(fit),
      isGood: (fit) => fit.converged,
    },
  ],
} as const satisfies StudyKind<FitRequest, FitRequest, FitResult, FitResult>;
