export * from './columns';
export * from './preview';
export type { DateOrder } from './read-row';
export { isOrderOpen } from './read-row';
export * from './undo';
export { exportRows } from './export';
