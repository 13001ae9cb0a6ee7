import { Button } from 'antd';
import { useState } from 'react';

/** What the job touches of a list, and the rest of it at a press. */
export function useJobOnly<T>(touched: readonly T[], all: readonly T[], what: string) {
  const [isWhole, setWhole] = useState(false);
  const hidden = all.length - touched.length;
  return {
    list: isWhole ? all : touched,
    rest:
      hidden > 0 ? (
        <p>
          <Button onClick={() => setWhole(!isWhole)}>
            {isWhole ? `Show only the ${what} of this job` : `Show all ${all.length} ${what}`}
          </Button>{' '}
          <span className="quiet">{hidden} stay as they are and are no part of this job.</span>
        </p>
      ) : null,
  };
}
