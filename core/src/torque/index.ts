export * from './findings';
export * from './judge';
export * from './strength';
export * from './wrench';
