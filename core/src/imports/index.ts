export * from './preview';
