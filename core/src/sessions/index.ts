export {
  type CornerHeats,
  type HotCorner,
  type RotorRead,
  ONE_MOMENT_S,
  broughtTo,
  compareSides,
  hotCorners,
  judgeCornerHeat,
} from './corner-heat';
export type { TrackFindings } from './findings';
export { trackFinding } from './findings';
export * from './level';
export * from './session';
export * from './timetable';
