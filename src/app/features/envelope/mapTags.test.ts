import fc from 'fast-check';
import type { Envelope } from '../../../core/studies/envelope/envelopeTasks';
import { largeFrame, scalesOf } from './mapAxes';
import { covers, placeTags, type MapLabel } from './mapTags';

const SPEEDS = { low: 10, high: 120 };
const OIL = { low: 263, high: 393 };
const scalesAt = (width: number) =>
  scalesOf(
    { speedsRevS: [SPEEDS.low, SPEEDS.high], ys: [OIL.low, OIL.high] } as unknown as Envelope,
    largeFrame(width),
  );

const label = fc.record<MapLabel>({
  text: fc.string({ minLength: 3, maxLength: 22 }),
  x: fc.double({ min: SPEEDS.low, max: SPEEDS.high, noNaN: true }),
  y: fc.double({ min: OIL.low, max: OIL.high, noNaN: true }),
});

describe('Words on the map', () => {
  it('stand within it and cover no other words, at any width and wherever what they name lies', () => {
    fc.assert(
      fc.property(
        fc.integer({ min: 240, max: 700 }),
        fc.array(label, { maxLength: 4 }),
        fc.array(label, { maxLength: 6 }),
        (width, regions, names) => {
          const scales = scalesAt(width);
          const { said, named } = placeTags(regions, names, scales);
          const tags = [...said, ...named];
          for (const tag of tags) {
            expect(tag.x).toBeGreaterThanOrEqual(scales.left);
            expect(tag.x + tag.width).toBeLessThanOrEqual(scales.right);
            expect(tag.y).toBeGreaterThanOrEqual(scales.top);
            expect(tag.y + tag.height).toBeLessThanOrEqual(scales.bottom);
          }
          tags.forEach((a, i) =>
            tags.slice(i + 1).forEach((b) => {
              const isApart =
                a.x + a.width <= b.x || b.x + b.width <= a.x || a.y + a.height <= b.y || b.y + b.height <= a.y;
              expect(isApart).toBe(true);
            }),
          );
        },
      ),
    );
  });

  it('leave no name out where there is room: four states on a phone', () => {
    const scales = scalesAt(358);
    const at = (text: string, rpm: number, celsius: number) => ({ text, x: rpm / 60, y: celsius + 273.15 });
    const states = [
      at('Cold crank', 620, -10),
      at('Cold start', 1100, -10),
      at('Hot idle', 850, 110),
      at('Full speed', 7000, 100),
    ];
    const { said, named } = placeTags([at('Turbo too much oil', 5500, 108)], states, scales);
    expect([said.length, named.map((tag) => tag.text)]).toEqual([1, states.map((each) => each.text)]);
  });

  it('say what they cover', () => {
    const tag = { text: 'Hot idle', x: 100, y: 50, width: 60, height: 16 };
    expect([covers(tag, 130, 58), covers(tag, 130, 76), covers(tag, 84, 58), covers(tag, 86, 58)]).toEqual([
      true,
      false,
      false,
      true,
    ]);
  });
});
