import { FILE_WORDS } from '../../files/fileWords';
import { useQuery, useQueryClient } from '@tanstack/react-query';
import { App as AntApp, Button, Checkbox, Switch, Upload } from 'antd';
import { Dialog } from '../../forms/Dialog';
import { useState } from 'react';
import { makeBackup, readBackup, restoreBackup, type Backup } from '../../../storage/backup';
import { storeProblemOf } from '../../../storage/storeProblem';
import { chooseFolder, chosenFolder, forgetFolder, hasFolders, mayWrite } from '../../files/backupFolder';
import { saveBytes } from '../../files/saveFile';
import { useBackupReminder } from '../../state/backupReminder';
import { folderBackupNow } from '../../state/folderBackup';
import { preferencesNow, takePreferences } from '../../state/preferences';
import { settled } from '../../state/workspace';

const LARGEST_BACKUP_BYTES = 1024 * 1024 * 1024;

/**
 * Everything as one file, put back whole or by project; a folder that is kept up to date where the browser has such a
 * thing.
 */
export function BackupSection({ onRestored }: { readonly onRestored: () => void }) {
  const { message } = AntApp.useApp();
  const { changes, lastAt, isOn, setOn, backedUp } = useBackupReminder();
  const [backup, setBackup] = useState<Backup>();
  const make = async () => {
    await settled();
    const now = Date.now();
    saveBytes(`tidal-gauge-${new Date(now).toISOString().slice(0, 10)}.zip`, await makeBackup(preferencesNow(), now));
    backedUp(now);
  };
  const take = async (file: File) => {
    if (file.size > LARGEST_BACKUP_BYTES)
      return void message.error('The file is over 1 GiB. Choose a backup that was made here.');
    const read = await readBackup(new Uint8Array(await file.arrayBuffer()));
    if (read.ok) setBackup(read.backup);
    else void message.error(read.why);
  };
  const tell = (error: unknown) => void message.error(storeProblemOf(error).message);
  return (
    <section aria-labelledby="backup">
      <h2 id="backup">Backup</h2>
      <p>
        {lastAt === undefined
          ? 'No backup was made yet'
          : `The last backup was made ${new Date(lastAt).toLocaleString()}`}
        {changes > 0 ? `; ${changes} ${changes === 1 ? 'change' : 'changes'} since.` : '.'}
      </p>
      <div className="moves">
        <Button type="primary" onClick={() => void make().catch(tell)}>
          Back everything up
        </Button>
        <Upload
          accept=".zip,application/zip"
          showUploadList={false}
          beforeUpload={(file) => {
            void take(file).catch(() => void message.error(FILE_WORDS.unreadable));
            return false;
          }}
        >
          <Button>Restore from a backup…</Button>
        </Upload>
      </div>
      <Folder />
      <p>
        <Switch id="remind" checked={isOn} onChange={setOn} />{' '}
        <label htmlFor="remind">Remind me when much has changed since the last backup</label>
      </p>
      {backup && (
        <RestoreDialog
          backup={backup}
          onClose={(restored) => {
            setBackup(undefined);
            if (restored) onRestored();
          }}
        />
      )}
    </section>
  );
}

/** The folder on disk that is kept up to date. */
function Folder() {
  const client = useQueryClient();
  const folder = useQuery({
    queryKey: ['backup folder'],
    queryFn: async () => {
      const handle = await chosenFolder();
      return handle ? { handle, mayWrite: await mayWrite(handle, false) } : null;
    },
    staleTime: 0,
  });
  const changed = () => client.invalidateQueries({ queryKey: ['backup folder'] });
  if (!hasFolders())
    return <p className="quiet">This browser cannot keep a folder up to date: download a backup now and then.</p>;
  const chosen = folder.data;
  if (!chosen)
    return (
      <p>
        <Button
          onClick={() =>
            void chooseFolder()
              .then((handle) => handle && folderBackupNow())
              .then(changed)
          }
        >
          Keep a folder up to date…
        </Button>
      </p>
    );
  return (
    <p>
      The folder <strong>{chosen.handle.name || 'chosen'}</strong> is kept up to date.{' '}
      {!chosen.mayWrite && (
        <Button
          type="primary"
          onClick={() =>
            void mayWrite(chosen.handle, true)
              .then((may) => may && folderBackupNow())
              .then(changed)
          }
        >
          Allow it again
        </Button>
      )}{' '}
      <Button onClick={() => void forgetFolder().then(changed)}>Stop</Button>
    </p>
  );
}

/** Which projects of a backup come back. */
function RestoreDialog({
  backup,
  onClose,
}: {
  readonly backup: Backup;
  readonly onClose: (restored: boolean) => void;
}) {
  const { message } = AntApp.useApp();
  const readable = backup.projects.filter((p) => p.project);
  const [chosen, setChosen] = useState<readonly string[]>(readable.map((p) => p.id));
  const isAll = chosen.length === readable.length;
  const restore = async () => {
    const { back, beside, same } = await restoreBackup(backup, new Set(chosen), isAll, Date.now());
    if (isAll) takePreferences(backup.preferences);
    void message.success(
      `${back + beside} put back${beside > 0 ? `, ${beside} of them beside what has changed since` : ''}${same > 0 ? `; ${same} were there already` : ''}.`,
    );
    onClose(true);
  };
  return (
    <Dialog
      title={`Backup of ${new Date(backup.madeAt).toLocaleString()}`}
      okText={isAll ? 'Restore everything' : `Put ${chosen.length} back`}
      cancelText="Cancel"
      okButtonProps={{ disabled: chosen.length === 0 && readable.length > 0 }}
      onOk={() => void restore().catch((error: unknown) => void message.error(storeProblemOf(error).message))}
      onCancel={() => onClose(false)}
    >
      <p>Nothing here is overwritten: a project that has changed since is restored beside it.</p>
      <Checkbox.Group
        className="choices"
        value={[...chosen]}
        onChange={setChosen}
        options={readable.map((p) => ({
          value: p.id,
          label: `${p.name}, ${new Date(p.updatedAt).toLocaleString()}`,
        }))}
      />
      {backup.projects
        .filter((p) => !p.project)
        .map((p) => (
          <p key={p.id} className="problem">
            {p.name} in the backup cannot be read. {p.sentences[0]}
          </p>
        ))}
    </Dialog>
  );
}
