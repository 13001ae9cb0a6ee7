import type { Asked } from '../job/command';
import { type StudyKind } from '../job/study';
import {
  comparisonSchema,
  MOST_COMPARED,
  replySchema,
  requestSchema,
  sideBySide,
  start,
  taskSchema,
  type CompareReply,
  type CompareTask,
  type Comparison,
  type Request,
} from './compareTasks';
import { compareWork } from './compareWork';
import { isGoodEnough } from '../../judgement/verdict/verdict';
import { comparisonLines } from './sayCompare';
import { StudyRefused } from '../job/studyRefused';

/** The variants that were named, or the first ones. @throws StudyRefused */
function variantsOf({ circuit: { project }, given }: Asked): string[] {
  const there = project.variants.map((v) => v.id);
  const ids = given.variants?.split(',') ?? there.slice(0, MOST_COMPARED);
  const unknown = ids.find((id) => !there.includes(id));
  if (unknown !== undefined)
    throw new StudyRefused(`--variants: there is no variant "${unknown}". These are: ${there.join(', ')}.`);
  if (ids.length < 2 || ids.length > MOST_COMPARED)
    throw new StudyRefused(
      `--variants: give 2 to ${MOST_COMPARED}, ${ids.length} ${ids.length === 1 ? 'is' : 'are'} there.`,
    );
  return ids;
}

/**
 * Variants of a project side by side: what differs in parts, settings and season, then each consumer at its worst,
 * figures at the named states.
 */
export const COMPARE_STUDY: StudyKind<Request, CompareTask, CompareReply, Comparison> = {
  name: 'compare',
  requestSchema,
  taskSchema,
  replySchema,
  answerSchema: comparisonSchema,
  start,
  work: compareWork,
  partial: sideBySide,
  // What a pan holds at its mark follows from the first variant.
  reads: ['variantNames', 'variantBefore'],
  variants: ({ ids }) => ids,
  commands: [
    {
      name: 'compare',
      question: (asked) => ({ ids: variantsOf(asked) }),
      json: (comparison) => comparison,
      table: (comparison) => ({
        columns: [
          'variant',
          'consumer',
          'verdict',
          'supplied',
          'margin_si',
          'quantity',
          'speed_rev_s',
          'oil_temp_k',
          'pressure_pa',
          'flow_m3s',
        ],
        rows: comparison.variants.flatMap(({ id }, i) =>
          comparison.consumers.flatMap(({ part, worst }) => {
            const w = worst[i];
            if (!w) return [];
            const margin = [w.decisive?.margin ?? null, w.decisive?.quantity ?? null];
            return [
              [id, part, w.verdict, w.supplied, ...margin, w.speedRevS, w.oilTemperatureK, w.pressurePa, w.flowM3S],
            ];
          }),
        ),
      }),
      lines: comparisonLines,
      remarks: (comparison, { given }) =>
        given.json !== undefined || given.csv !== undefined
          ? []
          : comparison.variants.flatMap(({ name, refused }) => (refused === null ? [] : [`${name}: ${refused}`])),
      isGood: (comparison) =>
        comparison.variants.every((v) => v.verdict !== null && isGoodEnough(v.verdict, v.certainty)),
    },
  ],
};
