import { Button, Dropdown, Input, Select } from 'antd';
import { useMemo, useState } from 'react';
import { moveElsewhere, otherPlaces } from '../../../core/document/changes/alterAct';
import {
  changeAct,
  copyActs,
  dropAct,
  moveAct,
  onEngineAlready,
  renameAct,
  switchAct,
} from '../../../core/document/changes/acts';
import { edited, type Edited } from '../../../core/document/changes/editing';
import { saidActs, sayVariant, type SaidAct, type SaidFigure } from '../../../core/document/changes/saidActs';
import type { KeptProject } from '../../../core/document/project/keptProject';
import { Dialog } from '../../forms/Dialog';
import { useDocument } from '../../state/document';
import { formatQuantity } from '../../../core/foundations/units';
import { usePreferences } from '../../state/preferences';
import { useFocusReturn } from '../../state/useFocusReturn';

type Edit = (name: string, edit: (kept: KeptProject, variant: string) => Edited) => void;

/** The changes of the open variant: looked at, named, switched off, moved, taken out, made part of the engine. */
export default function ChangesDialog({
  onClose,
  onOptions,
}: {
  readonly onClose: () => void;
  /** Opens its name and season. */
  readonly onOptions: () => void;
}) {
  useFocusReturn(undefined);
  const kept = useDocument((d) => d.kept)!;
  const editAct = useDocument((d) => d.editAct);
  const refusal = useDocument((d) => d.refusal);
  const { activeVariant: open } = kept;
  const acts = saidActs(kept, open);
  const variants = [kept.asItIs, ...kept.variants];
  const now = variants.find((v) => v.id === (kept.engineNow ?? kept.asItIs.id))!;
  const name = variants.find((v) => v.id === open)!.name;
  return (
    <Dialog
      title={`Changes in ${name}`}
      onCancel={onClose}
      footer={<Button onClick={onOptions}>Name and season…</Button>}
      destroyOnHidden
      width={720}
    >
      <p>{sayVariant(kept, open)}.</p>
      {open === kept.asItIs.id ? (
        <p className="quiet">
          What you enter here describes the engine that you have; every variant has it too. To plan a job, make a
          variant and change that.
        </p>
      ) : acts.length === 0 ? (
        <p className="quiet">Nothing is changed yet.</p>
      ) : (
        <ol className="changes" aria-label="Changes">
          {acts.map((act, i) => (
            <ChangeRow
              key={act.id}
              act={act}
              place={{ first: i === 0, last: i === acts.length - 1 }}
              others={kept.variants.filter((v) => v.id !== open)}
              edit={editAct}
            />
          ))}
        </ol>
      )}
      {refusal && (
        <p className="problem" role="alert">
          {refusal}
        </p>
      )}
      <p>
        The engine is in <b>{now.name}</b> now.{' '}
        {now.id !== open && (
          <Button
            onClick={() =>
              editAct(`the engine is in ${name} now`, (project, variant) => edited({ ...project, engineNow: variant }))
            }
          >
            It is in {name} now
          </Button>
        )}
      </p>
    </Dialog>
  );
}

function ChangeRow({
  act,
  place,
  others,
  edit,
}: {
  readonly act: SaidAct;
  readonly place: { readonly first: boolean; readonly last: boolean };
  readonly others: readonly { readonly id: string; readonly name: string }[];
  readonly edit: Edit;
}) {
  const [isNaming, setNaming] = useState(false);
  const take = {
    onEngine: () => edit(`${act.name}: on the engine already`, (kept, id) => onEngineAlready(kept, id, act.id)),
    drop: () => edit(`take out: ${act.name}`, (kept, id) => edited(dropAct(kept, id, act.id))),
    turn: () =>
      edit(`${act.isOff ? 'switch on' : 'switch off'}: ${act.name}`, (kept, id) =>
        edited(switchAct(kept, id, act.id, act.isOff)),
      ),
    move: (by: -1 | 1) => edit(`move: ${act.name}`, (kept, id) => moveAct(kept, id, act.id, by)),
    copy: (to: string) => edit(`copy: ${act.name}`, (kept, id) => copyActs(kept, id, [act.id], to)),
    onlyHere: () =>
      edit(`only in this variant: ${act.name}`, (kept, id) =>
        edited(changeAct(kept, id, act.id, ({ asked: _, ...rest }) => rest)),
      ),
  };
  return (
    <li className={act.isOff ? 'off' : ''}>
      <div className="of-change">
        {isNaming ? (
          <NameInput
            name={act.name}
            onDone={(name) => {
              setNaming(false);
              if (name !== undefined && name !== act.name)
                edit('rename a change', (kept, id) => edited(renameAct(kept, id, act.id, name)));
            }}
          />
        ) : (
          <span>
            <strong>{act.name}</strong>
            {act.isOff && <span className="quiet"> · switched off</span>}
            {act.isWhatIf && <span className="quiet"> · what if, not work</span>}
          </span>
        )}
        <Dropdown
          trigger={['click']}
          menu={{
            items: [
              { key: 'rename', label: 'Rename', onClick: () => setNaming(true) },
              { key: 'turn', label: act.isOff ? 'Switch on' : 'Switch off for a look', onClick: take.turn },
              { key: 'up', label: 'Move up', disabled: place.first, onClick: () => take.move(-1) },
              { key: 'down', label: 'Move down', disabled: place.last, onClick: () => take.move(1) },
              ...others.map((v) => ({
                key: `copy ${v.id}`,
                label: `Copy to ${v.name}`,
                onClick: () => take.copy(v.id),
              })),
              ...(act.isWhatIf
                ? []
                : [{ key: 'engine', label: 'It is on the engine already', onClick: take.onEngine }]),
              { key: 'drop', label: 'Delete', onClick: take.drop },
            ],
          }}
        >
          <Button aria-label={`Edit change: ${act.name}`}>Edit…</Button>
        </Dropdown>
      </div>
      {act.moves.length > 1 && (
        <ul>
          {act.moves.map((said, i) => (
            <li key={`${i} ${said}`}>{said}</li>
          ))}
        </ul>
      )}
      {act.figures.length > 0 && <Figures figures={act.figures} />}
      {act.troubles.length > 0 && (
        <div className="problem" role="alert">
          This can no longer be done here: {act.troubles.map((t) => t.why).join(' ')} The other changes are made.{' '}
          <Button onClick={take.turn}>Leave it out</Button> <Button onClick={take.drop}>Delete it</Button>
          <Elsewhere act={act.id} move={act.troubles[0]!.move} edit={edit} />
        </div>
      )}
      {act.isAsked && (
        <p className="notice">
          An older file kept this figure in this variant alone. Was it measured on the engine, or read from a data
          sheet? <Button onClick={take.onEngine}>Yes: use it in every variant</Button>{' '}
          <Button onClick={take.onlyHere}>No: a change of this variant</Button>
        </p>
      )}
    </li>
  );
}

function NameInput({
  name,
  onDone,
}: {
  readonly name: string;
  /** @param name undefined: it stays */
  readonly onDone: (name: string | undefined) => void;
}) {
  const [typed, setTyped] = useState(name);
  return (
    <Input
      autoFocus
      aria-label="Name of the change"
      value={typed}
      maxLength={80}
      onChange={(event) => setTyped(event.target.value)}
      onPressEnter={() => onDone(typed)}
      onBlur={() => onDone(typed)}
      onKeyDown={(event) => {
        if (event.key !== 'Escape') return;
        event.stopPropagation();
        onDone(undefined);
      }}
    />
  );
}

/** What an act sets, from what to what. */
function Figures({ figures }: { readonly figures: readonly SaidFigure[] }) {
  const units = usePreferences((p) => p.units);
  const said = ({ quantity }: SaidFigure, value: unknown) =>
    value === undefined
      ? 'not stated'
      : quantity !== undefined && typeof value === 'number'
        ? formatQuantity(value, quantity, units)
        : typeof value === 'boolean'
          ? value
            ? 'yes'
            : 'no'
          : String(value);
  return (
    <p className="quiet">{figures.map((f) => `${f.title}: ${said(f, f.before)} → ${said(f, f.after)}`).join('; ')}</p>
  );
}

/** Places where a change that can no longer be made could be made instead. */
function Elsewhere({ act, move, edit }: { readonly act: string; readonly move: number; readonly edit: Edit }) {
  const kept = useDocument((d) => d.kept)!;
  const places = useMemo(() => otherPlaces(kept, kept.activeVariant, act, move), [kept, act, move]);
  if (places.length === 0) return null;
  return (
    <Select
      aria-label="Do it elsewhere"
      placeholder="Do it elsewhere…"
      options={places.map(({ at, label }) => ({ value: at, label }))}
      onChange={(at: string) =>
        edit('do a change elsewhere', (now, id) => edited(moveElsewhere(now, id, act, move, at)))
      }
    />
  );
}
