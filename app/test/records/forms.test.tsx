/** Forms of records: what cannot be is said at its field, and what is new is kept as it was typed. */
import { act, cleanup, screen, waitFor } from '@testing-library/react';
import { type RecordOf, nextLabel } from '@calvik/core';
import { BrakeSheetScreen } from '../../src/features/cars/brake-sheet-screen';
import { EditCarScreen, NewCarScreen } from '../../src/features/cars/car-form';
import { EditCustomerScreen, NewCustomerScreen } from '../../src/features/customers/customer-form';
import { EditEventScreen, NewEventScreen } from '../../src/features/events/event-form';
import { NewVenueScreen } from '../../src/features/venues/venue-form';
import { NewBottleScreen } from '../../src/features/inventory/bottle-form';
import { NewFluidScreen } from '../../src/features/inventory/fluid-form';
import { NewPadSetScreen } from '../../src/features/inventory/pad-set-form';
import { EditRotorPairScreen, NewRotorPairScreen } from '../../src/features/inventory/rotor-pair-form';
import { received } from '../../src/state/logbook';
import { car, customer, feed, fluid, show } from '../builders/scene';
import { compounds, pair } from '../builders/service-scene';
import type * as Hands from '../builders/hands';
import { awkwardCar, event, open, records, save, venue } from '../builders/awkward-scene';
import { freshHands, saved, pick, press, router, type, typeAndLeave } from '../builders/hands';

jest.mock('expo-router', () => jest.requireActual<typeof Hands>('../builders/hands').expoRouter);

freshHands();

describe('what cannot be kept is said, and nothing is sent', () => {
  const says = async (name: string, ...sentences: (string | RegExp)[]): Promise<void> => {
    await save(name);
    for (const s of sentences) expect((await screen.findAllByText(s)).length).toBeGreaterThan(0);
    expect(saved()).toEqual([]);
  };

  test('a car: MIN above MAX, an odd number of pistons in a fixed caliper, a year that is none, a sequence with a corner twice', async () => {
    open(EditCarScreen, { id: car.id });
    type('Reservoir volume at MIN', '400 ml');
    type('Piston bores, front, mm', '5 × 40');
    type('The maker’s sequence', 'FL FL RL RR');
    await says('Save car', /an even number/);
    type('Piston bores, front, mm', '38, 34, 28 a side');
    await says(
      'Save car',
      'The volume at MIN must be less than the volume at MAX.',
      'The maker’s sequence must name each of the four corners once.',
    );
  });

  test('a new car wants its names; a reservoir in newton metres is refused', async () => {
    open(NewCarScreen);
    press('Say more now');
    type('Reservoir volume at MAX', '30 Nm');
    await says('Save car', 'This must not be empty.', /not a unit of volume/);
  });

  test('a customer: an address that is none, a way that cannot be', async () => {
    open(EditCustomerScreen, { id: customer.id });
    type('E-mail', 'abel at home');
    await says('Save customer', 'This does not look like an e-mail address.');
  });

  test('an event that ends before it begins', async () => {
    open(EditEventScreen, { id: event.id });
    const last = await screen.findByLabelText('Last day', { selector: 'input' });
    await act(async () => {
      typeAndLeave(last.getAttribute('aria-label')!, '05/03/2027');
    });
    await says('Save event', 'The event ends before it begins.');
  });

  test.each(['soon', '5.1.2', '31.4.27'])(
    'an event that begins on %j: the day before does not stand for it',
    async (typed) => {
      open(EditEventScreen, { id: event.id });
      await screen.findByLabelText('First day', { selector: 'input' });
      await act(async () => typeAndLeave('First day', typed));
      await says('Save event', `“${typed}” is not a date. Type it like 5 Jan 2027.`);
    },
  );

  test('a venue hotter than any fluid', async () => {
    open(NewVenueScreen);
    type('Name', 'Pellmoor Airfield');
    type('Expected peak fluid temperature', '500 C');
    await says('Save, then enter the event', /320/);
  });

  test('a fluid whose wet boiling point is above its dry one', async () => {
    open(NewFluidScreen);
    type('Name', 'Orsen 300');
    type('Dry boiling point', '200');
    type('Wet boiling point', '240');
    await says('Save, then enter the bottle', 'The wet boiling point must be below the dry one.');
  });

  test('rotors whose discard thickness is above the new one', async () => {
    open(EditRotorPairScreen, { id: pair.id });
    type('Discard thickness, cast on the hat', '30 mm');
    await says('Save rotor pair', /discard/i);
  });

  test('a torque in words, and one that nobody says where it stands', async () => {
    open(BrakeSheetScreen, { id: car.id });
    const line = screen.getAllByLabelText(/^Torque, /, { selector: 'input' })[0]!;
    const label = line.getAttribute('aria-label')!;
    type(label, 'about 50 or 60');
    await says('Save the sheet', /is not a torque/);
    type(label, '50 Nm');
    type(label.replace('Torque', 'Where it stands'), '');
    await says('Save the sheet', /say where the figure stands/);
  });
});

describe('new records', () => {
  test('a customer leads on to the car, and the car is theirs', async () => {
    open(NewCustomerScreen);
    type('Name', 'Nell Varga');
    await save('Save, then enter the car');
    await waitFor(() =>
      expect(saved('customers')).toMatchObject([{ name: 'Nell Varga', version: 0, units: 'metric' }]),
    );
    expect(router.replace).toHaveBeenCalledWith(`/cars/new?customer=${String(saved('customers')[0]!.id)}`);
  });

  test('a car in any units is kept in the canonical ones', async () => {
    open(NewCarScreen, { customer: customer.id });
    press('Say more now');
    type('Name in the shop', 'Varga Brennick');
    type('Make', 'Brennick');
    type('Model', 'S2');
    type('Reservoir volume at MAX', '10 fl oz');
    type('Line bore', '0.13 in');
    await save('Save car');
    await waitFor(() => expect(saved('cars')).toHaveLength(1));
    expect(saved('cars')[0]).toMatchObject({ customerId: customer.id, name: 'Varga Brennick', lineBoreMm: 3.302 });
    // 1 US fluid ounce is 29.573 53 mL: NIST SP 811, B.8.
    expect(saved('cars')[0]!.reservoirMaxMl).toBeCloseTo(295.7353, 3);
  });

  test('a car from little: what is asked for is said, the rest is marked as default; another kind of brake brings its bores', async () => {
    open(NewCarScreen, { customer: customer.id });
    type('Name in the shop', 'Little one');
    await act(async () => press('Front brake: Floating', 'radio'));
    expect((screen.getByLabelText('Piston bores, front, mm', { selector: 'input' }) as HTMLInputElement).value).toBe(
      '54',
    );
    await act(async () => press('Rear brake: Drum', 'radio'));
    await save('Save car');
    await waitFor(() => expect(saved('cars')).toHaveLength(1));
    expect(saved('cars')[0]).toMatchObject({
      make: '',
      front: { brake: 'floatingCaliper', boresMm: [54] },
      rear: { brake: 'drum', boresMm: [19] },
      assumed: ['fluidGrade', 'reservoir', 'masterCylinderSide', 'driverSide', 'circuitSplit', 'lines', 'sequence'],
    });
  });

  test('a car like another one takes its figures and its torque sheet; one with its plate is asked about', async () => {
    open(NewCarScreen, { customer: customer.id });
    pick('Start from', new RegExp(`Like ${awkwardCar.name}`));
    type('Name in the shop', 'Twin');
    type('Plate or race number', awkwardCar.plate || awkwardCar.name);
    await save('Save car');
    if (awkwardCar.plate) {
      expect(saved('cars')).toEqual([]);
      await save('Save it all the same');
    }
    await waitFor(() => expect(saved('cars')).toHaveLength(1));
    expect(saved('cars')[0]).toMatchObject({
      name: 'Twin',
      front: awkwardCar.front,
      lineLengthMm: awkwardCar.lineLengthMm,
    });
  });

  test('lines follow the master cylinder to the other side as long as nobody has measured them', async () => {
    open(NewCarScreen, { customer: customer.id });
    press('Say more now');
    const value = (corner: string): string =>
      (screen.getByLabelText(corner, { selector: 'input' }) as HTMLInputElement).value;
    const [left, right] = [value('Line to left front'), value('Line to right front')];
    await act(async () => press('Master cylinder, front: Right', 'radio'));
    expect([value('Line to left front'), value('Line to right front')]).toEqual([right, left]);
    type('Line to left front', '900 mm');
    await act(async () => press('Master cylinder, front: Left', 'radio'));
    expect(value('Line to left front')).toBe('900 mm');
  });

  test('a bottle of a fluid, its size in litres with a comma', async () => {
    open(NewBottleScreen);
    type('Label', 'B-077');
    pick('Fluid', new RegExp(fluid.name));
    type('Size', '0,5 l');
    await save('Save bottle');
    await waitFor(() => expect(saved('bottles')).toMatchObject([{ label: 'B-077', sizeMl: 500, fluidId: fluid.id }]));
  });

  test('a set for a car, tied to its rotors', async () => {
    open(NewPadSetScreen);
    type('Compound', 'Kerren R2');
    pick('Car', new RegExp(car.name));
    pick('Tied to rotors', new RegExp(pair.label));
    await save('Save pad set');
    await waitFor(() =>
      expect(saved('padSets')).toMatchObject([
        { compoundId: compounds[0]!.id, carId: car.id, rotorPairId: pair.id, padAreaMm2: null },
      ]),
    );
    expect(saved('compounds')).toEqual([]);
  });

  test('a compound that nobody has named before is made with its first set', async () => {
    open(NewPadSetScreen);
    type('Compound', 'Orla Track 4');
    type('Friction face of one pad', '62 cm2');
    await save('Save pad set');
    await waitFor(() => expect(saved('compounds')).toMatchObject([{ name: 'Orla Track 4', maxTempC: null }]));
    const [{ id: compoundId }] = saved('compounds') as [{ id: string }];
    expect(saved('padSets')).toMatchObject([{ compoundId, padAreaMm2: 6200 }]);
  });

  test('a carbon-ceramic pair wants the least weight on its hat, and no discard thickness', async () => {
    open(NewRotorPairScreen);
    await act(async () => press('Material: Carbon-ceramic', 'radio'));
    type('Discard thickness, cast on the hat', '');
    await save('Save rotor pair');
    expect(saved('rotorPairs')).toEqual([]);
    type('Least weight, on the hat', '5.35 kg');
    await save('Save rotor pair');
    await waitFor(() =>
      expect(saved('rotorPairs')).toMatchObject([
        { material: 'carbonCeramic', minMassKg: 5.35, discardThicknessMm: null },
      ]),
    );
  });

  test('a rotor pair takes the next label', async () => {
    open(NewRotorPairScreen);
    await save('Save rotor pair');
    await waitFor(() => expect(saved('rotorPairs')).toHaveLength(1));
    expect(saved('rotorPairs')[0]!.label).toMatch(/^R-\d{3}$/);
    expect(saved('rotorPairs')[0]!.label).not.toBe(pair.label);
  });

  test('opened before the logbook is read, a form takes its defaults once it is; what was typed meanwhile stays', async () => {
    show(<NewRotorPairScreen />, 'unread');
    type('Notes', 'From the shelf');
    // A reload before anything has come: what was typed is back, a default of then is not.
    cleanup();
    const store = show(<NewRotorPairScreen />, 'unread');
    await act(async () => void store.dispatch(received(feed([], records))));
    await save('Save rotor pair');
    await waitFor(() => expect(saved('rotorPairs')).toHaveLength(1));
    expect(saved('rotorPairs')[0]).toMatchObject({
      label: nextLabel('R', records.rotorPairs!),
      notes: 'From the shelf',
    });
    expect(saved('rotorPairs')[0]!.label).not.toBe(nextLabel('R', []));
  });

  test('an event is a fortnight away until somebody says otherwise, and loads the day before', async () => {
    open(NewEventScreen);
    type('Name', 'Winter day');
    await save('Save event');
    expect((await screen.findAllByText('Venue: choose one.')).length).toBe(1);
    expect(saved('events')).toEqual([]);
    pick('Venue', venue.name);
    await save('Save event');
    await waitFor(() => expect(saved('events')).toHaveLength(1));
    const made = saved('events')[0] as unknown as RecordOf<'events'>;
    expect(made).toMatchObject({ name: 'Winter day', venueId: venue.id, version: 0 });
    expect(made.endDate).toBe(made.startDate);
    expect(made.loadUpDate === null || made.loadUpDate < made.startDate).toBe(true);
  });
});
