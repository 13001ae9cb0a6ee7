import { Input } from 'antd';
import { useState } from 'react';
import {
  displayUnit,
  formatQuantity,
  parseQuantity,
  toDisplay,
  type BoreNames,
  type Quantity,
} from '../../core/foundations/units';
import { usePreferences } from '../state/preferences';
import { Field } from './Field';

const SIGNIFICANT = 6;
const REASONS = {
  empty: 'Enter a figure.',
  notANumber: 'Not a number. Enter for instance 1.5 or 1.5 mm.',
  unknownUnit: 'This unit is not known here. Cancel out, or use the one shown.',
  unknownDash: 'Dash size must be 3, 4, 6, 8, 10, 12, 16 or 20.',
} as const;

export interface FigureInputProps {
  readonly title: string;
  readonly quantity: Quantity;
  readonly si: number | undefined;
  /** @param dash the dash size that was named, where one was @param typed as it was typed */
  readonly onChange: (si: number | undefined, dash?: number, typed?: string) => void;
  readonly optional?: boolean;
  /** What users meet, in SI. */
  readonly typical?: readonly [number, number];
  /** What is refused beyond, in SI. */
  readonly allowed?: readonly [number, number];
  readonly help?: string | undefined;
  readonly problem?: string | undefined;
  /** True for a default that nobody has typed, measured or fitted. */
  readonly guess?: boolean;
  /** What "#8" means. */
  readonly names?: BoreNames;
}

/** A figure with its unit, typed in the reader's units or in any that people use for it; kept as it is typed. */
export function FigureInput(props: FigureInputProps) {
  const {
    title,
    quantity,
    si,
    onChange,
    optional = false,
    typical,
    allowed,
    help,
    problem,
    names = 'drill',
    guess = false,
  } = props;
  const units = usePreferences((w) => w.units);
  const u = displayUnit(quantity, units);
  const shown = si === undefined ? '' : String(Number(toDisplay(si, u).toPrecision(SIGNIFICANT)));
  const [text, setText] = useState(shown);
  const [wrong, setWrong] = useState<string>();
  const [editing, setEditing] = useState(false);
  // Help stays once it was shown: were it to go as the field is left, what is being clicked would move away.
  const [seen, setSeen] = useState(false);
  const range = ([low, high]: readonly [number, number]) =>
    `${formatQuantity(low, quantity, units)} to ${formatQuantity(high, quantity, units)}`;
  const type = (typed: string) => {
    setText(typed);
    if (typed.trim() === '' && optional) {
      setWrong(undefined);
      onChange(undefined);
      return;
    }
    const parsed = parseQuantity(typed, quantity, units, names);
    const refused = parsed.ok && allowed && (parsed.si < allowed[0] || parsed.si > allowed[1]);
    setWrong(!parsed.ok ? REASONS[parsed.reason] : refused ? `${title} must be ${range(allowed)}.` : undefined);
    if (parsed.ok && !refused) onChange(parsed.si, parsed.dash, typed.trim());
  };
  const unusual = si !== undefined && typical && (si < typical[0] || si > typical[1]);
  const say = wrong ?? problem;
  const note = [
    unusual && typical ? `Unusual: typically ${range(typical)}.` : '',
    guess && !editing ? 'a guess' : '',
    seen ? (help ?? '') : '',
  ];
  return (
    <Field title={title} problem={say} note={note.filter((said) => said !== '').join(' ')}>
      {(id, sayId) => (
        <Input
          id={id}
          value={editing ? text : shown}
          suffix={u.symbol}
          inputMode="text"
          status={say ? 'error' : ''}
          aria-invalid={say !== undefined}
          aria-describedby={sayId}
          onFocus={() => {
            setText(shown);
            setEditing(true);
            setSeen(true);
          }}
          onBlur={() => {
            setEditing(false);
            setWrong(undefined);
          }}
          onChange={(event) => type(event.target.value)}
        />
      )}
    </Field>
  );
}
