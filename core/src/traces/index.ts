export * from './file';
export * from './laps';
export { distanceM, traceCsv, zonesCsv } from './tables';
export * from './trace';
