import { useState, type KeyboardEvent } from 'react';
import {
  displayUnit,
  formatFigure,
  formatQuantity,
  toDisplay,
  type Quantity,
  type UnitChoice,
} from '../../core/foundations/units';
import { parseQuantity, type BoreNames } from '../../core/foundations/units/parse';

const SIGNIFICANT = 5;
/** A figure that is whole in so many digits was typed in this unit; another is shown as everywhere else. */
const AS_TYPED = 1e-9;
const REASONS = {
  empty: 'Enter a figure.',
  notANumber: 'Not a number. Enter for instance 1.5 or 1.5 mm.',
  unknownUnit: 'This unit is not known here. Use the one shown, or press Escape.',
  unknownDash: 'Dash size must be 3, 4, 6, 8, 10, 12, 16 or 20.',
} as const;

/** A figure as its field shows it: as it was typed, or rounded as it is printed where it came from another unit. */
export function shownInField(si: number, quantity: Quantity, units: UnitChoice): string {
  const shown = toDisplay(si, displayUnit(quantity, units, si));
  const short = Number(shown.toPrecision(SIGNIFICANT));
  const isTyped = Math.abs(short - shown) <= AS_TYPED * Math.abs(shown);
  return isTyped && !/e/.test(String(short)) ? String(short) : formatFigure(si, quantity, units).replace('−', '-');
}

/** What was typed and is not taken: it stays in its field, with the reason. */
interface Refused {
  readonly text: string;
  readonly why: string;
  /** Where it can be meant in two ways: these. */
  readonly readings?: readonly number[];
  /** The figure that the field had meanwhile: another one has come from elsewhere since. */
  readonly si: number | undefined;
}

/** A figure that is typed somewhere. */
export interface TypedFigure {
  /** As a refusal calls it. */
  readonly title: string;
  readonly quantity: Quantity;
  readonly si: number | undefined;
  /**
   * @param dash the dash size that was named, where one was @param typed as it was typed
   * @param unit id of the unit that was typed
   */
  readonly onChange: (si: number | undefined, dash?: number, typed?: string, unit?: string) => void;
  readonly optional?: boolean;
  /** What users meet, in SI. */
  readonly typical?: readonly [number, number] | undefined;
  /** What is refused beyond, in SI. */
  readonly allowed?: readonly [number, number] | undefined;
  /** What "#8" means. */
  readonly names?: BoreNames;
  /** A count: only whole numbers. */
  readonly whole?: boolean;
}

/**
 * What a field of a figure shows, says and takes: whatever its place, it is read by the one parser, and what is refused
 * stays with its reason until it is changed or given up with Escape.
 */
export function useFigure(figure: TypedFigure, units: UnitChoice) {
  const { title, quantity, si, onChange, optional = false, typical, allowed, names = 'drill', whole = false } = figure;
  const shown = si === undefined ? '' : shownInField(si, quantity, units);
  const [text, setText] = useState(shown);
  const [held, setHeld] = useState<Refused>();
  const [editing, setEditing] = useState(false);
  const refused = held?.si === si ? held : undefined;
  const say = (of: number) => (whole ? String(of) : formatQuantity(of, quantity, units));
  const range = ([low, high]: readonly [number, number]) =>
    Number.isFinite(high) ? `${say(low)} to ${say(high)}` : `at least ${say(low)}`;
  const give = (value: number, typed: string, dash?: number, unit?: string) => {
    const isWhole = !whole || Number.isInteger(value);
    const isAllowed = isWhole && (!allowed || (value >= allowed[0] && value <= allowed[1]));
    const why = isWhole ? `${title} must be ${range(allowed ?? [0, 0])}.` : `${title} must be a whole number.`;
    setHeld(isAllowed ? undefined : { text: typed, why, si });
    if (isAllowed) onChange(value, dash, typed.trim(), unit);
  };
  const type = (typed: string) => {
    setText(typed);
    if (typed.trim() === '' && optional) {
      setHeld(undefined);
      onChange(undefined);
      return;
    }
    const parsed = parseQuantity(typed, quantity, { units, names, typical });
    if (parsed.ok) give(parsed.si, typed, parsed.dash, parsed.unit);
    else if (parsed.reason === 'either')
      setHeld({ text: typed, why: `Which is meant by ${typed.trim()}?`, readings: parsed.readings, si });
    else setHeld({ text: typed, why: REASONS[parsed.reason], si });
  };
  const begin = () => {
    setText(shown);
    setEditing(true);
  };
  const giveUp = (event: KeyboardEvent) => {
    if (event.key !== 'Escape' || !refused) return;
    event.stopPropagation();
    setHeld(undefined);
    setText(shown);
  };
  return {
    unit: displayUnit(quantity, units, si),
    value: refused ? refused.text : editing ? text : shown,
    editing,
    wrong: refused?.why,
    /** What it can be meant for, where that is not clear. */
    choices: (refused?.readings ?? []).map((reading) => ({
      label: sayReading(reading, quantity, units),
      choose: () => give(reading, refused!.text),
    })),
    range,
    type,
    begin,
    end: () => setEditing(false),
    giveUp,
  };
}

/** A reading to choose from: in full, since a rounded one could be taken for the other. */
function sayReading(si: number, quantity: Quantity, units: UnitChoice): string {
  const u = displayUnit(quantity, units, si);
  return `${Number(toDisplay(si, u).toPrecision(SIGNIFICANT))} ${u.symbol}`.trim();
}
