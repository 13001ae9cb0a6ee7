import { Button } from 'antd';
import { useState } from 'react';
import { NavLink } from 'react-router';
import type { StoreProblem } from '../../../storage/storeProblem';
import { exportProject } from '../../files/exportProject';
import { isBackupDue, useBackupReminder } from '../../state/backupReminder';
import { useDocument } from '../../state/document';
import { useKeeping, type Notice } from '../../state/keeping';
import { takeOver } from '../../state/workspace';

/** What the reader must know of how the work is kept: each stays until it is mended or dealt with. */
export function KeepingNotices() {
  const { problem, edited, notices, dismiss } = useKeeping();
  const refusal = useDocument((d) => d.refusal);
  const forgetRefusal = useDocument((d) => d.forgetRefusal);
  const isDue = useBackupReminder(isBackupDue);
  return (
    <div className="notices">
      {problem && <NotKept problem={problem} />}
      {edited === 'elsewhere' && <Elsewhere />}
      {refusal !== undefined && (
        <div className="notice" role="alert">
          {refusal} <Plain onClick={forgetRefusal}>Close</Plain>
        </div>
      )}
      {notices.map((notice) => (
        <Told key={notice.id} notice={notice} onClose={() => dismiss(notice.id)} />
      ))}
      {isDue && <BackupDue />}
    </div>
  );
}

function NotKept({ problem }: { readonly problem: StoreProblem }) {
  const project = useDocument((d) => d.kept);
  return (
    <div className="notice" role="alert">
      <strong>Your last changes are not saved.</strong> {problem.message} The app keeps trying; export the project to be
      safe.{' '}
      {project && (
        <Button type="primary" onClick={() => exportProject(project)}>
          Export now
        </Button>
      )}
    </div>
  );
}

function Elsewhere() {
  const [asked, setAsked] = useState(false);
  return (
    <div className="notice" role="status">
      <strong>This project is open in another tab.</strong> Changes made there show here.{' '}
      <Button
        type="primary"
        disabled={asked}
        onClick={() => {
          setAsked(true);
          void takeOver();
        }}
      >
        Edit here instead
      </Button>
    </div>
  );
}

function Told({ notice, onClose }: { readonly notice: Notice; readonly onClose: () => void }) {
  return (
    <div className="notice" role="alert">
      {notice.text}{' '}
      {notice.act && (
        <Button type="primary" onClick={() => void notice.act?.run()}>
          {notice.act.label}
        </Button>
      )}
      {notice.to ? <NavLink to={notice.to.path}>{notice.to.label}</NavLink> : <Plain onClick={onClose}>Close</Plain>}
    </div>
  );
}

function BackupDue() {
  const { putOff, setOn, changes } = useBackupReminder();
  return (
    <div className="notice" role="status">
      {changes} changes since the last backup. <NavLink to="/projects">Back up now</NavLink>{' '}
      <Plain onClick={putOff}>Later</Plain> <Plain onClick={() => setOn(false)}>Do not remind me</Plain>
    </div>
  );
}

function Plain({ onClick, children }: { readonly onClick: () => void; readonly children: string }) {
  return <Button onClick={onClick}>{children}</Button>;
}
