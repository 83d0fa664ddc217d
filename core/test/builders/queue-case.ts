/** Queues as plain data, at random: eight cars and two pairs of hands unless said otherwise. */
import { type QueueCase, type QueueJob, type QueuePiece, lawOfMinutes } from '../../src/queue';
import { dice } from './queue-evening';

/** Usual minutes as the test knows them. Common practice, no source. */
const usual = { findFault: 20, boilingTest: 15, pads: 20, bleed: 25, flush: 50, reTorque: 15, other: 30 } as const;
type Work = keyof typeof usual;
const works = Object.keys(usual) as Work[];

export const piece = (work: Work | 'wheelsOff' | 'wheelsOn', share = 1): QueuePiece => ({
  work,
  law: lawOfMinutes(work === 'wheelsOff' ? 7 : work === 'wheelsOn' ? 8 : usual[work], []),
  lawKey: work,
  times: 1,
  tool: work === 'bleed' || work === 'flush' ? 'bleeder' : work === 'reTorque' || work === 'wheelsOn' ? 'wrench' : null,
  share,
  wheelsOff: work === 'pads' || work === 'bleed' || work === 'flush',
});

export const jobOf = (id: string, work: Work, over: Partial<QueueJob> = {}): QueueJob => ({
  entryId: id,
  pieces: [piece('wheelsOff'), piece(work), ...(work === 'pads' ? [] : [piece('pads', 0.12)]), piece('wheelsOn')],
  able: [0, 1],
  people: 1,
  inHand: null,
  workedMin: 0,
  readyAt: 0,
  out: [],
  staysIn: false,
  promisedBy: null,
  ...over,
});

export const caseOf = (jobs: QueueJob[], over: Partial<QueueCase> = {}): QueueCase => ({
  now: '2026-06-13T14:00:00.000Z',
  seed: 7,
  hands: [
    { id: 'a', name: 'A', away: [] },
    { id: 'b', name: 'B', away: [] },
  ],
  tools: { bleeder: 1, wrench: 1 },
  pace: { mu: 0, sd: 0.15 },
  jobs,
  byHand: [],
  arrivalsPerHour: 1,
  ...over,
});

/** A queue in which some go out, some stay in, and one of the two has a break. */
export function randomCase(seed: number, cars = 8): QueueCase {
  const d = dice(seed);
  const pick = <T>(list: readonly T[]): T => list[Math.floor(d.uniform() * list.length)]!;
  const jobs = Array.from({ length: cars }, (_, j) => {
    const outAt = 20 + d.uniform() * 60;
    return jobOf(String(j), pick(works), {
      able: d.uniform() < 0.8 ? [0, 1] : [pick([0, 1])],
      out:
        d.uniform() < 0.7
          ? [
              { from: outAt, to: outAt + 30 },
              { from: outAt + 60, to: outAt + 90 },
            ]
          : [],
      staysIn: d.uniform() < 0.5,
    });
  });
  return caseOf(jobs, {
    seed: seed + 1,
    hands: [
      { id: 'a', name: 'A', away: [] },
      { id: 'b', name: 'B', away: [{ from: 60, to: 90 }] },
    ],
  });
}
export const EVENING = { eveningAt: 200, eveningEnds: 600, morningAt: null, dayEndsAt: 900 };
