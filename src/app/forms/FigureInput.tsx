import { Button, Input } from 'antd';
import { useState } from 'react';
import type { UnitChoice } from '../../core/foundations/units';
import { usePreferences } from '../state/preferences';
import { Field } from './Field';
import { useFigure, type TypedFigure } from './useFigure';

export interface FigureInputProps extends TypedFigure {
  readonly help?: string | undefined;
  readonly problem?: string | undefined;
  /** True for a default that nobody has typed, measured or fitted. */
  readonly guess?: boolean;
}

/** A figure with its unit, typed in the reader's units or in any that people use for it; kept as it is typed. */
export function FigureInput(props: FigureInputProps) {
  const { title, si, typical, help, problem, guess = false } = props;
  const units = usePreferences((w) => w.units);
  const figure = useFigure(props, units);
  // Help stays once it was shown: were it to go as the field is left, what is being clicked would move away.
  const [seen, setSeen] = useState(false);
  const unusual = si !== undefined && typical && (si < typical[0] || si > typical[1]);
  const say = figure.wrong ?? problem;
  const note = [
    unusual && typical ? `Unusual: typically ${figure.range(typical)}.` : '',
    guess && !figure.editing ? 'a guess' : '',
    seen ? (help ?? '') : '',
  ];
  return (
    <Field title={title} problem={say} note={note.filter((said) => said !== '').join(' ')}>
      {(id, sayId) => (
        <>
          <Input
            id={id}
            value={figure.value}
            suffix={figure.unit.symbol}
            inputMode="text"
            status={say ? 'error' : ''}
            aria-invalid={say !== undefined}
            aria-describedby={sayId}
            onFocus={() => {
              figure.begin();
              setSeen(true);
            }}
            onBlur={figure.end}
            onKeyDown={figure.giveUp}
            onChange={(event) => figure.type(event.target.value)}
          />
          <Choices of={figure.choices} />
        </>
      )}
    </Field>
  );
}

/** The same where a table or a row says what it is: without a title, its refusal below it. */
export function FigureCell({
  size = 'middle',
  placeholder,
  units: own,
  ...figure
}: TypedFigure & {
  readonly size?: 'small' | 'middle';
  readonly placeholder?: string;
  /** Units of its own in place of the reader's. */
  readonly units?: UnitChoice;
}) {
  const readers = usePreferences((w) => w.units);
  const { value, unit, wrong, choices, type, begin, end, giveUp } = useFigure(figure, own ?? readers);
  return (
    <span className="figurecell">
      <Input
        size={size}
        aria-label={figure.title}
        value={value}
        suffix={unit.symbol}
        {...(placeholder === undefined ? {} : { placeholder })}
        status={wrong ? 'error' : ''}
        aria-invalid={wrong !== undefined}
        onFocus={begin}
        onBlur={end}
        onKeyDown={giveUp}
        onChange={(event) => type(event.target.value)}
      />
      <Choices of={choices} />
      {wrong && (
        <span className="problem" role="alert">
          {wrong}
        </span>
      )}
    </span>
  );
}

/** Readings to choose from, where a figure can be meant in two ways. */
function Choices({ of }: { readonly of: readonly { readonly label: string; readonly choose: () => void }[] }) {
  if (of.length === 0) return null;
  return (
    <span className="moves">
      {of.map(({ label, choose }) => (
        <Button key={label} size="small" onClick={choose}>
          {label}
        </Button>
      ))}
    </span>
  );
}
