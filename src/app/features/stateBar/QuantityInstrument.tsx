import { displayUnit, formatFigure, fromDisplay, toDisplay, type Quantity } from '../../../core/foundations/units';
import { usePreferences } from '../../state/preferences';
import { Instrument } from './Instrument';

/** Shown figures are kept to this share: what a unit's factor leaves behind its last digit is no figure. */
const SHOWN_DIGITS = 1e6;

/**
 * An instrument for a quantity in the reader's unit; its ends fall on whole steps. Figures in SI, the step in the
 * reader's unit.
 */
export function QuantityInstrument(props: {
  readonly label: string;
  readonly quantity: Quantity;
  readonly si: number;
  readonly lowSi: number;
  readonly highSi: number;
  readonly step: number;
  readonly onChange: (si: number) => void;
}) {
  const { label, quantity, si, lowSi, highSi, step, onChange } = props;
  const units = usePreferences((p) => p.units);
  const u = displayUnit(quantity, units);
  return (
    <Instrument
      label={label}
      figure={formatFigure(si, quantity, units)}
      unit={u.symbol}
      value={Math.round(toDisplay(si, u) * SHOWN_DIGITS) / SHOWN_DIGITS}
      low={Math.floor(toDisplay(lowSi, u) / step) * step}
      high={Math.ceil(toDisplay(highSi, u) / step) * step}
      step={step}
      onChange={(shown) => onChange(fromDisplay(shown, u))}
    />
  );
}
