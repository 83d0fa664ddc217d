export * from './terms';
export * from './collections';
export * from './judgement';
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
  SequenceSchool,
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
