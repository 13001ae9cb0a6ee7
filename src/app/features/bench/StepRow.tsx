import { useSortable } from '@dnd-kit/sortable';
import { CSS } from '@dnd-kit/utilities';
import { Button, Checkbox, Input, Space } from 'antd';
import { useState } from 'react';
import type { PlanStep } from '../../../core/bench/plan/planStep';
import { sayMinutes, sayStep } from '../../../core/bench/plan/sayStep';
import { addPiece, removePiece, tickPiece, tickStep } from '../../../core/bench/plan/stepNotes';
import { LONGEST_STEP, type StepNote } from '../../../core/document/project/bench';
import { FigureCell } from '../../forms/FigureInput';
import { Fold } from '../../forms/Fold';
import { usePreferences } from '../../state/preferences';
import { tidy, today } from '../../state/plain';
import { PhotoStrip, withPhotos } from '../../photos/PhotoStrip';
import { usePlanChange } from './useBench';

const MINUTE_S = 60;
const DAY_S = 86_400;
const MOST_MIN = 10_000;
const IN_MINUTES = { time: 'min' };

/** One step of the job: ticked, moved, timed, split, with notes and photos. */
export function StepRow({
  step,
  at,
  onMove,
}: {
  readonly step: PlanStep;
  readonly at: number;
  readonly onMove: (id: string, to: number) => void;
}) {
  const units = usePreferences((p) => p.units);
  const change = usePlanChange();
  const { attributes, listeners, setNodeRef, transform, transition } = useSortable({ id: step.id });
  const said = sayStep(step, units);
  const put: PutNote = (name, noted, on = '') =>
    change(
      `${name}: ${said.slice(0, 40)}`,
      (p) => ({ ...p, steps: { ...p.steps, [step.id]: tidy(noted(p.steps?.[step.id] ?? {})) } }),
      on === '' ? '' : `step ${step.id} ${on}`,
    );
  const set: SetNote = (name, changed, on = '') => put(name, (note) => ({ ...note, ...changed }) as StepNote, on);
  return (
    <li
      ref={setNodeRef}
      style={{ transform: CSS.Translate.toString(transform), transition }}
      className={step.note.done ? 'done' : ''}
    >
      <button type="button" className="grip" {...attributes} {...listeners} aria-label={`Move: ${said}`}>
        <span aria-hidden>⠿</span>
      </button>
      <Checkbox
        checked={step.note.done ?? false}
        onChange={(e) =>
          put(e.target.checked ? 'done' : 'not done', (note) => tickStep(note, e.target.checked, today()))
        }
      >
        {said}
      </Checkbox>
      {step.caution && <strong className="caution">{step.caution}</strong>}
      <span className="quiet">
        {sayMinutes(step.plannedMin)}
        {step.note.on && `, done ${step.note.on}`}
      </span>
      <Pieces step={step} put={put} />
      <Fold title={<span className="visually-hidden">More about: {said}</span>}>
        {step.because.length > 0 && <p className="quiet">Only when {step.because.join(', ')}.</p>}
        <div className="row">
          <Minutes
            name="Planned"
            of={step.plannedMin}
            onChange={(min) => set('planned', { plannedMin: min }, 'planned')}
          />
          <Minutes name="Spent" of={step.note.spentMin} onChange={(min) => set('spent', { spentMin: min }, 'spent')} />
          <Button size="small" onClick={() => onMove(step.id, at - 1)}>
            Move up
          </Button>
          <Button size="small" onClick={() => onMove(step.id, at + 1)}>
            Move down
          </Button>
          {step.own && (
            <Button
              size="small"
              danger
              onClick={() =>
                change('remove a step', (p) => ({ ...p, own: (p.own ?? []).filter((o) => o.id !== step.id) }))
              }
            >
              Remove
            </Button>
          )}
        </div>
        <Words step={step} said={said} set={set} />
        <AddPiece onAdd={(text) => put('split', (note) => addPiece(note, text, today()))} />
        <PhotoStrip
          of={said}
          photos={step.note.photos ?? []}
          onChange={(changed, typed) => put('photos', (note) => withPhotos(note, changed), typed)}
        />
      </Fold>
    </li>
  );
}

type SetNote = (
  name: string,
  changed: { readonly [K in keyof StepNote]?: StepNote[K] | undefined },
  on?: string,
) => void;

/** What is written of a step: its wording, a note, and what had to be done again. */
function Words({ step, said, set }: { readonly step: PlanStep; readonly said: string; readonly set: SetNote }) {
  return (
    <>
      <Input
        aria-label="Wording"
        addonBefore="Wording"
        maxLength={LONGEST_STEP}
        value={step.note.text ?? said}
        onChange={(e) => set('wording', { text: e.target.value || undefined }, 'text')}
      />
      <Input
        aria-label="Note"
        addonBefore="Note"
        maxLength={1000}
        value={step.note.note ?? ''}
        onChange={(e) => set('note', { note: e.target.value || undefined }, 'note')}
      />
      <Input
        aria-label="Had to be done again"
        addonBefore="Had to be done again"
        maxLength={500}
        placeholder="what went wrong"
        value={step.note.rework ?? ''}
        onChange={(e) => set('rework', { rework: e.target.value || undefined }, 'rework')}
      />
    </>
  );
}

type PutNote = (name: string, noted: (note: StepNote) => StepNote, on?: string) => void;

/** What a step was split into, each to be ticked. */
function Pieces({ step, put }: { readonly step: PlanStep; readonly put: PutNote }) {
  const { pieces } = step.note;
  if (!pieces) return null;
  return (
    <ul className="pieces">
      {pieces.map((piece, i) => (
        <li key={i}>
          <Checkbox
            checked={piece.done ?? false}
            onChange={(e) => put('part of a step', (note) => tickPiece(note, i, e.target.checked, today()))}
          >
            {piece.text}
          </Checkbox>
          <Button
            size="small"
            type="link"
            aria-label={`Remove: ${piece.text}`}
            onClick={() => put('remove a part of a step', (note) => removePiece(note, i, today()))}
          >
            Remove
          </Button>
        </li>
      ))}
    </ul>
  );
}

/** Splits a step: names one more part of it. */
function AddPiece({ onAdd }: { readonly onAdd: (text: string) => void }) {
  const [text, setText] = useState('');
  const add = () => {
    if (text.trim() === '') return;
    onAdd(text.trim());
    setText('');
  };
  return (
    <Space.Compact block>
      <Input
        aria-label="Split: a part of this step"
        placeholder="split: a part of this step, to be ticked by itself"
        maxLength={300}
        value={text}
        onChange={(e) => setText(e.target.value)}
        onPressEnter={add}
      />
      <Button disabled={text.trim() === ''} onClick={add}>
        Split
      </Button>
    </Space.Compact>
  );
}

/** Minutes of a step, typed in any unit of time. */
function Minutes({
  name,
  of,
  onChange,
}: {
  readonly name: string;
  readonly of: number | undefined;
  readonly onChange: (minutes: number | undefined) => void;
}) {
  return (
    <span>
      {name}{' '}
      <FigureCell
        title={`${name}, minutes`}
        quantity="time"
        units={IN_MINUTES}
        typical={[MINUTE_S, DAY_S]}
        allowed={[0, MOST_MIN * MINUTE_S]}
        si={of === undefined ? undefined : of * MINUTE_S}
        optional
        onChange={(s) => onChange(s === undefined ? undefined : Math.round(s / MINUTE_S))}
      />
    </span>
  );
}
