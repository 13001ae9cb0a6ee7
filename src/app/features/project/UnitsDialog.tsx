import { Dialog } from '../../forms/Dialog';
import { SelectInput } from '../../forms/SelectInput';
import { displayUnit, QUANTITIES, type DisplayUnit, type Quantity } from '../../../core/foundations/units';
import { usePreferences } from '../../state/preferences';
import { useFocusReturn } from '../../state/useFocusReturn';
import { Field } from '../../forms/Field';

/** Quantities whose unit a reader may choose, each with those that follow it; the rest have one unit. */
const CHOICES: readonly (readonly [string, readonly Quantity[]])[] = [
  ['Pressure', ['pressure', 'pressurePerSpeed']],
  ['Temperature', ['temperature', 'temperatureDifference']],
  ['Flow', ['flow']],
  ['Lengths', ['bore', 'length', 'clearance', 'area', 'displacement', 'volume']],
];

const unitsOf = (quantity: Quantity) => QUANTITIES[quantity].shown as readonly DisplayUnit[];

/** The unit of each kind of quantity, one by one. */
export function UnitsDialog({ onClose }: { readonly onClose: () => void }) {
  useFocusReturn(undefined);
  const { units, setUnits } = usePreferences();
  const take = (quantities: readonly Quantity[], at: number) =>
    setUnits({
      ...units,
      ...Object.fromEntries(quantities.map((q) => [q, (unitsOf(q)[at] ?? unitsOf(q)[0]!).id])),
    });
  return (
    <Dialog title="Units" footer={null} onCancel={onClose}>
      {CHOICES.map(([label, quantities]) => {
        const all = unitsOf(quantities[0]!);
        return (
          <Field key={label} title={label}>
            {(id) => (
              <SelectInput
                id={id}
                label={label}
                value={displayUnit(quantities[0]!, units).id}
                options={all.map((u) => ({ value: u.id, label: u.symbol }))}
                onChange={(id) =>
                  take(
                    quantities,
                    all.findIndex((u) => u.id === id),
                  )
                }
              />
            )}
          </Field>
        );
      })}
    </Dialog>
  );
}
