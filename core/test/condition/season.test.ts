/** A season of people who lie within what can be typed, against an oracle that shares no code with the gates. */
import { conditionOf } from '../../src/condition';
import type { Fact } from '../../src/model';
import { judgeTrack } from '../../src/paddock';
import { judgeCar } from '../../src/readiness';
import { sessionsOfCar } from '../../src/sessions';
import { refusalOf } from '../../src/track';
import { isTorture, rounds, seed } from '../builders/budget';
import { dice } from '../builders/faulty-cars';
import { type Entry, forbids } from '../builders/season-oracle';
import { People } from '../builders/season-people';
import { trackBook, trackCar } from '../builders/track-book';
import { bookEvent } from '../builders/track-records';

const TODAY = '2026-06-13';
/** Behind the pistons, 8 mm deep, and 10 mL beside them: two sides of 2268 mm² in front, one of 1257 mm² at the rear. */
const HOT_ML = { FL: 47, FR: 47, RL: 21, RR: 21 };
const asked = (diary: readonly Entry[]) => forbids(diary, trackCar.reservoirMinMl, HOT_ML);
/** Thin pads are the gate of the parts'. */
const ofFaults = (why: readonly string[]): string[] => why.filter((w) => !w.startsWith('thin'));

const lastDecision = (facts: readonly Fact[]): 'go' | 'limits' | 'stop' | null => {
  const sessions = sessionsOfCar(trackBook(facts), trackCar.id);
  const signed = facts.findLast((f) => f.kind === 'sessionDecision' && f.sessionId === sessions.at(-1)?.fact.id);
  return signed?.kind === 'sessionDecision' ? signed.decision : null;
};

test('over as many seasons as there is time for: nothing is let pass that the oracle forbids, and nothing is held for nothing', () => {
  const roll = dice(seed(11));
  let [seasons, asks, refusedStops, letOut, followed, freed] = [0, 0, 0, 0, 0, 0];
  for (const _ of rounds({ seconds: 60, atMost: 1200, inTorture: 50_000 })) {
    seasons += 1;
    const people = new People(roll);
    const length = 10 + Math.floor(roll() * 40);
    for (let i = 0; i < length; i++) {
      people.act();
      if (roll() < 0.12) {
        const step = people.decide((['go', 'limits', 'stop'] as const)[Math.floor(roll() * 3)]!);
        const { why } = asked(people.diary);
        const refused = refusalOf(trackBook(people.facts), step.fact, TODAY);
        asks += 1;
        if (step.fact.kind === 'sessionDecision' && step.fact.decision !== 'stop' && why.length > 0) {
          // A stop is a stop, for whoever signs.
          if (refused?.code !== 'stopStands')
            console.log(
              seasons,
              why,
              JSON.stringify(people.diary.map((e) => ({ ...e, entry: undefined }))),
              JSON.stringify(
                conditionOf(trackBook(people.facts), trackCar).faults.map((f) => [
                  f.kind,
                  f.place,
                  f.state,
                  f.ended?.kind,
                  f.cure?.kind,
                  f.missing,
                ]),
              ),
            );
          expect({ why, refused: refused?.code }).toMatchObject({ refused: 'stopStands' });
          refusedStops += 1;
        }
        if (refused) continue;
        people.steps.push(step);
        if (step.fact.kind === 'sessionDecision' && step.fact.decision !== 'stop') letOut += 1;
      }
    }
    const { facts, diary } = people;
    const { why, unsure } = asked(diary);
    const book = trackBook(facts);
    const track = judgeTrack(book, trackCar, bookEvent.id);
    const isStopped = lastDecision(facts) === 'stop';
    const seen = {
      findings: track.findings.map((f) => `${f.code} ${JSON.stringify([f.place, f.values])}`),
      why: ofFaults(why),
      faults: conditionOf(book, trackCar)
        .faults.filter((f) => f.state === 'open' && f.finding.verdict === 'stop')
        .map((f) => `${f.kind} ${f.place.corner ?? ''}`),
    };
    // Nothing that the oracle forbids is open; and what it does not forbid is held by a cause at most that nobody has named.
    if (ofFaults(why).length > 0) expect({ ...seen, verdict: track.verdict }).toMatchObject({ verdict: 'stop' });
    else if (unsure.length === 0 && why.length === 0 && !isStopped)
      expect({ ...seen, verdict: track.verdict }).not.toMatchObject({ verdict: 'stop' });
    // In whatever order the entries arrive.
    const shuffled = [...facts].sort((a, b) => (a.id.at(-1)! + a.id < b.id.at(-1)! + b.id ? 1 : -1));
    expect(judgeTrack(trackBook(shuffled), trackCar, bookEvent.id).findings.length).toBe(track.findings.length);
    // All rooms say the same.
    const gate = judgeCar(book, trackCar, bookEvent as never, TODAY).gates.find((g) => g.gate === 'track')!;
    expect(gate.verdict).toBe(track.verdict);
    // Whoever does what is proposed comes to an end of it: every stop that is a fault can be put right.
    if (seasons % 4 === 0) {
      let rounds_ = 0;
      while (people.follow()) {
        followed += 1;
        if ((rounds_ += 1) > 80) throw new Error(`No end of it: ${seen.faults.join(', ')}`);
      }
      freed += 1;
      const after = asked(people.diary);
      expect(ofFaults(after.why)).toEqual([]);
    }
  }
  const told = `${seasons} seasons, ${asks} decisions asked for, ${refusedStops} refused, ${letOut} let out, ${followed} steps followed, ${freed} freed`;
  if (isTorture || process.env['CALVIK_TELL']) console.info(told);
  expect(letOut).toBeGreaterThan(seasons / 100);
  expect(refusedStops).toBeGreaterThan(seasons / 10);
});
