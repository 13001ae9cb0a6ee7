import { fireEvent, screen } from '@testing-library/react';
import { listLibrary } from '../../../storage/library';
import { useView } from '../../state/view';
import { openDemo, show } from '../../testing/page';
import { PartSheet } from './PartSheet';

describe('The library', () => {
  it('keeps a part from its panel', async () => {
    openDemo();
    useView.getState().select('turboRestrictor');
    show(
      <PartSheet result={undefined} sweep={undefined} onMoves={() => undefined}>
        {null}
      </PartSheet>,
    );
    fireEvent.click(await screen.findByRole('button', { name: 'Save to library' }));
    await screen.findByRole('button', { name: 'Saved to library' });
    expect((await listLibrary()).map((item) => item.label)).toContain('Restrictor');
  });
});
