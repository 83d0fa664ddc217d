import type { Compound } from './schemas/heat';
import type { BrakeSheet, PadSet, RotorPair, Wrench } from './schemas/parts';
import type { Message, PartsOrder } from './schemas/planning';
import type { Booking, Car, CrewMember, Customer, Job, Shop, TrackEvent, Venue } from './schemas/records';
import { noToolsSaid, nothingKnown, usualBreaks, usualHours, workSkills } from './terms';

/** A shop has one record of itself; it has this id everywhere. */
export const SHOP_ID = '01900000-0000-7000-8000-000000000001';

/** What holds until the shop says otherwise. Common practice, no source; every one can be edited. */
export const shopDefaults: Shop = {
  id: SHOP_ID,
  version: 0,
  archived: false,
  name: 'Your shop',
  timeZone: 'UTC',
  fluidPolicies: [{ school: 'bleedAfterTrackDay', fullEveryMonths: 12 }],
  demandedMarginC: 30,
  defaultPeakFluidTempC: 200,
  defaultUptakePercentPerYear: 1.5,
  openBottleDays: 30,
  peakCertaintyPercent: 90,
  altitudeM: 0,
  padLimitMm: 3,
  padTrackStartPercent: 50,
  padsEverySessions: 1,
  isWheelLoggedAtOnce: false,
  suspectSharePercent: 10,
  wasteContainerMl: 20_000,
  minPadMm: null,
  beddedPartsOnly: false,
  reTorqueAtEvent: true,
  ductsAtEvent: 'any',
  inspectionItems: [],
  hours: usualHours,
  breaks: usualBreaks,
  closedDays: [],
  planPace: 'late',
  currency: 'EUR',
  capAdapters: [],
  pressureBleeders: null,
  trailers: null,
  labourMinorPerHour: null,
  isCostTold: false,
  slackDays: 1,
  afterEventDays: 7,
  machineBeddingDays: 6,
  reBedAfterRoadKm: 800,
  reBedAfterDays: 120,
  lawfulRoadKmh: 100,
};

const noRules = {
  minPadMm: null,
  beddedPartsOnly: false,
  reTorqueAtEvent: false,
  ductsAtEvent: 'any' as const,
  inspectionItems: [],
};

/** What records say until somebody says otherwise; older records do not say it at all. */
export const recordDefaults = {
  crew: { hours: null, daysOff: [], skills: [...workSkills], travels: true } satisfies Partial<CrewMember>,
  customers: { ...noRules, atTheirPlace: false, travelMin: 0 } satisfies Partial<Customer>,
  events: {
    ...noRules,
    ruleSetId: null,
    loadUpDate: null,
    loadUpTime: null,
    trailers: 0,
    crewIds: [],
    session: null,
    timetable: [],
  } satisfies Partial<TrackEvent>,
  bookings: {
    workChanges: [],
    beddingPlace: 'road' as const,
    reservedIds: [],
    pinnedPeak: null,
    group: '',
  } satisfies Partial<Booking>,
  cars: { heat: nothingKnown, tools: noToolsSaid, assumed: [] } satisfies Partial<Car>,
  venues: { zones: [], trace: null } satisfies Partial<Venue>,
  padSets: { padAreaMm2: null } satisfies Partial<PadSet>,
  compounds: {
    minWorkingC: null,
    maxWorkingC: null,
    maxTempC: null,
    friction: null,
    layerFormsC: null,
    lostMmAnHour: null,
    beddingSource: '',
    notes: '',
  } satisfies Partial<Compound>,
  rotorPairs: {
    material: 'greyIron' as const,
    isVented: null,
    minMassKg: null,
    isSizeAssumed: false,
  } satisfies Partial<RotorPair>,
  brakeSheets: { maxWheelBearingPlayMm: null } satisfies Partial<BrakeSheet>,
  wrenches: { minNm: null, maxNm: null } satisfies Partial<Wrench>,
  orders: { placedBy: 'page' as const } satisfies Partial<PartsOrder>,
  messages: { told: null, queueEntryId: null } satisfies Partial<Message>,
  jobs: { helperId: null, liftId: null, bookingId: null, covers: [], isPinned: false } satisfies Partial<Job>,
};
