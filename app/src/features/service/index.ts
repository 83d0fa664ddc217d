/** The guided service in one piece of code, fetched when the first of its screens is opened. */
export { ServiceScreen } from './service-screen';
export { SheetScreen } from './sheet-screen';
export { StepScreen } from './step-screen';
