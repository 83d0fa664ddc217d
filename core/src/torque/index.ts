export * from './findings';
export * from './judge';
export * from './wrench';
