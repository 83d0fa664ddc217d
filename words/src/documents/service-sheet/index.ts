/** The service sheet: what a customer and an inspector read. */
export { serviceSheet, sheetRows } from './sheet';
export type { ServiceSheet, SheetBar, SheetCorner, SheetSection } from './types';
