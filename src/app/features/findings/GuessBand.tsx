import { Link } from 'react-router';
import { sayTightest } from '../../../core/studies/sensitivity/sayGuesses';
import { usePreferences } from '../../state/preferences';
import { useStudy } from '../../state/useStudy';
import { shownOf, useOpenEngine } from '../../state/engine';

/** The tightest margin with the band that guesses leave it, and the way to narrow it. */
export default function GuessBand({ fitted }: { readonly fitted: boolean }) {
  const units = usePreferences((p) => p.units);
  const engine = useOpenEngine();
  const study = useStudy(engine, 'guesses', {}, 'fresh');
  const { answer } = study;
  return (
    <div className="notice" {...shownOf(study)}>
      <strong>{fitted ? 'Fitted to your gauge.' : 'Computed from defaults.'}</strong>{' '}
      {answer?.tightest ? `${sayTightest(answer, units)} ` : ''}
      <Link to="/gauge">{fitted ? 'What is still a guess' : 'What does your gauge show?'}</Link>
    </div>
  );
}
