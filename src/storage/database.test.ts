import { readFileSync } from 'node:fs';
import Dexie from 'dexie';
import { readProjectText } from '../core/document/project/readProject';
import { partSchema } from '../core/document/parts/part';
import { CATALOGUE } from '../core/document/parts/catalogue';
import {
  addSavePoint,
  deleteSavePoint,
  dropFromLibrary,
  keepInLibrary,
  libraryItemSchema,
  listLibrary,
  listSavePoints,
  loadCurrentProject,
  loadResult,
  loadSavePoint,
  saveCurrentProject,
  saveLastWords,
  saveResult,
} from './database';

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

  it('takes what a closing page could still say before what the store has, once', async () => {
    await saveCurrentProject(read.project, 5);
    expect(saveLastWords({ ...read.project, name: 'Later' }, 6)).toBe(true);
    expect(await loadCurrentProject()).toMatchObject({ kind: 'project', project: { name: 'Later' } });
    expect(await loadCurrentProject()).toMatchObject({ kind: 'project', project: { name: 'Later' } });
    saveLastWords({ ...read.project, name: 'Older' }, 1);
    expect(await loadCurrentProject()).toMatchObject({ kind: 'project', project: { name: 'Later' } });
  });

  it('gives back every kind of part of the catalogue as it was', async () => {
    const parts = CATALOGUE.map((entry, i) => partSchema.parse({ id: `p${i}`, ...entry.part }));
    const [stock] = read.project.variants;
    const project = {
      ...read.project,
      variants: [{ ...stock!, circuit: { parts: [...stock!.circuit.parts, ...parts], joints: stock!.circuit.joints } }],
    };
    await saveCurrentProject(project, 3);
    expect(await loadCurrentProject()).toEqual({ kind: 'project', project });
  });

  it('keeps named save points until they are thrown away, and makes room among those it set aside itself', async () => {
    await addSavePoint(read.project, 'as delivered', 10, true);
    for (let i = 0; i < 35; i++) await addSavePoint(read.project, `aside ${i}`, 11 + i, false);
    const points = await listSavePoints();
    expect(points.filter((p) => p.named).map((p) => p.name)).toEqual(['as delivered']);
    expect(points.filter((p) => !p.named)).toHaveLength(30);
    expect(points[0]!.name).toBe('aside 34');
    const named = points.find((p) => p.named)!;
    expect(await loadSavePoint(named.id)).toEqual({ ok: true, project: read.project });
    await deleteSavePoint(named.id);
    expect(await loadSavePoint(named.id)).toBeUndefined();
  });

  it('keeps a library of parts and oils by their labels', async () => {
    const part = partSchema.parse({ id: 'r', ...CATALOGUE.find((e) => e.id === 'restrictor')!.part });
    await keepInLibrary(
      { kind: 'part', label: 'My restrictor', part },
      { kind: 'oil', label: 'My oil', oil: read.project.oil },
    );
    await keepInLibrary({ kind: 'part', label: 'My restrictor', part: { ...part, name: 'Again' } });
    const items = await listLibrary();
    expect(items.map((i) => i.label).sort()).toEqual(['My oil', 'My restrictor']);
    expect(libraryItemSchema.safeParse({ kind: 'part', label: 'x', part: { kind: 'orifice' } }).success).toBe(false);
    for (const item of items) await dropFromLibrary(item);
    expect(await listLibrary()).toEqual([]);
  });

  it('keeps the answers of studies by their key, the latest of each, and lets the oldest go when there are too many', async () => {
    await saveResult('first', 'of a', { chance: 1 }, 1);
    await saveResult('first', 'of b', { chance: 0.5 }, 2);
    expect(await loadResult('first')).toMatchObject({ dependsOn: 'of b', answer: { chance: 0.5 } });
    expect(await loadResult('never asked')).toBeUndefined();
    for (let n = 0; n < 85; n++) await saveResult(`study ${n}`, '', n, 10 + n);
    expect([await loadResult('first'), await loadResult('study 0')]).toEqual([undefined, undefined]);
    expect(await loadResult('study 84')).toMatchObject({ answer: 84 });
  });
});
