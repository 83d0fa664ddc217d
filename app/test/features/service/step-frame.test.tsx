/** Steps that listen to an instrument or a sheet: caliper, wrench, tester; and the figure that nobody has. */
import { screen, waitFor } from '@testing-library/react';
import { type Fact } from '@calvik/core';
import { id } from '../../builders/scene';
import { at, lead, pads } from '../../builders/service-scene';
import type * as Hands from '../../builders/hands';
import { freshHands, saved, press } from '../../builders/hands';
import { benchWire, step, pressing } from '../../builders/instrument-scene';

jest.mock('expo-router', () => jest.requireActual<typeof Hands>('../../builders/hands').expoRouter);

freshHands();
benchWire();

describe('steps of others', () => {
  test('a side of the car is handed over whole', async () => {
    step('pads.FL');
    press('More');
    press(/^Hand over/, 'option');
    press('What: The left side', 'radio');
    press(lead.name, 'radio');
    await pressing('Hand over');
    await waitFor(() => expect(saved('facts').length).toBeGreaterThan(1));
    const steps = saved('facts').map((f) => f.step);
    expect(steps).toEqual(expect.arrayContaining(['pads.FL', 'rotor.FL', 'pads.RL', 'rotor.RL']));
    expect(steps).not.toContain('pads.FR');
    for (const f of saved('facts')) expect(f).toMatchObject({ kind: 'stepHandedOver', toCrewId: lead.id });
  });

  test('a photo stands with its step', async () => {
    const photo = {
      ...at(20),
      kind: 'photoTaken',
      photoId: id(900),
      step: 'pads.FL',
      aboutFactId: null,
      widthPx: 800,
      heightPx: 600,
    } as Fact;
    step('pads.FL', [pads(6, 'FL', 7), photo]);
    const picture = await screen.findByLabelText('Photo 1 of Pads, left front');
    expect(picture.parentElement!.style.width).toBe('160px');
  });
});
