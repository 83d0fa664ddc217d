import type { Fact } from '../../src/model';
import { limitsOf } from '../../src/service';
import { refusalOf } from '../../src/track';
import {
  TECH,
  at,
  car,
  fullSheet,
  job,
  judged,
  logbookOf,
  signature,
  today,
  waive,
  wholeService,
} from '../builders/service-book';
import { hatClearance, without, correct } from '../builders/services';

describe('the server’s own objection', () => {
  const facts = wholeService();
  test('a release through a closed gate, and a pass by anybody but the lead', () => {
    const book = logbookOf(without(facts, (f) => f.kind === 'nippleBled' && f.index === 2));
    const signed = (of: ReturnType<typeof logbookOf>): Fact => signature(limitsOf(of, job));
    expect(refusalOf(book, signed(book), today)).toMatchObject({
      code: 'notReleased',
      finding: { code: 'exchangeUnfinished' },
    });
    const sound = logbookOf(facts);
    expect(refusalOf(sound, signed(sound), today)).toBeNull();
    expect(refusalOf(sound, signature(), today)).toEqual({ code: 'limitsChanged' });
    // The same limits with their fields in another order are the same limits.
    const backwards = <T>(value: T): T =>
      value !== null && typeof value === 'object' && !Array.isArray(value)
        ? (Object.fromEntries(
            Object.entries(value)
              .reverse()
              .map(([k, v]) => [k, backwards(v)]),
          ) as T)
        : value;
    expect(refusalOf(sound, signature(backwards(limitsOf(sound, job)!)), today)).toBeNull();
    expect(refusalOf(book, waive(hatClearance, TECH), today)).toEqual({ code: 'onlyLeadWaives' });
    expect(refusalOf(book, waive(hatClearance), today)).toBeNull();
    expect(refusalOf(sound, { ...signed(sound), carId: at().id } as Fact, today)).toEqual({ code: 'notCarOfJob' });
  });
});

test('nobody signs who has left, for a car that is put away, or in a job that was cancelled', () => {
  const sound = logbookOf(wholeService());
  const signed = signature(limitsOf(sound, job));
  const archived = <T extends object>(of: ReadonlyMap<string, T>, id: string): ReadonlyMap<string, T> =>
    new Map([...of].map(([key, record]) => [key, key === id ? { ...record, archived: true } : record]));
  expect(refusalOf(sound, signed, today)).toBeNull();
  const code = (over: object): string | undefined => refusalOf({ ...sound, ...over }, signed, today)?.code;
  expect(code({ crew: archived(sound.crew, signed.by) })).toBe('signerHasLeft');
  expect(code({ cars: archived(sound.cars, car.id) })).toBe('carIsPutAway');
  expect(code({ jobs: archived(sound.jobs, job.id) })).toBe('jobIsCancelled');
});

describe('a release is judged by the limits of its moment', () => {
  const facts = wholeService();
  const signed = (sheet = fullSheet()): Fact[] => [...facts, signature(limitsOf(logbookOf(facts, { sheet }), job))];
  test('limits that somebody tightens later do not unsign it; they hold for the next service', () => {
    const released = signed();
    const stricter = fullSheet(car, { padLimitMm: { front: 10, rear: 10 } });
    expect(judged(released, { sheet: stricter }).gate.isReleased).toBe(true);
    expect(judged(facts, { sheet: stricter }).gate.canRelease).toBe(false);
  });
  test('nor do limits that are relaxed later make good a release that was signed over a stop', () => {
    const strict = fullSheet(car, { padLimitMm: { front: 10, rear: null } });
    expect(judged(signed(strict), { sheet: fullSheet() }).gate).toMatchObject({ isReleased: false, isReopened: true });
  });
  test('a figure that is corrected later does: it is what was there', () => {
    const old = facts.find((f) => f.kind === 'padMeasurement')!;
    const thin = correct(old, { inner: { thicknessMm: 1, otherEndMm: null, conditions: [] } });
    expect(judged([...signed(), thin]).gate).toMatchObject({ isReleased: false, isReopened: true });
  });
});
