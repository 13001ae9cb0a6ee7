import { progressOf } from './progress';

describe('Long work on the command line', () => {
  const told = (isTTY: boolean, seconds: readonly number[]) => {
    const said: string[] = [];
    let at = 0;
    const progress = progressOf({ isTTY, write: (text) => said.push(text) }, () => at);
    for (const s of seconds) {
      at = 1000 * s;
      progress.tell(s, 100);
    }
    progress.end();
    return said;
  };

  it('says nothing of what is quick', () => {
    expect([told(true, [0.5, 1, 1.9]), told(false, [1, 5, 9.9])]).toEqual([[], []]);
  });

  it('tells on one line of a terminal, which is clean in the end', () => {
    expect(told(true, [1, 2, 2.1, 3])).toEqual(['\r\u001b[K2 % done, 2 s', '\r\u001b[K3 % done, 3 s', '\r\u001b[K']);
  });

  it('tells every ten seconds where lines stay', () => {
    expect(told(false, [5, 10, 15, 20, 25])).toEqual(['10 % done, 10 s\n', '20 % done, 20 s\n']);
  });
});
