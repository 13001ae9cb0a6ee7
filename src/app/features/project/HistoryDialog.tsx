import { Button, Input, Form } from 'antd';
import { Dialog } from '../../forms/Dialog';
import { useState } from 'react';
import { useQuery, useQueryClient } from '@tanstack/react-query';
import { sayIssue } from '../../../core/document/project/issue';
import {
  addSavePoint,
  deleteSavePoint,
  listSavePoints,
  loadSavePoint,
  type SavePoint,
} from '../../../storage/savePoints';
import { storeProblemOf } from '../../../storage/storeProblem';
import { useDocument } from '../../state/document';
import { useFocusReturn } from '../../state/useFocusReturn';
import { useKeeping } from '../../state/keeping';
import { openProject } from '../../state/workspace';

/** Versions of the open project: keep one under a name, go back to one. Those that the app kept by itself are listed too. */
export function HistoryDialog({ onClose }: { readonly onClose: () => void }) {
  useFocusReturn(undefined);
  const client = useQueryClient();
  const id = useKeeping((k) => k.id) ?? '';
  const points = useQuery({
    queryKey: ['savePoints', id],
    queryFn: () => listSavePoints(id),
    staleTime: 0,
  });
  const [name, setName] = useState('');
  const [problem, setProblem] = useState<string>();
  const changed = () => client.invalidateQueries({ queryKey: ['savePoints'] });
  const tell = (error: unknown) => setProblem(`${storeProblemOf(error).message} Export the project instead.`);
  const keep = async () => {
    const { kept: project } = useDocument.getState();
    if (!project || name.trim() === '') return setProblem('Give the version a name.');
    await addSavePoint({ of: id, project, name: name.trim(), now: Date.now(), named: true });
    setName('');
    setProblem(undefined);
    await changed();
  };
  const back = async (point: SavePoint) => {
    const read = await loadSavePoint(point.id);
    if (!read) return setProblem('That version no longer exists.');
    if (!read.ok) return setProblem(read.issues.map(sayIssue).join(' '));
    if (point.ofThis) useDocument.getState().replaceProject(`go back to ${point.name}`, read.kept);
    else if (!(await openProject(read.kept))) return;
    onClose();
  };
  return (
    <Dialog title="Versions" footer={null} onCancel={onClose}>
      <Form layout="inline" className="inline" onFinish={() => void keep().catch(tell)}>
        <Input
          value={name}
          maxLength={80}
          placeholder="before the cooler"
          aria-label="Name of the version"
          onChange={(event) => setName(event.target.value)}
        />
        <Button type="primary" htmlType="submit">
          Save this version
        </Button>
      </Form>
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
                {p.named ? '' : ' · made by the app'}
                {p.ofThis ? '' : ' · opens as a project of its own'}
              </span>
            </span>
            <span>
              <Button onClick={() => void back(p).catch(tell)} aria-label={`Go back to ${p.name}`}>
                Go back
              </Button>{' '}
              <Button onClick={() => void deleteSavePoint(p.id).then(changed, tell)} aria-label={`Delete ${p.name}`}>
                Delete
              </Button>
            </span>
          </div>
        ))}
      </div>
      {points.data?.length === 0 && (
        <p className="quiet">None yet. Undo goes back step by step; a version has a name and stays.</p>
      )}
    </Dialog>
  );
}
