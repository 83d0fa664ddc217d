export * from './bottles';
export * from './parts';
export * from './supply';
