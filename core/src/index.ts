export * from './calendar';
export * from './fluid';
export * from './logbook';
export * from './planning';
export * from './readiness';
export * from './units';
export * from './vocabulary';
