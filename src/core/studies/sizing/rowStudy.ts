import { formatQuantity } from '../../foundations/units';
import type { StudyKind } from '../job/study';
import { partFamiliesOf } from './partFamilies';
import {
  familiesAt,
  replySchema,
  requestSchema,
  rowsSchema,
  soFar,
  start,
  taskSchema,
  type Request,
  type RowReply,
  type Rows,
  type RowTask,
} from './rowTasks';
import { rowWork } from './rowWork';
import { sayRow, sayRowFails, sayRows } from './sayRows';

const settles = (k: number | null) => (k === null ? 'no balance' : formatQuantity(k, 'temperature', {}, 1));

/**
 * Which size of a cooler or a thermostat would do: supply over the range with the oil held, temperatures on the two
 * design drives Calculated.
 */
export const ROW_STUDY = {
  name: 'rows',
  requestSchema,
  taskSchema,
  replySchema,
  answerSchema: rowsSchema,
  start,
  work: rowWork,
  partial: soFar,
  commands: [
    {
      name: 'size',
      fits: ({ circuit, word }) =>
        circuit.variant.circuit.parts.some((p) => p.id === word && partFamiliesOf(p).length > 0),
      question: ({ word }) => ({ part: word! }),
      json: (rows) => rows,
      rows: (rows) => ({
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
          ...sayRows(rows, families),
          ...rows.rows.map((r) =>
            `${sayRow(families, r).padEnd(20)} hot day ${settles(r.hotDayK).padEnd(12)} cold cruise ${settles(r.coldCruiseK).padEnd(12)} ${sayRowFails(r)}`.trimEnd(),
          ),
        ];
      },
      isGood: (rows) => rows.rows.some((r) => r.family !== null && r.fails.length === 0),
    },
  ],
} as const satisfies StudyKind<Request, RowTask, RowReply, Rows>;
