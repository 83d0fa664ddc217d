/** The paddock queue: promises broken against first come, first served, on evenings of ten cars; and how long thirty cars take. */
import {
  type QueueCase,
  type QueueJob,
  bestOrder,
  lawOfMinutes,
  planQueue,
  play,
  throwDice,
  usualMinutesLeft,
} from '@calvik/core/queue';
import { chance } from '../server/src/instruments/chance';
import { timed } from './timed';

const say = (text: string): void => void process.stdout.write(`${text}\n`);
const minutes = { findFault: 20, boilingTest: 15, pads: 20, bleed: 25, flush: 50, reTorque: 15, other: 30 } as const;
type Work = keyof typeof minutes;

function evening(name: string, cars: number): QueueCase {
  const dice = chance(name);
  const works = Object.keys(minutes) as Work[];
  const piece = (work: Work | 'wheelsOff' | 'wheelsOn', share: number): QueueJob['pieces'][number] => ({
    work,
    law: lawOfMinutes(work === 'wheelsOff' ? 7 : work === 'wheelsOn' ? 8 : minutes[work], []),
    lawKey: work,
    times: 1,
    tool: work === 'bleed' || work === 'flush' ? 'bleeder' : work === 'wheelsOn' ? 'wrench' : null,
    share,
    wheelsOff: work === 'pads' || work === 'bleed' || work === 'flush',
  });
  return {
    now: '2026-06-13T14:00:00.000Z',
    seed: 5,
    hands: ['a', 'b'].map((id) => ({ id, name: id, away: [] })),
    tools: { bleeder: 1, wrench: 1 },
    pace: { mu: 0, sd: 0.15 },
    arrivalsPerHour: 1,
    byHand: [],
    jobs: Array.from({ length: cars }, (_, i): QueueJob => {
      const work = works[Math.floor(dice.uniform() * works.length)]!;
      const out = 20 + dice.uniform() * 60;
      return {
        entryId: String(i),
        pieces: [
          piece('wheelsOff', 1),
          piece(work, 1),
          ...(work === 'pads' ? [] : [piece('pads', 0.12)]),
          piece('wheelsOn', 1),
        ],
        able: [0, 1],
        people: 1,
        inHand: null,
        workedMin: 0,
        readyAt: 0,
        out: dice.uniform() < 0.6 ? [{ from: out, to: out + 30 }] : [],
        staysIn: dice.uniform() < 0.5,
        promisedBy: dice.uniform() < 0.6 ? 30 + dice.uniform() * 150 : null,
      };
    }),
  };
}

let [ours, firstCome] = [0, 0];
for (let e = 0; e < 100; e++) {
  const c = evening(`evening ${e}`, 10);
  const usual = usualMinutesLeft(c);
  const draws = throwDice({ ...c, seed: 991 }, 100);
  const broken = (order: readonly number[]): number =>
    draws.reduce((sum, draw) => {
      const { ended } = play(c, draw, order, usual);
      return sum + c.jobs.filter((j, i) => j.promisedBy !== null && ended[i]! > j.promisedBy).length;
    }, 0);
  ours += broken(bestOrder(c));
  firstCome += broken(c.jobs.map((_, j) => j));
}
say(
  `promises broken, against first come first served: ${(ours / firstCome).toFixed(2)} (aim under 0.8), 100 evenings of ten cars`,
);

const after = { eveningAt: 200, eveningEnds: 600, morningAt: null, dayEndsAt: 900 };
for (const cars of [8, 30]) {
  const c = evening('how long', cars);
  const { ms, firstMs } = timed(() => planQueue(c, after), 9);
  say(`${cars} cars planned: ${ms.toFixed(0)} ms, the first time ${firstMs.toFixed(0)}`);
}
