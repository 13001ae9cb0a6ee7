import { readFileSync } from 'node:fs';
import Dexie from 'dexie';
import { readProjectText } from '../core/circuit/readProject';
import { loadCurrentProject, saveCurrentProject } from './database';

describe('The store', () => {
  const read = readProjectText(readFileSync('demo/thornback.json', 'utf8'));
  if (!read.ok) throw new Error('refused');

  it('is empty at first, then gives back what was saved, figure for figure', async () => {
    expect(await loadCurrentProject()).toEqual({ kind: 'nothing' });
    await saveCurrentProject(read.project, 1);
    expect(await loadCurrentProject()).toEqual({ kind: 'project', project: read.project });
  });

  it('sets aside what it cannot read and says why, and loses nothing', async () => {
    await saveCurrentProject({ ...read.project, version: 99 } as never, 2);
    const loaded = await loadCurrentProject();
    expect(loaded.kind === 'unreadable' && loaded.sentences[0]).toContain('version 99');
    expect(await loadCurrentProject()).toEqual({ kind: 'nothing' });
    const database = await new Dexie('tidal-gauge').open();
    const kept = (await database.table('projects').get('unreadable-2')) as { project: { version: number } };
    expect(kept.project.version).toBe(99);
    database.close();
  });
});
