import { Collapse } from 'antd';
import type { ReactNode } from 'react';

/** What is one press away: folded until it is asked for. */
export function Fold({
  title,
  children,
  className = '',
}: {
  readonly title: ReactNode;
  readonly children: ReactNode;
  readonly className?: string;
}) {
  return (
    <Collapse
      ghost
      size="small"
      className={`fold ${className}`}
      destroyOnHidden
      items={[{ key: 'fold', label: title, children }]}
    />
  );
}
