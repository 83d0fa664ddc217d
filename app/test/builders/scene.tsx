import { render } from '@testing-library/react';
import type { ReactNode } from 'react';
import { PaperProvider } from 'react-native-paper';
import { Provider } from 'react-redux';
import {
  noToolsSaid,
  nothingKnown,
  type Car,
  type Fact,
  type Fluid,
  type FluidExchange,
  type RecordOf,
  type Collection,
  defaultLineLengthsMm,
  bleedSequence,
  shopDefaults,
  recordDefaults,
} from '@calvik/core';
import type { Changes, Saved, Wire } from '../../src/api/client';
import { SyncContext } from '../../src/state/hooks';
import { received } from '../../src/state/logbook';
import { prefer } from '../../src/state/preferences';
import { type AppStore, makeStore } from '../../src/state/store';
import { Sync } from '../../src/state/sync';
import { lightTheme } from '../../src/theme/theme';
import { PaperIcon } from '../../src/ui/icons';
import { UnitsContext } from '../../src/ui/units';
import { WorkingHost } from '../../src/ui/working';
import { watchForWanted } from '../../src/state/when-wanted';
import { WorkingSheet } from '../../src/ui/working-sheet';

export const id = (n: number): string => `01900000-0000-7000-8000-${String(n).padStart(12, '0')}`;
const common = { version: 1, archived: false };

/** One shop, one car, one fluid, and an event far enough ahead whatever day the test runs on. */
const caliper = {
  brake: 'floatingCaliper',
  boresMm: [40],
  bleedNipplesPerCorner: 1,
  bleedNippleOrder: 'innerFirst',
} satisfies Car['front'] as Car['front'];
export const fluid: Fluid = {
  ...common,
  id: id(1),
  name: 'Orsen Race 325',
  grade: 'DOT 4',
  dryBoilingPointC: 325,
  wetBoilingPointC: 205,
  darkWhenNew: false,
};
export const silicone: Fluid = { ...fluid, id: id(11), name: 'Veyle Silicone', grade: 'DOT 5' };
export const bottle: RecordOf<'bottles'> = {
  ...common,
  id: id(2),
  label: 'B-001',
  fluidId: fluid.id,
  sizeMl: 1000,
  batch: '',
  receivedOn: '2026-01-01',
};
export const crew: RecordOf<'crew'> = {
  ...common,
  ...recordDefaults.crew,
  id: id(3),
  name: 'Tove Loy',
  role: 'technician',
};
export const customer: RecordOf<'customers'> = {
  ...common,
  ...recordDefaults.customers,
  id: id(4),
  name: 'Abel Rooth',
  phone: '',
  email: '',
  notes: '',
  units: 'metric',
  fluidPolicy: null,
  demandedMarginC: null,
};
export const car: Car = {
  ...common,
  id: id(5),
  customerId: customer.id,
  name: 'Rooth Velund',
  make: 'Velund',
  model: 'Corsaro',
  year: null,
  plate: '',
  driverSide: 'left',
  masterCylinderSide: 'left',
  circuitSplit: 'frontRear',
  fluidGrade: 'DOT 4',
  reservoirMaxMl: 300,
  reservoirMinMl: 130,
  reservoirDepthMm: 38,
  reservoirSharedWithClutch: false,
  reservoirCanBeSuckedOut: true,
  front: caliper,
  rear: caliper,
  lineLengthMm: defaultLineLengthsMm('left'),
  lineBoreMm: 3.3,
  heat: nothingKnown,
  tools: noToolsSaid,
  assumed: [],
  sequenceSchool: 'farthestFirst',
  makerSequence: [],
  makerSequenceSource: '',
  pressureCeilingKpa: null,
  notes: '',
};

const daysAgo = (n: number): string => new Date(Date.now() - n * 86_400_000).toISOString();
const base = (n: number, ago: number): Pick<Fact, 'id' | 'at' | 'recordedAt' | 'by'> => ({
  id: id(n),
  at: daysAgo(ago),
  recordedAt: daysAgo(ago),
  by: crew.id,
});
export const flush = (n: number, ago: number, over: Partial<FluidExchange> = {}): Fact => ({
  ...base(n, ago),
  kind: 'fluidExchange',
  carId: car.id,
  scope: 'full',
  reservoirRefillMl: 150,
  reservoirBottleId: bottle.id,
  corners: bleedSequence(car).map((s) => ({
    ...s,
    bottleId: bottle.id,
    volumeMl: 100,
    clean: true,
    bubbleFree: true,
    nippleShut: true,
  })),
  pedalBefore: 'firm',
  pedalAfter: 'firm',
  ...over,
});
export const boil = (n: number, ago: number, readingC: number, over: object = {}): Fact =>
  ({
    ...base(n, ago),
    kind: 'boilingTest',
    carId: car.id,
    readingC,
    ambientKpa: 101.325,
    ambientFrom: 'altitude',
    instrument: 'byHand',
    ...over,
  }) as Fact;

/** The page of the feed that brings the scene, with these facts on top. */
export function feed(facts: Fact[], records: { [C in Collection]?: RecordOf<C>[] } = {}): Changes {
  const all: { collection: Wire; body: Saved }[] = [
    { collection: 'shops', body: { ...shopDefaults, version: 1 } },
    { collection: 'crew', body: crew },
    { collection: 'customers', body: customer },
    { collection: 'fluids', body: fluid },
    { collection: 'bottles', body: bottle },
    { collection: 'cars', body: car },
    ...Object.entries(records).flatMap(([collection, list]) =>
      (list as Saved[]).map((body) => ({ collection: collection as Wire, body })),
    ),
    ...facts.map((body) => ({ collection: 'facts' as const, body })),
  ];
  return { cursor: all.length, more: false, changes: all.map((c, i) => ({ seq: i + 1, ...c })) };
}

/** Shows a piece of the interface over a store that holds the scene, or that has read nothing yet. */
export function show(
  ui: ReactNode,
  facts: Fact[] | 'unread' = [],
  records: Parameters<typeof feed>[1] = {},
  units: 'metric' | 'imperial' = 'metric',
): AppStore {
  // Somebody is at it.
  watchForWanted('/a page');
  const store = makeStore();
  if (facts !== 'unread') store.dispatch(received(feed(facts, records)));
  store.dispatch(prefer({ crewId: crew.id, units }));
  render(
    <Provider store={store}>
      <SyncContext.Provider value={new Sync(store)}>
        <PaperProvider theme={lightTheme} settings={{ icon: PaperIcon as never }}>
          <UnitsContext.Provider value={units}>
            <WorkingHost sheet={WorkingSheet}>{ui}</WorkingHost>
          </UnitsContext.Provider>
        </PaperProvider>
      </SyncContext.Provider>
    </Provider>,
  );
  return store;
}
