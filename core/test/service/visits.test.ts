import { buildLogbook } from '../../src/logbook';
import type { Fact } from '../../src/model';
import { isReopened, visitsOf } from '../../src/service';
import { visitText } from '@calvik/words/history';
import { say } from '../builders/say';
import { at, job, logbookOf, pads, signature, today, wholeService } from '../builders/service-book';

const visits = (facts: Fact[]) => visitsOf(logbookOf(facts), facts, today);

describe('visits', () => {
  test('a service is one, an entry of no job another; the newest stands first', () => {
    const boil = {
      ...at(),
      jobId: undefined,
      kind: 'boilingTest',
      readingC: 290,
      ambientKpa: 101,
      ambientFrom: 'altitude',
      instrument: 'byHand',
    } as unknown as Fact;
    const facts = [...wholeService(), { ...boil, ...at(), jobId: undefined } as Fact];
    expect(visits(facts).map((v) => [v.job?.id ?? null, v.facts.length, v.outcome])).toEqual([
      [null, 1, 'done'],
      [job.id, facts.length - 1, 'underWay'],
    ]);
  });

  test('released, and stopped again by what was written down later', () => {
    const released = [...wholeService(), signature()];
    expect(visits(released)[0]!.outcome).toBe('released');
    expect(visitText(visits(released)[0]!, logbookOf(released), say).outcome).toMatch(
      /^Released by .*; flush, .* out; \d+ entries$/,
    );
    expect(isReopened(logbookOf(released), job, today)).toBe(false);
    const again = [...released, pads('FL', 1.5)];
    expect(isReopened(logbookOf(again), job, today)).toBe(true);
    expect(visits(again)[0]!.outcome).toBe('reopened');
  });

  test('a correction of an entry of no job stands with what it corrects', () => {
    const wrong = {
      ...at(),
      jobId: undefined,
      kind: 'boilingTest',
      readingC: 126,
      ambientKpa: 101,
      ambientFrom: 'altitude',
      instrument: 'byHand',
    } as unknown as Fact;
    const right = {
      ...wrong,
      ...at(),
      jobId: undefined,
      readingC: 261,
      replaces: wrong.id,
      because: 'Swapped.',
    } as unknown as Fact;
    const [visit, ...others] = visitsOf(buildLogbook({}, []), [wrong, right], today);
    expect(others).toEqual([]);
    expect(visit!.facts.map((f) => f.id)).toEqual([right.id, wrong.id]);
  });
});
