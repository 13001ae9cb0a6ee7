import {
  closestCenter,
  DndContext,
  KeyboardSensor,
  PointerSensor,
  useSensor,
  useSensors,
  type DragEndEvent,
} from '@dnd-kit/core';
import { SortableContext, sortableKeyboardCoordinates, verticalListSortingStrategy } from '@dnd-kit/sortable';
import { Button, Checkbox, Empty, Input, Progress, Select, Switch } from 'antd';
import { useMemo, useState } from 'react';
import { engineIsIn, stopJob } from '../../../core/bench/plan/endJob';
import { byPhase, PHASE_WORDS, planJob, type JobPlan } from '../../../core/bench/plan/jobPlan';
import { moveStep } from '../../../core/bench/plan/orderSteps';
import { sayMinutes, sayStep } from '../../../core/bench/plan/sayStep';
import { PLAN_PHASES, type PlanPhase } from '../../../core/document/project/bench';
import { edited } from '../../../core/document/changes/editing';
import { SelectInput } from '../../forms/SelectInput';
import { FirstFew } from '../../forms/FirstFew';
import { useDocument } from '../../state/document';
import { StepRow } from './StepRow';
import { useJob, usePlanChange } from './useBench';

/** Steps of a phase that are drawn at once. */
const STEPS_AT_ONCE = 40;

/** The job from the one variant to the other, step by step. */
export default function PlanTab() {
  const { project, variant, before } = useJob();
  const change = usePlanChange();
  const plan = useMemo(() => before && planJob(project, before, variant), [project, before, variant]);
  const sensors = useSensors(
    useSensor(PointerSensor, { activationConstraint: { distance: 6 } }),
    useSensor(KeyboardSensor, { coordinateGetter: sortableKeyboardCoordinates }),
  );
  const [refused, setRefused] = useState('');
  if (!plan)
    return <Empty description="Choose above what the engine is now: the plan leads from there to this variant." />;
  if (plan.steps.every((s) => s.own !== undefined))
    return (
      <>
        <Empty
          description={`${plan.from.name} and ${plan.to.name} are the same circuit with the same oil: there is nothing to do.`}
        />
        <AddStep />
      </>
    );
  const move = (id: string, to: number) => {
    const order = moveStep(plan.steps, id, to);
    if (order) change('move a step', (p) => ({ ...p, order: [...order] }));
    const step = plan.steps.find((s) => s.id === id);
    setRefused(
      order || !step ? '' : `“${sayStep(step)}” cannot go there: it depends on steps before it, or others on it.`,
    );
  };
  const onDragEnd = ({ active, over }: DragEndEvent) => {
    if (over && active.id !== over.id)
      move(
        String(active.id),
        plan.steps.findIndex((s) => s.id === over.id),
      );
  };
  const notes = variant.bench?.plan ?? {};
  const places = new Map(plan.steps.map((step, i) => [step.id, i]));
  return (
    <>
      <div className="row">
        <span>
          <b>{plan.done}</b> of {plan.steps.length} steps done. {sayMinutes(plan.plannedMin)} planned,{' '}
          {sayMinutes(plan.spentMin)} spent.
        </span>
        <Progress percent={Math.round((100 * plan.done) / plan.steps.length)} size="small" aria-label="Steps done" />
        <label>
          <Switch checked={notes.helper ?? false} onChange={(helper) => change('helper', (p) => ({ ...p, helper }))} />{' '}
          a helper is needed
        </label>
        <SelectInput
          label="Difficulty"
          value={notes.difficulty ?? 'moderate'}
          options={[
            { value: 'easy', label: 'easy' },
            { value: 'moderate', label: 'moderate' },
            { value: 'hard', label: 'hard' },
          ]}
          onChange={(difficulty) => change('difficulty', (p) => ({ ...p, difficulty }))}
        />
      </div>
      <JobEnd plan={plan} />
      {plan.keep.length > 0 && <p>Keep for putting it back: {plan.keep.join(', ')}.</p>}
      {refused && (
        <p className="problem" role="alert">
          {refused}
        </p>
      )}
      <DndContext sensors={sensors} collisionDetection={closestCenter} onDragEnd={onDragEnd}>
        {byPhase(plan.steps).map(({ phase, steps }) => (
          <section key={phase} aria-label={PHASE_WORDS[phase]}>
            <h2>{PHASE_WORDS[phase]}</h2>
            <SortableContext items={steps.map((s) => s.id)} strategy={verticalListSortingStrategy}>
              <FirstFew of={steps} what="steps" most={STEPS_AT_ONCE} listClass="steps">
                {(step) => <StepRow key={step.id} step={step} at={places.get(step.id)!} onMove={move} />}
              </FirstFew>
            </SortableContext>
          </section>
        ))}
      </DndContext>
      <AddStep />
    </>
  );
}

/** A step of the user's own; what is taken off for access comes back at the end. */
function AddStep() {
  const { variant } = useJob();
  const change = usePlanChange();
  const [text, setText] = useState('');
  const [phase, setPhase] = useState<PlanPhase>('prepare');
  const [refit, setRefit] = useState(false);
  const own = variant.bench?.plan?.own ?? [];
  const add = () => {
    let n = own.length + 1;
    while (own.some((o) => o.id === `own${n}`)) n++;
    change('add a step', (p) => ({
      ...p,
      own: [...(p.own ?? []), { id: `own${n}`, phase, text: text.trim(), ...(refit ? { refit: true } : {}) }],
    }));
    setText('');
  };
  return (
    <section aria-label="Add a step">
      <h2>Add a step</h2>
      <div className="row">
        <Input
          aria-label="What is done"
          value={text}
          maxLength={300}
          placeholder="e.g. take off the bumper"
          onChange={(e) => setText(e.target.value)}
        />
        <Select
          aria-label="Phase"
          value={phase}
          onChange={setPhase}
          options={PLAN_PHASES.map((value) => ({ value, label: PHASE_WORDS[value] }))}
          popupMatchSelectWidth={false}
        />
        <Checkbox checked={refit} onChange={(e) => setRefit(e.target.checked)}>
          taken off for access: refit it at the end
        </Checkbox>
        <Button disabled={text.trim() === ''} onClick={add}>
          Add
        </Button>
      </div>
    </section>
  );
}

/** Once steps are done: the engine is in the new variant, or as far as the work has come. */
function JobEnd({ plan }: { readonly plan: JobPlan }) {
  const editAct = useDocument((d) => d.editAct);
  const engineNow = useDocument((d) => d.kept?.engineNow ?? d.kept?.asItIs.id);
  if (engineNow === plan.to.id) return <p className="quiet">The engine is in {plan.to.name} now.</p>;
  if (plan.done === 0) return null;
  return plan.done === plan.steps.length ? (
    <p>
      Every step is done.{' '}
      <Button
        type="primary"
        onClick={() => editAct(`the engine is in ${plan.to.name}`, (kept) => edited(engineIsIn(kept, plan.to.id)))}
      >
        The engine is in {plan.to.name} now
      </Button>
    </p>
  ) : (
    <p>
      <Button size="small" onClick={() => editAct('stop the job here', (kept) => stopJob(kept, plan))}>
        Stop the job here: keep what is done
      </Button>
    </p>
  );
}
