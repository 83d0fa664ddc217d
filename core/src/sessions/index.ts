export * from './closing';
export * from './closing-state';
export {
  type CornerHeats,
  type RotorRead,
  ONE_MOMENT_S,
  broughtTo,
  compareSides,
  judgeCornerHeat,
} from './corner-heat';
export * from './day';
export type { TrackFindings } from './findings';
export { trackFinding } from './findings';
export * from './level';
export * from './look-list';
export * from './session';
export * from './state';
export * from './suggest';
