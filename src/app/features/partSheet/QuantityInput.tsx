import { usePreferences } from '../../state/preferences';
import { Input } from 'antd';
import { useId, useState } from 'react';
import type { PartField } from '../../../core/document/parts/partFields';
import { displayUnit, formatQuantity, parseQuantity, toDisplay } from '../../../core/foundations/units';

const SIGNIFICANT = 6;
const REASONS = {
  empty: 'A figure is needed here.',
  notANumber: 'This is not a number. Write for instance 1.5 or 1.5 mm.',
  unknownUnit: 'This unit is not known here. Leave it out, or use the one shown.',
} as const;

/** A figure with its unit, typed in the reader's units or in any that the quantity knows; kept as it is typed. */
export function QuantityInput({
  title,
  field,
  input,
  onChange,
  problem,
}: {
  readonly title: string;
  readonly field: PartField;
  readonly input: Extract<PartField['input'], { kind: 'number' }>;
  readonly onChange: (si: number | undefined) => void;
  readonly problem: string | undefined;
}) {
  const units = usePreferences((w) => w.units);
  const id = useId();
  const u = displayUnit(input.quantity, units);
  const si = typeof field.value === 'number' ? field.value : undefined;
  const shown = si === undefined ? '' : String(Number(toDisplay(si, u).toPrecision(SIGNIFICANT)));
  const [text, setText] = useState(shown);
  const [wrong, setWrong] = useState<string>();
  const [editing, setEditing] = useState(false);
  const type = (typed: string) => {
    setText(typed);
    if (typed.trim() === '' && input.optional) {
      setWrong(undefined);
      onChange(undefined);
      return;
    }
    const parsed = parseQuantity(typed, input.quantity, units);
    setWrong(parsed.ok ? undefined : REASONS[parsed.reason]);
    if (parsed.ok) onChange(parsed.si);
  };
  const unusual = si !== undefined && input.typical && (si < input.typical[0] || si > input.typical[1]);
  const say = wrong ?? problem;
  return (
    <div className="field">
      <label htmlFor={id}>{title}</label>
      <Input
        id={id}
        value={editing ? text : shown}
        suffix={u.symbol}
        inputMode="decimal"
        status={say ? 'error' : ''}
        aria-invalid={say !== undefined}
        aria-describedby={`${id}-say`}
        onFocus={() => {
          setText(shown);
          setEditing(true);
        }}
        onBlur={() => {
          setEditing(false);
          setWrong(undefined);
        }}
        onChange={(event) => type(event.target.value)}
      />
      <span id={`${id}-say`} className={say ? 'problem' : 'typical'} role={say ? 'alert' : undefined}>
        {say ??
          (unusual && input.typical
            ? `Unusual: ${formatQuantity(input.typical[0], input.quantity, units)} to ${formatQuantity(input.typical[1], input.quantity, units)} is met. `
            : '')}
        {!say && editing ? (field.help ?? '') : ''}
      </span>
    </div>
  );
}
