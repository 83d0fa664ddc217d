export { byTime } from './by-time';
export { carLabel } from './car-label';
export * from './events';
export * from './exchanges';
export { type HangsOn, hangsOn } from './hangs-on';
export * from './levels';
export { lettersAndDigits } from './letters-and-digits';
export * from './logbook';
export type { FieldChange } from './changes';
