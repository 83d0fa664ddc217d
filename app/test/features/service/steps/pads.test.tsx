/** The guided steps: what they ask for, what they judge while somebody types, what they keep, and what they bring back. */
import { cleanup, screen, waitFor } from '@testing-library/react';
import type { Fact } from '@calvik/core';
import { crew, id } from '../../../builders/scene';
import type * as Hands from '../../../builders/hands';
import { freshHands, saved, press, router, type } from '../../../builders/hands';
import { at, intake, job, lead, pads } from '../../../builders/service-scene';
import { step, saveIt, said } from '../../../builders/steps-scene';

jest.mock('expo-router', () => jest.requireActual<typeof Hands>('../../../builders/hands').expoRouter);

freshHands();

describe('measuring pads', () => {
  test('judges while typing, in any unit, and keeps both pads as one reading', async () => {
    step('pads.FL');
    type('Inner pad', '5.2');
    press(/^Outer pad: /);
    type('Outer pad', '0.1 in');
    expect(said('live-verdict')).toMatch(/Pad FL outer 2\.5\smm, limit 3\.0\smm: change it/);
    // Whether anybody has looked at the faces is said with the save, or not at all.
    expect(screen.getByRole('button', { name: 'Both clean: save' })).toBeTruthy();
    await saveIt('Save');
    await waitFor(() => expect(saved()).toHaveLength(1));
    expect((saved()[0]!.inner as { isSeen: boolean }).isSeen).toBe(false);
    expect(saved()[0]!).toMatchObject({
      kind: 'padMeasurement',
      corner: 'FL',
      jobId: job.id,
      by: crew.id,
      inner: { thicknessMm: 5.2 },
      outer: { thicknessMm: expect.closeTo(2.54, 6) },
    });
    await waitFor(() => expect(router.replace).toHaveBeenCalledWith(`/service/${job.id}/pads.FR`));
  });

  test('measured with the plate, the plate is taken off: judged and saved is the friction material', async () => {
    step('pads.FL');
    press('Measured at: With plate', 'radio');
    type('Inner pad', '10.7');
    press(/^Outer pad: /);
    type('Outer pad', '8.0');
    // Nor is it saved as usual: the plate would count as friction material.
    expect(screen.queryByRole('button', { name: 'Both clean: save' })).toBeNull();
    await saveIt();
    expect(screen.getByText('Type how thick the plate is, or measure without it.')).toBeTruthy();
    type('Plate', '5.5');
    expect(said('live-verdict')).toMatch(/Pad FL outer 2\.5\smm, limit 3\.0\smm: change it/);
    await saveIt('Save');
    await waitFor(() => expect(saved()).toHaveLength(1));
    expect(saved()[0]!).toMatchObject({
      plateMm: 5.5,
      inner: { thicknessMm: expect.closeTo(5.2, 6) },
      outer: { thicknessMm: expect.closeTo(2.5, 6) },
    });
  });

  test('asks for what is missing, and brings back what was typed before a reload', async () => {
    step('pads.FL');
    await saveIt();
    expect(screen.getByText('Type the inner pad.')).toBeTruthy();
    type('Inner pad', '7');
    cleanup();
    step('pads.FL');
    expect((screen.getByLabelText('Inner pad', { selector: 'input' }) as HTMLInputElement).value).toBe('7');
    expect(saved()).toEqual([]);
  });

  test('what is usual is said with the save, and not offered once anything has been said of a face', async () => {
    step('pads.FL');
    type('Inner pad', '7.2');
    press(/^Outer pad: /);
    type('Outer pad', '7.1');
    press('Inner pad: Glazed', 'checkbox');
    expect(screen.queryByRole('button', { name: 'Both clean: save' })).toBeNull();
    press('Inner pad: Glazed', 'checkbox');
    cleanup();
    localStorage.clear();
    step('pads.FL');
    type('Inner pad', '7.2');
    press(/^Outer pad: /);
    type('Outer pad', '7.1');
    await saveIt('Both clean: save');
    await waitFor(() => expect(saved()).toHaveLength(1));
    expect(saved()[0]!).toMatchObject({ inner: { isSeen: true, conditions: [] }, outer: { isSeen: true } });
  });

  test('a reading that stands is corrected with a reason, and names the one it replaces', async () => {
    step('pads.FL', [...intake, pads(6, 'FL', 7)]);
    type('Inner pad', '6.5');
    await saveIt('Save the correction');
    expect(screen.getByText('Say why the earlier entry is corrected.')).toBeTruthy();
    press('Why corrected: Misread', 'radio');
    await saveIt('Save the correction');
    await waitFor(() => expect(saved()).toHaveLength(1));
    expect(saved()[0]!).toMatchObject({ replaces: id(106), because: 'Misread', inner: { thicknessMm: 6.5 } });
  });

  test('out of turn it asks why; what somebody else has in hand is not waited for', async () => {
    step('rotor.FL', []);
    expect(said('out-of-turn')).toContain(
      'Still open before this: Pedal, before; What the driver says; Reservoir, and 2 more.',
    );
    cleanup();
    const handed = ['pedalBaseline', 'driver', 'reservoir', 'boil', 'ground'].map(
      (key, i) => ({ ...at(20 + i), kind: 'stepHandedOver', step: key, toCrewId: lead.id }) as Fact,
    );
    step('rotor.FL', handed);
    expect(screen.queryByTestId('out-of-turn')).toBeNull();
  });
});
