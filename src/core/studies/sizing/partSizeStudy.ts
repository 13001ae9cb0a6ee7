import { formatQuantity } from '../../foundations/units';
import type { StudyKind } from '../job/study';
import { partFamiliesOf } from './partFamilies';
import {
  familiesAt,
  replySchema,
  requestSchema,
  partSizesSchema,
  soFar,
  start,
  taskSchema,
  type Request,
  type PartSizeReply,
  type PartSizes,
  type PartSizeTask,
} from './partSizeTasks';
import { partSizeWork } from './partSizeWork';
import { sayPartSize, sayPartSizeFails, sayPartSizes } from './sayPartSizes';

const settles = (k: number | null) => (k === null ? 'no balance' : formatQuantity(k, 'temperature', {}, 1));

/**
 * Which size of a cooler or a thermostat would do: supply over the range with the oil held, temperatures on the two
 * design drives Calculated.
 */
export const PART_SIZE_STUDY = {
  name: 'partSizes',
  requestSchema,
  taskSchema,
  replySchema,
  answerSchema: partSizesSchema,
  start,
  work: partSizeWork,
  partial: soFar,
  commands: [
    {
      name: 'size',
      fits: ({ circuit, word }) =>
        circuit.variant.circuit.parts.some((p) => p.id === word && partFamiliesOf(p).length > 0),
      question: ({ word }) => ({ part: word! }),
      json: (rows) => rows,
      table: (rows) => ({
        columns: ['family', 'size_si', 'hot_day_k', 'cold_cruise_k', 'fails'],
        rows: rows.rows.map((r) => [
          r.family,
          r.family === null ? null : r.size,
          r.hotDayK,
          r.coldCruiseK,
          r.fails.join(' '),
        ]),
      }),
      lines: (rows, { circuit, word }) => {
        const { families } = familiesAt(circuit.variant.circuit.parts, word!);
        return [
          ...sayPartSizes(rows, families),
          ...rows.rows.map((r) =>
            `${sayPartSize(families, r).padEnd(20)} hot day ${settles(r.hotDayK).padEnd(12)} cold cruise ${settles(r.coldCruiseK).padEnd(12)} ${sayPartSizeFails(r)}`.trimEnd(),
          ),
        ];
      },
      isGood: (rows) => rows.rows.some((r) => r.family !== null && r.fails.length === 0),
    },
  ],
} as const satisfies StudyKind<Request, PartSizeTask, PartSizeReply, PartSizes>;
