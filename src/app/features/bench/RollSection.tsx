import { Button } from 'antd';
import { useMemo, useState } from 'react';
import { layOutCuts } from '../../../core/bench/hoses/cutLayout';
import { CONSTRUCTION_WORDS } from '../../../core/bench/hoses/sayHose';
import { HOSE_CONSTRUCTIONS, type Roll } from '../../../core/document/project/bench';
import { formatQuantity } from '../../../core/foundations/units';
import { FigureInput } from '../../forms/FigureInput';
import { SelectInput } from '../../forms/SelectInput';
import { usePreferences } from '../../state/preferences';
import { useBenchChange, useJob } from './useBench';

/** Rolls and lengths that one has, and how the hoses are cut from them with least waste. */
export function RollSection() {
  const { variant, touches } = useJob();
  const { hoses } = touches;
  const change = useBenchChange();
  const units = usePreferences((p) => p.units);
  const rolls = useMemo(() => variant.bench?.rolls ?? [], [variant.bench?.rolls]);
  const l = (m: number) => formatQuantity(m, 'cutLength', units);
  const put = (next: readonly Roll[], name: string, on?: string) =>
    change(name, (bench) => ({ ...bench, rolls: [...next] }), on);
  const layouts = useMemo(() => {
    const kinds = new Map(rolls.map((r) => [`${r.dash} ${r.construction}`, r]));
    return [...kinds.values()].map((kind) => {
      const wanted = hoses.flatMap((h) =>
        h.dash === kind.dash &&
        h.construction === kind.construction &&
        h.cut &&
        h.cut.firstCutM > 0 &&
        h.note.existingM === undefined
          ? [{ id: h.name, lengthM: h.madeM ?? h.cut.firstCutM }]
          : [],
      );
      const stock = rolls.filter((r) => r.dash === kind.dash && r.construction === kind.construction);
      return { kind, layout: layOutCuts(wanted, stock), stock };
    });
  }, [rolls, hoses]);
  return (
    <section aria-label="Stock">
      <h2>Hose that you have</h2>
      {rolls.map((roll, i) => (
        <RollLine
          key={roll.id}
          roll={roll}
          onChange={(next, on) =>
            put(
              rolls.map((r, k) => (k === i ? next : r)),
              'change a roll',
              `roll ${roll.id} ${on}`,
            )
          }
          onRemove={() =>
            put(
              rolls.filter((_, k) => k !== i),
              'remove a roll',
            )
          }
        />
      ))}
      <AddRoll
        onAdd={(dash) => {
          let n = rolls.length + 1;
          while (rolls.some((r) => r.id === `roll${n}`)) n++;
          put([...rolls, { id: `roll${n}`, dash, construction: 'rubberBraid', lengthM: 3 }], 'add a roll');
        }}
      />
      {layouts.map(({ kind, layout, stock }) => (
        <div key={`${kind.dash} ${kind.construction}`}>
          <h3>
            Dash {kind.dash}, {CONSTRUCTION_WORDS[kind.construction]}
          </h3>
          {layout.rolls.length === 0 && layout.unplaced.length === 0 && (
            <p className="quiet">No hose of this size and kind is to be cut.</p>
          )}
          <ul className="plain">
            {layout.rolls.map(({ roll, cuts, leftM }) => (
              <li key={roll}>
                From {l(stock.find((s) => s.id === roll)!.lengthM)}: cut {cuts.map((c) => `hose ${c}`).join(', ')};{' '}
                {l(leftM)} left
                {cuts.length > 1 && `. One length cut into ${cuts.length}.`}
              </li>
            ))}
            {layout.unplaced.length > 0 && (
              <li className="problem">Not enough hose for {layout.unplaced.map((c) => `hose ${c}`).join(', ')}.</li>
            )}
          </ul>
          {!layout.exact && (
            <p className="quiet">Too many hoses to try every layout: a good one, perhaps not the best.</p>
          )}
        </div>
      ))}
    </section>
  );
}

function RollLine({
  roll,
  onChange,
  onRemove,
}: {
  readonly roll: Roll;
  readonly onChange: (roll: Roll, on: string) => void;
  readonly onRemove: () => void;
}) {
  return (
    <div className="row">
      <span>
        <b>Dash {roll.dash}</b>
      </span>
      <SelectInput
        label={`Kind of hose, ${roll.id}`}
        value={roll.construction}
        options={HOSE_CONSTRUCTIONS.map((value) => ({ value, label: CONSTRUCTION_WORDS[value] }))}
        onChange={(construction) => onChange({ ...roll, construction }, 'kind')}
      />
      <FigureInput
        title="Length"
        quantity="cutLength"
        si={roll.lengthM}
        onChange={(lengthM) => lengthM !== undefined && lengthM > 0 && onChange({ ...roll, lengthM }, 'length')}
      />
      <Button onClick={onRemove}>Remove</Button>
    </div>
  );
}

const LEAST_DASH = 3;
const MOST_DASH = 32;

function AddRoll({ onAdd }: { readonly onAdd: (dash: number) => void }) {
  const [dash, setDash] = useState(10);
  return (
    <div className="moves">
      <FigureInput
        title="Dash size"
        quantity="ratio"
        whole
        allowed={[LEAST_DASH, MOST_DASH]}
        si={dash}
        onChange={(d) => d !== undefined && setDash(d)}
      />
      <Button onClick={() => onAdd(dash)}>Add a length of hose</Button>
    </div>
  );
}
