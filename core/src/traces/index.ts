export * from './file';
export * from './laps';
export * from './trace';
