import { DriveReader } from '../src/drives/reader';

const table = (rows: number): string =>
  `t;v kmh\n${Array.from({ length: rows }, (_, s) => `${s / 25};${60 + (s % 900) / 9}`).join('\n')}\n`;
const tooMuch = { code: 'traceNotReadable', values: { why: 'tooMuch' } };

test.each([
  ['time', { atMostMs: 5, memoryMb: 1024 }],
  ['memory', { atMostMs: 60_000, memoryMb: 24 }],
])('a file that is out of %s is refused with a sentence, and the next one is read', async (_, limits) => {
  const drives = new DriveReader(limits);
  await expect(drives.preview(table(400_000), null)).rejects.toMatchObject(tooMuch);
  await drives.close();
  const ample = new DriveReader();
  expect((await ample.preview(table(2_000), null)).points).toBe(2_000);
  await ample.close();
});
