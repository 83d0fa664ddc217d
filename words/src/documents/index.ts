/** What leaves the shop on paper, as a file or as a text. */
export { type BeddingSheet, beddingRows, beddingSheet } from './bedding-sheet';
export { type CalendarEntry, calendarOfCrew, calendarOfEvent, calendarOfShop } from './calendar-entries';
export { messageText } from './messages';
export { type RunSheet, type RunSheetJob, runSheet } from './run-sheet';
export { type WeekSheet, weekSheet } from './week-sheet';
export { type WorkListSheet, workListSheet } from './work-list-sheet';
export {
  type ServiceSheet,
  type SheetBar,
  type SheetCorner,
  type SheetSection,
  serviceSheet,
  sheetRows,
} from './service-sheet';
export { shoppingRows, workListRows } from './tables';
export { type AfterEventSheet, afterEventSheet, afterEventText } from './after-event';
export { type DriverCard, driverCard, driverCardText } from './driver-card';
export { queueReferral } from './queue-referral';
export { type ReferralLetter, referralLetter, referralsOf } from './referral';
