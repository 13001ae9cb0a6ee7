import { useDocument } from '../../state/document';
import { usePreferences } from '../../state/preferences';
import { act, fireEvent, screen } from '@testing-library/react';
import { activeVariant, type Variant } from '../../../core/document/project/project';
import { choose, openDemo, show } from '../../testing/page';
import { inTree, VariantBar } from './VariantBar';
import VariantDialog from './VariantDialog';

const variant = (id: string, basedOn?: string) => ({ id, name: id, basedOn }) as Variant;

describe('Variants in their tree', () => {
  it('stand behind what they were made from, as deep as they lie', () => {
    const tree = inTree([
      variant('stock'),
      variant('cooler', 'stock'),
      variant('bare'),
      variant('noBypass', 'cooler'),
      variant('wide', 'stock'),
    ]);
    expect(tree.map(({ variant: { id }, depth }) => `${'-'.repeat(depth)}${id}`)).toEqual([
      'stock',
      '-cooler',
      '--noBypass',
      '-wide',
      'bare',
    ]);
  });

  it('are all listed, whatever a file says of where they come from', () => {
    const odd = [variant('a', 'b'), variant('b', 'a'), variant('c', 'gone'), variant('d', 'd')];
    expect(
      inTree(odd)
        .map((t) => t.variant.id)
        .sort(),
    ).toEqual(['a', 'b', 'c', 'd']);
  });

  it('are shown with their season', () => {
    openDemo();
    useDocument.getState().setSeason({ name: 'Winter' });
    show(<VariantBar />);
    fireEvent.mouseDown(screen.getByRole('combobox', { name: 'Variant' }));
    const lines = [...document.querySelectorAll('.ant-select-item-option')].map((o) => o.textContent);
    expect(lines).toEqual(['Stock, Winter', '\u2003Nose cooler']);
  });
});

describe('The dialog of a variant', () => {
  const open = () => {
    let closed = 0;
    const view = show(<VariantDialog onClose={() => closed++} />);
    return { view, closed: () => closed };
  };
  const type = (label: string, value: string) => fireEvent.change(screen.getByLabelText(label), { target: { value } });
  const keep = () => fireEvent.click(screen.getByRole('button', { name: 'Save' }));
  const now = () => activeVariant(useDocument.getState().project!);

  it('keeps a name and a season, in the reader’s units', () => {
    openDemo();
    act(() => usePreferences.getState().setUnits({ temperature: 'degF' }));
    const { closed } = open();
    type('Name', 'Stock in the snow');
    type('Season', 'Winter');
    choose('Oil', '5W-30');
    type('Coldest oil', '-4');
    keep();
    expect(closed()).toBe(1);
    expect(now()).toMatchObject({
      name: 'Stock in the snow',
      season: { name: 'Winter', oil: { name: '5W-30' }, coldestOilK: expect.closeTo(253.15, 1) },
    });
    act(() => usePreferences.getState().setUnits({}));
  });

  it('says what is wrong and keeps nothing: no number, no name, a range that does not rise', () => {
    const project = openDemo();
    const { closed } = open();
    type('Coldest oil', 'bitter');
    keep();
    expect(screen.getByRole('alert').textContent).toContain('Coldest oil: this is not a temperature');
    type('Coldest oil', '-20');
    keep();
    expect(screen.getByRole('alert').textContent).toContain('Give the season a name');
    type('Season', 'Summer');
    type('Hottest oil', '40');
    keep();
    expect(screen.getByRole('alert').textContent).toContain('must rise in this order');
    expect([closed(), useDocument.getState().project]).toEqual([0, project]);
  });

  it('takes a season off by emptying it, and throws the variant away when asked', () => {
    openDemo();
    useDocument.getState().setSeason({ name: 'Winter', coldestOilK: 250 });
    const { view } = open();
    type('Season', '');
    type('Coldest oil', '');
    keep();
    expect('season' in now()).toBe(false);
    view.unmount();
    useDocument.getState().showVariant('noseCooler');
    open();
    fireEvent.click(screen.getByRole('button', { name: 'Delete this variant' }));
    expect([now().id, useDocument.getState().project!.variants.length]).toEqual(['stock', 1]);
  });
});
