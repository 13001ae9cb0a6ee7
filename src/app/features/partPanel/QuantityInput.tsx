import type { PartField } from '../../../core/document/parts/schemaFields';
import type { BoreNames } from '../../../core/foundations/units/parse';
import { FigureInput } from '../../forms/FigureInput';

/** A figure of a part's form. */
export function QuantityInput({
  title,
  field,
  input,
  onChange,
  problem,
  names = 'drill',
  guess = false,
}: {
  readonly title: string;
  readonly field: PartField;
  readonly input: Extract<PartField['input'], { kind: 'number' }>;
  readonly onChange: (si: number | undefined, dash?: number) => void;
  readonly problem: string | undefined;
  readonly names?: BoreNames;
  readonly guess?: boolean;
}) {
  return (
    <FigureInput
      title={title}
      quantity={input.quantity}
      si={typeof field.value === 'number' ? field.value : undefined}
      optional={input.optional}
      onChange={onChange}
      help={field.help}
      problem={problem}
      names={names}
      guess={guess}
      {...(input.typical ? { typical: input.typical } : {})}
    />
  );
}
