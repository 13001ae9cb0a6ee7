import { Button, Input } from 'antd';
import { Dialog } from '../../forms/Dialog';
import { useEffect, useState } from 'react';
import { useNavigate } from 'react-router';
import { sayIssue } from '../../../core/document/project/issue';
import { mendProject } from '../../../core/document/project/mendProject';
import { readProjectText } from '../../../core/document/project/readProject';
import { rawProject, type ProjectHead } from '../../../storage/projects';
import { storeProblemOf } from '../../../storage/storeProblem';
import { openProject } from '../../state/workspace';

/**
 * A project that could not be read, as text, with what is wrong with it: mended by the app or by hand, and opened. The
 * original stays.
 */
export function RepairDialog({ head, onClose }: { readonly head: ProjectHead; readonly onClose: () => void }) {
  const navigate = useNavigate();
  const [text, setText] = useState<string>();
  const [changes, setChanges] = useState<readonly string[]>([]);
  const [problem, setProblem] = useState<string>();
  useEffect(() => {
    rawProject(head.id).then(
      (raw) => setText(JSON.stringify(raw ?? null, null, 1)),
      (error: unknown) => setProblem(storeProblemOf(error).message),
    );
  }, [head.id]);
  const read = text === undefined ? undefined : readProjectText(text);
  const mend = () => {
    let raw: unknown;
    try {
      raw = JSON.parse(text ?? '');
    } catch {
      return setProblem('The text is not JSON. Correct it by hand at the place named below.');
    }
    const mended = mendProject(raw);
    setText(JSON.stringify(mended.raw, null, 1));
    setChanges(mended.changes);
    setProblem(mended.ok ? undefined : 'Not everything could be repaired. What is left is listed below.');
  };
  const open = async () => {
    if (!read?.ok || !(await openProject(read.kept))) return;
    onClose();
    await navigate('/');
  };
  return (
    <Dialog
      width={760}
      title={`Repair ${head.name}`}
      onCancel={onClose}
      footer={[
        <Button key="leave" onClick={onClose}>
          Cancel
        </Button>,
        <Button key="mend" disabled={!read || read.ok} onClick={mend}>
          Repair automatically
        </Button>,
        <Button key="open" type="primary" disabled={!read?.ok} onClick={() => void open()}>
          Open it
        </Button>,
      ]}
    >
      <p>The original stays as it is until you delete it.</p>
      <Input.TextArea
        aria-label="The project as text"
        value={text ?? ''}
        rows={12}
        spellCheck={false}
        onChange={(event) => setText(event.target.value)}
      />
      <div role="status">
        {problem && <p className="problem">{problem}</p>}
        {read?.ok && <p>It can be opened now.</p>}
        {read && !read.ok && (
          <ul>
            {read.issues.map((issue, i) => (
              <li key={i}>{sayIssue(issue)}</li>
            ))}
          </ul>
        )}
        {changes.length > 0 && (
          <>
            <p>What was changed:</p>
            <ul>
              {changes.slice(0, 20).map((change, i) => (
                <li key={i}>{change}</li>
              ))}
              {changes.length > 20 && <li>and {changes.length - 20} more</li>}
            </ul>
          </>
        )}
      </div>
    </Dialog>
  );
}
