import { fireEvent, screen } from '@testing-library/react';
import { openDemo, show } from '../../testing/page';
import CleanTab from './CleanTab';

jest.mock('../../../workers/studyPool');

describe('Cleanliness on the page', () => {
  it('says what the side-stream filter gains, and refuses a code that does not fall', async () => {
    openDemo('saltmarsh', (p) => ({ ...p, activeVariant: 'sideStream' }));
    show(<CleanTab />);
    await screen.findByText(/with the side-stream filter, .* without/);
    fireEvent.change(screen.getByLabelText('ISO 4406 code of the oil now'), { target: { value: '16/19/21' } });
    await screen.findByText(/^Write three numbers that fall/);
  });
});
