import { useView } from '../../state/view';
import { fireEvent, screen } from '@testing-library/react';
import { choose, openDemo, show } from '../../testing/page';
import { sayValue } from './EnvelopeMapView';
import EnvelopeView, { summaryOf, verdictSoFar } from './EnvelopeView';
import { ENVELOPE_STUDY } from '../../../core/studies/envelope/envelopeStudy';
import { studyHere } from '../../../core/studies/job/runHere';
import { StudyCircuits } from '../../../core/studies/job/studyCircuits';
import type { EnvelopeReply, EnvelopeTask } from '../../../core/studies/envelope/envelopeTasks';

jest.mock('../../../workers/studyPool');

describe('The envelope on the page', () => {
  it('names what the study found, and goes to a consumer’s worst state', async () => {
    const project = openDemo();
    show(<EnvelopeView />);
    await screen.findAllByText(/The session first fails at 3954.rpm, 105.°C: Turbo, too much oil\./);
    const answer = studyHere(ENVELOPE_STUDY, project, { y: 'oil' });
    expect(screen.getAllByRole('listitem')).toHaveLength(answer.consumers.length);
    const turbo = answer.consumers.find((c) => c.part === 'turbo')!;
    fireEvent.click(screen.getByRole('button', { name: /^−0\.9 at 7000.rpm/ }));
    expect([useView.getState().speedRevS, useView.getState().oilTemperatureK]).toEqual([
      turbo.worst!.x,
      turbo.worst!.y,
    ]);
    // The boundary is drawn in every map that has one: the whole one, the turbo's and those that fail while cranking.
    const drawn = document.querySelectorAll('path[stroke="var(--alarm)"]').length;
    expect(drawn).toBeGreaterThanOrEqual(3);
  });

  it('claims nothing of what is not computed yet', () => {
    const project = { ...openDemo(), namedStates: [] };
    const study = ENVELOPE_STUDY.start(project, { y: 'oil' });
    const tasks = study.next().value as readonly EnvelopeTask[];
    const bench = new StudyCircuits(project);
    // The hottest row comes first, then the coldest: at speed the turbo gets too much oil there.
    const rows = tasks.slice(0, 2).map((task) => ENVELOPE_STUDY.work(bench, task));
    const said = (replies: readonly EnvelopeReply[]) =>
      summaryOf(ENVELOPE_STUDY.partial(project, { y: 'oil' }, replies)!, project, {});
    expect(said(rows)).toMatch(
      /^So far: fails from \d+.rpm upward; \d+ of \d+ conditions looked at\. Fixed oil temperature\.$/,
    );
    const supplied = rows.map((reply) => ({
      ...(reply as Extract<EnvelopeReply, { kind: 'row' }>),
      values: (reply as Extract<EnvelopeReply, { kind: 'row' }>).values.map((row) => row.map(() => 1)),
    }));
    expect(said(supplied)).toMatch(/^So far: no failure found; \d+ of \d+ conditions looked at\. Fixed/);
    expect(said(supplied)).not.toMatch(/everywhere|never/);
    const partly = ENVELOPE_STUDY.partial(project, { y: 'oil' }, supplied)!;
    expect(new Set(partly.consumers.map((c) => verdictSoFar(partly, c)))).toEqual(new Set(['unknown']));
    const failing = ENVELOPE_STUDY.partial(project, { y: 'oil' }, rows)!;
    expect(
      verdictSoFar(
        failing,
        failing.consumers.find((c) => c.part === 'turbo')!,
      ),
    ).toBe('flooded');
  });

  it('sets the state where the map is pressed', async () => {
    openDemo();
    show(<EnvelopeView />);
    const map = await screen.findByRole('img', {
      name: /^Map of the smallest margin over engine speed and oil temperature\./,
    });
    // jsdom has no layout: the drawing is given its own size.
    map.getBoundingClientRect = () => ({ left: 0, top: 0, width: 700, height: 470 }) as DOMRect;
    const press = (x: number, y: number) =>
      fireEvent(map, Object.assign(new Event('pointerdown', { bubbles: true }), { clientX: x, clientY: y }));
    press(46, 18);
    const { speedRevS, oilTemperatureK } = useView.getState();
    expect([speedRevS, oilTemperatureK]).toEqual([expect.closeTo(250 / 60, 3), expect.closeTo(393.15, 6)]);
    press(20, 460);
    expect(useView.getState().speedRevS).toBe(speedRevS);
  });

  it('asks anew for what is chosen upward, and then sets what is upward', async () => {
    openDemo();
    show(<EnvelopeView />);
    fireEvent.click(screen.getByRole('radio', { name: 'Filter loading' }));
    const map = await screen.findByRole('img', { name: /over engine speed and filter loading/ });
    expect(map.textContent).toContain('times as restrictive as new');
    fireEvent.click(screen.getByRole('radio', { name: 'Road speed' }));
    await screen.findByRole('img', { name: /over engine speed and road speed.*Calculated oil temperature/ });
    fireEvent.click(screen.getAllByRole('listitem')[0]!.querySelector('button')!);
    expect(useView.getState().found).toBe(true);
  });

  it('shows one consumer large when asked, with its own boundary only', async () => {
    openDemo();
    show(<EnvelopeView />);
    await screen.findAllByText(/The session first fails at/);
    const large = () => screen.getByRole('img', { name: /^Map of the smallest margin/ });
    const lines = () => large().querySelectorAll('path[stroke="var(--alarm)"]').length;
    const all = lines();
    choose('Smallest margin of', 'Mains');
    expect(large().getAttribute('aria-label')).toMatch(/^Map of the smallest margin of Mains over/);
    expect(lines()).toBeLessThan(all);
    expect(large().textContent).not.toContain('Turbo too much oil');
  });

  it('writes margins with a true minus and nothing as nothing', () => {
    expect([sayValue(-0.93), sayValue(-0.01), sayValue(0), sayValue(7.26)]).toEqual(['−0.9', '0.0', '0.0', '7.3']);
  });
});
