import { GLOSSARY } from './glossary';
import type { EntryKey } from './terms';

/** What a word means, what it follows from, and whose law that is. */
export default function WhyText({ of }: { readonly of: EntryKey }) {
  const { text, law, source } = GLOSSARY[of];
  return (
    <div className="why">
      <p>{text}</p>
      {law && <p>How: {law}</p>}
      {source && <p className="quiet">Source: {source}.</p>}
    </div>
  );
}
