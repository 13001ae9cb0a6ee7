import { useDocument } from '../../state/document';
import { Button, Input, Modal } from 'antd';
import { useState } from 'react';
import { useQuery, useQueryClient } from '@tanstack/react-query';
import { sayIssue } from '../../../core/document/project/issue';
import { addSavePoint, deleteSavePoint, listSavePoints, loadSavePoint } from '../../../storage/database';
import { openProject } from '../../state/openProject';

/** Save points: make one under a name, go back to one. What the app set aside by itself is listed too. */
export function HistoryDialog({ open, onClose }: { readonly open: boolean; readonly onClose: () => void }) {
  const client = useQueryClient();
  const points = useQuery({ queryKey: ['savePoints'], queryFn: listSavePoints, enabled: open, staleTime: 0 });
  const [name, setName] = useState('');
  const [problem, setProblem] = useState<string>();
  const changed = () => client.invalidateQueries({ queryKey: ['savePoints'] });
  const keep = async () => {
    const { project } = useDocument.getState();
    if (!project || name.trim() === '') return setProblem('Give it a name by which you will know it.');
    try {
      await addSavePoint(project, name.trim(), Date.now(), true);
      setName('');
      setProblem(undefined);
      await changed();
    } catch {
      setProblem('This browser does not let the app keep it. Export the project instead.');
    }
  };
  const back = async (id: number) => {
    const read = await loadSavePoint(id);
    if (!read) return setProblem('It is not there any more.');
    if (!read.ok) return setProblem(read.issues.map(sayIssue).join(' '));
    if (await openProject(read.project)) onClose();
  };
  return (
    <Modal open={open} title="Save points" footer={null} onCancel={onClose} destroyOnHidden>
      <form
        onSubmit={(event) => {
          event.preventDefault();
          void keep();
        }}
        className="inline"
      >
        <Input
          value={name}
          maxLength={80}
          placeholder="before the cooler"
          aria-label="Name of the save point"
          onChange={(event) => setName(event.target.value)}
        />
        <Button type="primary" htmlType="submit">
          Keep as it is now
        </Button>
      </form>
      {problem && (
        <p className="problem" role="alert">
          {problem}
        </p>
      )}
      <div className="rows">
        {(points.data ?? []).map((p) => (
          <div key={p.id} className="savepoint">
            <span>
              <strong>{p.name}</strong>
              <br />
              <span className="quiet">
                {new Date(p.at).toLocaleString()}
                {p.named ? '' : ' · set aside by the app'}
              </span>
            </span>
            <span>
              <Button onClick={() => void back(p.id)} aria-label={`Go back to ${p.name}`}>
                Go back
              </Button>{' '}
              <Button onClick={() => void deleteSavePoint(p.id).then(changed)} aria-label={`Throw away ${p.name}`}>
                Throw away
              </Button>
            </span>
          </div>
        ))}
      </div>
      {points.data?.length === 0 && (
        <p className="quiet">None yet. Undo goes back within this session; a save point lasts.</p>
      )}
    </Modal>
  );
}
