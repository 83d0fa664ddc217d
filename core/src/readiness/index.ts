export * from './findings';
export * from './readiness';
