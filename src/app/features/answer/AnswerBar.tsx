import { Button } from 'antd';
import { lazy, Suspense } from 'react';
import { sayWhole } from '../../../core/judgement/verdict/sayWhole';
import { isGoodEnough } from '../../../core/judgement/verdict/verdict';
import { GRADE_MARK } from '../../marks/gradeMark';
import { VerdictIcon } from '../../marks/VerdictMark';
import { shownOf } from '../../state/engine';
import { usePreferences } from '../../state/preferences';
import type { useCheck } from '../../state/useAnswers';
import { useView } from '../../state/view';

const EffectBar = lazy(() => import('./EffectBar'));

/** The answer first: the verdict over the whole range and the drives, how sure it is, and what decides it. */
export function AnswerBar({ check }: { readonly check: ReturnType<typeof useCheck> }) {
  const units = usePreferences((p) => p.units);
  const isFixing = useView((v) => v.isFixing);
  const lookForFix = useView((v) => v.lookForFix);
  const { data, error, old } = check;
  if (!data)
    return (
      <section className="answer" aria-label="Verdict">
        <div className="answer-head quiet" role="status">
          {error ? 'No verdict: see the reason beside it' : 'Checking the whole range…'}
        </div>
      </section>
    );
  const { head, sure, detail, over, grade } = sayWhole(data.verdict, data.certainty, units);
  const isBad = !isGoodEnough(data.verdict, data.certainty);
  return (
    <section className={`answer ${grade}`} aria-label="Verdict" {...shownOf(check)}>
      <div className="answer-head" role="status" title={over}>
        <VerdictIcon verdict={GRADE_MARK[grade]} />
        <strong>{head}</strong>
        {sure !== '' && <span className="sure">{old ? 'being checked anew' : sure}</span>}
      </div>
      <Button type={isBad ? 'primary' : 'default'} aria-pressed={isFixing} onClick={() => lookForFix(!isFixing)}>
        Find a fix…
      </Button>
      <p className="answer-detail">
        {detail} <span className="quiet">{over}.</span>
      </p>
      <Suspense fallback={null}>
        <EffectBar />
      </Suspense>
    </section>
  );
}
