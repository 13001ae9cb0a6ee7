import { useQuery, useQueryClient } from '@tanstack/react-query';
import { App as AntApp, Button } from 'antd';
import { useState } from 'react';
import { useNavigate } from 'react-router';
import { readProject } from '../../../core/document/project/readProject';
import { copyName } from '../../../core/document/project/names';
import { deleteProject, listProjects, rawProject, restoreProject, type ProjectHead } from '../../../storage/projects';
import { storeProblemOf } from '../../../storage/storeProblem';
import { fileName } from '../../files/exportProject';
import { saveFile } from '../../files/saveFile';
import { useKeeping } from '../../state/keeping';
import { renameProject } from '../../state/renameProject';
import { openProject, settled, switchTo } from '../../state/workspace';
import { BackupSection } from './BackupSection';
import { ProjectTable } from './ProjectTable';
import { RepairDialog } from './RepairDialog';
import { SpaceUsed } from './SpaceUsed';
import { WaysToBegin } from './WaysToBegin';

/** Every project in this browser, those that could not be read and those deleted, and the backup of all. */
export default function WorkspacePage() {
  return (
    <AntApp component={false}>
      <Workspace />
    </AntApp>
  );
}

const NONE: readonly ProjectHead[] = [];

function Workspace() {
  const client = useQueryClient();
  const navigate = useNavigate();
  const { message } = AntApp.useApp();
  const open = useKeeping((k) => k.id);
  const heads = useQuery({ queryKey: ['projects', open], queryFn: listProjects, staleTime: 0 });
  const [repairing, setRepairing] = useState<ProjectHead>();
  const changed = () => client.invalidateQueries({ queryKey: ['projects'] });
  const run = (work: () => Promise<unknown>) =>
    void work().then(changed, (error: unknown) => void message.error(storeProblemOf(error).message));
  const all = heads.data ?? NONE;
  const exportHead = async (head: ProjectHead) => {
    await settled();
    saveFile(`${fileName(head.name)}.tidal.json`, await rawProject(head.id));
  };
  const duplicate = async (head: ProjectHead) => {
    await settled();
    const read = readProject(await rawProject(head.id));
    if (!read.ok) return void message.error(`${head.name} cannot be read, so it cannot be duplicated.`);
    const name = copyName(
      head.name,
      all.map((h) => h.name),
    );
    if (await openProject({ ...read.kept, name })) await navigate('/');
  };
  const rename = async (head: ProjectHead, name: string) => {
    const problem = await renameProject(head.id, name);
    if (problem !== undefined) void message.error(`${head.name} was not renamed. ${problem}`);
  };
  const remove = async (head: ProjectHead) => {
    await deleteProject(head.id, Date.now());
    useKeeping.getState().dismiss('unreadable');
    void message.info({
      content: (
        <>
          {head.name} is deleted.{' '}
          <Button size="small" onClick={() => run(() => restoreProject(head.id))}>
            Undo
          </Button>
        </>
      ),
      duration: 8,
    });
  };
  const aside = all.filter((h) => h.aside && h.deletedAt === undefined);
  const deleted = all.filter((h) => h.deletedAt !== undefined);
  return (
    <main id="main" tabIndex={-1} className="page workspace">
      <h1>Projects and backup</h1>
      <p>Everything is stored in this browser, on this machine. A backup keeps it safe and takes it along.</p>
      {heads.error && (
        <p className="problem" role="alert">
          {storeProblemOf(heads.error).message} The list cannot be shown.
        </p>
      )}
      {aside.length > 0 && (
        <Unreadable
          heads={aside}
          onRepair={setRepairing}
          onExport={(head) => run(() => exportHead(head))}
          onDelete={(head) => run(() => remove(head))}
        />
      )}
      <ProjectTable
        heads={all.filter((h) => !h.aside && h.deletedAt === undefined)}
        openId={open}
        isLoading={heads.isLoading}
        acts={{
          open: (head) => run(async () => (await switchTo(head.id, head.name)) && navigate('/')),
          duplicate: (head) => run(() => duplicate(head)),
          rename: (head, name) => run(() => rename(head, name)),
          exportFile: (head) => run(() => exportHead(head)),
          remove: (head) => run(() => remove(head)),
        }}
      />
      <h2>Begin another</h2>
      <WaysToBegin />
      {deleted.length > 0 && <Deleted heads={deleted} onRestore={(head) => run(() => restoreProject(head.id))} />}
      <BackupSection onRestored={() => void changed()} />
      <SpaceUsed />
      {repairing && <RepairDialog head={repairing} onClose={() => setRepairing(undefined)} />}
    </main>
  );
}

/** Projects that could not be read, with the reasons: to be mended, taken out or deleted. */
function Unreadable({
  heads,
  onRepair,
  onExport,
  onDelete,
}: {
  readonly heads: readonly ProjectHead[];
  readonly onRepair: (head: ProjectHead) => void;
  readonly onExport: (head: ProjectHead) => void;
  readonly onDelete: (head: ProjectHead) => void;
}) {
  return (
    <section aria-labelledby="aside">
      <h2 id="aside">Could not be read</h2>
      {heads.map((head) => (
        <div key={head.id} className="savepoint">
          <span>
            <strong>{head.name}</strong>
            {head.aside?.slice(0, 3).map((sentence) => (
              <span key={sentence} className="quiet block">
                {sentence}
              </span>
            ))}
          </span>
          <span className="moves">
            <Button type="primary" onClick={() => onRepair(head)} aria-label={`Repair ${head.name}`}>
              Repair…
            </Button>
            <Button onClick={() => onExport(head)} aria-label={`Export ${head.name} as it is`}>
              Export as it is
            </Button>
            <Button onClick={() => onDelete(head)} aria-label={`Delete ${head.name}`}>
              Delete
            </Button>
          </span>
        </div>
      ))}
    </section>
  );
}

/** Deleted projects, to be had back. */
function Deleted({
  heads,
  onRestore,
}: {
  readonly heads: readonly ProjectHead[];
  readonly onRestore: (head: ProjectHead) => void;
}) {
  return (
    <section aria-labelledby="deleted">
      <h2 id="deleted">Deleted, kept for 30 days</h2>
      {heads.map((head) => (
        <div key={head.id} className="savepoint">
          <span>
            {head.name} <span className="quiet">deleted {new Date(head.deletedAt!).toLocaleDateString()}</span>
          </span>
          <Button onClick={() => onRestore(head)} aria-label={`Restore ${head.name}`}>
            Restore
          </Button>
        </div>
      ))}
    </section>
  );
}
