import { Button, Popover } from 'antd';
import type { ReactNode } from 'react';
import { entryOf, type EntryKey } from './glossary';

/** What a figure, verdict or mark is, what it follows from, and whose law that is: one press away. */
export function Why({ of, children }: { readonly of: EntryKey; readonly children?: ReactNode }) {
  const { term, text, law, source } = entryOf(of);
  return (
    <Popover
      trigger="click"
      title={term}
      styles={{ root: { maxWidth: 340 } }}
      content={
        <div className="why">
          <p>{text}</p>
          {law && <p>How: {law}</p>}
          {source && <p className="quiet">Source: {source}.</p>}
        </div>
      }
    >
      {children === undefined ? (
        <Button type="link" className="term bare" aria-label={`Why? ${term}`}>
          Why?
        </Button>
      ) : (
        <Button type="link" className="term">
          {children}
        </Button>
      )}
    </Popover>
  );
}
