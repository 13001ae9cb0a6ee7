import { Button, Input, Select, Switch } from 'antd';
import { useState } from 'react';
import type { BenchJoint, JointSide } from '../../../core/bench/joints/jointList';
import { JOINT_STATE_WORDS } from '../../../core/bench/joints/jointList';
import { BOLT_TORQUE_NM, torqueIn, torqueNm, torqueQuestion } from '../../../core/bench/joints/torque';
import { isBolted } from '../../../core/bench/bolted';
import { splitPortRef } from '../../../core/document/parts/ports';
import { jointOf, THREAD_IDS, threadLabel, type Thread } from '../../../core/document/parts/threads';
import {
  BOLT_SIZES,
  JOINT_STATES,
  TORQUE_UNITS,
  type JointNote,
  type TorqueUnit,
} from '../../../core/document/project/bench';
import { ChoiceInput } from '../../forms/ChoiceInput';
import { FigureCell } from '../../forms/FigureInput';
import { SelectInput } from '../../forms/SelectInput';
import { useDocument } from '../../state/document';
import { ask } from '../../state/question';
import { tidy, today } from '../../state/plain';
import { useBenchChange, useJob } from './useBench';
import { Field } from '../../forms/Field';

const MOST_BOLTS = 40;
const LEAST_TORQUE_NM = 0.1;
const MOST_TORQUE_NM = 5000;
const TORQUE_DIGITS = 6;
/** Units of torque as quantities call them. */
const UNIT_IDS: Readonly<Record<TorqueUnit, string>> = { 'N·m': 'Nm', 'lbf·ft': 'lbfft', 'lbf·in': 'lbfin' };

/** All that is said of one joint. */
export function JointForm({ joint }: { readonly joint: BenchJoint }) {
  const change = useBenchChange();
  const set = (name: string, changed: { readonly [K in keyof JointNote]?: JointNote[K] | undefined }, on = '') =>
    change(
      `${name}: ${joint.name}`,
      (bench) => ({
        ...bench,
        joints: { ...bench.joints, [joint.key]: tidy({ ...bench.joints?.[joint.key], ...changed }) as JointNote },
      }),
      on === '' ? '' : `joint ${joint.key} ${on}`,
    );
  const { note, fit } = joint;
  const isFlange = [joint.a.thread, joint.b.thread].some((t) => t && jointOf(t) === 'flange');
  return (
    <div className="jointform" role="group" aria-label={joint.name}>
      <div className="columns">
        <section aria-label="Threads">
          <ThreadOf side={joint.a} />
          <ThreadOf side={joint.b} />
          {fit.kind === 'misfit' && fit.adapter && (
            <Button onClick={() => set('add the adapter', { adapter: undefined })}>Use the {fit.adapter}</Button>
          )}
          {fit.kind === 'adapter' && (
            <Button onClick={() => set('leave out the adapter', { adapter: false })}>Leave out the adapter</Button>
          )}
        </section>
        <section aria-label="Tightening">
          <TorqueInput joint={joint} onChange={(torque) => set('torque', { torque })} />
          {joint.tightening && (
            <p>
              Seal: {joint.tightening.seal}. {joint.tightening.wrench && `Wrench: ${joint.tightening.wrench}. `}
              {joint.tightening.by}.
            </p>
          )}
          {isFlange && (
            <>
              <div className="row">
                <span>Bolts</span>
                <SelectInput
                  label="Bolt size"
                  value={note.bolts?.size ?? 'M6'}
                  options={BOLT_SIZES.map((value) => ({ value, label: value }))}
                  onChange={(size) => set('bolts', { bolts: { count: 2, intoAluminium: true, ...note.bolts, size } })}
                />
                <FigureCell
                  title="Number of bolts"
                  quantity="ratio"
                  whole
                  allowed={[1, MOST_BOLTS]}
                  si={note.bolts?.count}
                  placeholder="how many"
                  onChange={(count) =>
                    count !== undefined &&
                    set('bolts', { bolts: { size: 'M6', intoAluminium: true, ...note.bolts, count } }, 'bolts')
                  }
                />
                <label>
                  <Switch
                    checked={note.bolts?.intoAluminium ?? true}
                    onChange={(intoAluminium) =>
                      set('bolts', { bolts: { size: 'M6', count: 2, ...note.bolts, intoAluminium } })
                    }
                  />{' '}
                  into aluminium
                </label>
              </div>
              <label>
                <Switch
                  checked={note.gasketReused ?? false}
                  onChange={(gasketReused) => set('gasket', { gasketReused })}
                />{' '}
                gasket reused, with sealer
              </label>
            </>
          )}
        </section>
        <section aria-label="Progress">
          <ChoiceInput
            title="State"
            value={joint.state}
            options={JOINT_STATES.map((value) => ({ value, label: JOINT_STATE_WORDS[value] }))}
            onChange={(state) => set(JOINT_STATE_WORDS[state], { state, on: today() })}
          />
          <Field title="Note">
            {(id) => (
              <Input
                id={id}
                value={note.note ?? ''}
                maxLength={300}
                onChange={(e) => set('note', { note: e.target.value || undefined }, 'note')}
              />
            )}
          </Field>
        </section>
      </div>
    </div>
  );
}

/** The thread at one side: stated for a part, or what its hose end has. */
function ThreadOf({ side }: { readonly side: JointSide }) {
  const { variant } = useJob();
  const replacePart = useDocument((d) => d.replacePart);
  const { part: id, port } = splitPortRef(side.port);
  const part = variant.circuit.parts.find((p) => p.id === id);
  const from = {
    stated: 'stated',
    hoseEnd: 'by its hose end',
    usual: 'usual for such a part',
    toMatch: 'to match the other side',
    unknown: 'not known',
  }[side.from];
  if (!part || side.place === 'adapter') return null;
  return (
    <Field
      title={
        <span>
          {side.place}: {side.thread ? threadLabel(side.thread) : 'thread'} <span className="quiet">({from})</span>
        </span>
      }
    >
      {(id) => (
        <Select<Thread>
          id={id}
          aria-label={`Thread of ${side.place}`}
          placeholder={isBolted(part) ? 'Measured another thread?' : 'Measured it? Choose its thread'}
          value={side.from === 'stated' ? side.thread! : null}
          showSearch={{ optionFilterProp: 'label' }}
          allowClear
          popupMatchSelectWidth={false}
          options={THREAD_IDS.map((value) => ({ value, label: threadLabel(value) }))}
          onChange={(thread: Thread | undefined) => {
            const others = (part.connections ?? []).filter((c) => c.port !== port);
            const connections =
              thread === undefined ? others : [...others, { port, thread, sealant: jointOf(thread) === 'taperPipe' }];
            const { connections: _, ...rest } = part;
            replacePart((connections.length > 0 ? { ...rest, connections } : rest) as typeof part);
          }}
        />
      )}
    </Field>
  );
}

/** A torque in the unit in which it was given; one that would snap the thread is asked about first. */
function TorqueInput({
  joint,
  onChange,
}: {
  readonly joint: BenchJoint;
  readonly onChange: (torque: JointNote['torque']) => void;
}) {
  const given = joint.note.torque;
  const [value, setValue] = useState<number | null>(given?.value ?? null);
  const [unit, setUnit] = useState<TorqueUnit>(given?.unit ?? 'N·m');
  const [source, setSource] = useState(given?.source ?? '');
  const keep = async () => {
    if (value === null) return onChange(undefined);
    const usual = joint.note.bolts ? BOLT_TORQUE_NM[joint.note.bolts.size] : joint.tightening?.typicalNm?.[1];
    const thread = joint.note.bolts?.size ?? joint.kind ?? 'this joint';
    const question = usual === undefined ? undefined : torqueQuestion({ value, unit }, usual, thread);
    if (question && !(await ask({ title: 'Is this torque right?', text: question, yes: 'Keep it', no: 'Cancel' })))
      return;
    onChange({ value, unit, source });
  };
  return (
    <div className="row torque">
      <FigureCell
        title="Torque"
        quantity="torque"
        units={{ torque: UNIT_IDS[unit] }}
        allowed={[LEAST_TORQUE_NM, MOST_TORQUE_NM]}
        si={value === null ? undefined : torqueNm({ value, unit })}
        optional
        placeholder="maker’s figure"
        onChange={(nm, _dash, _typed, id) => {
          // Kept in the unit in which it was given: a sheet shows the maker's own figure.
          const given = TORQUE_UNITS.find((u) => UNIT_IDS[u] === id) ?? unit;
          if (nm !== undefined) setUnit(given);
          setValue(nm === undefined ? null : Number(torqueIn(nm, given).toPrecision(TORQUE_DIGITS)));
        }}
      />
      <SelectInput
        label="Unit of the torque"
        value={unit}
        options={TORQUE_UNITS.map((u) => ({ value: u, label: u }))}
        onChange={setUnit}
      />
      <Input
        aria-label="Where the torque is from"
        value={source}
        maxLength={120}
        placeholder="from, e.g. the manual"
        onChange={(e) => setSource(e.target.value)}
      />
      <Button onClick={() => void keep()}>Keep torque</Button>
    </div>
  );
}
