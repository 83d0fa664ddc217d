export * from './closed-forms';
export * from './energy';
export * from './face';
export * from './materials';
export * from './network';
export * from './run';
