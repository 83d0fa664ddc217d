export * from './closed-forms';
export * from './energy';
export * from './materials';
export * from './network';
export * from './run';
