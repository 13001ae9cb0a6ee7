import { z } from 'zod';
import { displayUnit, toDisplay } from '../../foundations/units';
import { probesOf, readProbe } from '../../judgement/supply/probe';
import {
  SWEEP_SPEEDS,
  SWEEP_TEMPERATURES,
  sweepCircuit,
  sweepSchema,
  sweepToEnd,
  type Sweep,
} from '../../judgement/sweep/sweep';
import type { CircuitSolver } from '../../network/circuitSolver';
import { stillNodes } from '../../network/describe/stillNodes';
import type { CsvTable } from '../job/command';
import { SWEEP_READING } from '../job/asked';
import { inShares, oneTask, type StudyKind } from '../job/study';
import { aloftRows, pickupLines } from './sayPickupRange';

const nothingSchema = z.strictObject({});
type Nothing = z.infer<typeof nothingSchema>;

/** The grid, and cranking. */
const STATES = SWEEP_SPEEDS * SWEEP_TEMPERATURES + 1;

const COLUMNS = [
  'speed_rpm',
  'oil_temperature_C',
  'part',
  'verdict',
  'pressure_Pa',
  'flow_m3_s',
  'low_water_Pa',
  'margin',
  'margin_of',
];
const rpm = displayUnit('speed');
const celsius = displayUnit('temperature');
const figure = (x: number | null) => (x === null ? null : x.toPrecision(7));

/** One row a state and consumer, SI but for the two columns that name their unit. */
function rowsOf(circuit: CircuitSolver): CsvTable {
  const rows: CsvTable['rows'][number][] = [];
  const probes = probesOf(circuit.variant.circuit, circuit.compiled);
  sweepToEnd(circuit, undefined, undefined, (state) => {
    const at = circuit.stateAt(state.speedRevS, state.oilTemperatureK);
    const still = stillNodes(circuit.compiled.network, circuit.solver.workspace);
    for (const probe of probes) {
      const reading = readProbe(probe, circuit.compiled.network, circuit.solver.workspace, at, still);
      const decisive = reading.checks[0];
      rows.push([
        toDisplay(state.speedRevS, rpm).toFixed(1),
        toDisplay(state.oilTemperatureK, celsius).toFixed(2),
        probe.part.id,
        reading.verdict,
        figure(reading.pressurePa),
        figure(reading.flowM3S),
        figure(reading.lowPressurePa),
        figure(decisive?.margin ?? null),
        decisive ? `${decisive.quantity} ${decisive.side}` : null,
      ]);
    }
  });
  return { columns: COLUMNS, rows };
}

/** Every component is supplied, and no use that is known of the engine uncovers its pickup. */
const isGood = ({ supplied, pickup }: Sweep) => supplied && pickup.verdict !== 'bare' && pickup.verdict !== 'lowLevel';

/** Every state that the engine can be in, the oil temperature held: each consumer's range and its worst state. */
export const SWEEP_STUDY = {
  ...SWEEP_READING,
  requestSchema: nothingSchema,
  taskSchema: nothingSchema,
  replySchema: sweepSchema,
  answerSchema: sweepSchema,
  start: oneTask<Nothing, Sweep>,
  work: (circuits) => inShares(sweepCircuit(circuits.circuit()), STATES),
  commands: [
    {
      name: 'sweep',
      question: () => ({}),
      table: (_sweep, { circuit }) => rowsOf(circuit),
      isGood,
    },
    {
      name: 'pickup',
      question: () => ({}),
      json: ({ pickup }) => pickup,
      lines: ({ pickup }) => pickupLines(pickup),
      table: ({ pickup }) => aloftRows(pickup),
      isGood: ({ pickup }) => pickup.verdict === 'covered' || pickup.verdict === 'held' || pickup.verdict === 'tank',
    },
  ],
} as const satisfies StudyKind<Nothing, Nothing, Sweep, Sweep>;
