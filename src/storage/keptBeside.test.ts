import './testing/nodeStore';
import { catalogueEntry } from '../core/document/parts/catalogue';
import { partSchema } from '../core/document/parts/part';
import { demoKept } from '../core/verification/testing/demo';
import { dropFromLibrary, keepInLibrary, libraryItemSchema, listLibrary } from './library';
import { loadResult, saveResult } from './results';
import { addSavePoint, deleteSavePoint, listSavePoints, loadSavePoint } from './savePoints';
import { loadSetting, saveSetting } from './settings';

const project = demoKept();

describe('What is kept beside projects', () => {
  it('keeps named save points until they are deleted, makes room among those of the app, and lists those of the project', async () => {
    const keep = (name: string, now: number, named: boolean, of = 'a') =>
      addSavePoint({ of, project, name, now, named });
    await keep('as delivered', 10, true);
    await keep('of another', 9, true, 'b');
    for (let i = 0; i < 35; i++) await keep(`aside ${i}`, 11 + i, false);
    const points = await listSavePoints('a');
    expect(points.filter((p) => p.named).map((p) => p.name)).toEqual(['as delivered']);
    expect(points.filter((p) => !p.named)).toHaveLength(30);
    expect(points[0]!.name).toBe('aside 34');
    const named = points.find((p) => p.named)!;
    expect(await loadSavePoint(named.id)).toMatchObject({ ok: true, kept: project });
    await deleteSavePoint(named.id);
    expect(await loadSavePoint(named.id)).toBeUndefined();
  });

  it('keeps what the app sets aside also where the clock was set back since', async () => {
    for (let i = 0; i < 35; i++) await addSavePoint({ of: 'c', project, name: `c ${i}`, now: 9000 + i, named: false });
    await addSavePoint({ of: 'c', project, name: 'from the late tab', now: 5, named: false });
    const names = (await listSavePoints('c')).map((p) => p.name);
    expect([names.length, names.includes('from the late tab'), names.includes('c 0')]).toEqual([30, true, false]);
  });

  it('keeps a library of parts and oils by their labels', async () => {
    const part = partSchema.parse({ id: 'r', ...catalogueEntry('restrictor').part });
    await keepInLibrary(
      { kind: 'part', label: 'My restrictor', part },
      { kind: 'oil', label: 'My oil', oil: project.oil },
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

  it('keeps settings', async () => {
    expect(await loadSetting('x')).toBeUndefined();
    await saveSetting('x', { a: 1 });
    expect(await loadSetting('x')).toEqual({ a: 1 });
  });
});
