import { EnvelopeView } from './features/envelope/EnvelopeView';
import { StateBar } from './features/stateBar/StateBar';
import { useSolved } from './state/useAnswers';

/** The envelope under the state bar: the state moves on the map, and the map sets the state. */
export default function EnvelopePage() {
  const solved = useSolved();
  return (
    <>
      <StateBar foundK={solved.data?.heat?.sumpK} />
      <EnvelopeView />
    </>
  );
}
