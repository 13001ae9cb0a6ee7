import { Form } from 'antd';
import { useId, type ReactNode } from 'react';

/**
 * A control under its name, with what is said of it: a problem in the alarm's colour, otherwise a note. What a schema
 * refuses is said here and not kept; the document's schema judges, not the kit's rules.
 */
export function Field({
  title,
  note,
  problem,
  children,
}: {
  readonly title: ReactNode;
  /** What is usual, where it comes from, or what it does. */
  readonly note?: ReactNode;
  /** Why what was typed is not taken. */
  readonly problem?: string | undefined;
  /** The control, given the id that its name is tied to, and the id of what is said of it. */
  readonly children: (id: string, sayId: string) => ReactNode;
}) {
  const id = useId();
  const sayId = `${id}-say`;
  const said = problem ?? note;
  return (
    <Form.Item className="field" label={title} htmlFor={id} colon={false} validateStatus={problem ? 'error' : ''}>
      {children(id, sayId)}
      {said && (
        <span id={sayId} className={problem ? 'problem' : 'typical'} role={problem ? 'alert' : undefined}>
          {said}
        </span>
      )}
    </Form.Item>
  );
}
