export {
  type CornerHeats,
  type RotorRead,
  ONE_MOMENT_S,
  broughtTo,
  compareSides,
  judgeCornerHeat,
} from './corner-heat';
export type { TrackFindings } from './findings';
export { trackFinding } from './findings';
export * from './level';
export * from './session';
