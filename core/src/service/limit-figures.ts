/** The figures that a car is let go by, each by its name and what it is of: what is milder than what, and what a car's records say now. */
import { rulesInForce } from '../demand';
import { caliperVolumeMl } from '../hydraulics';
import { type Logbook, bottlesOf } from '../logbook';
import {
  type AssumedKey,
  type Axle,
  type Car,
  type FluidPolicy,
  type LimitsOfMoment,
  type MovableLimit,
  type Quantity,
  type TrackEvent,
  axles,
  brakeKinds,
  grades,
  parkingBrakes,
  threadConditions,
} from '../model';
import { padLimit } from '../pads';
import { maxPlayMm } from '../wheel-bearings';
import type { LimitValue } from './findings';
import { limitsAt } from './limits';

/** A car that is being worked on for a release, or is at an event: what it goes by must not be moved by whoever lets it go. */
export interface UnderWay {
  carId: string;
  eventId: string | null;
  jobId: string | null;
}
/** Limits that are a figure; of people there are two more. */
type FigureLimit = Exclude<MovableLimit, 'lead' | 'name'>;
export interface LimitFigure {
  limit: FigureLimit;
  subject: string;
  value: number;
}

/** What each limit is measured in; null: degrees of an angle, or one of a few as {@link figuresOf} numbers them. */
export const measureOfLimit: Record<FigureLimit, Quantity['measure'] | null> = {
  padLimit: 'length',
  discard: 'length',
  torque: 'torque',
  tolerance: 'share',
  bearingPlay: 'length',
  reservoirMin: 'volume',
  margin: 'temperatureDifference',
  peak: 'temperature',
  suspectShare: 'share',
  padsEvery: null,
  minMass: 'mass',
  secondStage: null,
  threadCondition: null,
  oneUse: null,
  threadLocker: null,
  flushEvery: 'days',
  openBottle: 'days',
  brakeKind: null,
  nipples: null,
  pistonVolume: 'volume',
  fluidGrade: null,
  dryPoint: 'temperature',
  wetPoint: 'temperature',
  ducts: null,
  parkingBrake: null,
  beddedOnly: null,
};
/** A limit as it is said. */
export const limitValue = (limit: FigureLimit, value: number): LimitValue => {
  const measure = measureOfLimit[limit];
  return measure === null ? value : { value, measure };
};

const growsMilder: ReadonlySet<FigureLimit> = new Set<FigureLimit>([
  'bearingPlay',
  'tolerance',
  'suspectShare',
  'padsEvery',
  'flushEvery',
  'openBottle',
  'dryPoint',
  'wetPoint',
]);
/** A torque is as wrong above its figure as below, and so is what it is for: any change counts. So does what the car is said to have. */
const isEitherWay: ReadonlySet<FigureLimit> = new Set<FigureLimit>([
  'torque',
  'secondStage',
  'threadCondition',
  'brakeKind',
  'fluidGrade',
  'parkingBrake',
]);
export const isMilder = (limit: FigureLimit, from: number, to: number): boolean =>
  isEitherWay.has(limit) ? to !== from : growsMilder.has(limit) ? to > from : to < from;

/** How long a rule lets fluid be in a car, days, a month as thirty. */
function daysOf(policy: FluidPolicy): number {
  switch (policy.school) {
    case 'everyEvent':
      return 0;
    case 'weeklyInSeason':
      return 7;
    case 'window':
      return policy.withinDays;
    case 'bleedAfterTrackDay':
      return 30 * policy.fullEveryMonths;
    case 'roadInterval':
      return 30 * policy.everyMonths;
  }
}

/** Every figure by which a car is released; where none is on record the next one that counts stands for it. */
function figuresOf(
  { shop, customer, event, venue, car, brakeSheet, padSets, rotorPairs }: Omit<LimitsOfMoment, 'rules' | 'steps'>,
  axleOfSet: (padSetId: string) => Axle | null,
): LimitFigure[] {
  const of = (limit: FigureLimit, subject: string, value: number | null | undefined): LimitFigure[] =>
    value === null || value === undefined ? [] : [{ limit, subject, value }];
  const fasteners = brakeSheet?.fasteners ?? [];
  const ofSheet = (axle: Axle | null): number | null => (axle && brakeSheet?.padLimitMm[axle]) ?? null;
  return [
    ...axles.flatMap((axle) =>
      of('padLimit', axle, padLimit(null, brakeSheet?.padLimitMm[axle] ?? null, shop.padLimitMm).limitMm),
    ),
    // Where the sheet is stricter, a milder figure of the set moves nothing.
    ...padSets.flatMap((p) =>
      of('padLimit', p.id, padLimit(p.limitMm, ofSheet(axleOfSet(p.id)), shop.padLimitMm).limitMm),
    ),
    ...rotorPairs.flatMap((p) => [...of('discard', p.id, p.discardThicknessMm), ...of('minMass', p.id, p.minMassKg)]),
    // With fewer of them it is another figure: the one before was taken away.
    ...fasteners.flatMap((f) => of('torque', `${f.key} ${f.perCorner}`, f.torqueNm)),
    ...fasteners.flatMap((f) => [
      ...of('tolerance', f.key, f.tolerancePercent),
      ...of('secondStage', f.key, f.angleDeg),
      ...of('threadCondition', f.key, threadConditions.indexOf(f.condition)),
      ...of('oneUse', f.key, Number(f.isOneUse)),
      ...of('threadLocker', f.key, Number(f.needsThreadLocker)),
    ]),
    ...of('bearingPlay', 'sheet', maxPlayMm(brakeSheet ?? { maxWheelBearingPlayMm: null }, 'rim')),
    ...of('reservoirMin', 'car', car.reservoirMinMl),
    // The widest one that anybody asks for counts.
    ...of(
      'margin',
      'fluid',
      Math.max(shop.demandedMarginC, customer?.demandedMarginC ?? 0, event?.demandedMarginC ?? 0),
    ),
    ...of('suspectShare', 'shop', shop.suspectSharePercent),
    ...of('openBottle', 'shop', shop.openBottleDays),
    // The strictest one of each who has a rule.
    ...of('flushEvery', 'shop', shop.fluidPolicies.length === 0 ? null : Math.min(...shop.fluidPolicies.map(daysOf))),
    ...of('flushEvery', 'customer', customer?.fluidPolicy ? daysOf(customer.fluidPolicy) : null),
    ...of('flushEvery', 'event', event?.flushWithinDays),
    ...of('peak', 'venue', venue?.peakFluidTempC ?? shop.defaultPeakFluidTempC),
  ];
}

/** What the car itself is said to have, its fluid and its rules. What nobody had said before is no figure yet. */
function figuresOfRecords(logbook: Logbook, { carId, eventId }: Pick<UnderWay, 'carId' | 'eventId'>): LimitFigure[] {
  const car = logbook.cars.get(carId);
  if (!car) return [];
  const is = (limit: FigureLimit, subject: string, value: number): LimitFigure => ({ limit, subject, value });
  const isSaid = (key: AssumedKey): boolean => !car.assumed.includes(key);
  const sheet = logbook.brakeSheetOfCar(carId);
  const event = logbook.events.get(eventId ?? '');
  const ofCar = axles.flatMap((axle) =>
    isSaid(axle)
      ? [
          is('brakeKind', axle, brakeKinds.indexOf(car[axle].brake)),
          is('nipples', axle, car[axle].bleedNipplesPerCorner),
          // To a tenth of a millilitre.
          is('pistonVolume', axle, Math.round(10 * caliperVolumeMl(car[axle])) / 10),
        ]
      : [],
  );
  const poured = [...new Set(logbook.factsOfCar(carId).flatMap(bottlesOf))].flatMap((id): LimitFigure[] => {
    const bottle = logbook.bottles.get(id);
    const fluid = logbook.fluids.get(bottle?.fluidId ?? '');
    return fluid
      ? [
          is('dryPoint', id, fluid.dryBoilingPointC),
          is('wetPoint', id, fluid.wetBoilingPointC),
          is('fluidGrade', id, grades.indexOf(fluid.grade)),
        ]
      : [];
  });
  return [
    ...ofCar,
    ...(isSaid('fluidGrade') ? [is('fluidGrade', 'car', grades.indexOf(car.fluidGrade))] : []),
    ...poured,
    ...(sheet
      ? [
          is('ducts', 'sheet', Number(sheet.hasDucts)),
          is('parkingBrake', 'sheet', parkingBrakes.indexOf(sheet.parkingBrake)),
        ]
      : []),
    // How often pads are gauged is a matter of sessions.
    ...(event ? [is('padsEvery', 'shop', logbook.shop.padsEverySessions)] : []),
    ...(event ? [is('beddedOnly', 'event', Number(areBeddedOnly(logbook, car, event)))] : []),
  ];
}
const areBeddedOnly = (logbook: Logbook, car: Car, event: TrackEvent): boolean =>
  rulesInForce(logbook, car, event).beddedPartsOnly !== null || logbook.shop.beddedPartsOnly;

/** Every figure that a car is let go by as a logbook has it. */
export function limitFigures(logbook: Logbook, of: Pick<UnderWay, 'carId' | 'eventId'>): LimitFigure[] {
  const limits = limitsAt(logbook, of);
  return limits
    ? [...figuresOf(limits, (id) => logbook.padSets.get(id)?.axle ?? null), ...figuresOfRecords(logbook, of)]
    : [];
}
export const isSameLimit = (
  a: { limit: MovableLimit; subject: string },
  b: { limit: MovableLimit; subject: string },
): boolean => a.limit === b.limit && a.subject === b.subject;
