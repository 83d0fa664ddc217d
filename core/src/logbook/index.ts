export * from './exchanges';
export * from './logbook';
