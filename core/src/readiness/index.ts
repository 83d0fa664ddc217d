export * from './begin-bedding';
export * from './findings';
export * from './readiness';
export * from './go-out';
export * from './permission';
