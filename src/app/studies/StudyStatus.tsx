import { Button, Progress } from 'antd';
import type { StudyView } from '../state/useStudy';

/**
 * What a study is doing, whether its answer still holds, and the ways to run and stop it.
 * @param doing in words, as "testing faults"
 */
export function StudyStatus({ study, doing }: { readonly study: StudyView<unknown>; readonly doing: string }) {
  const { reading, running, done, known, old, message, answer, stopped, run, cancel } = study;
  if (running)
    return (
      <div role="status" className="progress">
        <Progress percent={Math.round((100 * done) / Math.max(1, known))} showInfo={false} aria-label="Share done" />
        <span>
          {doing}
          {progressOf(done, known)}
        </span>
        <Button onClick={cancel}>Stop</Button>
      </div>
    );
  if (message)
    return (
      <p className="problem" role="alert">
        {message} <Button onClick={run}>Try again</Button>
      </p>
    );
  if (stopped === 'partly')
    return (
      <p className="notice stale" role="status">
        <strong>Stopped</strong>
        {progressOf(done, known)}: not the whole answer.{' '}
        <Button type="primary" onClick={run}>
          Run again
        </Button>
      </p>
    );
  if (old)
    return (
      <p className="notice stale" role="status">
        <strong>Out of date.</strong> Something it depends on has changed.{' '}
        <Button type="primary" onClick={run}>
          Run again
        </Button>
      </p>
    );
  if (answer === undefined && !reading)
    return (
      <p className="progress">
        {stopped ? 'Stopped.' : 'Not run.'}{' '}
        <Button type="primary" onClick={run}>
          Run
        </Button>
      </p>
    );
  return null;
}

/** Tasks by number; of a single one the share. */
function progressOf(done: number, known: number): string {
  if (known === 0) return '';
  return known === 1 ? `, ${Math.round(100 * done)} %` : `, ${Math.floor(done)} of ${known}`;
}
