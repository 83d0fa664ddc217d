export * from './primitives';
export * from './records';
export * from './facts';
export * from './judgement';
