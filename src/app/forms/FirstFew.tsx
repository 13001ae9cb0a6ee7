import { Button } from 'antd';
import { useState, type ReactNode } from 'react';

/** Lines of a list that are drawn before it is asked for whole: a browser takes seconds for thousands. */
const MOST_AT_ONCE = 100;

/**
 * A list that may be long, weightiest first: its first lines, and the others when they are asked for.
 * @param what its lines are, in the plural @param children draws one line, with a key
 */
export function FirstFew<T>({
  of: list,
  what,
  most = MOST_AT_ONCE,
  listClass,
  children,
}: {
  readonly of: readonly T[];
  readonly what: string;
  /** Lines that are drawn at once: fewer where each has fields. */
  readonly most?: number;
  /** Drawn as a numbered list of this class. */
  readonly listClass?: string;
  readonly children: (each: T, i: number) => ReactNode;
}) {
  const [isWhole, setWhole] = useState(false);
  const few = isWhole ? list : list.slice(0, most);
  return (
    <>
      {listClass === undefined ? few.map(children) : <ol className={listClass}>{few.map(children)}</ol>}
      {few.length < list.length && (
        <Button block onClick={() => setWhole(true)}>
          Show all {list.length} {what}
        </Button>
      )}
    </>
  );
}
