/** Every screen that is a form, in one piece of code that comes when the first of them is opened. */
export { EditCarScreen, NewCarScreen } from './cars/car-form';
export { EditCustomerScreen, NewCustomerScreen } from './cars/customer-form';
export { EditEventScreen, NewEventScreen } from './events/event-form';
export { EditVenueScreen, NewVenueScreen } from './events/venue-form';
export { FlushScreen } from './fluid/flush-screen';
export { TestScreen } from './fluid/test-screen';
export { SettingsScreen } from './settings/settings-screen';
export { NewBottleScreen } from './stores/bottle-form';
export { NewFluidScreen } from './stores/fluid-form';
export { EditPadSetScreen, NewPadSetScreen } from './stores/pad-set-form';
export { EditRotorPairScreen, NewRotorPairScreen } from './stores/rotor-pair-form';
export { BrakeSheetScreen } from './cars/brake-sheet-form';
export { PlanScreen } from './work/plan-screen';
