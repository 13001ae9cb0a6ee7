import { Button, Table } from 'antd';
import { CsvButton } from '../../files/CsvButton';
import { FigureCell } from '../../forms/FigureInput';
import { Fold } from '../../forms/Fold';
import { useDocument } from '../../state/document';
import { usePreferences } from '../../state/preferences';
import { activeVariant, inSeason } from '../../../core/document/project/project';
import { inputsOf, type Input } from '../../../core/studies/inputs/inputs';
import { formatQuantity, type Quantity, type UnitChoice } from '../../../core/foundations/units';

/** A tolerance is looked for within so many times what is usual. */
const PLAUSIBLE = 100;

/** Every figure that has a tolerance, with the one that is usual and the way to state another. */
export function ToleranceTable() {
  const project = useDocument((w) => w.project)!;
  const units = usePreferences((w) => w.units);
  const variant = activeVariant(project);
  const inputs = inputsOf(inSeason(project, variant), variant);
  return (
    <Fold
      className="tolerance-table"
      title={`Tolerances: ${inputs.length} figures, ${inputs.filter((i) => i.plusMinus !== i.usual).length} stated by you`}
    >
      <p className="quiet">
        95 % lie within plus or minus this, normally distributed. The typical values are judged, not measured: enter
        yours where you have measured. Springs keep their rate.
      </p>
      <Table<Input>
        rowKey="id"
        size="small"
        pagination={false}
        sticky
        scroll={{ x: 560 }}
        dataSource={[...inputs]}
        columns={[
          {
            title: 'Figure',
            rowScope: 'row',
            sorter: (a, b) => a.name.localeCompare(b.name),
            dataIndex: 'name',
          },
          {
            title: 'As stated',
            render: (_, input) => (input.part === '' ? '–' : formatQuantity(input.stated, input.quantity, units)),
          },
          { title: 'Plus or minus', render: (_, input) => <PlusMinus input={input} /> },
          { title: 'Usual', render: (_, input) => <Usual input={input} units={units} /> },
        ]}
      />
      <CsvButton name="tolerances" />
    </Fold>
  );
}

/** A tolerance of a temperature is a difference of temperatures. */
const quantityOf = (input: Input): Quantity =>
  input.quantity === 'temperature' ? 'temperatureDifference' : input.quantity;

const toleranceOf = (input: Input) => ({ part: input.part === '' ? 'oil' : input.part, path: [...input.path] });

function PlusMinus({ input }: { readonly input: Input }) {
  const setTolerance = useDocument((w) => w.setTolerance);
  return (
    <FigureCell
      title={`${input.name}, plus or minus`}
      quantity={quantityOf(input)}
      si={input.plusMinus}
      typical={input.usual > 0 ? [input.usual / PLAUSIBLE, input.usual * PLAUSIBLE] : undefined}
      allowed={[0, Infinity]}
      onChange={(si) => si !== undefined && setTolerance(toleranceOf(input), si)}
    />
  );
}
function Usual({ input, units }: { readonly input: Input; readonly units: UnitChoice }) {
  const setTolerance = useDocument((w) => w.setTolerance);
  if (input.plusMinus === input.usual) return 'as usual';
  return (
    <Button onClick={() => setTolerance(toleranceOf(input), undefined)}>
      back to {formatQuantity(input.usual, quantityOf(input), units)}
    </Button>
  );
}
