import { act, waitFor } from '@testing-library/react';
import { BeddingLookScreen } from '../../../src/features/bedding/look-screen';
import type * as Hands from '../../builders/hands';
import { freshHands, press, saved, sign, text, type } from '../../builders/hands';
import { RUN, begun, driven, open } from '../../builders/bedding-scene';

jest.mock('expo-router', () => jest.requireActual<typeof Hands>('../../builders/hands').expoRouter);
freshHands();

test('the look: four faces, what they ask for, a milder decision only with a reason', async () => {
  open(<BeddingLookScreen />, [begun, driven], { run: RUN });
  press('Save the look');
  expect(text()).toContain('Say what each of the four faces looks like.');
  press('All four even blue-grey', 'checkbox');
  expect(text()).toContain('Accept: bedded: the faces are right.');
  press('Open left front, inner face');
  press('left front, inner face: Even blue-grey', 'checkbox');
  press('left front, inner face: Pad outline', 'checkbox');
  expect(text()).toContain('Clean and bed again: pad outline. Stood still hot');
  press('Decision: Accept: bedded', 'radio');
  await sign(/^Accept, signed/);
  await waitFor(() => expect(text()).toContain('only a lead accepts them as they are'));
  press('Decision: Another cycle', 'radio');
  press('Save the look');
  expect(text()).toContain('say why it is enough');
  type('Because', 'Faint, gone after two laps');
  await act(async () => press('Save the look'));
  await waitFor(() =>
    expect(saved('facts')).toMatchObject([
      { kind: 'beddingLook', axle: 'front', decision: 'anotherCycle', reason: 'Faint, gone after two laps' },
    ]),
  );
});
