/**
 * How long work in the paddock takes, as a log-normal law: out of the shop's own times, and what is usual until it has some. In closed form (normal
 * and inverse gamma over the logarithm of the minutes).
 */
import type { Instant } from '../calendar';
import type { Logbook } from '../logbook';
import { type QueueWork, queueWorks } from '../model';
import { minutesOnRecord, usualMinutes } from '../work';
import { WHEELS_OFF_MIN, WHEELS_ON_MIN, axlesOf, queueKinds, queueState } from '../queue-moves';

/** Minutes whose logarithm is normal about `mu` with `sigma`; `mu` itself is known to `muSd`. */
export interface Minutes {
  mu: number;
  sigma: number;
  muSd: number;
  /** Times of the shop's own that speak. */
  records: number;
}

/** What one expects before any record: so wide for one job and another, and worth so many records. Own figures. */
const PRIOR = { sigma: 0.4, meanWorth: 2, spreadWorth: 4 } as const;
/** A time on record shorter than this was no piece of work; one further off than so many times what is expected says no more than that. */
const LEAST_MIN = 0.5;
const FARTHEST = Math.log(5);
const within = (log: number, about: number): number => Math.min(about + FARTHEST, Math.max(about - FARTHEST, log));

/**
 * The law of minutes after some are on record.
 * @param usualMin median before any
 * @param taken minutes on record; those that are none are passed over
 * @example lawOfMinutes(20, []) // median 20, eight in ten between 12 and 33
 */
export function lawOfMinutes(usualMin: number, taken: readonly number[]): Minutes {
  const mu0 = Math.log(usualMin);
  const logs = taken.filter((m) => Number.isFinite(m) && m >= LEAST_MIN).map((m) => within(Math.log(m), mu0));
  const n = logs.length;
  const mean = n === 0 ? mu0 : logs.reduce((a, b) => a + b, 0) / n;
  const squares = logs.reduce((sum, l) => sum + (l - mean) ** 2, 0);
  const { sigma, meanWorth: k, spreadWorth: v } = PRIOR;
  const variance = (v * sigma ** 2 + squares + ((k * n) / (k + n)) * (mean - mu0) ** 2) / (v + n);
  return {
    mu: (k * mu0 + n * mean) / (k + n),
    sigma: Math.sqrt(variance),
    muSd: Math.sqrt(variance / (k + n)),
    records: n,
  };
}

/** How quick the shop is in the paddock against its times elsewhere, as a logarithm: a normal law. Own figures before any record. */
const PACE_SD = 0.15;
const JOB_SD = 0.4;

export interface Laws {
  works: Record<QueueWork, Minutes>;
  wheelsOff: Minutes;
  wheelsOn: Minutes;
  pace: { mu: number; sd: number; records: number };
}

/** Median minutes of all that was done to a car, by the laws. */
const medianOf = (laws: Omit<Laws, 'pace'>, wants: readonly { work: QueueWork; axle: string | null }[]): number =>
  wants.reduce((sum, { work, axle }) => sum + Math.exp(laws.works[work].mu) * axlesOf(work, axle), 0) +
  (wants.some((w) => queueKinds[w.work].wheelsOff) ? Math.exp(laws.wheelsOff.mu) + Math.exp(laws.wheelsOn.mu) : 0);

const known = new WeakMap<Logbook, Laws>();

/** The laws of this shop, from its work at home and from what its paddock queues took so far. */
export function lawsOf(logbook: Logbook, now: Instant): Laws {
  const found = known.get(logbook);
  if (found) return found;
  const times = minutesOnRecord(logbook);
  const works = Object.fromEntries(
    queueWorks.map((work) => {
      const { kind, usualMin } = queueKinds[work];
      return [work, lawOfMinutes(usualMin ?? usualMinutes[kind!], kind === null ? [] : (times.get(kind) ?? []))];
    }),
  ) as Record<QueueWork, Minutes>;
  const laws = { works, wheelsOff: lawOfMinutes(WHEELS_OFF_MIN, []), wheelsOn: lawOfMinutes(WHEELS_ON_MIN, []) };
  // Of cars that are done the whole is known, not its pieces: it speaks for the pace of all of them.
  const ratios: number[] = [];
  for (const entry of logbook.queueEntries.values()) {
    if (entry.archived) continue;
    const s = queueState(logbook, entry, now);
    if (s.status !== 'done' || s.workedMin < LEAST_MIN) continue;
    ratios.push(within(Math.log(s.workedMin / medianOf(laws, s.wants)), 0));
  }
  const precision = 1 / PACE_SD ** 2 + ratios.length / JOB_SD ** 2;
  const pace = {
    mu: ratios.reduce((sum, r) => sum + r, 0) / JOB_SD ** 2 / precision,
    sd: Math.sqrt(1 / precision),
    records: ratios.length,
  };
  const all: Laws = { ...laws, pace };
  known.set(logbook, all);
  return all;
}
