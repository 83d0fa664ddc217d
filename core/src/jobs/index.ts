export * from './jobs';
export { kindOf, placeInKey, workName } from './work-names';
