/** The screens that keep something: what they refuse, what they keep, and what they bring back after a reload. */
import { act, cleanup, fireEvent, screen, waitFor, within } from '@testing-library/react';
import { type FluidExchange, type Job, type TrackEvent, recordDefaults } from '@calvik/core';
import { TestScreen } from '../src/features/fluid/test-screen';
import { FlushScreen } from '../src/features/fluid/flush-screen';
import { RunUpScreen } from '../src/features/run-up/run-up-screen';
import { PlanScreen } from '../src/features/work/plan-screen';
import { connection } from '../src/state/logbook';
import { boil, bottle, car, crew, flush, id, show, silicone } from './scene';
import type * as Hands from './hands';
import { freshHands, saved, place, press, router, type } from './hands';

jest.mock('expo-router', () => jest.requireActual<typeof Hands>('./hands').expoRouter);
freshHands();
beforeEach(() => {
  place.params = { id: car.id };
});

const sealed = { ...bottle, id: id(31), label: 'B-031' };
const wrong = { ...bottle, id: id(32), label: 'B-032', fluidId: silicone.id };
const stores = { fluids: [silicone], bottles: [sealed, wrong] };

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
    expect(await screen.findByText('This fluid must not go into this car. Choose another bottle.')).toBeTruthy();
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
    fireEvent.click(screen.getByRole('menuitem', { name: /B-033/ }));
    press(/^From which step on: /);
    fireEvent.click(screen.getByRole('menuitem', { name: /^3 right front/ }));
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

describe('a boiling test', () => {
  test('keeps the reading with the air pressure of the altitude', async () => {
    show(<TestScreen />, [flush(20, 20)]);
    type('Boiling point', '568F');
    type('Altitude of the tester', '1000 m');
    expect(screen.getByText(/At sea level that is 301\.\d\s°C\./)).toBeTruthy();
    press('Save reading');
    await waitFor(() => expect(saved()).toHaveLength(1));
    const fact = saved()[0]! as unknown as { readingC: number; ambientKpa: number };
    expect(fact).toMatchObject({ kind: 'boilingTest', carId: car.id, ambientFrom: 'altitude', instrument: 'byHand' });
    expect(fact.readingC).toBeCloseTo(297.78, 1);
    expect(fact.ambientKpa).toBeCloseTo(89.87, 1);
  });

  test('takes a barometer, and a sample of a bottle', async () => {
    show(<TestScreen />, [], stores);
    type('Boiling point', '311');
    press('Sample from: A bottle', 'radio');
    press('Save reading');
    expect(await screen.findByText('Choose the bottle that the sample is from.')).toBeTruthy();
    press(/^Bottle: /);
    fireEvent.click(screen.getByRole('menuitem', { name: /B-031/ }));
    press('Air pressure from: Barometer', 'radio');
    type('Air pressure', '1,0 bar');
    press('Save reading');
    await waitFor(() => expect(saved()).toHaveLength(1));
    expect(saved()[0]!).toMatchObject({ bottleId: sealed.id, ambientKpa: 100, ambientFrom: 'barometer' });
    expect(saved()[0]!).not.toHaveProperty('carId');
  });

  test('judges while it is typed, and refuses what no fluid does', async () => {
    show(<TestScreen />, [flush(20, 200)]);
    type('Boiling point', '190');
    const live = within(screen.getByTestId('live-verdict'));
    expect(live.getByTestId('verdict').textContent).toBe('Stop');
    type('Boiling point', '312');
    expect(live.getByTestId('verdict').textContent).toBe('In order');
    type('Boiling point', '900');
    press('Save reading');
    expect(await screen.findByText('At most 400 °C.')).toBeTruthy();
    expect(saved()).toEqual([]);
  });

  test('a reading without a figure, and one by nobody, are not kept', async () => {
    const store = show(<TestScreen />);
    press('Save reading');
    expect(await screen.findByText('Type the reading first.')).toBeTruthy();
    act(() => void store.dispatch({ type: 'preferences/prefer', payload: { crewId: null } }));
    type('Boiling point', '250');
    press('Save reading');
    expect(await screen.findByText('Choose who is on duty first, so that this entry carries a name.')).toBeTruthy();
    expect(saved()).toEqual([]);
  });
});

describe('planning', () => {
  const inTwoDays = new Date(Date.now() + 2 * 86_400_000).toISOString().slice(0, 10);
  const job: Job = {
    ...recordDefaults.jobs,
    id: id(60),
    version: 1,
    archived: false,
    kind: 'flush',
    carId: car.id,
    eventId: null,
    crewId: crew.id,
    startAt: `${inTwoDays}T09:00:00.000Z`,
    durationMin: 60,
    notes: '',
  };
  const other: Job = { ...job, id: id(61), startAt: `${inTwoDays}T11:00:00.000Z` };

  test('says in words who is taken, from the minute it overlaps', () => {
    place.params = { id: car.id, job: job.id };
    show(<PlanScreen />, [], { jobs: [job, other] });
    const conflicts = screen.getByTestId('conflicts');
    expect(conflicts.textContent).toBe('');
    type('Start time', '10:00');
    expect(conflicts.textContent).toBe('');
    type('Start time', '10.01');
    expect(conflicts.textContent).toMatch(/Tove Loy already has a flush on Rooth Velund, .* 11:00–12:00\./);
    expect(screen.getByRole('button', { name: 'Plan it all the same' })).toBeTruthy();
  });

  test('a time that is none is refused at its field', async () => {
    place.params = { id: car.id, job: job.id };
    show(<PlanScreen />, [], { jobs: [job] });
    type('Start time', 'after lunch');
    press('Plan it');
    expect(await screen.findByText('Give a time like 9:30.')).toBeTruthy();
    expect(saved()).toEqual([]);
  });

  test('moving keeps the job under its id, based on the version that was read', async () => {
    place.params = { id: car.id, job: job.id };
    show(<PlanScreen />, [], { jobs: [job] });
    type('Start time', '14h30');
    type('Duration', '1 h');
    press('Plan it');
    await waitFor(() => expect(saved()).toHaveLength(1));
    expect(saved()[0]!).toMatchObject({
      id: job.id,
      version: 1,
      startAt: `${inTwoDays}T14:30:00.000Z`,
      durationMin: 60,
    });
  });
});

describe('the run-up', () => {
  const day = (n: number): string => new Date(Date.now() + n * 86_400_000).toISOString().slice(0, 10);
  const venue = {
    id: id(40),
    version: 1,
    archived: false,
    name: 'Dunvarrel Ring',
    altitudeM: 600,
    peakFluidTempC: 215,
    notes: '',
  };
  const event: TrackEvent = {
    ...recordDefaults.events,
    id: id(41),
    version: 1,
    archived: false,
    name: 'Two-day',
    venueId: venue.id,
    organiser: '',
    startDate: day(6),
    endDate: day(7),
    flushWithinDays: 90,
    demandedMarginC: null,
    notes: '',
  };
  const booking = {
    ...recordDefaults.bookings,
    id: id(42),
    version: 1,
    archived: false,
    eventId: event.id,
    carId: car.id,
    notes: '',
  };

  test('a car in order is quiet: no mark, one line', () => {
    show(<RunUpScreen />, [flush(20, 5)], { venues: [venue], events: [event], bookings: [booking] });
    expect(screen.getByText('1 booked, all in order')).toBeTruthy();
    expect(screen.queryByTestId('verdict')).toBeNull();
    expect(screen.getByText(/^Boils at 3\d\d\s°C, wants 245\s°C; flushed 5 days ago\.$/)).toBeTruthy();
  });

  test('a car that needs somebody says why, and counts', () => {
    show(<RunUpScreen />, [flush(20, 120), boil(21, 2, 300)], {
      venues: [venue],
      events: [event],
      bookings: [booking],
    });
    expect(screen.getByText('1 of 1 need somebody')).toBeTruthy();
    expect(screen.getByText(/^Last flush 126\sdays before the event; rule says 90 \(organiser\)\./)).toBeTruthy();
  });

  test('nothing coming up leads on to entering an event', () => {
    show(<RunUpScreen />);
    expect(screen.getByText(/No event is coming up/)).toBeTruthy();
    expect(screen.queryByText(/The server cannot be reached/)).toBeNull();
  });

  test('a device that has read nothing says whether it is reading or has no server', () => {
    const store = show(<RunUpScreen />, 'unread');
    expect(screen.getByText('Reading the logbook …')).toBeTruthy();
    act(() => void store.dispatch(connection(false)));
    expect(screen.getByText(/The server cannot be reached, and this device has nothing of its own yet/)).toBeTruthy();
  });
});
