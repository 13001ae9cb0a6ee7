import { fireEvent, screen } from '@testing-library/react';
import { listLibrary } from '../../../storage/library';
import { useView } from '../../state/view';
import { openDemo, show } from '../../testing/page';
import { PartPanel } from './PartPanel';

describe('The library', () => {
  it('keeps a part from its panel', async () => {
    openDemo();
    useView.getState().select('turboRestrictor');
    show(
      <PartPanel result={undefined} sweep={undefined} onMoves={() => undefined}>
        {null}
      </PartPanel>,
    );
    fireEvent.click(await screen.findByRole('button', { name: 'Save to library' }));
    await screen.findByRole('button', { name: 'Saved to library' });
    expect((await listLibrary()).map((item) => item.label)).toContain('Restrictor');
  });
});
