import { routes } from '../routes';

/** Keys for the wide screen, and where each leads. */
export const shortcuts = [
  { key: '1', to: routes.runUp, text: 'Run-up' },
  { key: '2', to: routes.cars, text: 'Cars' },
  { key: '3', to: routes.work, text: 'Work' },
  { key: '4', to: routes.bench, text: 'Bench' },
  { key: '5', to: routes.inventory, text: 'Stock' },
  { key: '/', to: routes.search, text: 'Search anything' },
  { key: 'w', to: routes.weeks, text: 'Weeks' },
  { key: 'e', to: routes.newEvent, text: 'New event' },
  { key: 'c', to: routes.newCar(), text: 'New car' },
  { key: 'b', to: routes.newBottle, text: 'New bottle' },
  { key: 'd', to: routes.settings, text: 'On duty and settings' },
];
