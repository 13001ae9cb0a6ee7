import { sayWhole } from '../../../core/judgement/verdict/sayWhole';
import { GRADE_MARK } from '../../marks/gradeMark';
import { VerdictIcon } from '../../marks/VerdictMark';
import type { useCheck } from '../../state/useAnswers';
import { shownOf } from '../../state/engine';
import { usePreferences } from '../../state/preferences';

/** The answer first: the verdict over the whole range and the drives, how sure it is, and what decides it. */
export function AnswerBar({ check }: { readonly check: ReturnType<typeof useCheck> }) {
  const units = usePreferences((p) => p.units);
  const { data, error } = check;
  if (!data)
    return (
      <section className="answer" aria-label="Verdict">
        <p className="answer-head quiet">
          {error ? 'No verdict: see the reason beside it' : 'Checking the whole range…'}
        </p>
      </section>
    );
  const { head, sure, detail, over, grade } = sayWhole(data.verdict, data.certainty, units);
  return (
    <section className={`answer ${grade}`} aria-label="Verdict" {...shownOf(check)}>
      <div className="answer-head" role="status">
        <VerdictIcon verdict={GRADE_MARK[grade]} />
        <strong>{head}</strong>
        {sure !== '' && <span className="sure">{sure}</span>}
      </div>
      {detail !== '' && <p className="answer-detail">{detail}</p>}
      <p className="quiet">{over}</p>
    </section>
  );
}
