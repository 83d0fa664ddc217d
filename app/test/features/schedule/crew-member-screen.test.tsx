/** The screens of the run-up: what they refuse, what they keep, and what they say of a place that breaks a rule. */
import { screen, waitFor } from '@testing-library/react';

import { CrewMemberScreen } from '../../../src/features/schedule/crew-member-screen';
import { rulesForm, rulesOf } from '../../../src/fields/rule-fields';
import { readWeek, weekText } from '../../../src/fields/week-fields';
import { crew, show } from '../../builders/scene';
import type * as Hands from '../../builders/hands';
import { freshHands, saved, place, press } from '../../builders/hands';
import { job, scene } from '../../builders/run-up-scene';

jest.mock('expo-router', () => jest.requireActual<typeof Hands>('../../builders/hands').expoRouter);

freshHands();

describe('crew', () => {
  test('a week is read as people write it, and read back', () => {
    const read = readWeek(['8:00 to 17:00', '0800-1200', '8.30 – 12.30', '', '', '', '']);
    if (!('week' in read)) throw new Error(read.message);
    expect(weekText(read.week)).toEqual(['08:00 to 17:00', '08:00 to 12:00', '08:30 to 12:30', '', '', '', '']);
    expect(readWeek(['17:00 to 8:00', ...Array(6).fill('')])).toEqual({
      day: 0,
      message: 'Monday ends before it begins.',
    });
    expect(readWeek(['', 'all day', ...Array(5).fill('')])).toMatchObject({ day: 1 });
  });

  test('who leaves with open jobs is said before', async () => {
    place.params = { id: crew.id };
    show(<CrewMemberScreen />, [], { ...scene, jobs: [job] });
    expect(screen.getByText(/has 1 open job\. They stay on the board/)).toBeTruthy();
    press('Add these days');
    expect(screen.getByText('Give the first day.')).toBeTruthy();
    press(`${crew.name} has left`);
    // What it breaks is said first, and nothing is saved by it.
    expect(screen.getByTestId('breaks').textContent).toContain('If you save this');
    expect(saved('crew')).toEqual([]);
    press(`${crew.name} has left all the same`);
    await waitFor(() => expect(saved('crew')).toMatchObject([{ archived: true }]));
  });

  test('rules go through their form unchanged', () => {
    const rules = {
      minPadMm: 6.5,
      beddedPartsOnly: true,
      reTorqueAtEvent: false,
      ductsAtEvent: 'fitted' as const,
      inspectionItems: ['Hoses dry', 'Pedal firm'],
    };
    expect(rulesOf(rulesForm(rules, 'metric'), (text) => Number.parseFloat(text))).toEqual(rules);
  });
});
