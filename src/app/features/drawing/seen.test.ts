import { crowdOf } from '../../../../scripts/crowd';
import { demoProject } from '../../../core/verification/testing/demo';
import { layoutDrawing } from './layout';
import { withinWindow } from './seen';

const CROWD = 400;
const layout = layoutDrawing(crowdOf(demoProject(), CROWD).variants[0]!.circuit);
const whole = { left: 0, right: layout.width, top: 0, bottom: layout.planHeight };
const ids = (of: typeof layout) => of.stations.map((s) => s.part.id);

describe('What is seen of a long drawing', () => {
  it('is all of it where the window is as large, and nothing is lost between windows side by side', () => {
    const all = withinWindow(layout, whole, []);
    expect({ ...all, returns: [] }).toEqual({ ...layout, returns: [] });
    expect(all.returns.map((r) => r.key)).toEqual(layout.returns.map((r) => r.key));
    const seen = { stations: new Set<string>(), runs: new Set<string>(), returns: new Set<string>() };
    for (let left = 0; left < layout.width; left += 900)
      for (let top = 0; top < layout.planHeight; top += 700) {
        const part = withinWindow(layout, { left, right: left + 900, top, bottom: top + 700 }, []);
        ids(part).forEach((id) => seen.stations.add(id));
        part.runs.forEach((run) => seen.runs.add(run.key));
        part.returns.forEach((run) => seen.returns.add(run.key));
      }
    expect([...seen.stations].sort()).toEqual(ids(layout).sort());
    expect(seen.runs).toEqual(new Set(layout.runs.map((r) => r.key)));
    expect(seen.returns).toEqual(new Set(layout.returns.map((r) => r.key)));
  });

  it('is little of it, lines no longer than the window, and what is selected wherever it stands', () => {
    const window = { left: 0, right: 2000, top: 0, bottom: 1500 };
    const last = layout.stations.at(-1)!.part.id;
    const drain = layout.returns.findLast((r) => r.part !== undefined)!;
    const seen = withinWindow(layout, window, [last, drain.part]);
    expect(seen.stations.length).toBeLessThan(0.2 * layout.stations.length);
    expect(ids(seen)).toContain(last);
    expect(seen.returns).toContainEqual(drain);
    for (const { points } of seen.returns.filter((r) => r.key !== drain.key))
      for (const [x, y] of points) {
        expect(x).toBeLessThanOrEqual(window.right);
        expect(y).toBeLessThanOrEqual(window.bottom);
      }
    expect(withinWindow(layout, window, []).returns.length).toBeLessThan(layout.returns.length);
    expect(seen.width).toBe(window.right);
  });
});
