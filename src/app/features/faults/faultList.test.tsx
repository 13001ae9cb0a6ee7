import { stores } from '../../testing/stores';
import { fireEvent, screen, within } from '@testing-library/react';
import { activeVariant } from '../../../core/document/project/project';
import { openDemo, show, whenDone } from '../../testing/page';
import FaultList from './FaultList';
import { FAULT_STUDY } from '../../../core/studies/faults/faultStudy';
import { studyHere } from '../../../core/studies/job/runHere';
import { testProject } from '../../../core/verification/testing/stockEngine';

jest.mock('../../../workers/studyPool');

describe('Faults on the page', () => {
  it('stand in the study’s order, counted, with what the gauge shows', async () => {
    const project = openDemo();
    show(<FaultList />);
    const answer = studyHere(FAULT_STUDY, project, { pairs: false });
    const starving = answer.filter((f) => f.starved.length > 0);
    await screen.findByText(
      `${starving.length} of ${answer.length} leave a component with too little or too much oil; ${starving.filter((f) => !f.noticed).length} of them barely show on the gauge.`,
    );
    expect(screen.getAllByRole('article').map((a) => a.getAttribute('aria-label'))).toEqual(answer.map((f) => f.title));
    expect(
      within(screen.getByRole('article', { name: 'Relief stuck open' })).getByText(/^Gauge changes most/),
    ).toBeTruthy();
  });

  it('are opened as a variant, at the state where they tell', async () => {
    const project = openDemo();
    show(<FaultList />);
    const [worst] = studyHere(FAULT_STUDY, project, { pairs: false });
    fireEvent.click(
      within(await screen.findByRole('article', { name: worst!.title })).getByRole('button', {
        name: 'Open as a variant',
      }),
    );
    const now = stores();
    expect([activeVariant(now.project!).name, activeVariant(now.project!).basedOn, now.speedRevS]).toEqual([
      worst!.title,
      'stock',
      worst!.starved[0]!.speedRevS,
    ]);
  });

  it('come in pairs when asked, as many shown as a reader takes, the rest on request; and can be stopped', async () => {
    openDemo('thornback', () => testProject('airTwin'));
    show(<FaultList />);
    fireEvent.click(screen.getByRole('checkbox', { name: /pairs of faults/ }));
    fireEvent.click(await screen.findByRole('button', { name: 'Stop' }));
    expect(screen.queryAllByRole('article')).toEqual([]);
    fireEvent.click(screen.getByRole('button', { name: 'Run' }));
    await whenDone('Faults');
    const rest = screen.getByRole('button', { name: /^Show the other \d+$/ });
    expect(screen.getAllByRole('article')).toHaveLength(60);
    fireEvent.click(rest);
    expect(screen.getAllByRole('article').length).toBeGreaterThan(60);
  });
});
