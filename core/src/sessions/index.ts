/** What the gate of the first page asks; the rest of an event day comes with `@calvik/core/track`. */
export {
  type CornerHeats,
  type RotorRead,
  ONE_MOMENT_S,
  broughtTo,
  compareSides,
  judgeCornerHeat,
} from './corner-heat';
export * from './closed';
export type { TrackFindings } from './findings';
export { trackFinding } from './findings';
export * from './level';
export * from './look-list';
export * from './session';
export * from './state';
