import { Button, Popover } from 'antd';
import { lazy, Suspense, type ReactNode } from 'react';
import { TERMS, type EntryKey } from './terms';

const WhyText = lazy(() => import('./WhyText'));

/** What a figure, verdict or mark is, what it follows from, and whose law that is: one press away. */
export function Why({ of, children }: { readonly of: EntryKey; readonly children?: ReactNode }) {
  const term = TERMS[of];
  return (
    <Popover
      trigger="click"
      title={term}
      styles={{ root: { maxWidth: 340 } }}
      content={
        <Suspense fallback={<p className="quiet">Opening…</p>}>
          <WhyText of={of} />
        </Suspense>
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
