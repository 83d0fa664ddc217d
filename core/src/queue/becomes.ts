/** What a car's work may turn into: by the suspects of what its driver says, and by what the shop's own queues have found. */
import { dateIn, type Instant } from '../calendar';
import { casesOfShop, evidenceOf, signsOnRecord } from '../diagnosis';
import type { Logbook } from '../logbook';
import { type Cause, type QueueWork, causes, queueWorks } from '../model';
import { sessionsAt } from '../sessions';
import { LEAST_SUSPECT_SHARE, causeTable, posterior, priorOf } from '../suspects';
import { type QueueState, queueState } from '../queue-moves';

/** What is done in the paddock about each cause; null where that is no matter for the paddock. Common practice, no source. */
const workOfCause: Record<Cause, QueueWork | null> = {
  fluidBoiled: 'bleed',
  airInSystem: 'bleed',
  leak: null,
  hoseSwells: null,
  masterCylinder: null,
  knockBack: 'other',
  pistonsNotOut: 'findFault',
  wheelBearing: null,
  padsOverheated: 'pads',
  padsGlazed: 'pads',
  padsGreen: 'other',
  padsThin: 'pads',
  padWear: 'findFault',
  unevenLayer: 'other',
  thicknessVariation: null,
  rotorCracked: 'rotors',
  pistonSticks: null,
  slidePinSticks: 'other',
  padsOiled: 'pads',
  mixedPads: 'pads',
  hardware: 'other',
  layerGone: 'other',
  ductOff: 'other',
  brakeBooster: null,
  balance: 'other',
  other: 'findFault',
};

/** How often a look finds more, before the shop knows itself, as shares; weighed as so many cases. Own figures. */
const usually: Partial<Record<QueueWork, Partial<Record<QueueWork, number>>>> = {
  boilingTest: { bleed: 0.25, flush: 0.05 },
  pads: { rotors: 0.06, bleed: 0.04 },
  rotors: { pads: 0.1 },
  bleed: { pads: 0.08, hoses: 0.03 },
  flush: { pads: 0.08, hoses: 0.03 },
  reTorque: { other: 0.03 },
  other: { pads: 0.05, bleed: 0.05 },
  findFault: { pads: 0.1, bleed: 0.1, other: 0.1 },
};
const USUAL_WORTH = 10;

export interface MayBecome {
  work: QueueWork;
  /** How probable it is that it is wanted as well. */
  share: number;
  from: 'signs' | 'record' | 'usual';
}
export interface Becomes {
  works: MayBecome[];
  /** How probable it is that it cannot be put right here. */
  referralShare: number;
}

/** So often work of one kind has led to another, of cars that are done with or referred. */
type Counts = ReadonlyMap<QueueWork, { cars: number; found: ReadonlyMap<QueueWork, number> }>;
const known = new WeakMap<Logbook, Counts>();
function countsOf(logbook: Logbook, now: Instant): Counts {
  const before = known.get(logbook);
  if (before) return before;
  const counts = new Map<QueueWork, { cars: number; found: Map<QueueWork, number> }>();
  for (const entry of logbook.queueEntries.values()) {
    if (entry.archived) continue;
    const s = queueState(logbook, entry, now);
    if (s.status !== 'done' && s.status !== 'referred') continue;
    const found = new Set(s.found.map((w) => w.work));
    for (const work of new Set(entry.wants.map((w) => w.work))) {
      const of = counts.get(work) ?? { cars: 0, found: new Map<QueueWork, number>() };
      of.cars += 1;
      for (const f of found) if (f !== work) of.found.set(f, (of.found.get(f) ?? 0) + 1);
      counts.set(work, of);
    }
  }
  known.set(logbook, counts);
  return counts;
}

/** How probable each cause is by what the driver says and what is on record; null where there is nothing to go by. */
function causesOf(
  logbook: Logbook,
  { entry, car, complaints }: QueueState,
  now: Instant,
): Record<Cause, number> | null {
  const session = car ? (sessionsAt(logbook, car.id, entry.eventId).at(-1) ?? null) : null;
  const found = car && session ? signsOnRecord(logbook, car, session, dateIn(now, logbook.shop.timeZone)) : [];
  if (complaints.length === 0 && !(found.length > 0 && entry.wants.some((w) => w.work === 'findFault'))) return null;
  const prior = priorOf(casesOfShop(logbook).counts);
  return posterior(prior, evidenceOf(complaints, found, []));
}

/** What else the car may want, the likeliest first; what is wanted already is not among it. */
export function mayBecome(logbook: Logbook, state: QueueState, now: Instant): Becomes {
  const { entry } = state;
  const isWanted = (work: QueueWork): boolean => state.wants.some((w) => w.work === work);
  const shares = new Map<QueueWork, MayBecome>();
  /** Ways of finding it are taken to be independent. */
  const add = (work: QueueWork, share: number, from: MayBecome['from']): void => {
    if (isWanted(work) || share <= 0) return;
    const before = shares.get(work);
    const both = 1 - (1 - (before?.share ?? 0)) * (1 - share);
    shares.set(work, { work, share: both, from: before && before.share > share ? before.from : from });
  };
  const byCause = causesOf(logbook, state, now);
  let referralShare = 0;
  if (byCause) {
    const sums = new Map<QueueWork, number>();
    for (const cause of causes) {
      const work = workOfCause[cause];
      if (work === null || !causeTable[cause].isTrackside) referralShare += byCause[cause];
      else sums.set(work, (sums.get(work) ?? 0) + byCause[cause]);
    }
    for (const [work, share] of sums) add(work, share, 'signs');
  }
  const counts = countsOf(logbook, now);
  for (const work of new Set(entry.wants.map((w) => w.work))) {
    // Of what the driver's words are weighed for, the usual says it a second time.
    if (byCause && work === 'findFault') continue;
    const own = counts.get(work);
    for (const other of queueWorks) {
      if (other === work) continue;
      const before = usually[work]?.[other] ?? 0;
      const seen = own?.found.get(other) ?? 0;
      if (before === 0 && seen === 0) continue;
      add(
        other,
        (before * USUAL_WORTH + seen) / (USUAL_WORTH + (own?.cars ?? 0)),
        seen > before * USUAL_WORTH ? 'record' : 'usual',
      );
    }
  }
  return {
    works: [...shares.values()].filter((w) => w.share >= LEAST_SUSPECT_SHARE).sort((a, b) => b.share - a.share),
    referralShare,
  };
}
