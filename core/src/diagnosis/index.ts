export * from '../suspects';
export * from './cases';
