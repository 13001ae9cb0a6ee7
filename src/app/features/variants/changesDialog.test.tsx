import { fireEvent, screen, waitFor, within } from '@testing-library/react';
import { circuitOf } from '../../../core/document/changes/deriveProject';
import { useDocument } from '../../state/document';
import { openDemo, show } from '../../testing/page';
import { VariantBar } from './VariantBar';

const kept = () => useDocument.getState().kept!;
const acts = () => kept().variants[0]!.acts;
const has = (part: string) => circuitOf(kept(), 'noseCooler').parts.some((p) => p.id === part);

async function opened(name: RegExp) {
  openDemo();
  useDocument.getState().showVariant('noseCooler');
  show(<VariantBar />);
  fireEvent.click(screen.getByRole('button', { name }));
  return within(await screen.findByRole('dialog'));
}
/** Presses a line of a change's menu. */
async function press(dialog: ReturnType<typeof within>, change: RegExp, line: string) {
  fireEvent.click(dialog.getByRole('button', { name: change }));
  const items = await screen.findAllByRole('menuitem', { name: line });
  fireEvent.click(items.at(-1)!);
}

describe('The changes of a variant', () => {
  it('are listed where the variant is chosen, switched off for a look and on again, renamed and deleted', async () => {
    const dialog = await opened(/^4 changes$/);
    expect(dialog.getByText(/^Nose cooler = Stock \+ thermostat plate and nose cooler/)).toBeTruthy();
    await press(dialog, /^Edit change: Oil gauge at the plate/, 'Switch off for a look');
    expect([has('oilGauge'), acts()[2]!.off]).toEqual([false, true]);
    await press(dialog, /^Edit change: Oil gauge at the plate/, 'Switch on');
    expect(has('oilGauge')).toBe(true);
    await press(dialog, /^Edit change: Turbo drain/, 'Rename');
    const name = dialog.getByRole('textbox', { name: 'Name of the change' });
    fireEvent.change(name, { target: { value: 'Lower drain' } });
    fireEvent.keyDown(name, { key: 'Enter', code: 'Enter' });
    await waitFor(() => expect(acts()[3]!.name).toBe('Lower drain'));
    await press(dialog, /^Edit change: Lower drain/, 'Delete');
    expect(acts()).toHaveLength(3);
    useDocument.getState().undo();
    expect(acts()).toHaveLength(4);
  });

  it('can be said to be on the engine already, and one that needs another stays in its order, with the reason', async () => {
    const dialog = await opened(/^4 changes$/);
    await press(dialog, /^Edit change: Turbo drain/, 'It is on the engine already');
    expect(acts()).toHaveLength(3);
    await press(dialog, /^Edit change: Turbo fed/, 'Move up');
    expect((await dialog.findByRole('alert')).textContent).toContain('needs the other to be made first');
  });

  it('that can no longer be made are told on the button, explained, and left out when the reader says so', async () => {
    openDemo();
    const { showVariant, makeChange } = useDocument.getState();
    makeChange('without the turbo', [{ kind: 'removeBranch', part: 'turbo' }]);
    showVariant('noseCooler');
    show(<VariantBar />);
    fireEvent.click(screen.getByRole('button', { name: '2 changes not made' }));
    const dialog = within(await screen.findByRole('dialog'));
    const [tap] = await dialog.findAllByRole('alert');
    expect(tap!.textContent).toContain('What it is about is not in this circuit any more.');
    fireEvent.click(within(tap!).getByRole('button', { name: 'Leave it out' }));
    expect(acts()[1]!.off).toBe(true);
    expect(screen.getByRole('button', { name: '1 change not made', hidden: true })).toBeTruthy();
  });

  it('say which variant the engine is in', async () => {
    const dialog = await opened(/^4 changes$/);
    fireEvent.click(dialog.getByRole('button', { name: 'It is in Nose cooler now' }));
    expect(kept().engineNow).toBe('noseCooler');
    expect(dialog.queryByRole('button', { name: 'It is in Nose cooler now' })).toBeNull();
  });
});
