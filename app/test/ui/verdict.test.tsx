import { screen } from '@testing-library/react';
import type { Verdict } from '@calvik/core';
import { VerdictMark } from '../../src/ui/verdict';
import { show } from '../builders/ui-scene';

jest.mock('expo-router', () => ({ useRouter: () => ({}) }));

test.each([
  ['inOrder', 'In order'],
  ['watch', 'Watch'],
  ['needsWork', 'Action needed'],
  ['stop', 'Stop'],
] as [Verdict, string][])('%s has a word, never colour alone', (verdict, word) => {
  show(<VerdictMark verdict={verdict} />);
  expect(screen.getByText(word)).toBeTruthy();
});
