export * from './terms';
export * from './track-terms';
export * from './condition-terms';
export * from './queue-terms';
export * from './collections';
export { collectionsTo, recordReferences } from './references';
export * from './defaults';
export * from './procedures';
export * from './finding';
export * from './steps';
export * from './work';
export * from './judgement';
export * from './verdict';
export * from './figure';
export type {
  CrewAway,
  OwnBottle,
  QueueEntry,
  QueueMove,
  QueueMoveKind,
  QueueOrdered,
  QueueWant,
} from './schemas/queue';
export type { WheelBearingMeasurement } from '../wheel-bearings/schema';
export type { Id, PedalFeel, Side } from './schemas/primitives';
export type { AxleBrake, BleedNippleOrder, FluidPolicy } from './schemas/brakes';
export type { LimitsOfMoment } from './schemas/limits';
export type { SchemaIssue, SchemaProblem, SchemaProblems } from './schemas/said';
export type {
  Booking,
  Bottle,
  Car,
  CarKind,
  CarTools,
  CrewMember,
  Customer,
  Fluid,
  Import,
  Job,
  JobKind,
  RecordOf,
  Shop,
  TrackEvent,
  Venue,
} from './schemas/records';
export type {
  BoilingTest,
  BottleLevel,
  BottleOpened,
  ExchangeCorner,
  Fact,
  FactKind,
  MeasuredKind,
  FluidExchange,
  MoistureReading,
  SystemCleared,
  Withdrawal,
} from './schemas/facts';
export type { FaultLetPass, LimitMoved, RecheckDone, RepairDone } from './schemas/condition';
export type {
  BeddingPlace,
  DayOff,
  Goods,
  GoodsReceived,
  Lift,
  Message,
  OrderLine,
  PartsOrder,
  RuleSet,
  StockCounted,
  Supplier,
  WearPart,
  WearPartUsed,
  WeekHours,
  WorkChange,
  WorkDone,
  WorkRules,
  WorkSkill,
} from './schemas/planning';
export type {
  BrakingZone,
  CarHeat,
  Compound,
  HeatRead,
  HeatReading,
  PeakTakenOver,
  PinnedPeak,
  SessionPlan,
  VenueTrace,
} from './schemas/heat';
export type {
  BrakeSheet,
  Fastener,
  FastenerGroup,
  PadSet,
  RotorPair,
  SequenceSchool,
  ThreadCondition,
  Wrench,
} from './schemas/parts';
export type {
  CarReleased,
  CheckItem,
  ChecksDone,
  ClutchBled,
  DriverReport,
  ExchangeBegun,
  ExchangeMethod,
  HoldWaived,
  NippleBled,
  PadFace,
  PadMeasurement,
  PartsDecision,
  PartsFitted,
  PedalCheck,
  PhotoTaken,
  PistonsRetracted,
  ReservoirSeen,
  ReservoirToppedUp,
  RotorMeasurement,
  LeakDownTest,
  StepHandedOver,
  StepSkipped,
  TorqueSet,
  WasteHandedOver,
} from './schemas/service';
export { type Retracting, contradicted, standingFindings } from './standing';
export type {
  ApplicationFault,
  BackFromBedding,
  BeddingBegun,
  BeddingCheck,
  BeddingDecision,
  BeddingDriven,
  BeddingLook,
  BeddingSeries,
  BeddingWord,
  DrivenApplication,
  DrivenAt,
  FaceSeen,
  FollowedProcedure,
  Procedure,
  RoadUse,
  RotorsRefaced,
  SentForBedding,
  SpeedSource,
} from './schemas/bedding';
export type {
  CaseWeightsReset,
  DiagnosisChecked,
  DiagnosisClosed,
  DiagnosisOpened,
  EventClosed,
  FaultSeen,
  LevelRead,
  PlannedSession,
  ReferralWritten,
  SessionDecision,
  SessionDriven,
  SessionLimits,
  TrackCheck,
} from './schemas/track';
