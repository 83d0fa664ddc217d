/** The middle of the guided service: decide, retract, fit, exchange, seal, level, release; and the lines of the history. */
import { cleanup, screen, waitFor } from '@testing-library/react';
import { type Fact } from '@calvik/core';
import type * as Hands from '../../../builders/hands';
import { freshHands, saved, press, router, type } from '../../../builders/hands';
import { car } from '../../../builders/scene';
import { at, job, sheet } from '../../../builders/service-scene';
import { sealed, step, saveIt, said, worn, allDecided } from '../../../builders/guided-scene';

jest.mock('expo-router', () => jest.requireActual<typeof Hands>('../../../builders/hands').expoRouter);

freshHands();

describe('the exchange', () => {
  const ready = [...worn, ...allDecided.map((f) => ({ ...f, action: 'keep' }) as Fact)];
  test('a wrong fluid is refused; the plan stands before it begins', async () => {
    step('exchange', ready);
    await saveIt('Begin');
    expect(screen.getByText('Choose the method.')).toBeTruthy();
    press('Method: Two people and the pedal', 'radio');
    expect(said('exchange-plan')).toMatch(/1 right rear\d+\smL/);
    press(/^Bottle B-032/, 'radio');
    await saveIt('Begin');
    expect(screen.getByText('This fluid must not go into this car. Choose another bottle.')).toBeTruthy();
    press(/^Bottle B-031/, 'radio');
    press('Another sequence');
    press('Sequence: Nearest line first', 'radio');
    expect(said('exchange-plan')).toMatch(/1 left front\d+\smL/);
    await saveIt('Begin');
    await waitFor(() =>
      expect(saved()[0]).toMatchObject({
        kind: 'exchangeBegun',
        method: 'pedalTwo',
        sequence: 'nearestFirst',
        bottleId: sealed.id,
        drawnOffMl: 215,
        refillMl: 255,
      }),
    );
    await waitFor(() => expect(router.replace).toHaveBeenCalledWith(`/service/${job.id}/bleed.0`));
  });
  test('a bleed of the calipers with the pressure bleeder asks for its pressure, and not over the ceiling', async () => {
    step('exchange', ready, { cars: [{ ...car, pressureCeilingKpa: 150 }] });
    press('What is done: Bleed calipers', 'radio');
    press('Method: Pressure bleeder with fluid', 'radio');
    press(/^Bottle B-031/, 'radio');
    await saveIt('Begin');
    expect(screen.getByText('Type the pressure.')).toBeTruthy();
    expect(screen.getByText(/Ceiling of this car: 1.50\sbar/)).toBeTruthy();
    press(/^Pressure: /);
    press('2'); // bar
    // The stop stands beside the keys while it is typed, not only once it is refused.
    expect(said('dock')).toMatch(/2.00\sbar is over this car’s ceiling of 1.50\sbar/);
    await saveIt('Begin');
    expect(saved()).toEqual([]);
    press('Clear');
    press('1');
    await saveIt('Begin');
    await waitFor(() =>
      expect(saved()[0]).toMatchObject({ scope: 'heatAffected', pressureKpa: 100, drawnOffMl: 0, refillMl: 0 }),
    );
  });
  test('what nobody has said of the car is asked where it first matters: its lines before the plan, the nipple’s figure at the nipple', async () => {
    step('exchange', ready, { cars: [{ ...car, assumed: ['lines', 'driverSide'] }] });
    // The driver's side changes nothing in an exchange.
    expect(said('assumed-here')).toContain('Lines: 3.3');
    expect(said('assumed-here')).not.toContain('Driver');
    press('Lines: it is right');
    await waitFor(() => expect(saved('cars')[0]).toMatchObject({ assumed: ['driverSide'] }));
    expect(screen.queryByTestId('assumed-here')).toBeNull();
    cleanup();
    const begun = {
      ...at(40),
      kind: 'exchangeBegun',
      scope: 'full',
      method: 'pedalTwo',
      bottleId: sealed.id,
      drawnOffMl: 0,
      refillMl: 0,
      pressureKpa: null,
      wantedNewPercent: 90,
    } as Fact;
    const fasteners = sheet.fasteners.map((f) => (f.group === 'bleedNipple' ? { ...f, torqueNm: null } : f));
    step('bleed.0', [...ready, begun], { brakeSheets: [{ ...sheet, fasteners }] });
    type('Figure', '8 N·m');
    type('Where it stands', 'Manual, 4-15');
    press('Put it on the sheet');
    await waitFor(() => expect(saved('brakeSheets')).toHaveLength(1));
    expect(screen.queryByTestId('find-figure')).toBeNull();
  });
  test('a leak-down test read off by hand is judged as it is noted; one reading is not enough', async () => {
    const begun = {
      ...at(40),
      kind: 'exchangeBegun',
      scope: 'full',
      method: 'pressureAir',
      bottleId: sealed.id,
      drawnOffMl: 0,
      refillMl: 0,
      pressureKpa: 100,
      wantedNewPercent: 90,
    } as Fact;
    step('leakDown', [...ready, begun]);
    expect(said('wanted')).toMatch(/1.00\sbar for 120 s at least/);
    type('Gauge now', '1 bar');
    press('Start the hold');
    await saveIt(/^Save/);
    expect(screen.getByText('Two readings at least: one at the start, one at the end.')).toBeTruthy();
    const soon = jest.spyOn(Date, 'now').mockReturnValue(Date.now() + 4000);
    type('Gauge now', '1 bar');
    press('Note this reading');
    soon.mockRestore();
    await saveIt(/^Save/);
    expect(screen.getByText(/^Held 4 s: hold it 120 s at least/)).toBeTruthy();
    expect(saved()).toEqual([]);
  });
  test('a figure that was typed before the wait is none of its end', async () => {
    const begun = {
      ...at(40),
      kind: 'exchangeBegun',
      scope: 'full',
      method: 'pressureAir',
      bottleId: sealed.id,
      drawnOffMl: 0,
      refillMl: 0,
      pressureKpa: 100,
      wantedNewPercent: 90,
    } as Fact;
    const began = Date.now();
    const clock = jest.spyOn(Date, 'now').mockReturnValue(began);
    step('leakDown', [...ready, begun]);
    type('Gauge now', '1 bar');
    press('Start the hold');
    clock.mockReturnValue(began + 5_000);
    type('Gauge now', '1 bar');
    clock.mockReturnValue(began + 130_000);
    await saveIt(/^Save/);
    clock.mockRestore();
    expect(screen.getByText(/^Held 5 s: hold it 120 s at least/)).toBeTruthy();
    expect(saved()).toEqual([]);
  });
});
