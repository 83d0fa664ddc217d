/** The screens of the run-up: what they refuse, what they keep, and what they say of a place that breaks a rule. */
import { screen, waitFor } from '@testing-library/react';

import { PlanProposalScreen } from '../../../src/features/schedule/plan-proposal-screen';
import { car, show } from '../../builders/scene';
import type * as Hands from '../../builders/hands';
import { answers, freshHands, press, router, sent } from '../../builders/hands';
import { day, booking, job, scene, old } from '../../builders/run-up-scene';

jest.mock('expo-router', () => jest.requireActual<typeof Hands>('../../builders/hands').expoRouter);

freshHands();

describe('the plan', () => {
  test('shows how far the search is, what is left out with the cheapest way, and takes the plan', async () => {
    const run = { id: 'r1', state: 'working', progress: null, answer: null };
    answers['/api/plans'] = run;
    answers['/api/plans/r1'] = {
      ...run,
      progress: { cost: 3, bound: 2, gap: 0.31, seconds: 1, visits: 3, unscheduled: 1 },
    };
    show(<PlanProposalScreen />, old, { ...scene, jobs: [job] });
    press('Propose a plan');
    await waitFor(() =>
      expect(screen.getByTestId('plan-progress').textContent).toMatch(/A better one may exist: by at most 31\s%/),
    );
    answers['/api/plans/r1'] = {
      id: 'r1',
      state: 'done',
      progress: null,
      answer: {
        jobs: [{ ...job, startAt: `${day(4)}T09:00:00.000Z` }],
        drop: [],
        moved: [{ job, from: job }],
        savedMin: 50,
        leftOut: [
          {
            bookingId: booking.id,
            carId: car.id,
            key: 'measure',
            ownTitle: null,
            why: { code: 'noRoom', verdict: 'needsWork', place: {}, values: {} },
            waysOut: [{ kind: 'moreHours', minutes: 60, person: 'Tove', event: null, on: '2026-06-01', extraMin: 60 }],
          },
        ],
        forDriver: [],
        score: { unscheduled: 1, lateDays: 0, moves: 1, visits: 1, peakLoad: 0.2 },
        gap: 0,
        seconds: 2,
        firstAfter: 0.1,
        wasStopped: false,
      },
    };
    await waitFor(() => expect(screen.getByText('Cheapest: Tove stays 1 h longer on Mon 1 Jun.')).toBeTruthy());
    expect(screen.getByTestId('plan-summary').textContent).toMatch(
      /^1 visit, all in good time\. Wheels off once saves 50\smin\.$/,
    );
    press('Take this plan, 1 visit');
    await waitFor(() => expect(router.navigate).toHaveBeenCalledWith('/board'));
    expect(sent.some((s) => s.path === '/api/plans/r1/take' && s.method === 'POST')).toBe(true);
  });
});
