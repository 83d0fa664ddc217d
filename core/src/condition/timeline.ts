/** All that was ever done to a car, found on it and shown of it, in order: what its condition is folded from. */
import { type Logbook, byTime, correctionsOf, mayTakeBack } from '../logbook';
import type { Car, Fact, FaultKind, Finding, Proof } from '../model';
import { factsAfter, hotCorners, levelSumOf, sessionsOfCar } from '../sessions';
import { doneToParts, hosesReplaced } from './parts-done';
import { placeKey } from './place';
import { type CarOf, type Done, type Found, type Reading, type Shown, carOf, readingOf } from './reads';
import { type Act, faultTable, voidTable } from './tables';

type At<T> = T & { fact: Fact };
export type Sighting = At<Found>;

/** Lists by key, oldest first; a key that nothing was added to has an empty one. */
class ByKey<K, T extends { fact: Fact }> {
  private readonly lists = new Map<K, T[]>();
  private readonly unsorted = new Set<K>();

  of(key: K): readonly T[] {
    const list = this.lists.get(key) ?? [];
    if (this.unsorted.delete(key)) list.sort((a, b) => byTime(a.fact, b.fact));
    return list;
  }
  /** The next one by time. */
  add(key: K, item: T): void {
    const list = this.lists.get(key);
    if (list) list.push(item);
    else this.lists.set(key, [item]);
  }
  /** One of some time or other. */
  insert(key: K, item: T): void {
    this.add(key, item);
    this.unsorted.add(key);
  }
}

export interface Timeline {
  facts: readonly Fact[];
  /** What was done, by act; and what of it voids something, by what it voids. */
  done: ByKey<Act, At<Done>>;
  voiding: ByKey<Proof, At<Done>>;
  shown: ByKey<Proof, At<Shown>>;
  seen: Sighting[];
  /** Found once, and corrected by somebody who may: kept in view. */
  retracted: { sighting: Sighting; by: Fact }[];
  of: CarOf;
}

/** Whether somebody may take back what another found: a stop only another person, or the lead. */
export const mayRetract = (logbook: Logbook, sighting: Sighting, by: Fact): boolean =>
  sighting.finding.verdict !== 'stop' || mayTakeBack(logbook, sighting.fact, by);

export const keyOf = ({ kind, place }: Pick<Found, 'kind' | 'place'>): string => `${kind} ${placeKey(place)}`;

/** One corner far above its neighbour while the car pulls is a dragging brake, and stops it. Common practice, no source. */
const DRAGS = { share: 1.8 } as const;

const isLevelFault = (code: string): code is 'levelLeak' | 'levelMoreThanWear' | 'levelUnderMin' =>
  code === 'levelLeak' || code === 'levelMoreThanWear' || code === 'levelUnderMin';

const weighed = (kind: FaultKind, finding: Finding): Finding => ({ ...finding, verdict: faultTable[kind].gravity });

/** What levels and heat of the sessions say: sums over several entries. */
function ofSessions(logbook: Logbook, car: Car): Sighting[] {
  return sessionsOfCar(logbook, car.id).flatMap((session): Sighting[] => {
    // Each reading counts as it was read: one that is typed anew takes none of them back.
    const ofLevel = factsAfter(logbook, session).flatMap((fact): Sighting[] => {
      if (fact.kind !== 'levelRead') return [];
      const { finding } = levelSumOf(logbook, car, session, fact.levelMl);
      return isLevelFault(finding.code)
        ? [{ kind: finding.code, place: {}, finding: weighed(finding.code, finding), fact }]
        : [];
    });
    const pulls = session.fact.complaints.includes('pulls');
    const ofHeat = hotCorners(logbook, car, session).map(({ finding, read: heat, share }): Sighting => {
      const drags = finding.code === 'cornerDrags' || (pulls && share >= DRAGS.share);
      const kind = drags ? 'cornerDrags' : 'cornerHotter';
      return { kind, place: finding.place, finding: weighed(kind, finding), fact: heat };
    });
    return [...ofLevel, ...ofHeat];
  });
}

/** What an entry says, with the entry. */
interface Read {
  does: readonly At<Done>[];
  finds: readonly Sighting[];
  shows: readonly At<Shown>[];
}
const nothing: Read = { does: [], finds: [], shows: [] };

/** What each entry of a car says, as long as the car's own figures are the same: read once, however often the car is judged. */
const readOfCar = new WeakMap<Car, Pick<CarOf, 'sheet' | 'padLimitMm'> & { reads: WeakMap<Fact, Read> }>();

function readerOf(of: CarOf): (fact: Fact) => Read {
  const { car, sheet, padLimitMm } = of;
  let known = readOfCar.get(car);
  if (!known || known.sheet !== sheet || known.padLimitMm !== padLimitMm) {
    known = { sheet, padLimitMm, reads: new WeakMap() };
    readOfCar.set(car, known);
  }
  const { reads } = known;
  const read = (fact: Fact): Read => {
    const { does, finds, shows }: Reading = readingOf(fact, of);
    if (!does && !finds && !shows) return nothing;
    const at = <T>(items: readonly T[] | undefined): At<T>[] => (items ?? []).map((item) => ({ ...item, fact }));
    return { does: at(does), finds: at(finds), shows: at(shows) };
  };
  return (fact) => {
    // What was checked in a diagnosis is about the corner that the diagnosis is about: another entry.
    if (fact.kind === 'diagnosisChecked') return read(fact);
    const found = reads.get(fact) ?? read(fact);
    reads.set(fact, found);
    return found;
  };
}

export function timelineOf(logbook: Logbook, car: Car): Timeline {
  const facts = logbook.factsOfCar(car.id);
  const replaced = logbook.replacedOfCar(car.id);
  const of = carOf(logbook, car, [...facts, ...replaced.map((r) => r.fact)]);
  const t: Timeline = {
    facts,
    done: new ByKey(),
    voiding: new ByKey(),
    shown: new ByKey(),
    seen: [],
    retracted: [],
    of,
  };
  const read = readerOf(of);
  for (const fact of facts) {
    const { does, finds, shows } = read(fact);
    for (const done of does) {
      t.done.add(done.act, done);
      for (const proof of voidTable[done.act]) t.voiding.add(proof, done);
    }
    for (const shown of shows) t.shown.add(shown.proof, shown);
    for (const found of finds) t.seen.push(found);
  }
  for (const done of [...doneToParts(of), ...hosesReplaced(of, facts)]) {
    t.done.insert(done.act, done);
    for (const proof of voidTable[done.act]) t.voiding.insert(proof, done);
  }
  t.seen.push(...ofSessions(logbook, car));
  // A correction of what stopped the car is no cure: it counts where somebody else, or the lead, says so.
  const counting = new Map(replaced.length > 0 ? facts.map((f) => [f.id, f]) : []);
  for (const { fact } of replaced)
    for (const sighting of read(fact).finds) {
      const corrections = correctionsOf(fact, replaced);
      const last = counting.get(corrections.at(-1)?.id ?? '');
      if (last && read(last).finds.some((found) => keyOf(found) === keyOf(sighting))) continue;
      const by = corrections.find((c) => mayRetract(logbook, sighting, c));
      if (by) t.retracted.push({ sighting, by });
      else t.seen.push(sighting);
    }
  t.seen.sort((a, b) => byTime(a.fact, b.fact));
  return t;
}
