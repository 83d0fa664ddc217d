/** Seasons of people who lie within what can be typed, against an oracle that shares no code with the gates. */
import { isTorture, rounds, seed } from '../builders/budget';
import { dice } from '../builders/faulty-cars';
import { playOneFault } from '../builders/one-fault';
import { type SeasonTold, playSeason } from '../builders/season';

test('over as many seasons as there is time for: nothing is let pass that the oracle forbids, and nothing is held for nothing (long: it plays seasons for a fixed time)', () => {
  const roll = dice(seed(11));
  const sum: SeasonTold & { seasons: number } = { seasons: 0, asked: 0, refused: 0, letOut: 0, followed: 0 };
  for (const _ of rounds({ seconds: 110, atMost: 1200, inTorture: 50_000 })) {
    const told = playSeason(roll);
    sum.seasons += 1;
    for (const key of ['asked', 'refused', 'letOut', 'followed'] as const) sum[key] += told[key];
  }
  if (isTorture) console.info(JSON.stringify(sum));
  // The check would be worth nothing if nobody ever came through, or nobody was ever refused.
  expect(sum.letOut).toBeGreaterThan(sum.seasons / 100);
  expect(sum.refused).toBeGreaterThan(sum.seasons / 10);
});

test('one fault at a time, found in any way, with what people then do about it: it stands as long as the oracle says, and no longer', () => {
  const roll = dice(seed(23));
  let [played, standing] = [0, 0];
  for (const _ of rounds({ seconds: 30, atMost: 4000, inTorture: 100_000 })) {
    if (playOneFault(roll).length > 0) standing += 1;
    played += 1;
  }
  if (isTorture) console.info(`${played} faults, ${standing} stand at the end`);
  expect(standing).toBeGreaterThan(played / 10);
  expect(standing).toBeLessThan((played * 9) / 10);
});
