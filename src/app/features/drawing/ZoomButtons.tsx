import { Button, Space } from 'antd';
import type { Zoom } from './zoom';

/** One press is so much. */
const STEP = 1.25;

/** Makes a drawing that is wider than its room larger, smaller, or as narrow as that. */
export function ZoomButtons({
  zoom,
  scale,
  onChange,
}: {
  readonly zoom: Zoom;
  /** As it is drawn now. */
  readonly scale: number;
  readonly onChange: (zoom: Zoom) => void;
}) {
  const isFitted = zoom === 'fit';
  return (
    <Space.Compact>
      <Button size="small" aria-label="Draw smaller" onClick={() => onChange(scale / STEP)}>
        −
      </Button>
      <Button size="small" aria-pressed={isFitted} onClick={() => onChange(isFitted ? 'usual' : 'fit')}>
        {isFitted ? 'Full size' : 'Fit to width'}
      </Button>
      <Button size="small" aria-label="Draw larger" onClick={() => onChange(scale * STEP)}>
        +
      </Button>
    </Space.Compact>
  );
}
