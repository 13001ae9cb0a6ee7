import { stores } from '../../testing/stores';
import { fireEvent, screen, waitFor } from '@testing-library/react';
import { activeVariant } from '../../../core/document/project/project';
import { openDemo, show } from '../../testing/page';
import MovesPanel from './MovesPanel';

const parts = () => activeVariant(stores().project!).circuit.parts;
const field = () => screen.getByRole('combobox', { name: 'What do you want to change?' });
const say = (words: string) => fireEvent.change(field(), { target: { value: words } });
const key = (name: string) => fireEvent.keyDown(field(), { key: name });

describe('The moves at a part', () => {
  it('are found by words, looked at by arrow keys, and made by Enter as one step', () => {
    openDemo();
    show(<MovesPanel part="filter" heading={undefined} />);
    say('insert before dual-pass');
    expect(screen.getByRole('status').textContent).toMatch(/^1 change\. Arrow keys preview one/);
    key('ArrowDown');
    expect(stores().preview).toMatchObject({ name: 'insert dual-pass cooler before Filter', why: undefined });
    expect(screen.getByRole('option', { selected: true })).toBeTruthy();
    expect(stores().past).toEqual([]);
    key('Enter');
    expect(stores().past.map((s) => s.name)).toEqual(['insert dual-pass cooler before Filter']);
    expect(parts().some((p) => p.kind === 'cooler')).toBe(true);
  });

  it('are looked at first by Enter, then made; another word forgets what was looked at', () => {
    openDemo();
    show(<MovesPanel part="turboRestrictor" heading={undefined} />);
    say('take out');
    key('Enter');
    expect([stores().preview?.name, stores().past.length]).toEqual(['remove Restrictor and reconnect', 0]);
    say('take out and');
    expect(stores().preview).toBeUndefined();
    key('ArrowDown');
    key('ArrowUp');
    key('Enter');
    expect(parts().some((p) => p.id === 'turboRestrictor')).toBe(false);
  });

  it('narrow by their kind, and say so where no words fit', () => {
    openDemo();
    show(<MovesPanel part="filter" heading={undefined} />);
    const all = screen.getAllByRole('option').length;
    fireEvent.click(screen.getByRole('button', { name: 'Replace with' }));
    const swaps = screen.getAllByRole('option');
    expect(swaps.length).toBeLessThan(all);
    fireEvent.click(screen.getByRole('button', { name: 'Replace with' }));
    expect(screen.getAllByRole('option')).toHaveLength(all);
    say('paint it blue');
    expect(screen.getByRole('status').textContent).toBe('No change matches. Use fewer words.');
  });

  it('by touch: the first tap shows, the second makes', () => {
    openDemo();
    show(<MovesPanel part="turboRestrictor" heading={undefined} />);
    say('take out');
    fireEvent.click(screen.getAllByRole('option')[0]!);
    expect([stores().preview?.name, stores().past.length]).toEqual(['remove Restrictor and reconnect', 0]);
    fireEvent.click(screen.getAllByRole('option')[0]!);
    expect(stores().past).toHaveLength(1);
  });

  it('that cannot be made say why and change nothing', () => {
    const project = openDemo();
    show(<MovesPanel part="pump" heading={undefined} />);
    stores().makeMove({ kind: 'takeOut', part: 'pump' });
    expect(screen.queryByRole('option', { name: /take pump out/i })).toBeNull();
    expect([stores().preview?.why, stores().project]).toEqual([expect.stringContaining('Pump moves the oil'), project]);
  });

  it('of any part are offered where none is named, begin at a heading, and close with Escape', async () => {
    openDemo();
    stores().openMoves(undefined, 'insert before');
    show(<MovesPanel part={undefined} heading="insert before" />);
    expect(screen.getByRole('heading', { name: /^Change the circuit: Any part/ })).toBeTruthy();
    expect((field() as HTMLInputElement).value).toBe('insert before');
    await waitFor(() =>
      expect(screen.getByRole('status').textContent).toBe('The first 80 changes. Add a word to narrow them down.'),
    );
    key('Escape');
    expect(stores().moves).toBeUndefined();
  });

  it('begin with whole jobs: one shows what it changes, asks, and is one act in a variant of its own', () => {
    openDemo();
    show(<MovesPanel part={undefined} heading={undefined} />);
    say('relief stiffer');
    fireEvent.click(screen.getByRole('button', { name: 'Relief spring' }));
    expect(stores().preview).toMatchObject({ name: 'Relief spring', job: 'Relief spring' });
    const opens = screen.getByLabelText('It is to open at');
    fireEvent.focus(opens);
    fireEvent.change(opens, { target: { value: '6 bar' } });
    fireEvent.blur(opens);
    const before = stores().project!;
    fireEvent.click(screen.getByRole('button', { name: 'Take this job' }));
    // The engine stays as it is: the job is a variant, whose one act has the job's name.
    expect(stores().project!.variants).toHaveLength(before.variants.length + 1);
    expect(stores().kept!.variants.at(-1)!.acts).toMatchObject([{ name: 'Relief spring', moves: [{}] }]);
    expect(parts().find((p) => p.id === 'relief')).toMatchObject({ crackPa: 6e5, reached: 'outside' });
  });

  it('say of jobs that do not fit why, one press away', () => {
    openDemo();
    show(<MovesPanel part={undefined} heading={undefined} />);
    say('dry sump');
    expect(screen.getByRole('button', { name: 'Dry sump' })).toBeTruthy();
    say('larger line');
    fireEvent.click(screen.getByText(/1 does not fit this engine/));
    expect(screen.getByText(/screwed onto the block and has no head/)).toBeTruthy();
  });
});
