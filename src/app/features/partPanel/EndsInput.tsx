import { Button } from 'antd';
import { Fold } from '../../forms/Fold';
import { SelectInput } from '../../forms/SelectInput';
import { useState } from 'react';
import { FITTING_NAMES } from '../../../core/document/parts/shapes';
import { partSchema, type Part } from '../../../core/document/parts/part';
import { lossLabel } from '../../../core/network/explain/explainPart';
import { FITTINGS, type FittingName } from '../../../core/document/parts/fittings';

type WithLosses = Extract<Part, { losses: unknown }>;

/** True for lines and fittings: their ends and bends are a list. */
export function hasLosses(part: Part): part is WithLosses {
  return 'losses' in part;
}

/** The ends and bends of a line: which there are, one more, one less. Their numbers stand in the form below. */
export function EndsInput({ part, onChange }: { readonly part: WithLosses; readonly onChange: (part: Part) => void }) {
  const [fitting, setFitting] = useState<FittingName>('hoseEnd90');
  const change = (losses: readonly unknown[]) => {
    const made = partSchema.safeParse({ ...part, losses });
    if (made.success) onChange(made.data);
  };
  return (
    <Fold title={`Ends and bends (${part.losses.length})`}>
      {part.losses.map((loss, i) => (
        <div key={`${loss.kind}${i}`} className="savepoint">
          <span>{lossLabel(loss)}</span>
          <Button
            aria-label={`Remove ${lossLabel(loss)}`}
            onClick={() => change(part.losses.filter((_, at) => at !== i))}
          >
            Remove
          </Button>
        </div>
      ))}
      <div className="inline">
        <SelectInput
          label="End or bend"
          value={fitting}
          options={FITTING_NAMES.map((name) => ({ value: name, label: FITTINGS[name].label }))}
          onChange={setFitting}
        />
        <Button onClick={() => change([...part.losses, { kind: 'catalogue', fitting }])}>Add it</Button>
      </div>
    </Fold>
  );
}
