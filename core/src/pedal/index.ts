export * from './findings';
export * from './judge';
