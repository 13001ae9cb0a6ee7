import { fireEvent, render, screen } from '@testing-library/react';
import { catalogueEntry } from '../../../core/document/parts/catalogue';
import { partSchema, type PartOf } from '../../../core/document/parts/part';
import { DrainPoints } from './DrainPoints';

const DRAIN = partSchema.parse({
  ...catalogueEntry('drain').part,
  id: 'drain',
  profile: [
    { alongM: 0, heightM: 0.2 },
    { alongM: 0.38, heightM: -0.1 },
  ],
}) as PartOf<'drain'>;

function shown(drain = DRAIN) {
  const changes: PartOf<'drain'>[] = [];
  render(<DrainPoints drain={drain} onChange={(changed) => changes.push(changed)} />);
  return changes;
}

describe('The points of a drain’s run', () => {
  it('are added halfway along the longest stretch, and removed again', () => {
    const changes = shown();
    fireEvent.click(screen.getByRole('button', { name: 'Add a point' }));
    const three = changes[0]!;
    expect(three.profile).toEqual([
      { alongM: 0, heightM: 0.2 },
      { alongM: 0.19, heightM: expect.closeTo(0.05, 9) },
      { alongM: 0.38, heightM: -0.1 },
    ]);
    const again = shown(three);
    fireEvent.click(screen.getByRole('button', { name: 'Remove point 2' }));
    expect(again[0]!.profile).toEqual(DRAIN.profile);
  });

  it('are moved by the arrow keys, never past a neighbour, the first only up and down', () => {
    const changes = shown();
    fireEvent.keyDown(screen.getByRole('slider', { name: 'Point 2' }), { key: 'ArrowUp' });
    fireEvent.keyDown(screen.getByRole('slider', { name: 'Point 1' }), { key: 'ArrowRight' });
    expect(changes.map((c) => c.profile)).toEqual([
      [
        { alongM: 0, heightM: 0.2 },
        { alongM: 0.38, heightM: -0.095 },
      ],
      DRAIN.profile,
    ]);
  });

  it('are typed in any unit', () => {
    const changes = shown();
    const field = screen.getByLabelText('Point 2, height above the crank');
    fireEvent.focus(field);
    fireEvent.change(field, { target: { value: '-2 in' } });
    expect(changes.at(-1)!.profile![1]!.heightM).toBeCloseTo(-0.051, 6);
  });
});
