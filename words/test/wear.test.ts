/** What is said of wear: a sentence for every code, in the reader's own units. */
import { type Finding, type FindingValue, mm } from '@calvik/core';
import { findingText, sayTo } from '../src';
import { wearTexts } from '../src/findings/wear';

const sample: Record<string, FindingValue> = {
  part: 'pads',
  percent: 64,
  limit: mm(3),
  session: 5,
  lookAfter: 3,
  spare: 'P-2',
  lasts: ['front.pads'],
  notTold: ['rear.pads', 'front.rotors'],
  pad: 'inner',
  read: mm(9.4),
  expected: mm(7.6),
};
const one = (code: string, over: Record<string, FindingValue> = {}): Finding => ({
  code,
  verdict: 'watch',
  place: { corner: 'FL', axle: 'rear' },
  values: { ...sample, ...over },
});
const metric = sayTo({ units: 'metric', timeZone: 'UTC' });
const imperial = sayTo({ units: 'imperial', timeZone: 'UTC' });

test.each(Object.keys(wearTexts))('%s is a sentence', (code) => {
  for (const say of [metric, imperial]) {
    const text = findingText(one(code), say);
    expect(text).toMatch(/^[A-Z].*[.]$/);
    expect(text).not.toMatch(/undefined|null|NaN|\[object|Found:/);
  }
  expect(findingText(one(code), imperial)).not.toMatch(/\d\s?mm\b/);
});
test('what will not last, what might not, and when to look', () => {
  const plain = (text: string): string => text.replace(/\s/g, ' ');
  expect(plain(findingText(one('wearWillNotLast'), metric))).toBe(
    'Rear pads would not last: 64 % under 3.0 mm before the last session, most likely from session 5 on. Change them first.',
  );
  expect(plain(findingText(one('wearMayNotLast', { percent: 23 }), metric))).toBe(
    'Rear pads may not last: 23 % under 3.0 mm before the last session. Take a spare; look after session 3.',
  );
  expect(plain(findingText(one('wearReadingOff'), metric))).toBe(
    'Left front, inner pad: 9.4 mm read, about 7.6 mm expected. Measure it again.',
  );
});
