/** What is said of an event day: every finding in the reader's units, the driver's card, the sheet after the event, a referral. */
import {
  type Fact,
  type Finding,
  type FindingValue,
  celsius,
  causes,
  complaints,
  diagnosticChecks,
  faultsOfLook,
  lookKinds,
  millilitres,
  mm,
  signs,
} from '@calvik/core';
import { closingKinds } from '@calvik/core/track';
import { checkTable } from '@calvik/core/diagnosis';
import { findingText, sayTo } from '../src';
import { causeNames, checkTexts, evidenceText, factorText, remedyTexts, shareText, signNames } from '../src/diagnosis';
import { afterEventSheet, afterEventText, driverCard, driverCardText, referralLetter } from '../src/documents';
import { trackTexts } from '../src/findings/track';
import { closingNames, limitsText, lookAdvice, lookNames, needText } from '../src/track';
import {
  allChecks,
  allPads,
  check,
  decide,
  fact,
  hot,
  level,
  recheck,
  repair,
  session,
  trackBook,
  trackCar,
} from '../../core/test/builders/track-book';
import { booking } from '../../core/test/builders/track-records';

const metric = sayTo({ units: 'metric', timeZone: 'UTC' });
const imperial = sayTo({ units: 'imperial', timeZone: 'UTC' });
const sample: Record<string, FindingValue> = {
  drop: millilitres(12),
  explained: millilitres(5),
  frontPad: mm(1.4),
  rise: millilitres(9),
  level: millilitres(100),
  min: millilitres(120),
  hot: celsius(410),
  other: celsius(250),
  read: celsius(520),
  edge: celsius(480),
  minutes: 18,
  fault: 'dripping',
  length: mm(12),
  left: ['heat', 'pads'],
  complaint: 'pulls',
  cause: 'slidePinSticks',
  to: 'Norden Hydraulics',
  session: 2,
  sessions: 3,
  reason: 'Left rear drips.',
  laps: 5,
  coolDownLap: true,
  notInTheWet: true,
  lookAfter: 1,
  count: 1,
  pads: 'P-1',
  rotors: 'R-1',
  work: 'flush',
  volume: millilitres(160),
  on: '2026-09-12',
};
const one = (code: string): Finding => ({
  code,
  verdict: 'watch',
  place: { corner: 'FR', axle: 'front' },
  values: sample,
});

test.each(Object.keys(trackTexts))('%s is a sentence, in the reader’s own units', (code) => {
  const [a, b] = [findingText(one(code), metric), findingText(one(code), imperial)];
  for (const text of [a, b]) {
    expect(text).toMatch(/^[A-Z0-9].*[.]$/);
    expect(text).not.toMatch(/undefined|null|NaN|\[object|Found:/);
  }
  expect(a).not.toMatch(/\d\s?(in|°F|fl oz)\b/);
  expect(b).not.toMatch(/\d\s?(mm|°C|mL)\b/);
});
test('every fault has a sentence of its own', () => {
  const texts = faultsOfLook.map((fault) =>
    findingText({ ...one('lookFault'), values: { fault, length: null } }, metric),
  );
  expect(new Set(texts).size).toBe(faultsOfLook.length);
});
test('every cause, sign, check and outcome has its words, and no two causes the same', () => {
  for (const cause of causes) {
    expect(causeNames[cause]).toMatch(/^[A-Z]/);
    expect(remedyTexts[cause]).toMatch(/\.$/);
  }
  expect(new Set(Object.values(causeNames)).size).toBe(causes.length);
  for (const sign of signs) expect(signNames[sign]).toMatch(/^[A-Z]/);
  for (const name of diagnosticChecks) {
    expect(Object.keys(checkTexts[name].outcomes).sort()).toEqual([...checkTable[name].outcomes].sort());
    for (const outcome of checkTable[name].outcomes) expect(evidenceText({ check: name, outcome })).toContain(': ');
  }
  for (const kind of lookKinds) expect(`${lookNames[kind]} ${lookAdvice[kind]}`).toMatch(/^[A-Z].*\.$/);
  for (const kind of closingKinds) expect(closingNames[kind]).toMatch(/^[A-Z]/);
  expect(complaints.every((c) => c in signNames)).toBe(true);
});
test('shares, factors, limits and needs', () => {
  expect([shareText(0.004), shareText(0.456)]).toEqual(['under 1 %', '46 %']);
  expect([factorText(6.28), factorText(0.1), factorText(24)]).toEqual(['× 6.3', '÷ 10', '× 24']);
  expect(
    limitsText({ maxLaps: 5, maxMinutes: null, coolDownLap: true, notInTheWet: false, lookAfterSessions: 1 }),
  ).toBe('5 laps at most, a cool-down lap at the end, look after the next session');
  expect(needText({ kind: 'session', from: '14:20' })).toBe('Out at 14:20');
});

const driven = session('09:00', '09:20', { complaints: ['pulls'], words: 'To the right.', isNothingToSay: false });
const opened = fact('09:41', {
  kind: 'diagnosisOpened',
  sessionId: driven.id,
  signs: ['pulls', 'cornerHot'],
  corner: 'FR',
});
const day: Fact[] = [
  ...allPads('08:00', 9.4),
  driven,
  hot('09:21', driven, 'FL', 250, 60),
  hot('09:22', driven, 'FR', 430, 95),
  ...allChecks('09:25', driven),
  ...allPads('09:30', 9.1),
  level('09:35', driven, 250),
  decide('09:40', driven, 'limits', { reason: 'Right front hot.', limits: { maxLaps: 5, coolDownLap: true } }),
  opened,
  fact('09:42', {
    kind: 'diagnosisChecked',
    diagnosisId: opened.id,
    check: 'slidePins',
    outcome: 'tight',
    minutes: null,
  }),
];
const referral = fact('09:50', {
  kind: 'referralWritten',
  diagnosisId: opened.id,
  to: 'Norden Hydraulics',
  words: 'Rebuild the right front caliper.',
  mayBeDriven: false,
}) as Extract<Fact, { kind: 'referralWritten' }>;

test('the driver’s card: few lines, what to keep to first, signed', () => {
  // A corner as hot as that one stops the car, whatever was signed; so does a wheel that was off for a check.
  const book = trackBook(day.filter((f) => f.kind !== 'heatReading' && f.kind !== 'diagnosisChecked'));
  const signed = day.find((f) => f.kind === 'sessionDecision') as Extract<Fact, { kind: 'sessionDecision' }>;
  const card = driverCard(book, signed)!;
  expect(card.decision).toBe('GO, WITH LIMITS');
  expect(card.lines.slice(0, 2)).toEqual(['5 laps at most', 'A cool-down lap, then straight in']);
  expect(driverCardText(card)).toContain('Track car: GO, WITH LIMITS. 5 laps at most.');
  const stopped = driverCard(book, { ...signed, decision: 'stop' })!;
  expect(stopped.lines[0]).toBe('Do not drive this car.');
});
test('the driver’s card says nothing of a decision that counts no more', () => {
  const driven = session('10:00', '10:20');
  const go = fact('10:40', {
    kind: 'sessionDecision',
    sessionId: driven.id,
    decision: 'go',
    limits: { maxLaps: null, maxMinutes: null, coolDownLap: false, notInTheWet: false, lookAfterSessions: 1 },
    findings: [],
    reason: '',
  }) as Extract<Fact, { kind: 'sessionDecision' }>;
  const cardAfter = (...facts: Fact[]) => driverCard(trackBook([driven, go, ...facts]), go)!;
  expect(cardAfter().kind).toBe('go');
  expect(cardAfter(check('10:45', driven, 'leaks', [['dripping', 'RL']]))).toMatchObject({
    kind: 'stop',
    decision: 'STOP',
    lines: ['Do not drive this car.', 'Something was found after this was signed.'],
    signature: expect.stringMatching(/^Signed before, and counts no more: go, /),
  });
  const next = session('11:00', '11:20');
  expect(cardAfter(next).lines).toEqual(['Do not drive this car.', 'It has been out since: ask what is decided now.']);
  const wheelOff = fact('10:45', {
    kind: 'repairDone',
    repair: 'bearingAdjusted',
    axle: null,
    corner: 'FL',
    words: '',
  });
  const measured = fact('10:46', {
    kind: 'recheckDone',
    proof: 'noPlay',
    axle: null,
    corner: 'FL',
    isRight: true,
    words: '',
  });
  expect(cardAfter(wheelOff, measured).lines).toEqual([
    'Do not drive this car.',
    'The wheel nuts have not been checked.',
  ]);
});
test('a referral says what is wanted, how it shows, what was checked, and what it is thought to be', () => {
  const letter = referralLetter(trackBook([...day, referral]), referral, 'imperial')!;
  expect(letter.statusLine).toBe('NOT TO BE DRIVEN.');
  const text = JSON.stringify(letter.sections);
  expect(text).toContain('Rebuild the right front caliper.');
  expect(text).toContain('Move the slide pins: one is tight.');
  expect(text).toMatch(/A slide pin sticks: \d+ %\./);
  expect(text).toContain('air 68 °F'.replace(' ', ' ').slice(0, 6));
  expect(text).not.toMatch(/\d\s?°C/);
});
test('the sheet after the event: sessions, pads before and after, heat, what was found, what is next', () => {
  const book = trackBook([...day, check('09:45', driven, 'debris', [['gravelInCaliper', 'RL']])]);
  const own = { ...booking, carId: trackCar.id };
  const sheet = afterEventSheet(book, own, 'metric', '2026-06-13')!;
  const titles = sheet.sections.map((s) => s.title);
  expect(titles[0]).toBe('Sessions: 1, 20 min on track');
  const pads = sheet.sections[1]!;
  expect(pads.table!.rows).toHaveLength(4);
  expect(pads.table!.rows[0]!.join(' ')).toMatch(/9\.4\smm to 9\.1\smm/);
  // 0.3 mm in 20 minutes is 0.9 mm an hour.
  expect(pads.lines[0]).toMatch(/up to 0\.3\smm so far, 0\.9\smm an hour/);
  expect(JSON.stringify(sheet.sections[3])).toContain('Gravel in the caliper, left rear. It still stands.');
  // What was found is told with what became of it, not only what stands at the end.
  const cleared = [repair('09:50', 'debrisCleared', 'RR'), recheck('09:55', 'clear', 'RR')];
  const mended = trackBook([...day, check('09:45', driven, 'debris', [['gravelInCaliper', 'RR']]), ...cleared]);
  expect(JSON.stringify(afterEventSheet(mended, own, 'metric', '2026-06-13')!.sections[3])).toContain(
    'Gravel in the caliper, right rear. Since then: Debris cleared, right rear; shown to be right.',
  );
  expect(afterEventText(mended, own, '2026-06-13')).toContain('And 2 findings more on the sheet.');
  expect(sheet.statusLine).toBe('NOT CLOSED YET.');
  expect(afterEventText(book, own, '2026-06-13')).toMatch(
    /^Hello Ona, Track car at Test day: 1 session, 20 min on track\./,
  );
});
