export * from './terms';
export * from './collections';
export * from './judgement';
export * from './figure';
export type { Id, Nipple, PedalFeel, Side } from './schemas/primitives';
export type {
  AxleBrake,
  Booking,
  Bottle,
  Car,
  CrewMember,
  Customer,
  Fluid,
  FluidPolicy,
  Job,
  JobKind,
  NippleOrder,
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
  FluidExchange,
  MoistureReading,
  SystemCleared,
  Withdrawal,
} from './schemas/facts';
export type {
  BrakeSheet,
  Fastener,
  FastenerGroup,
  PadSet,
  RotorPair,
  SequenceSchool,
  ThreadCondition,
} from './schemas/parts';
export type {
  CarReleased,
  CheckItem,
  ChecksDone,
  DriverReport,
  ExchangeBegun,
  ExchangeMethod,
  HoldPassed,
  NippleDrawn,
  PadFace,
  PadMeasurement,
  PartsDecision,
  PartsFitted,
  PedalCheck,
  PhotoTaken,
  PistonsRetracted,
  ReservoirSeen,
  RotorMeasurement,
  SealHold,
  StepHandedOver,
  StepSkipped,
  TorqueSet,
  WasteHandedOver,
} from './schemas/service';
