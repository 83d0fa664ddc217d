/** The screens that keep something: what they refuse, what they keep, and what they bring back after a reload. */
import { act, cleanup, fireEvent, screen, waitFor } from '@testing-library/react';
import { type FluidExchange } from '@calvik/core';
import { FlushScreen } from '../../../src/features/fluid/flush-screen';
import { bottle, car, crew, flush, id, show } from '../../builders/scene';
import type * as Hands from '../../builders/hands';
import { freshHands, saved, place, press, router, type } from '../../builders/hands';
import { sealed, wrong, stores } from '../../builders/entry-scene';

jest.mock('expo-router', () => jest.requireActual<typeof Hands>('../../builders/hands').expoRouter);

freshHands();

beforeEach(() => {
  place.params = { id: car.id };
});

describe('recording a flush', () => {
  const fill = (): void => {
    press(/^Bottle B-031/, 'radio');
    for (const [corner, text] of [
      ['RR', '150'],
      ['RL', '0,15 l'],
      ['FR', '5 fl oz'],
      ['FL', '110 ml'],
    ] as const)
      type(`Drawn at ${corner}`, text);
    press('Pedal before: Fair', 'radio');
    press('Pedal after: Firm', 'radio');
  };

  test('asks for what is missing, one thing at a time, in words', async () => {
    show(<FlushScreen />, [], stores);
    press('Save this flush');
    expect(await screen.findByText('Choose the bottle that the fluid came from.')).toBeTruthy();
    press(/^Bottle B-031/, 'radio');
    press('Save this flush');
    expect(await screen.findByText('Type the volume drawn at the right rear.')).toBeTruthy();
    for (const corner of ['RR', 'RL', 'FR', 'FL']) type(`Drawn at ${corner}`, '100');
    press('Save this flush');
    expect(await screen.findByText('Say how the pedal felt, before and after.')).toBeTruthy();
    expect(saved()).toEqual([]);
  });

  test('keeps the corners in sequence, in millilitres, with what was seen at each', async () => {
    place.params = { id: car.id, job: id(77) };
    show(<FlushScreen />, [], stores);
    fill();
    type('Drawn out and refilled with new fluid', '180');
    for (const corner of ['RR', 'RL', 'FR'])
      for (const seen of ['Clean', 'No bubbles', 'Shut, capped']) press(`${seen} at ${corner}`, 'checkbox');
    press('Clean at FL', 'checkbox');
    press('Save this flush');
    await waitFor(() => expect(saved()).toHaveLength(1));
    const fact = saved()[0]! as unknown as FluidExchange;
    expect(fact).toMatchObject({
      kind: 'fluidExchange',
      carId: car.id,
      by: crew.id,
      jobId: id(77),
      scope: 'full',
      reservoirRefillMl: 180,
      reservoirBottleId: sealed.id,
      pedalBefore: 'acceptable',
      pedalAfter: 'firm',
    });
    expect(fact.corners.map((c) => [c.corner, Math.round(c.volumeMl), c.bottleId === sealed.id])).toEqual([
      ['RR', 150, true],
      ['RL', 150, true],
      ['FR', 148, true],
      ['FL', 110, true],
    ]);
    expect(fact.corners.map((c) => [c.clean, c.bubbleFree, c.nippleShut])).toEqual([
      [true, true, true],
      [true, true, true],
      [true, true, true],
      [true, false, false],
    ]);
    expect(router.replace).toHaveBeenCalledWith(`/cars/${car.id}`);
  });

  test('says beforehand what an open nipple will mean', () => {
    show(<FlushScreen />, [], stores);
    fill();
    expect(
      screen.getByText(/^Bleed nipple not shut at the right rear, left rear, right front and left front\.$/),
    ).toBeTruthy();
    expect(screen.getByText('Old fluid to the waste container: 558 mL.')).toBeTruthy();
  });

  test('a wrong fluid is a stop; poured already, it is recorded as what it is', async () => {
    show(<FlushScreen />, [], stores);
    fill();
    press(/^Bottle B-032/, 'radio');
    press('Save this flush');
    expect(await screen.findByText('Choose another bottle, or say that it has already gone in.')).toBeTruthy();
    expect(saved()).toEqual([]);
    fireEvent.click(screen.getByLabelText('It has already gone in'));
    press('Record it and stop the car');
    await waitFor(() => expect(saved()).toHaveLength(1));
  });

  test('more than the bottle held asks for the second one, and takes it from a step on', () => {
    show(<FlushScreen />, [], {
      ...stores,
      bottles: [{ ...sealed, sizeMl: 300 }, { ...bottle, id: id(33), label: 'B-033' }, wrong],
    });
    fill();
    expect(
      screen.getByText(
        /By the count bottle B-031 held 300\smL; this adds up to 558\smL\. Was a second bottle opened\?/,
      ),
    ).toBeTruthy();
    press(/^Second bottle: /);
    fireEvent.click(screen.getByRole('option', { name: /B-033/ }));
    press(/^From which step on: /);
    fireEvent.click(screen.getByRole('option', { name: /^3 right front/ }));
    expect(screen.queryByText(/Was a second bottle opened/)).toBeNull();
  });

  test('what was typed is back after a reload, until it is thrown away', () => {
    show(<FlushScreen />, [], stores);
    fill();
    cleanup();
    show(<FlushScreen />, [], stores);
    expect(screen.getByText('Your unfinished entry is back.')).toBeTruthy();
    expect((screen.getByLabelText('Drawn at RL') as HTMLInputElement).value).toBe('0,15 l');
    press('Start over');
    expect((screen.getByLabelText('Drawn at RL') as HTMLInputElement).value).toBe('');
  });

  test('a bleed has no reservoir to refill', () => {
    show(<FlushScreen />, [], stores);
    press('What was done: Bleed only', 'radio');
    expect(screen.queryByLabelText('Drawn out and refilled with new fluid')).toBeNull();
  });

  test('a correction starts from the entry, wants a reason, and replaces it', async () => {
    const old = flush(20, 3);
    place.params = { id: car.id, corrects: old.id };
    show(<FlushScreen />, [old], stores);
    expect((screen.getByLabelText('Drawn at RR') as HTMLInputElement).value).toBe('100 mL');
    type('Drawn at RR', '130');
    press('Save the correction');
    await act(async () => undefined);
    expect(saved()).toEqual([]);
    type('Reason', 'Misread the scale');
    press('Save the correction');
    await waitFor(() => expect(saved()).toHaveLength(1));
    expect(saved()[0]!).toMatchObject({ replaces: old.id, because: 'Misread the scale', at: old.at });
  });
});
