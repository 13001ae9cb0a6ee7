import { Button } from 'antd';
import { useDocument } from '../../state/document';
import { usePreferences } from '../../state/preferences';
import { useState } from 'react';
import { activeVariant, inSeason } from '../../../core/document/project/project';
import { inputsOf, type Input } from '../../../core/studies/inputs/inputs';
import { displayUnit, formatQuantity, type Quantity, type UnitChoice } from '../../../core/foundations/units';

const SIGNIFICANT = 4;

/** Every figure that has a tolerance, with the one that is usual and the way to state another. */
export function ToleranceTable() {
  const project = useDocument((w) => w.project)!;
  const units = usePreferences((w) => w.units);
  const variant = activeVariant(project);
  const inputs = inputsOf(inSeason(project, variant), variant);
  return (
    <details className="tolerance-table">
      <summary>
        Tolerances: {inputs.length} figures, {inputs.filter((i) => i.plusMinus !== i.usual).length} stated by you
      </summary>
      <p className="quiet">
        95 % lie within plus or minus this, normally distributed. The typical values are judged, not measured: enter
        yours where you have measured. Springs keep their rate.
      </p>
      <table className="chances">
        <thead>
          <tr>
            <th scope="col">Figure</th>
            <th scope="col">As stated</th>
            <th scope="col">Plus or minus</th>
            <th scope="col">Usual</th>
          </tr>
        </thead>
        <tbody>
          {inputs.map((input) => (
            <Row key={input.id} input={input} units={units} />
          ))}
        </tbody>
      </table>
    </details>
  );
}

/** A tolerance of a temperature is a difference of temperatures. */
const quantityOf = (input: Input): Quantity =>
  input.quantity === 'temperature' ? 'temperatureDifference' : input.quantity;

function Row({ input, units }: { readonly input: Input; readonly units: UnitChoice }) {
  const setTolerance = useDocument((w) => w.setTolerance);
  const quantity = quantityOf(input);
  const u = displayUnit(quantity, units);
  const shown = String(Number((input.plusMinus * u.factor).toPrecision(SIGNIFICANT)));
  const [text, setText] = useState<string>();
  const typed = text === undefined ? undefined : Number(text.replace(',', '.'));
  const wrong = typed !== undefined && !(text!.trim() !== '' && Number.isFinite(typed) && typed >= 0);
  const of = { part: input.part === '' ? 'oil' : input.part, path: [...input.path] };
  const own = input.plusMinus !== input.usual;
  return (
    <tr>
      <th scope="row">{input.name}</th>
      <td>{input.part === '' ? '–' : formatQuantity(input.stated, input.quantity, units)}</td>
      <td>
        <input
          type="text"
          inputMode="decimal"
          aria-label={`${input.name}, plus or minus`}
          aria-invalid={wrong}
          value={text ?? shown}
          onChange={(event) => {
            setText(event.target.value);
            const value = Number(event.target.value.replace(',', '.'));
            if (event.target.value.trim() !== '' && Number.isFinite(value) && value >= 0)
              setTolerance(of, value / u.factor);
          }}
          onBlur={() => setText(undefined)}
        />{' '}
        {u.symbol}
        {wrong && (
          <span className="problem" role="alert">
            {' '}
            a number, zero or more
          </span>
        )}
      </td>
      <td>
        {own ? (
          <Button onClick={() => setTolerance(of, undefined)}>
            back to {formatQuantity(input.usual, quantity, units)}
          </Button>
        ) : (
          'as usual'
        )}
      </td>
    </tr>
  );
}
