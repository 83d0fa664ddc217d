/** The screens of the run-up: what they refuse, what they keep, and what they say of a place that breaks a rule. */
import { screen, waitFor } from '@testing-library/react';
import { type Job } from '@calvik/core';
import { BoardScreen } from '../../../src/features/schedule/board-screen';
import { crew, id, show } from '../../builders/scene';
import type * as Hands from '../../builders/hands';
import { freshHands, saved, place, press, type } from '../../builders/hands';
import { day, event, job, scene, old } from '../../builders/run-up-scene';

jest.mock('expo-router', () => jest.requireActual<typeof Hands>('../../builders/hands').expoRouter);

freshHands();

describe('the board', () => {
  const open = (over: Partial<Job> = {}): void => {
    place.params = { day: day(3), job: job.id };
    show(<BoardScreen />, old, { ...scene, jobs: [{ ...job, ...over }] });
  };

  test('says which rule a move would break, before it is moved', async () => {
    open();
    type('Start', '04:00');
    expect(screen.getByTestId('objections').textContent).toMatch(/works from 08:00 to 17:00|does not work on that day/);
    press('Move it all the same');
    await waitFor(() => expect(saved('jobs')).toHaveLength(1));
    expect(saved('jobs')[0]).toMatchObject({ startAt: `${day(3)}T04:00:00.000Z`, isPinned: true });
  });

  test('a time that is none is refused, and nothing can be moved', () => {
    open();
    type('Start', '25 o’clock');
    expect(screen.getByText('Give a time like 9:30.')).toBeTruthy();
    expect(screen.queryByText(/^Move it/)).toBeNull();
  });

  test('a form is ticked off line by line; what is not in order stays on record', async () => {
    place.params = { day: day(3), job: job.id };
    const formed = { ...event, inspectionItems: ['Hoses dry', 'Tow eye'] };
    const errand: Job = { ...job, kind: 'errand', covers: ['inspection'] };
    show(<BoardScreen />, old, { ...scene, events: [formed], jobs: [errand] });
    type('Minutes it took: Inspection form', 'ages');
    press('Sign with 2 open points');
    expect(screen.getByText(/Minutes from 1 to 1440/)).toBeTruthy();
    type('Minutes it took: Inspection form', '20 min');
    press(/^Inspection form: Hoses dry \(/, 'checkbox');
    press('Sign with 1 open point');
    await waitFor(() => expect(saved('facts')).toHaveLength(1));
    expect(saved('facts')[0]).toMatchObject({
      kind: 'workDone',
      items: ['inspection'],
      minutes: 20,
      by: crew.id,
      remark: 'Not in order: Tow eye.',
    });
  });

  test('jobs of somebody who has left stand apart', () => {
    place.params = { day: day(3) };
    show(<BoardScreen />, old, { ...scene, jobs: [{ ...job, crewId: id(99) }] });
    expect(screen.getByText('With nobody')).toBeTruthy();
  });
});
