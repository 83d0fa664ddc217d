/** One season: people at work on a car, and at every decision and at its end the gates against the oracle. */
import { standsAgainst } from '../../src/condition';
import type { Fact } from '../../src/model';
import { judgeTrack } from '../../src/paddock';
import { judgeCar } from '../../src/readiness';
import { sessionsOfCar } from '../../src/sessions';
import { refusalOf } from '../../src/track';
import { isTorture } from './budget';
import { type Entry, type Errand, forbids } from './season-oracle';
import { People } from './season-people';
import { atEvent, sheet, trackBook, trackCar } from './track-book';
import { bookEvent, makeBook } from './track-records';

const TODAY = '2026-06-13';
/** Behind the pistons, 8 mm deep, and 10 mL beside them: two sides of 2268 mm² in front, one of 1257 mm² at the rear. */
export const HOT_ML = { FL: 47, FR: 47, RL: 21, RR: 21 };
const asked = (diary: readonly Entry[]) => forbids(diary, trackCar.reservoirMinMl, HOT_ML);
/** Thin pads are the gate of the parts'. */
const ofFaults = (why: readonly string[]): string[] => why.filter((w) => !w.startsWith('thin'));
/** After so many entries every purpose is asked; in torture after each. */
const ASKED_SHARE = 0.2;
/** So many steps and no end: what is proposed leads nowhere. */
const MOST_STEPS = 80;

const errands: readonly Errand[] = ['lift', 'ground', 'road', 'bedding', 'session', 'event'];
/** What it is called where it is asked for. */
const inDiary: Record<string, string> = { levelKept: 'level' };
/** Every purpose, as it stands now, against the oracle. */
export function askEveryPurpose({ facts, diary }: People): void {
  // Of a car that nobody had looked over before.
  const book = makeBook(trackCar, sheet, [atEvent], facts, {}, []);
  for (const errand of errands) {
    const { why, unsure, never } = forbids(diary, trackCar.reservoirMinMl, HOT_ML, errand);
    const found = standsAgainst(book, trackCar, errand, bookEvent.id);
    const told = {
      errand,
      why: ofFaults(why),
      findings: found.map((f) => `${f.verdict} ${f.code} ${JSON.stringify([f.place, f.values])}`),
      isStopped: found.some((f) => f.verdict === 'stop'),
    };
    if (told.why.length > 0) expect(told).toEqual({ ...told, isStopped: true });
    else if (unsure.length === 0) expect(told).toEqual({ ...told, isStopped: false });
    const missed = found
      .filter((f) => f.code === 'neverLookedAt')
      .flatMap((f) => (f.values as { proofs: string[] }).proofs.map((p) => inDiary[p] ?? p));
    expect({ errand, never: missed.sort() }).toEqual({ errand, never: [...never].sort() });
  }
}

const isSignedStop = (facts: readonly Fact[]): boolean => {
  const last = sessionsOfCar(trackBook(facts), trackCar.id).at(-1);
  const signed = facts.findLast((f) => f.kind === 'sessionDecision' && f.sessionId === last?.fact.id);
  return signed?.kind === 'sessionDecision' && signed.decision === 'stop';
};

export interface SeasonTold {
  asked: number;
  refused: number;
  letOut: number;
  followed: number;
}

/**
 * Plays a season and throws at the first thing that is not as the oracle says.
 * @param isFollowed whether somebody does what is proposed until nothing is
 */
export function playSeason(roll: () => number, isFollowed = roll() < 0.25): SeasonTold {
  const told: SeasonTold = { asked: 0, refused: 0, letOut: 0, followed: 0 };
  const people = new People(roll);
  const length = 10 + Math.floor(roll() * 40);
  for (let i = 0; i < length; i++) {
    people.act();
    if (isTorture || roll() < ASKED_SHARE) askEveryPurpose(people);
    if (roll() >= 0.12) continue;
    const step = people.decide((['go', 'limits', 'stop'] as const)[Math.floor(roll() * 3)]!);
    const { why } = asked(people.diary);
    const refused = refusalOf(trackBook(people.facts), step.fact, TODAY);
    const isOut = step.fact.kind === 'sessionDecision' && step.fact.decision !== 'stop';
    told.asked += 1;
    if (isOut && why.length > 0) {
      // A stop is a stop, for whoever signs.
      expect({ why, refused: refused?.code }).toMatchObject({ refused: 'stopStands' });
      told.refused += 1;
    }
    if (refused) continue;
    people.steps.push(step);
    if (isOut) told.letOut += 1;
  }
  const { facts, diary } = people;
  const { why, unsure } = asked(diary);
  const book = trackBook(facts);
  const track = judgeTrack(book, trackCar, bookEvent.id);
  const seen = {
    why: ofFaults(why),
    findings: track.findings.map((f) => `${f.code} ${JSON.stringify([f.place, f.values])}`),
    verdict: track.verdict,
  };
  // Nothing that the oracle forbids is open; and what it does not forbid is held by a cause at most that nobody has named.
  if (seen.why.length > 0) expect(seen).toMatchObject({ verdict: 'stop' });
  else if (unsure.length === 0 && why.length === 0 && !isSignedStop(facts))
    expect(seen).not.toMatchObject({ verdict: 'stop' });
  // In whatever order the entries arrive.
  const shuffled = [...facts].sort((a, b) => (a.id.at(-1)! + a.id < b.id.at(-1)! + b.id ? 1 : -1));
  expect(judgeTrack(trackBook(shuffled), trackCar, bookEvent.id).findings.length).toBe(track.findings.length);
  // All rooms say the same.
  const gate = judgeCar(book, trackCar, bookEvent as never, TODAY).gates.find((g) => g.gate === 'track')!;
  expect(gate.verdict).toBe(track.verdict);
  // Whoever does what is proposed comes to an end of it: every stop that is a fault can be put right.
  if (isFollowed) {
    while (people.follow())
      if ((told.followed += 1) > MOST_STEPS) throw new Error(`No end of it: ${seen.findings.join(', ')}`);
    expect(ofFaults(asked(people.diary).why)).toEqual([]);
  }
  return told;
}
