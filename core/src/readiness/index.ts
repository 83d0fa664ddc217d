export * from './begin-bedding';
export * from './findings';
export * from './readiness';
