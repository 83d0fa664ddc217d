/**
 * What is believed of a rate before a face is read: what is usual, drawn towards what the shop has seen of that use, of that compound, and of that car. Three
 * levels of normal distributions of the logarithm of the rate, in closed form (Gelman and others, Bayesian Data Analysis, ch. 5: the normal hierarchical model).
 */
import type { Axle } from '../model';
import type { RatePrior } from './estimate';

/** What wears: by axle, and by what it is. */
export type WearKind = `${Axle}.${'track' | 'road' | 'lining' | 'rotor' | 'ceramic'}`;

/** What wears, in mm a minute of track, and how far that may be off, as a factor of e. Common practice, no source; own figures. */
const usual: Record<WearKind, RatePrior> = {
  // A race set lasts a weekend, three to four hours of track: some 9 mm of a front pad.
  'front.track': { logMean: Math.log(0.04), logSd: 0.7 },
  'rear.track': { logMean: Math.log(0.013), logSd: 0.8 },
  // Road pads on the track wear faster than what was made for it.
  'front.road': { logMean: Math.log(0.06), logSd: 0.8 },
  'rear.road': { logMean: Math.log(0.018), logSd: 0.9 },
  'front.lining': { logMean: Math.log(0.006), logSd: 1 },
  'rear.lining': { logMean: Math.log(0.004), logSd: 1 },
  // Rotors are reckoned in weekends: some 0.1 to 0.2 mm each at the front.
  'front.rotor': { logMean: Math.log(0.0006), logSd: 0.9 },
  'rear.rotor': { logMean: Math.log(0.0003), logSd: 0.9 },
  // By weight, reckoned as thickness: some 2 % of a rotor in fifty hours.
  'front.ceramic': { logMean: Math.log(0.00014), logSd: 1 },
  'rear.ceramic': { logMean: Math.log(0.00008), logSd: 1 },
};
export const usualRate = (kind: WearKind): RatePrior => usual[kind];

/** A sheet is written for another car at another venue: so far off, as a factor of e. Own figure. */
const SHEET_SD = 0.4;

/** What a compound's sheet says of a rate: it speaks of front pads, rear ones lose as much less as is usual. @param lostMmAnHour of a front pad */
export function rateOfSheet(kind: WearKind, lostMmAnHour: number): RatePrior {
  const front = `front.${kind.split('.')[1] as 'track'}` as const;
  return { logMean: Math.log(lostMmAnHour / 60) + usual[kind].logMean - usual[front].logMean, logSd: SHEET_SD };
}

/** How far compounds of one use, cars with one compound, and sets of one car lie apart, as factors of e. Own figures. */
const APART = { compounds: 0.35, cars: 0.35, sets: 0.2 } as const;

/** What one set has shown of its rate, by its readings alone. */
export interface SeenRate extends RatePrior {
  carId: string;
  /** Null where nobody knows what it is made of. */
  compoundId: string | null;
}

export interface Belief {
  mean: number;
  variance: number;
}
const combine = (a: Belief, b: Belief): Belief => {
  const [p, q] = [1 / a.variance, 1 / b.variance];
  return { mean: (p * a.mean + q * b.mean) / (p + q), variance: 1 / (p + q) };
};
/** What several say of one mean, each with its own variance: weighted by how sure each is; null where there are none. */
export const pooled = (seen: readonly Belief[]): Belief | null =>
  seen.length === 0 ? null : seen.reduce((a, b) => combine(a, b));
const wider = ({ mean, variance }: Belief, by: number): Belief => ({ mean, variance: variance + by ** 2 });
const refine = (prior: Belief, seen: Belief | null): Belief => (seen ? combine(prior, seen) : prior);

/** Groups what was seen, and says what each group says of its own mean. */
function means(seen: readonly SeenRate[], by: (s: SeenRate) => string, of: (group: SeenRate[]) => Belief | null) {
  const groups = new Map<string, SeenRate[]>();
  for (const s of seen) groups.set(by(s), [...(groups.get(by(s)) ?? []), s]);
  return new Map(
    [...groups].flatMap(([key, group]) => {
      const belief = of(group);
      return belief ? [[key, belief] as const] : [];
    }),
  );
}

/**
 * The rate to expect of a set that nobody has read yet.
 * @param seen rates of other sets of the same kind, without that set
 * @param carId and compoundId of the set
 * @param sheet what its compound's sheet says, where it says something: it stands in for what is usual of that compound
 * @example expectedRate('front.track', [], 'a car', null) // what is usual
 */
export function expectedRate(
  kind: WearKind,
  seen: readonly SeenRate[],
  carId: string,
  compoundId: string | null,
  sheet: RatePrior | null = null,
): RatePrior {
  const { logMean, logSd } = usual[kind];
  const own = (s: SeenRate): Belief => ({ mean: s.logMean, variance: s.logSd ** 2 + APART.sets ** 2 });
  const ofCars = (group: readonly SeenRate[]) =>
    means(
      group,
      (s) => s.carId,
      (sets) => pooled(sets.map(own)),
    );
  const ofCompound = (group: readonly SeenRate[], without: string | null): Belief | null =>
    pooled([...ofCars(group)].flatMap(([car, belief]) => (car === without ? [] : [wider(belief, APART.cars)])));
  // A set of which nobody knows what it is made of says something of the use alone: as a compound of its own.
  const compoundOf = (s: SeenRate): string => s.compoundId ?? `of ${s.carId}`;
  const target = compoundId ?? `of ${carId}`;
  const others = means(
    seen.filter((s) => compoundOf(s) !== target),
    compoundOf,
    (group) => ofCompound(group, null),
  );
  const ofUse = refine(
    { mean: logMean, variance: logSd ** 2 },
    pooled([...others.values()].map((belief) => wider(belief, APART.compounds))),
  );
  const same = seen.filter((s) => compoundOf(s) === target);
  const before = sheet ? { mean: sheet.logMean, variance: sheet.logSd ** 2 } : wider(ofUse, APART.compounds);
  const compound = refine(before, ofCompound(same, carId));
  const car = refine(wider(compound, APART.cars), ofCars(same).get(carId) ?? null);
  const set = wider(car, APART.sets);
  return { logMean: set.mean, logSd: Math.sqrt(set.variance) };
}
