import { fireEvent, screen } from '@testing-library/react';
import { onDemand } from '../../src/ui/on-demand';
import { show } from '../builders/ui-scene';

jest.mock('expo-router', () => ({ useRouter: () => ({}) }));

describe('a component whose code comes on demand', () => {
  test('shows that it waits, then itself; when its code cannot be had it offers another try', async () => {
    let fail = true;
    const Late = onDemand<{ name: string }>(
      async () => {
        if (fail) throw new Error('no connection');
        return ({ name }) => <p>{`here is ${name}`}</p>;
      },
      () => <p>waiting</p>,
    );
    show(<Late name="the form" />);
    expect(screen.getByText('waiting')).toBeTruthy();
    const again = await screen.findByRole('button', { name: 'Try again' });
    fail = false;
    fireEvent.click(again);
    expect(await screen.findByText('here is the form')).toBeTruthy();
  });
});
