import type { Part } from '../../document/parts/part';
import { partFields } from '../../document/parts/partFields';
import { isConsumer } from '../../document/parts/ports';
import type { Asked } from '../job/command';
import { type StudyKind } from '../job/study';
import { partFamiliesOf } from './partFamilies';
import { saySizing } from './saySizing';
import { sizablesOf, type Sizable } from './sizable';
import {
  looksSoFar,
  replySchema,
  requestSchema,
  sizingSchema,
  start,
  taskSchema,
  withoutFigure,
  type Sizing,
  type SizingReply,
  type SizingRequest,
  type SizingTask,
} from './sizingTasks';
import { sizingWork } from './sizingWork';
import { StudyRefused } from '../job/studyRefused';

interface Found {
  readonly part: Part;
  readonly sizable: Sizable;
}

/** The figure that was named, as PART.FIELD. @throws StudyRefused with those that there are */
function figureOf({ circuit, word }: Asked): Found {
  const { parts } = circuit.variant.circuit;
  const all = parts.flatMap((part) =>
    sizablesOf(part).map((sizable) => ({ part, sizable, name: `${part.id}.${sizable.path.join('.')}` })),
  );
  const found = all.find((s) => s.name === word);
  if (found) return found;
  const part = parts.find((p) => p.id === word?.split('.')[0]);
  const why =
    part && partFields(part).some((f) => `${part.id}.${f.path.join('.')}` === word)
      ? `${word} is not a size that is searched for`
      : `There is no ${word ?? 'PART.FIELD'} in this variant`;
  const whole = parts.filter((p) => partFamiliesOf(p).length > 0).map((p) => p.id);
  throw new StudyRefused(`${why}. These are: ${[...all.map((s) => s.name), ...whole].join(', ')}.`);
}

/** @throws StudyRefused */
function questionOf(asked: Asked): SizingRequest {
  const { part, sizable } = figureOf(asked);
  const only = asked.given.for;
  if (only !== undefined && !asked.circuit.variant.circuit.parts.some((p) => p.id === only && isConsumer(p)))
    throw new StudyRefused(`--for: ${only} is not a consumer of this variant.`);
  return { part: part.id, path: [...sizable.path], ...(only === undefined ? {} : { consumer: only }) };
}

/**
 * Which sizes of a figure keep every consumer, or one, supplied over the whole range of speeds and oil temperatures
 * (oil temperature held).
 *
 * The band or bands, what fails just outside each end, and the sizes within that are sold.
 */
export const SIZING_STUDY = {
  name: 'size',
  requestSchema,
  taskSchema,
  replySchema,
  answerSchema: sizingSchema,
  start,
  work: sizingWork,
  partial: looksSoFar,
  apart: withoutFigure,
  commands: [
    {
      name: 'size',
      question: questionOf,
      json: (sizing) => sizing,
      table: (sizing) => ({
        columns: ['low_si', 'high_si', 'fails_below', 'fails_above'],
        rows: sizing.bands.map((b) => [b.low, b.high, b.below?.part ?? null, b.above?.part ?? null]),
      }),
      lines: (sizing, asked) => [
        ...saySizing(sizing, figureOf(asked).sizable.quantity),
        ...(sizing.fitting.length > 0 ? [`Sizes to be had: ${sizing.fitting.map((s) => s.label).join(', ')}.`] : []),
      ],
      isGood: (sizing) => sizing.bands.length > 0,
    },
  ],
} as const satisfies StudyKind<SizingRequest, SizingTask, SizingReply, Sizing>;
