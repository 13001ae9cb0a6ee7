import { Button } from 'antd';

/** Makes a drawing that is wider than its room as narrow as that, and back. */
export function FitButton({
  isFitted,
  onChange,
}: {
  readonly isFitted: boolean;
  readonly onChange: (fit: boolean) => void;
}) {
  return (
    <div className="fit">
      <Button size="small" aria-pressed={isFitted} onClick={() => onChange(!isFitted)}>
        {isFitted ? 'Full size' : 'Fit to width'}
      </Button>
    </div>
  );
}
