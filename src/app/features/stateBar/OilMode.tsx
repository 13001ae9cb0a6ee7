import { Segmented } from 'antd';
import { memo } from 'react';
import { useView } from '../../state/view';

/** Whether the oil's temperature is fixed or calculated. */
export const OilMode = memo(function OilMode() {
  const found = useView((w) => w.found);
  const setFound = useView((w) => w.setFound);
  return (
    <Segmented
      className="mode"
      vertical
      aria-label="Oil temperature"
      value={found ? 'Calculated' : 'Fixed'}
      options={['Fixed', 'Calculated']}
      onChange={(value) => setFound(value === 'Calculated')}
    />
  );
});
