export { byTime } from './by-time';
export * from './exchanges';
export * from './levels';
export * from './logbook';
