import { fireEvent, render, screen } from '@testing-library/react';
import { useState } from 'react';
import { Instrument } from './Instrument';

const [LOW, HIGH, STEP] = [850, 7000, 50];
const RULER = { left: 100, width: 200 };

/** An instrument that keeps its own figure, on a ruler of known place. */
function Ruler({ start, onMove }: { readonly start: number; readonly onMove?: () => void }) {
  const [value, setValue] = useState(start);
  return (
    <Instrument
      label="Engine speed"
      figure={String(value)}
      unit="rpm"
      value={value}
      low={LOW}
      high={HIGH}
      step={STEP}
      onChange={(v) => {
        setValue(v);
        onMove?.();
      }}
    />
  );
}
const slider = () => screen.getByRole('slider', { name: 'Engine speed' });
const now = () => Number(slider().getAttribute('aria-valuenow'));

/** jsdom lays nothing out and captures no pointer: both are given here. */
function withPointer() {
  let captured = false;
  Element.prototype.setPointerCapture = () => void (captured = true);
  Element.prototype.hasPointerCapture = () => captured;
  jest
    .spyOn(SVGElement.prototype, 'getBoundingClientRect')
    .mockReturnValue({ ...RULER, right: 300, top: 0, bottom: 26, x: 100, y: 0, height: 26, toJSON: () => ({}) });
}
const pointer = (kind: 'pointerDown' | 'pointerMove', clientX: number) =>
  fireEvent(slider(), Object.assign(new MouseEvent(kind.toLowerCase(), { bubbles: true, clientX }), { pointerId: 1 }));

describe('An instrument', () => {
  it.each([
    ['ArrowRight', 3050],
    ['ArrowUp', 3050],
    ['ArrowLeft', 2950],
    ['ArrowDown', 2950],
    ['PageUp', 3500],
    ['PageDown', 2500],
    ['Home', LOW],
    ['End', HIGH],
  ])('goes by %s from 3000 to %d', (key, to) => {
    render(<Ruler start={3000} />);
    fireEvent.keyDown(slider(), { key });
    expect(now()).toBe(to);
  });

  it('stops at its ends and leaves other keys to the page', () => {
    render(<Ruler start={HIGH - 20} />);
    fireEvent.keyDown(slider(), { key: 'ArrowRight' });
    expect(now()).toBe(HIGH);
    expect(fireEvent.keyDown(slider(), { key: 'k' })).toBe(true);
    expect(fireEvent.keyDown(slider(), { key: 'ArrowLeft' })).toBe(false);
  });

  it('says its figure with the unit and its range to who cannot see it', () => {
    render(<Ruler start={3000} />);
    expect(['aria-valuetext', 'aria-valuemin', 'aria-valuemax'].map((a) => slider().getAttribute(a))).toEqual([
      '3000 rpm',
      '850',
      '7000',
    ]);
  });

  it('follows a pointer that is down, in whole steps, and none that merely passes', () => {
    withPointer();
    let moves = 0;
    render(<Ruler start={3000} onMove={() => moves++} />);
    pointer('pointerMove', 150);
    expect([now(), moves]).toEqual([3000, 0]);
    pointer('pointerDown', 200);
    expect(now()).toBe(3950); // half of 850 to 7000 is 3925, in whole steps 3950
    pointer('pointerMove', 500);
    expect(now()).toBe(HIGH);
    pointer('pointerMove', 0);
    expect(now()).toBe(LOW);
    jest.restoreAllMocks();
  });
});
