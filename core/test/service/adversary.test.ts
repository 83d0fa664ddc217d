/** A technician who measures, skips, refits, corrects, repeats and lies within the schema, against an oracle that shares nothing with the gate. */
import fc from 'fast-check';
import { type Fact, cornersOf } from '../../src/model';
import { judgeService } from '../../src/service';
import { isTorture, within } from '../builders/budget';
import { forbidden } from '../builders/oracle';
import { job, logbookOf, waive, wholeService } from '../builders/service-book';
import { limits, records, services, tidyEnd } from '../builders/technician';

const SERVICES = { seconds: 15, atMost: 2000, inTorture: 20_000 };

const judge = (facts: readonly Fact[]) => judgeService(logbookOf([...facts], records), job, '2026-05-04')!;
/** The lead waives whatever can be waived. */
const waived = (facts: readonly Fact[]): Fact[] => [...facts, ...judge(facts).gate.holds.map((h) => waive(h.finding))];

test('the oracle lets a whole service go, and so does the gate', () => {
  expect(forbidden(wholeService(), limits)).toEqual([]);
  expect(judge(wholeService()).gate.canRelease).toBe(true);
});

test('over as many services as there is time for the gate never opens where the oracle forbids', () => {
  let [played, released] = [0, 0];
  fc.assert(
    fc.property(services, fc.boolean(), (list, isMended) => {
      played += 1;
      const facts: Fact[] = wholeService();
      for (const make of list) {
        const fact = make(facts);
        if (fact) facts.push(fact);
      }
      // Half of them end as a tidy technician would, so that many come as far as the signature.
      if (isMended) facts.push(...tidyEnd(facts));
      const { gate } = judge(waived(facts));
      const why = forbidden(facts, limits);
      if (gate.canRelease) released += 1;
      // Released though …
      expect(gate.canRelease ? why : []).toEqual([]);
    }),
    within(SERVICES),
  );
  // The check would be worth nothing if nobody ever came through.
  expect(released).toBeGreaterThan(played / 100);
  if (isTorture) console.log(`${played} services, ${released} released`);
});

test('what was seen never vanishes without an entry that says why', () => {
  let entries = 0;
  fc.assert(
    fc.property(services, (list) => {
      const facts: Fact[] = wholeService();
      let before = judge(facts).gate.stops;
      for (const make of list) {
        const fact = make(facts);
        if (!fact) continue;
        facts.push(fact);
        entries += 1;
        const after = judge(facts).gate.stops;
        for (const f of before) {
          const isSeen = ['padCondition', 'crackToEdge', 'crackJoinsHoles'].includes(f.code);
          if (
            !isSeen ||
            after.some(
              (g) =>
                g.code === f.code && g.place.corner === f.place.corner && g.values.condition === f.values.condition,
            )
          )
            continue;
          const said =
            fact.replaces !== undefined ||
            ('explanation' in fact && fact.explanation !== undefined) ||
            (fact.kind === 'partsFitted' && cornersOf(fact.axle).includes(f.place.corner!));
          // The entry stands in the message where it falls.
          expect({ vanished: f.code, said, fact }).toMatchObject({ said: true });
        }
        before = after;
      }
    }),
    within({ seconds: 10, atMost: 200, inTorture: 2000 }),
  );
  expect(entries).toBeGreaterThan(0);
});
