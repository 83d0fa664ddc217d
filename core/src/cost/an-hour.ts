/** What an hour on track costs: pads, rotors, fluid and the labour of brake work over their lives, with the band that their lives have. */
import { type LocalDate, dateIn, plusDays } from '../calendar';
import { axleParts } from '../inventory';
import { type Logbook, bottlesOf, ofKind } from '../logbook';
import { type Axle, type Car, type PadSet, type RotorPair, type Venue, axles } from '../model';
import { isCeramic } from '../rotors';
import { sessionsOfCar } from '../sessions';
import { axleWear, newWeighedMm, severitiesOf } from '../wear';
import { workDoneBetween } from '../work';
import { type Price, priceOfMl, priceOfPair, priceOfSet } from './prices';

/** Money an hour, in minor units of the shop's currency. */
export interface AnHour {
  minor: number;
  lowMinor: number;
  highMinor: number;
}
/** Why a part of the cost is not known. */
export type CostLack = 'price' | 'otherCurrency' | 'life' | 'rate';

/** One thing that an hour uses up. */
export interface CostPart {
  kind: 'pads' | 'rotors' | 'fluid' | 'labour';
  axle: Axle | null;
  /** What is on now, where it has a label. */
  label: string;
  /** Of rotors with a hat of its own: the ring is what wears and is bought. */
  isRingAlone: boolean;
  /** Of carbon-ceramic: then iron ones may be what is asked about. */
  isCeramic: boolean;
  /** Null where something is lacking: it is said, and never taken as nought. */
  anHour: AnHour | null;
  lacks: CostLack | null;
  /** Of a set, a pair, a fill of fluid, an hour of work; null where nobody has entered it. */
  price: Price | null;
  /** Track hours that it lasts; of labour, hours of work an hour on track. Null where too little was read. */
  life: { hours: number; lowHours: number; highHours: number } | null;
}

export interface CarCost {
  currency: string;
  parts: CostPart[];
  /** Of what is known. */
  known: AnHour;
  lacking: CostPart[];
}

/** A band of eight in ten, standard deviations. */
const EDGE = 1.2816;
const YEAR_DAYS = 365;
/** A year with less on track says nothing of what an hour takes. Own figure. */
const LEAST_HOURS = 1;

type Wearing = Pick<CostPart, 'kind' | 'axle' | 'label' | 'price' | 'life'> &
  Partial<Pick<CostPart, 'isRingAlone' | 'isCeramic'>>;
const noRotor = { isRingAlone: false, isCeramic: false };

const over = (price: number, life: NonNullable<CostPart['life']>): AnHour => ({
  minor: price / life.hours,
  lowMinor: price / life.highHours,
  highMinor: price / life.lowHours,
});

function priced(part: Wearing, currency: string): CostPart {
  const lacks: CostLack | null =
    part.price === null
      ? 'price'
      : part.price.currency !== currency
        ? 'otherCurrency'
        : part.life === null
          ? 'life'
          : null;
  return { ...noRotor, ...part, lacks, anHour: lacks === null ? over(part.price!.minor, part.life!) : null };
}

/** Hours that pads or rotors of an axle last from new to their limit, at a venue. */
function lifeOf(logbook: Logbook, car: Car, axle: Axle, of: 'pads' | 'rotors', venue: Venue | null, today: LocalDate) {
  const wear = axleWear(logbook, car, axle, of, null, today);
  if (!wear?.isTold || !wear.part) return null;
  const { weighed, part } = wear;
  const newMm = weighed ? newWeighedMm(weighed, part) : part.newThicknessMm;
  if (newMm === null) return null;
  const usable = newMm - wear.limitMm;
  // The face that wears fastest ends the set.
  const { logMean, logSd } = wear.faces.map((f) => f.rate).reduce((a, b) => (b.logMean > a.logMean ? b : a));
  const severity = severitiesOf(logbook, car, axle).of(venue ?? undefined);
  const hours = (log: number): number => usable / (60 * Math.exp(log) * severity);
  return usable > 0
    ? { hours: hours(logMean), lowHours: hours(logMean + EDGE * logSd), highHours: hours(logMean - EDGE * logSd) }
    : null;
}

/** Hours on track of a car in the year up to a day, those of today among them. */
function hoursInYear(logbook: Logbook, car: Car, today: LocalDate): number {
  const from = plusDays(today, -YEAR_DAYS);
  return sessionsOfCar(logbook, car.id)
    .filter((s) => dateIn(s.fact.at, logbook.shop.timeZone) > from)
    .reduce((sum, s) => sum + s.minutes / 60, 0);
}

/** The fluid of a year: what went in, and what it cost. */
function fluidPart(logbook: Logbook, car: Car, today: LocalDate, hours: number): CostPart {
  const from = plusDays(today, -YEAR_DAYS);
  const exchanges = ofKind(logbook.factsOfCar(car.id), 'fluidExchange').filter(
    (f) => dateIn(f.at, logbook.shop.timeZone) > from && !f.elsewhere,
  );
  const ml = exchanges.reduce(
    (sum, f) => sum + f.reservoirRefillMl + f.corners.reduce((s, c) => s + (c.pouredMl ?? c.volumeMl), 0),
    0,
  );
  const last = exchanges.at(-1);
  const fluidId = last && bottlesOf(last).flatMap((id) => logbook.bottles.get(id)?.fluidId ?? [])[0];
  const label = logbook.fluids.get(fluidId ?? '')?.name ?? '';
  const ofMl = fluidId ? priceOfMl(logbook, fluidId) : null;
  const fills = exchanges.length;
  const price = ofMl && fills > 0 ? { minor: (ofMl.minor * ml) / fills, currency: ofMl.currency } : null;
  const each = hours / fills;
  const life = fills > 0 && hours >= LEAST_HOURS ? { hours: each, lowHours: each, highHours: each } : null;
  return priced({ kind: 'fluid', axle: null, label, price, life }, logbook.shop.currency);
}

/** Brake work of a year, by what was written down of it. */
function labourPart(logbook: Logbook, car: Car, today: LocalDate, hours: number): CostPart {
  const { currency, labourMinorPerHour } = logbook.shop;
  const minutes = workDoneBetween(logbook, plusDays(today, -YEAR_DAYS), today)
    .filter((d) => d.job.carId === car.id)
    .reduce((sum, d) => sum + (d.takenMin ?? 0), 0);
  const an = hours >= LEAST_HOURS && minutes > 0 ? minutes / 60 / hours : null;
  const price = labourMinorPerHour === null ? null : { minor: labourMinorPerHour, currency };
  const lacks: CostLack | null = price === null ? 'rate' : an === null ? 'life' : null;
  const minor = lacks === null ? price!.minor * an! : 0;
  return {
    ...noRotor,
    kind: 'labour',
    axle: null,
    label: '',
    price,
    life: an === null ? null : { hours: an, lowHours: an, highHours: an },
    lacks,
    anHour: lacks === null ? { minor, lowMinor: minor, highMinor: minor } : null,
  };
}

/**
 * What an hour on track costs a car.
 * @param venue null: at its usual ones
 * @param today in the shop's time zone: the year up to it counts for fluid and labour
 */
export function costAnHour(logbook: Logbook, car: Car, venue: Venue | null, today: LocalDate): CarCost {
  const { currency } = logbook.shop;
  const hours = hoursInYear(logbook, car, today);
  const worn = axles.flatMap((axle): CostPart[] => {
    const { padSet, rotorPair } = axleParts(logbook, car, axle);
    const wearing = (kind: 'pads' | 'rotors', part: PadSet | RotorPair, price: Price | null): CostPart =>
      priced(
        {
          kind,
          axle,
          label: part.label,
          price,
          life: lifeOf(logbook, car, axle, kind, venue, today),
          isRingAlone: 'isTwoPiece' in part && part.isTwoPiece,
          isCeramic: 'material' in part && isCeramic(part),
        },
        currency,
      );
    return [
      ...(padSet ? [wearing('pads', padSet, priceOfSet(logbook, padSet))] : []),
      ...(rotorPair ? [wearing('rotors', rotorPair, priceOfPair(logbook, rotorPair))] : []),
    ];
  });
  const parts = [...worn, fluidPart(logbook, car, today, hours), labourPart(logbook, car, today, hours)];
  return { currency, parts, known: sumOf(parts), lacking: parts.filter((p) => p.lacks !== null) };
}

/** What of several is known, together: their bands as if all were long-lived, or all short. */
export const sumOf = (parts: readonly Pick<CostPart, 'anHour'>[]): AnHour =>
  parts.reduce(
    (sum, { anHour }) =>
      anHour
        ? {
            minor: sum.minor + anHour.minor,
            lowMinor: sum.lowMinor + anHour.lowMinor,
            highMinor: sum.highMinor + anHour.highMinor,
          }
        : sum,
    { minor: 0, lowMinor: 0, highMinor: 0 },
  );

/** What so many hours cost, minor units. */
export const costOf = ({ minor, lowMinor, highMinor }: AnHour, hours: number): AnHour => ({
  minor: minor * hours,
  lowMinor: lowMinor * hours,
  highMinor: highMinor * hours,
});

/**
 * What another part would cost an hour against the present one: dearer where it is more than 0.
 * @param other its price in minor units, and how many times as long it lasts
 * @param spread how far that may be off, as a factor of e
 * @example a set at twice the price that lasts 1.6 times
 */
export function dearerBy(
  { price, life }: CostPart,
  other: { priceMinor: number; lastsTimes: number },
  spread = 0.2,
): AnHour | null {
  if (!price || !life) return null;
  const now = price.minor / life.hours;
  const then = (times: number): number => other.priceMinor / (life.hours * times) - now;
  const off = Math.exp(EDGE * spread);
  return {
    minor: then(other.lastsTimes),
    lowMinor: then(other.lastsTimes * off),
    highMinor: then(other.lastsTimes / off),
  };
}
