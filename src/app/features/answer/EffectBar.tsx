import { Button } from 'antd';
import { lazy, Suspense, useState } from 'react';
import { sayAim } from '../../../core/answer/aims';
import { effectsBetween } from '../../../core/answer/effects';
import { sayEffectsBriefly, sayInVain } from '../../../core/answer/sayEffects';
import { Fold } from '../../forms/Fold';
import { VerdictIcon } from '../../marks/VerdictMark';
import { useOpenEngine } from '../../state/engine';
import { usePreferences } from '../../state/preferences';
import { StepsTable } from './StepsTable';
import { ThreeLines } from './ThreeLines';
import { useEffects } from './useEffects';

const AimsDialog = lazy(() => import('./AimsDialog'));

/** What the variant is for and whether it gets there; what its changes gain, cost and put at risk: one line, opening to three. */
export default function EffectBar() {
  const units = usePreferences((p) => p.units);
  const { project } = useOpenEngine();
  const { study, isAsked, before, request } = useEffects();
  const [isEditing, setEditing] = useState(false);
  const answer = isAsked && !study.old ? study.answer : undefined;
  const aims = answer?.aims ?? [];
  const vain = answer ? sayInVain(answer) : '';
  const effects = answer?.before && answer.after ? effectsBetween(answer.before, answer.after, units) : undefined;
  return (
    <div className="effects">
      {aims.map((judged) => (
        <p key={judged.aim.kind} className={judged.met === false ? 'problem' : ''}>
          <VerdictIcon verdict={judged.met === null ? 'unknown' : judged.met ? 'inBand' : 'short'} />
          {sayAim(judged, project, units)}
        </p>
      ))}
      {vain !== '' && (
        <p className="problem">
          <strong>{vain}</strong>
        </p>
      )}
      <div className="effect-line">
        {effects && before && answer ? (
          <Fold title={`Against ${before.name}. ${sayEffectsBriefly(effects)}`}>
            <ThreeLines effects={effects} />
            {answer.steps.length > 1 && <StepsTable answer={answer} units={units} />}
          </Fold>
        ) : (
          <span className="quiet">{isAsked ? study.message || 'Computing what its changes do…' : ''}</span>
        )}
        <Button size="small" onClick={() => setEditing(true)}>
          {request.aims.length === 0 ? 'Set aims…' : 'Aims…'}
        </Button>
      </div>
      {isEditing && (
        <Suspense fallback={null}>
          <AimsDialog now={answer?.after ?? undefined} onClose={() => setEditing(false)} />
        </Suspense>
      )}
    </div>
  );
}
