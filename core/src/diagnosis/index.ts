export * from './cases';
export * from './knowledge';
export * from './weigh';
