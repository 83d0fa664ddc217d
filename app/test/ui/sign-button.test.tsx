import { act, cleanup, fireEvent, render, screen } from '@testing-library/react';
import { PaperProvider } from 'react-native-paper';
import { HOLD_MS, SignButton } from '../../src/ui/sign-button';
import { lightTheme } from '../../src/theme/theme';

beforeEach(() => void jest.useFakeTimers());
afterEach(() => {
  cleanup();
  jest.useRealTimers();
});

const shown = (): { signed: jest.Mock; button: HTMLElement } => {
  const signed = jest.fn();
  render(
    <PaperProvider theme={lightTheme}>
      <SignButton onSign={signed}>Release, signed Tove Loy</SignButton>
    </PaperProvider>,
  );
  return { signed, button: screen.getByRole('button') };
};
const wait = (ms: number): void => act(() => void jest.advanceTimersByTime(ms));

test('a tap signs nothing and says how it is done, however often it is made', () => {
  const { signed, button } = shown();
  for (let n = 0; n < 5; n++) {
    fireEvent.pointerDown(button);
    wait(350);
    fireEvent.pointerUp(button);
    fireEvent.click(button, { detail: 1 });
  }
  wait(5 * HOLD_MS);
  expect(signed).not.toHaveBeenCalled();
  expect(screen.getByText('Hold it for a second to sign.')).toBeTruthy();
});

test('held for a second it signs, once', () => {
  const { signed, button } = shown();
  fireEvent.pointerDown(button);
  wait(HOLD_MS - 10);
  expect(signed).not.toHaveBeenCalled();
  wait(3 * HOLD_MS);
  fireEvent.pointerUp(button);
  expect(signed).toHaveBeenCalledTimes(1);
});

test('by Enter or space held down, not struck; a key that repeats begins once', () => {
  const { signed, button } = shown();
  fireEvent.keyDown(button, { key: 'Enter' });
  wait(200);
  fireEvent.keyUp(button, { key: 'Enter' });
  wait(2 * HOLD_MS);
  expect(signed).not.toHaveBeenCalled();
  fireEvent.keyDown(button, { key: ' ' });
  for (let n = 0; n < 20; n++) fireEvent.keyDown(button, { key: ' ', repeat: true });
  wait(HOLD_MS);
  fireEvent.keyUp(button, { key: ' ' });
  expect(signed).toHaveBeenCalledTimes(1);
});

test('a screen reader presses twice, with a second between', () => {
  const { signed, button } = shown();
  fireEvent.click(button, { detail: 0 });
  expect(screen.getByText('Press again to sign.')).toBeTruthy();
  wait(300);
  fireEvent.click(button, { detail: 0 });
  expect(signed).not.toHaveBeenCalled();
  wait(HOLD_MS + 10);
  fireEvent.click(button, { detail: 0 });
  expect(signed).toHaveBeenCalledTimes(1);
});
