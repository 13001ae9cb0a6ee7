import { Button } from 'antd';
import { SelectInput } from '../../forms/SelectInput';
import { useDocument } from '../../state/document';
import { usePreferences } from '../../state/preferences';
import { useState } from 'react';
import type { Part } from '../../../core/document/parts/part';
import { isConsumer } from '../../../core/document/parts/ports';
import { activeVariant } from '../../../core/document/project/project';
import { isGood, type Sizing } from '../../../core/studies/sizing/sizingTasks';
import { sayLooks, saySizing } from '../../../core/studies/sizing/saySizing';
import type { Sizable } from '../../../core/studies/sizing/sizable';
import { formatQuantity, type UnitChoice } from '../../../core/foundations/units';
import { useStudy } from '../../state/useStudy';
import { StudyStatus } from '../../studies/StudyStatus';
import { SizeScale } from './SizeScale';
import { Field } from '../../forms/Field';
import { shownOf, useOpenEngine } from '../../state/engine';

/** Sizes that are offered as buttons: beyond these the band itself says enough. */
const MOST_OFFERED = 12;

/**
 * Under a figure that can be sized: which sizes would do over the whole range, what limits them, and those that can be
 * had.
 */
export function SizeFinder({
  part,
  sizable,
  current,
  onTake,
}: {
  readonly part: Part;
  readonly sizable: Sizable;
  readonly current: number;
  readonly onTake: (si: number) => void;
}) {
  const units = usePreferences((w) => w.units);
  const [asked, setAsked] = useState(false);
  if (!asked)
    return (
      <div className="sizing">
        <Button onClick={() => setAsked(true)}>Find a size</Button>
      </div>
    );
  return <Search part={part} sizable={sizable} current={current} onTake={onTake} units={units} />;
}

function Search({
  part,
  sizable,
  current,
  units,
  onTake,
}: {
  readonly part: Part;
  readonly sizable: Sizable;
  readonly current: number;
  readonly units: UnitChoice;
  readonly onTake: (si: number) => void;
}) {
  const project = useDocument((w) => w.project)!;
  const [consumer, setConsumer] = useState('');
  const engine = useOpenEngine();
  const search = useStudy(engine, 'size', {
    part: part.id,
    path: [...sizable.path],
    ...(consumer === '' ? {} : { consumer }),
  });
  const consumers = activeVariant(project).circuit.parts.filter(isConsumer);
  return (
    <section
      className="sizing"
      aria-label={`Sizes of ${sizable.title.toLowerCase()}`}
      aria-busy={search.running}
      {...shownOf(search)}
    >
      <Field title="To supply">
        {(id) => (
          <SelectInput
            id={id}
            label="To supply"
            value={consumer}
            options={[{ value: '', label: 'everything' }, ...consumers.map((c) => ({ value: c.id, label: c.name }))]}
            onChange={setConsumer}
          />
        )}
      </Field>
      <StudyStatus study={search} doing="trying sizes" />
      {search.answer && search.partly && (
        <SoFar sizing={search.answer} sizable={sizable} current={current} units={units} />
      )}
      {search.answer && !search.partly && (
        <Answer sizing={search.answer} sizable={sizable} current={current} units={units} onTake={onTake} />
      )}
    </section>
  );
}

/** While it is searched: each size that was looked at, and whether it works. */
function SoFar({
  sizing,
  sizable,
  current,
  units,
}: {
  readonly sizing: Sizing;
  readonly sizable: Sizable;
  readonly current: number;
  readonly units: UnitChoice;
}) {
  return (
    <>
      <Scale sizing={sizing} current={current} />
      <p className="quiet">{sayLooks(sizing, sizable.quantity, units)}</p>
    </>
  );
}

function Answer({
  sizing,
  sizable,
  current,
  units,
  onTake,
}: {
  readonly sizing: Sizing;
  readonly sizable: Sizable;
  readonly current: number;
  readonly units: UnitChoice;
  readonly onTake: (si: number) => void;
}) {
  const sentences = saySizing(sizing, sizable.quantity, units);
  const step = Math.max(1, Math.ceil(sizing.fitting.length / MOST_OFFERED));
  const offered = sizing.fitting.filter((_, i) => i % step === 0);
  return (
    <>
      <Scale sizing={sizing} current={current} />
      {sentences.map((sentence, i) => (
        <p key={sentence} className={i === 0 ? 'answer' : 'quiet'}>
          {sentence}
        </p>
      ))}
      {sizable.sizes.length > 0 && sizing.bands.length > 0 && offered.length === 0 && (
        <p className="quiet">No standard size lies in it.</p>
      )}
      <div className="moves">
        {offered.map((size) => (
          <Button key={size.label} type="primary" onClick={() => onTake(size.si)}>
            {size.label}
            {size.label.startsWith('drill') || size.label.startsWith('dash')
              ? `, ${formatQuantity(size.si, sizable.quantity, units)}`
              : ''}
          </Button>
        ))}
      </div>
    </>
  );
}

function Scale({
  sizing: { low, high, bands, looks, fitting },
  current,
}: {
  readonly sizing: Sizing;
  readonly current: number;
}) {
  return (
    <SizeScale
      low={low}
      high={high}
      logarithmic
      bands={bands}
      tried={looks.map((look) => ({ size: look.si, good: isGood(look) }))}
      ticks={fitting.map((s) => s.si)}
      current={current}
    />
  );
}
