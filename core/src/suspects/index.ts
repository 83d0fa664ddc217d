export * from './knowledge';
export * from './weigh';
