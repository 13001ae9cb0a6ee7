import { Button, Checkbox, Select } from 'antd';
import { useState } from 'react';
import { asNewVariant } from '../../../core/answer/fix/asNewVariant';
import { CHANGE_KIND_WORDS, CHANGE_KINDS, USUAL_FIX, type FixRequest } from '../../../core/answer/fix/change';
import type { Fix, Way } from '../../../core/answer/fix/fixSchema';
import { CRITERION_WORDS, nearestSaid, sayLimit, sayTried, sayWithout } from '../../../core/answer/fix/sayFix';
import { effectsBetween } from '../../../core/answer/effects';
import { sayEffectsBriefly } from '../../../core/answer/sayEffects';
import { capital } from '../../../core/foundations/text';
import { sayMinutes } from '../../../core/bench/plan/sayStep';
import { activeVariant } from '../../../core/document/project/project';
import { OIL_GRADES } from '../../../core/physics/oil/grades';
import { Field } from '../../forms/Field';
import { FigureInput } from '../../forms/FigureInput';
import { Fold } from '../../forms/Fold';
import { useDocument } from '../../state/document';
import { shownOf, useOpenEngine } from '../../state/engine';
import { usePreferences } from '../../state/preferences';
import { useStudy } from '../../state/useStudy';
import { useView } from '../../state/view';
import { StudyStatus } from '../../studies/StudyStatus';
import { ThreeLines } from './ThreeLines';

/** What could be done so that the verdict is good and the aims are met: limits, search, ways. */
export default function FixPanel() {
  const engine = useOpenEngine();
  const lookForFix = useView((v) => v.lookForFix);
  const [asked, setAsked] = useState<FixRequest>(USUAL_FIX);
  const aims = activeVariant(engine.project).aims ?? [];
  const study = useStudy(engine, 'fix', { ...asked, aims }, false);
  const { answer } = study;
  return (
    <section className="fix" aria-label="Find a fix">
      <div className="panel-head">
        <h2>Find a fix</h2>
        <Button onClick={() => lookForFix(false)}>Close</Button>
      </div>
      <p className="quiet">
        Tries every change outside the engine alone, then every two together, then threes and fours of those that help.
        What is offered passes the whole check.
      </p>
      <Fold title={limitsSaid(asked)}>
        <Limits asked={asked} onChange={setAsked} />
      </Fold>
      <StudyStatus study={study} doing="looking for a fix" />
      <div {...shownOf(study)}>{answer && <Ways fix={answer} isOld={study.old} />}</div>
    </section>
  );
}

/** What is asked of a fix, in a line. */
function limitsSaid({ locked, forbidden, oils, mostChanges, mostMinutes }: FixRequest): string {
  const said = [
    `up to ${mostChanges} changes`,
    ...(mostMinutes === null ? [] : [`within ${sayMinutes(mostMinutes)}`]),
    ...(locked.length > 0 ? [`${locked.length} parts stay`] : []),
    ...(forbidden.length > 0 ? [`without ${forbidden.map((k) => CHANGE_KIND_WORDS[k].split(':')[0]).join(', ')}`] : []),
    ...(oils.length > 0 ? [`other oils: ${oils.join(', ')}`] : []),
  ];
  return `Limits: ${said.join('; ')}`;
}

const S_A_MINUTE = 60;

function Limits({ asked, onChange }: { readonly asked: FixRequest; readonly onChange: (asked: FixRequest) => void }) {
  const { project } = useOpenEngine();
  const { parts } = activeVariant(project).circuit;
  return (
    <div className="limits">
      <Field title="Parts that stay as they are">
        {(id) => (
          <Select
            id={id}
            mode="multiple"
            allowClear
            optionFilterProp="label"
            value={[...asked.locked]}
            options={parts.map((p) => ({ value: p.id, label: p.name }))}
            onChange={(locked) => onChange({ ...asked, locked })}
          />
        )}
      </Field>
      <Field title="Oil grades that the maker allows">
        {(id) => (
          <Select
            id={id}
            mode="multiple"
            allowClear
            value={[...asked.oils]}
            options={OIL_GRADES.filter((g) => g.name !== project.oil.name).map((g) => ({
              value: g.name,
              label: g.name,
            }))}
            onChange={(oils) => onChange({ ...asked, oils })}
          />
        )}
      </Field>
      <Field title="Changes at most">
        {(id) => (
          <Select
            id={id}
            value={asked.mostChanges}
            options={[1, 2, 3, 4].map((n) => ({ value: n, label: String(n) }))}
            onChange={(mostChanges) => onChange({ ...asked, mostChanges })}
          />
        )}
      </Field>
      <FigureInput
        title="Work at most, the whole job"
        quantity="time"
        si={asked.mostMinutes === null ? undefined : asked.mostMinutes * S_A_MINUTE}
        optional
        onChange={(si) => onChange({ ...asked, mostMinutes: si === undefined ? null : si / S_A_MINUTE })}
      />
      <fieldset>
        <legend>May be changed</legend>
        {CHANGE_KINDS.map((kind) => (
          <div key={kind}>
            <Checkbox
              checked={!asked.forbidden.includes(kind)}
              onChange={(event) =>
                onChange({
                  ...asked,
                  forbidden: event.target.checked
                    ? asked.forbidden.filter((k) => k !== kind)
                    : [...asked.forbidden, kind],
                })
              }
            >
              {CHANGE_KIND_WORDS[kind]}
            </Checkbox>
          </div>
        ))}
      </fieldset>
    </div>
  );
}

function Ways({ fix, isOld }: { readonly fix: Fix; readonly isOld: boolean }) {
  const units = usePreferences((p) => p.units);
  if (fix.status === 'nothingToFix') return <p>Nothing to fix: the verdict is good, and every aim is met.</p>;
  return (
    <>
      <p>
        <strong>As it is:</strong> {sayLimit(fix.base.checked, units)}
      </p>
      {fix.status === 'searching' && fix.passing.length > 0 && (
        <>
          <h3>Passed so far</h3>
          <ul>
            {fix.passing.map((labels) => (
              <li key={labels.join()}>{labels.join(' + ')}</li>
            ))}
          </ul>
        </>
      )}
      {fix.ways.map((way, i) => (
        <WayCard key={way.set.join(' ')} way={way} base={fix.base} number={i + 1} isOld={isOld} />
      ))}
      {fix.status === 'none' && (
        <div className="notice" role="status">
          <strong>No way was found within these limits.</strong>{' '}
          {fix.nearest && (
            <>
              Nearest: {nearestSaid(fix.nearest.changes)}. In its way: {sayLimit(fix.nearest.checked, units)}
            </>
          )}
        </div>
      )}
      <p className="quiet">{sayTried(fix)}</p>
    </>
  );
}

/** One way: what is done, by what it is the best, what it does, why not less, and the press that makes it. */
function WayCard({
  way,
  base,
  number,
  isOld,
}: {
  readonly way: Way;
  readonly base: Fix['base'];
  readonly number: number;
  readonly isOld: boolean;
}) {
  const units = usePreferences((p) => p.units);
  const replaceProject = useDocument((d) => d.replaceProject);
  const lookForFix = useView((v) => v.lookForFix);
  const effects = effectsBetween(base.measures, way.measures, units);
  const make = () => {
    const { kept } = useDocument.getState();
    if (!kept) return;
    replaceProject('make a fix', asNewVariant(kept, way.changes, 'Fix'));
    lookForFix(false);
  };
  return (
    <article className="way" aria-label={`Way ${number}`}>
      <h3>
        {number}. {capital(way.best.map((b) => CRITERION_WORDS[b]).join(', '))}
      </h3>
      <ul>
        {way.changes.map((change) => (
          <li key={change.id}>{change.label}</li>
        ))}
      </ul>
      <p>
        {sayMinutes(way.minutes)} in all, {way.items} items; {Math.round(100 * (way.checked.chance ?? 0))} % sure.
      </p>
      <Fold title={sayEffectsBriefly(effects)}>
        <ThreeLines effects={effects} />
        <h4>Why not less</h4>
        <ul>
          {way.without.map((each) => (
            <li key={each.label}>{sayWithout(each, units)}</li>
          ))}
        </ul>
      </Fold>
      <Button type="primary" disabled={isOld} onClick={make}>
        Make it, in a new variant
      </Button>
    </article>
  );
}
