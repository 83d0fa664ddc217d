export * from './play';
export * from './procedure';
