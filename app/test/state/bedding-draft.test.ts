import { dropDraft, readDraft, writeAll, writeLast } from '../../src/state/bedding-draft';
import type * as Hands from '../builders/hands';
import { freshHands } from '../builders/hands';
import { RUN } from '../builders/bedding-scene';

jest.mock('expo-router', () => jest.requireActual<typeof Hands>('../builders/hands').expoRouter);
freshHands();

test('a draft is written in blocks, and a late entry rewrites them', () => {
  const entries = Array.from({ length: 95 }, (_, i) => ({ seconds: i, kmh: i }));
  entries.forEach((_, i) => writeLast(RUN, 4, entries.slice(0, i + 1)));
  expect(readDraft(RUN, 4)).toEqual(entries);
  const all = [...entries, { seconds: 95, more: 2 }, { seconds: 96, enough: true as const }];
  writeAll(RUN, 4, all);
  expect(readDraft(RUN, 4)).toEqual(all);
  dropDraft(RUN, 4);
  expect(readDraft(RUN, 4)).toEqual([]);
});
