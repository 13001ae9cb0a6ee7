import { act, render, screen } from '@testing-library/react';
import { Suspense, use } from 'react';
import { Dialog } from './Dialog';

/** The kit's list of who hears Escape, as it gives it to tests. */
const { _test: kitsList } = jest.requireActual<{ _test: () => { readonly stack: readonly object[] } }>(
  '@rc-component/portal/lib/useEscKeyDown',
);
const listening = () => kitsList().stack.length;

describe('A dialog', () => {
  it('is open as long as it is there, and hears Escape only then', async () => {
    const before = listening();
    const { rerender } = render(<Dialog title="Units">Bar or psi</Dialog>);
    expect((await screen.findByRole('dialog', { name: 'Units' })).textContent).toContain('Bar or psi');
    expect(listening()).toBe(before + 1);
    rerender(<></>);
    expect(listening()).toBe(before);
  });

  it('leaves nothing behind of a drawing that React threw away', async () => {
    const before = listening();
    let come: () => void = () => undefined;
    const code = new Promise<void>((resolve) => (come = resolve));
    const Late = () => {
      use(code);
      return null;
    };
    const both = (
      <Suspense fallback="not yet">
        <Dialog title="Versions">Kept</Dialog>
        <Late />
      </Suspense>
    );
    const { rerender } = await act(async () => render(both));
    expect([screen.queryByRole('dialog'), listening()]).toEqual([null, before]);
    await act(async () => come());
    await screen.findByRole('dialog', { name: 'Versions' });
    rerender(<></>);
    expect(listening()).toBe(before);
  });
});
