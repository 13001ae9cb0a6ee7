import { FitSection } from './FitSection';
import { GuessSection } from './GuessSection';

/** What the gauge shows, the circuit fitted to it, and what is still a guess. */
export default function GaugePage() {
  return (
    <main id="main" tabIndex={-1} className="page gauge">
      <h1>What does your gauge show?</h1>
      <FitSection />
      <GuessSection />
    </main>
  );
}
