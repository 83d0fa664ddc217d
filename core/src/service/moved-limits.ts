/**
 * Limits that were moved to the milder side while a service or an event was under way, a lead who was made meanwhile, a name that was changed: whoever
 * did so is not the one to let the car go by them. What is written down as it is moved: {@link limitMoves}.
 */
import { rulesInForce } from '../demand';
import { caliperVolumeMl } from '../hydraulics';
import { type KindOfPart, changes, isAfter, kindsOfPart } from '../inventory';
import { type Logbook, bottlesOf, byTime, isLead, ofKind } from '../logbook';
import {
  type AssumedKey,
  type Car,
  type Finding,
  type FluidPolicy,
  type Job,
  type LimitMoved,
  type LimitsOfMoment,
  type MovableLimit,
  type PartsFitted,
  type Quantity,
  type TrackEvent,
  axles,
  brakeKinds,
  grades,
  mm,
  parkingBrakes,
  threadConditions,
} from '../model';
import { type LimitValue, serviceFinding } from './findings';
import { padLimit } from '../pads';
import { maxPlayMm } from '../wheel-bearings';
import { limitsAt } from './limits';

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
function figuresOf({
  shop,
  customer,
  event,
  venue,
  car,
  brakeSheet,
  padSets,
  rotorPairs,
}: Omit<LimitsOfMoment, 'rules' | 'steps'>): LimitFigure[] {
  const of = (limit: FigureLimit, subject: string, value: number | null | undefined): LimitFigure[] =>
    value === null || value === undefined ? [] : [{ limit, subject, value }];
  const fasteners = brakeSheet?.fasteners ?? [];
  return [
    ...axles.flatMap((axle) =>
      of('padLimit', axle, padLimit(null, brakeSheet?.padLimitMm[axle] ?? null, shop.padLimitMm).limitMm),
    ),
    ...padSets.flatMap((p) => of('padLimit', p.id, padLimit(p.limitMm, null, shop.padLimitMm).limitMm)),
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
    ...(event ? [is('beddedOnly', 'event', Number(areBeddedOnly(logbook, car, event)))] : []),
  ];
}
const areBeddedOnly = (logbook: Logbook, car: Car, event: TrackEvent): boolean =>
  rulesInForce(logbook, car, event).beddedPartsOnly !== null || logbook.shop.beddedPartsOnly;

/** Every figure that a car is let go by as a logbook has it. */
export function limitFigures(logbook: Logbook, of: Pick<UnderWay, 'carId' | 'eventId'>): LimitFigure[] {
  const limits = limitsAt(logbook, of);
  return limits ? [...figuresOf(limits), ...figuresOfRecords(logbook, of)] : [];
}

export const isSameLimit = (
  a: { limit: MovableLimit; subject: string },
  b: { limit: MovableLimit; subject: string },
): boolean => a.limit === b.limit && a.subject === b.subject;

/** A car that is being worked on for a release, or is at an event: what it goes by must not be moved by whoever lets it go. */
export interface UnderWay {
  carId: string;
  eventId: string | null;
  jobId: string | null;
}

/** Those of a job, or of a car at an event, oldest first. One that somebody withdraws was moved all the same. */
const movesOf = (logbook: Logbook, { carId, eventId, jobId }: UnderWay): LimitMoved[] =>
  [...logbook.factsOfCar(carId), ...logbook.replacedOfCar(carId).map(({ fact }) => fact)]
    .filter((f): f is LimitMoved => f.kind === 'limitMoved')
    .filter((f) => (jobId === null ? f.eventId !== undefined && f.eventId === eventId : f.jobId === jobId))
    .sort(byTime);

export interface MovedLimit {
  finding: Finding;
  /** As it was moved last. */
  last: LimitMoved;
}

function moved(logbook: Logbook, of: UnderWay): MovedLimit[] {
  const moves = movesOf(logbook, of);
  if (moves.length === 0) return [];
  const now = limitFigures(logbook, of);
  return moves.flatMap((first, i): MovedLimit[] => {
    if (moves.findIndex((m) => isSameLimit(m, first)) !== i) return [];
    const last = moves.findLast((m) => isSameLimit(m, first))!;
    const { limit, subject } = first;
    if (limit === 'lead' || limit === 'name') {
      const person = logbook.crew.get(subject);
      const isSo = limit === 'lead' ? isLead(logbook, subject) : person?.name !== first.label;
      const name = person?.name ?? first.label;
      const finding =
        limit === 'lead'
          ? serviceFinding('madeLead', 'needsWork', {}, { name, who: subject, by: last.by })
          : serviceFinding('renamed', 'watch', {}, { was: first.label, name });
      return isSo ? [{ finding, last }] : [];
    }
    const value = now.find((f) => isSameLimit(f, first))?.value ?? null;
    if (value !== null && !isMilder(limit, first.from, value)) return [];
    const to = value === null ? null : limitValue(limit, value);
    const values = { limit, label: last.label, from: limitValue(limit, first.from), to, by: last.by };
    return [{ finding: serviceFinding('limitMoved', 'needsWork', {}, values), last }];
  });
}

/** Those that are still milder than they were when a service began. */
export const judgeMovedLimits = (logbook: Logbook, job: Job): Finding[] =>
  moved(logbook, { carId: job.carId, eventId: job.eventId, jobId: job.id }).map((m) => m.finding);

/** Labels that were put in the place of others in a service, with no change of parts, and that have a milder limit. */
export function judgeRelabelled(logbook: Logbook, job: Job): Finding[] {
  const fittings = ofKind(logbook.factsOfCar(job.carId), 'partsFitted');
  const own = fittings.filter((f) => f.jobId === job.id);
  const corrected = logbook
    .replacedOfCar(job.carId)
    .flatMap(({ fact, by }) => (fact.kind === 'partsFitted' && by.kind === 'partsFitted' ? [{ fact, by }] : []));
  return (Object.keys(kindsOfPart) as KindOfPart[]).flatMap((of) =>
    axles.flatMap((axle) => {
      const labelOf = (f: PartsFitted): string | null => f[kindsOfPart[of].label];
      const before = (f: PartsFitted): string | null => {
        const last = fittings.findLast((o) => o.axle === axle && isAfter(f, o) && (labelOf(o) || changes(o, of)));
        return last ? labelOf(last) : null;
      };
      const swaps = [
        ...own
          .filter((f) => f.axle === axle && !changes(f, of))
          .map((f) => ({ was: before(f), now: labelOf(f), by: f.by })),
        ...corrected
          .filter(({ fact, by }) => fact.axle === axle && by.jobId === job.id && changes(fact, of) === changes(by, of))
          .map(({ fact, by }) => ({ was: labelOf(fact), now: labelOf(by), by: by.by })),
      ];
      return swaps.flatMap(({ was, now, by }): Finding[] => {
        if (!was || !now || was === now) return [];
        const [from, to] = [limitOfPart(logbook, of, was), limitOfPart(logbook, of, now)];
        if (from.limitMm === null || (to.limitMm !== null && to.limitMm >= from.limitMm)) return [];
        const values = {
          was: from.label,
          label: to.label,
          from: mm(from.limitMm),
          to: to.limitMm === null ? null : mm(to.limitMm),
          by,
        };
        return [serviceFinding('relabelled', 'needsWork', { axle }, values)];
      });
    }),
  );
}
/** The limit that goes with a labelled part; null for one without. */
function limitOfPart(logbook: Logbook, of: KindOfPart, id: string): { label: string; limitMm: number | null } {
  if (of === 'rotors') {
    const pair = logbook.rotorPairs.get(id);
    return { label: pair?.label ?? '', limitMm: pair?.discardThicknessMm ?? null };
  }
  const set = logbook.padSets.get(id);
  return { label: set?.label ?? '', limitMm: padLimit(set?.limitMm ?? null, null, logbook.shop.padLimitMm).limitMm };
}

/** Those that are milder than they were when a car was first out at an event. */
export const limitsMovedAt = (logbook: Logbook, carId: string, eventId: string): MovedLimit[] =>
  moved(logbook, { carId, eventId, jobId: null });

/** Whether somebody would let a car go by a limit that they moved, or by a role that is theirs since; where there is only one lead, that one must. */
export const isOwnLimit = (logbook: Logbook, { code, values }: Pick<Finding, 'code' | 'values'>, by: string): boolean =>
  (code === 'limitMoved' || code === 'madeLead' || code === 'relabelled') &&
  (values['by'] === by || values['who'] === by) &&
  [...logbook.crew.values()].some((m) => m.role === 'lead' && !m.archived && m.id !== by);
