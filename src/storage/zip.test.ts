import { strFromU8, unzipSync, zipSync } from 'fflate';
import { fileIn, jsonIn, pack, unpack } from './zip';

const MB = 1024 * 1024;
const picture = (seed: number) => Uint8Array.from({ length: 3 * MB }, (_, i) => (i * seed) & 0xff);

describe('A zip', () => {
  it('holds texts and pictures as they went in, read by another way of reading', async () => {
    const pictures = { 'photos/a.jpg': picture(7), 'photos/b.jpg': picture(13) };
    const files = unzipSync(await pack([['project.json', '{"name":"Thornback é"}']], pictures));
    expect(Object.keys(files).sort()).toEqual(['photos/a.jpg', 'photos/b.jpg', 'project.json']);
    expect(strFromU8(files['project.json']!)).toBe('{"name":"Thornback é"}');
    for (const [name, bytes] of Object.entries(pictures)) expect(Buffer.from(files[name]!).equals(bytes)).toBe(true);
  });

  it('makes texts smaller, and leaves the page its turn between pictures', async () => {
    const text = 'oil '.repeat(10_000);
    let turns = 0;
    const timer = setInterval(() => turns++, 0);
    const bytes = await pack([['long.txt', text]], { 'a.jpg': picture(7), 'b.jpg': picture(13), 'c.jpg': picture(5) });
    clearInterval(timer);
    expect(turns).toBeGreaterThanOrEqual(2);
    expect(bytes.length).toBeLessThan(9 * MB + text.length / 10);
  });

  it.each([
    ['no zip', new Uint8Array([1, 2, 3])],
    ['a zip cut off', zipSync({ 'a.txt': new Uint8Array(1000) }).slice(0, 40)],
    ['a zip that unpacks to more than is allowed', zipSync({ 'a.txt': new Uint8Array(5000) })],
  ])('is not read where it is %s', async (_, bytes) => {
    expect(await unpack(bytes, 4999)).toBeUndefined();
  });

  it('is read up to the very size that is allowed, all files together', async () => {
    const bytes = zipSync({ 'a.txt': new Uint8Array(3000), 'b.txt': new Uint8Array(2000) });
    expect(Object.keys((await unpack(bytes, 5000))!)).toEqual(['a.txt', 'b.txt']);
    expect(await unpack(bytes, 4999)).toBeUndefined();
  });

  it('has only its own files: none by a name that every object knows', async () => {
    const files = (await unpack(
      zipSync({ 'a.json': new TextEncoder().encode('{"x":1}'), 'b.json': new Uint8Array([123]) }),
      MB,
    ))!;
    expect(fileIn(files, 'constructor')).toBeUndefined();
    expect([jsonIn(files, 'a.json'), jsonIn(files, 'b.json'), jsonIn(files, 'c.json')]).toEqual([{ x: 1 }, null, null]);
  });
});
