/** Forms of records: what nobody touched is kept as it stood, in either system of units. */
import { waitFor } from '@testing-library/react';
import type { ComponentType } from 'react';
import { type Collection, type RecordOf, toCanonical } from '@calvik/core';
import { BrakeSheetScreen } from '../../src/features/cars/brake-sheet-screen';
import { EditCarScreen } from '../../src/features/cars/car-form';
import { EditCustomerScreen } from '../../src/features/customers/customer-form';
import { EditEventScreen } from '../../src/features/events/event-form';
import { EditVenueScreen } from '../../src/features/venues/venue-form';
import { ShopSettingsScreen } from '../../src/features/settings/shop-screen';
import { EditPadSetScreen } from '../../src/features/inventory/pad-set-form';
import { EditRotorPairScreen } from '../../src/features/inventory/rotor-pair-form';
import { car, show } from '../builders/scene';
import { records as service } from '../builders/service-scene';
import { HeatFiguresScreen } from '../../src/features/heat/figures-screen';
import { CompoundScreen } from '../../src/features/inventory/compound-form';
import type * as Hands from '../builders/hands';
import {
  awkwardCar,
  awkwardCompound,
  awkwardCustomer,
  awkwardPair,
  awkwardSet,
  event,
  open,
  records,
  save,
  shop,
  venue,
} from '../builders/awkward-scene';
import { freshHands, saved, place } from '../builders/hands';

jest.mock('expo-router', () => jest.requireActual<typeof Hands>('../builders/hands').expoRouter);

freshHands();

describe.each(['metric', 'imperial'] as const)('opened and saved in %s units, a record stays what it was:', (units) => {
  test.each([
    ['car', EditCarScreen, awkwardCar, 'cars', 'Save car'],
    ['customer', EditCustomerScreen, awkwardCustomer, 'customers', 'Save customer'],
    ['heat figures', HeatFiguresScreen, awkwardCar, 'cars', 'Save figures'],
    ['compound', CompoundScreen, awkwardCompound, 'compounds', 'Save compound'],
    ['event', EditEventScreen, event, 'events', 'Save event'],
    ['venue', EditVenueScreen, venue, 'venues', 'Save venue'],
    ['pad set', EditPadSetScreen, awkwardSet, 'padSets', 'Save pad set'],
    ['rotor pair', EditRotorPairScreen, awkwardPair, 'rotorPairs', 'Save rotor pair'],
    ['shop', ShopSettingsScreen, shop, 'shops', 'Save the shop’s settings'],
  ] as [string, ComponentType, { id: string }, Collection, string][])(
    'a %s',
    async (_what, Screen, record, collection, name) => {
      open(Screen, { id: record.id }, units);
      await save(name);
      await waitFor(() => expect(saved(collection)).toHaveLength(1));
      expect(saved(collection)[0]).toEqual(record);
    },
  );

  test('a brake sheet', async () => {
    const sheet = service.brakeSheets![0]!;
    const odd: RecordOf<'brakeSheets'> = {
      ...sheet,
      padLimitMm: { front: 3.25, rear: toCanonical(0.125, 'in') },
      fasteners: sheet.fasteners.map((f, i) => ({
        ...f,
        torqueNm: i === 0 ? 9.5 : i === 1 ? toCanonical(66, 'lbfFt') : f.torqueNm,
        source: f.source || 'Sheet 4',
      })),
    };
    place.params = { id: car.id };
    show(<BrakeSheetScreen />, [], { ...records, brakeSheets: [odd] }, units);
    await save('Save the sheet');
    await waitFor(() => expect(saved('brakeSheets')).toHaveLength(1));
    expect(saved('brakeSheets')[0]).toEqual(odd);
  });
});
