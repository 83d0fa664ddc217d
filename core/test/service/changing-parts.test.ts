import { compoundHistory, findingsOfPart, fittingCandidates, placeOf, reservationOf } from '../../src/inventory';
import type { Fact } from '../../src/model';
import { judgeService, levelTarget, overflowOf } from '../../src/service';
import { serviceSheet } from '@calvik/words/documents';
import { tell, texts } from '../builders/say';
import {
  at,
  car,
  checks,
  decision,
  fullSheet,
  job,
  judged,
  logbookOf,
  makePadSet,
  makeRotorPair,
  pads,
  pedal,
  signature,
  today,
  torqueSet,
  wholeService,
  levelSet,
} from '../builders/service-book';
import { compoundNamed } from '../builders/book';

describe('changing parts', () => {
  const track = makePadSet({ label: 'P-7', carId: car.id });
  const other = makePadSet({ label: 'P-8', compoundId: compoundNamed('Holt S').id });
  const pair = makeRotorPair({ label: 'R-7', carId: car.id });
  const records = { padSets: [track, other], rotorPairs: [pair] };
  const fitted = (padSetId: string | null, rotorPairId: string | null, changed = 'pads'): Fact =>
    ({ ...at(), kind: 'partsFitted', axle: 'front', padSetId, rotorPairId, changed }) as Fact;
  const thin = [
    ...wholeService().filter((f) => f.kind !== 'padMeasurement' || !f.corner.startsWith('F')),
    pads('FL', [4, 2.5]),
    pads('FR', [4, 3.5]),
  ];

  test('for thin pads a change is recommended; deciding it brings the steps that follow and reserves the set', () => {
    const before = judged(thin, records);
    const recommendation = before.recommendations.find((p) => p.subject === 'pads' && p.axle === 'front')!;
    expect(recommendation.action).toBe('change');
    expect(before.gate.canRelease).toBe(false);
    const decided = [
      ...thin,
      decision('pads', 'front', { action: 'change', padSetId: track.id, reason: 'Outer 2.5 mm.' }),
    ];
    const after = judged(decided, records);
    expect(after.steps.map((s) => s.key)).toEqual(
      expect.arrayContaining(['retract.front', 'fit.front', 'torque.front']),
    );
    const book = logbookOf(decided, records);
    expect(reservationOf(book, track.id)).toMatchObject({ carId: car.id });
    expect(placeOf(book, track.id)).toEqual({ at: 'shelf' });
  });

  test('the overflow sum goes from what is on to what goes on, and the level target knows worn pads', () => {
    const decided = [...thin, decision('pads', 'front', { action: 'change', padSetId: track.id, reason: 'x' })];
    const s = judged(decided, records);
    const sum = overflowOf(logbookOf(decided, records), s, 'front');
    // Fixed, two 38 mm pistons a side: 2268.2 mm² × (8 + 9.5 + 8 + 8.5) mm = 77.1 mL; MAX 280 less 230, as it was set last, leaves 50.
    expect(sum.returned.value).toBeCloseTo(77.12, 1);
    expect(tell(sum.finding)).toBe('77 mL will come up, 50 mL free: draw off at least 28 mL first.');
    const fit = [
      ...decided,
      {
        ...at(),
        kind: 'pistonsRetracted',
        axle: 'front',
        levelBeforeMl: 240,
        drawnOffMl: 40,
        levelAfterMl: 277,
      } as Fact,
      fitted(track.id, null),
    ];
    const fresh = judged(fit, records);
    expect(fresh.corners.corners.FL.padMm).toBe(12);
    const target = levelTarget(logbookOf(fit, records), fresh);
    expect(target.target.value).toBeLessThan(car.reservoirMaxMl);
    expect(target.target.value).toBeGreaterThanOrEqual(car.reservoirMinMl);
    expect(target.dropMl).toBeGreaterThan(0);
  });

  test('the second axle begins with what the first one has sent up', () => {
    const decided = [
      ...thin,
      decision('pads', 'front', { action: 'change', padSetId: track.id, reason: 'x' }),
      decision('pads', 'rear', { action: 'change', reason: 'x' }),
    ];
    const home = {
      ...at(),
      kind: 'pistonsRetracted',
      axle: 'front',
      levelBeforeMl: 240,
      drawnOffMl: 60,
      levelAfterMl: 257,
    } as Fact;
    const rear = (facts: Fact[]) => overflowOf(logbookOf(facts, records), judged(facts, records), 'rear');
    expect(rear(decided).free.value).toBe(50);
    expect(rear([...decided, home]).free.value).toBe(23);
    // What has overflowed is on the floor, not in the reservoir.
    expect(rear([...decided, { ...home, levelAfterMl: 350 } as Fact]).free.value).toBe(0);
  });

  test('fitted, torqued and pumped again it goes out, with the old readings still on the sheet', () => {
    const sheet = fullSheet();
    const facts = [
      ...thin,
      decision('pads', 'front', { action: 'change', padSetId: track.id, reason: 'Outer 2.5 mm.' }),
      decision('other', 'front', { corner: 'FL', action: 'keep', reason: 'Piston freed, moves by hand.' }),
      {
        ...at(),
        kind: 'pistonsRetracted',
        axle: 'front',
        levelBeforeMl: 240,
        drawnOffMl: 40,
        levelAfterMl: 277,
      } as Fact,
      fitted(track.id, null),
      checks('fit.front', [['faceToRotor', null, 'ok']]),
      ...sheet.fasteners
        .filter((f) => f.axle === 'front' && ['caliper', 'padPin'].includes(f.group))
        .flatMap((f) => [torqueSet(f, 'FL'), torqueSet(f, 'FR')]),
      ...sheet.fasteners.filter((f) => f.key === 'frontWheel').flatMap((f) => [torqueSet(f, 'FL'), torqueSet(f, 'FR')]),
      levelSet(),
      pedal('gate'),
    ];
    const s = judged(facts, { ...records, sheet });
    expect(s.gate.stops).toEqual([]);
    expect(s.gate.holds).toEqual([]);
    expect(s.gate.canRelease).toBe(true);
    const book = logbookOf([...facts, signature()], { ...records, sheet });
    expect(placeOf(book, track.id)).toMatchObject({ at: 'car', carId: car.id, axle: 'front' });
    expect(fittingCandidates(book, car, 'front').padSets.map((p) => p.label)).toEqual(['P-8']);
    const released = judgeService(book, job, today)!;
    const page = serviceSheet(book, released, 'metric');
    expect(page.status).toBe('released');
    const table = page.sections.find((x) => x.title.startsWith('Pads'))!.table!;
    expect(table.rows[0]).toEqual([
      'left front',
      'no label, now P-7',
      '4.0 mm',
      '2.5 mm',
      '12.0 mm',
      '3.0 mm',
      'clean',
    ]);
  });

  test('a set that is recorded as fitted a second time keeps what was seen on it without its label', () => {
    const set = makePadSet({ label: 'P-9' });
    const fit = (): Fact =>
      ({ ...at(), kind: 'partsFitted', axle: 'front', padSetId: set.id, rotorPairId: null, changed: 'pads' }) as Fact;
    const lifting = { thicknessMm: 9, otherEndMm: null, conditions: ['lifting' as const] };
    const facts = [fit(), pads('FL', 9, { outer: lifting }), fit()];
    const stops = judged(facts, { padSets: [set] }).gate.stops.filter((f) => f.code === 'padCondition');
    expect(stops.map((f) => [f.place.corner, f.values.condition])).toEqual([['FL', 'lifting']]);
    expect(findingsOfPart(logbookOf(facts, { padSets: [set] }), set).map((f) => f.code)).toEqual(['padCondition']);
  });

  test('a fitting without a label that changed nothing leaves on what was on, with what was seen', () => {
    const set = makePadSet({ label: 'P-9' });
    const fit = (padSetId: string | null, changed: string): Fact =>
      ({ ...at(), kind: 'partsFitted', axle: 'front', padSetId, rotorPairId: null, changed }) as Fact;
    const cracked = { thicknessMm: 9, otherEndMm: null, conditions: ['crackThrough' as const] };
    const facts = [
      fit(set.id, 'pads'),
      pads('FL', 9, { padSetId: set.id, outer: cracked }),
      fit(set.id, 'pads'),
      fit(null, 'none'),
    ];
    const s = judged(facts, { padSets: [set] });
    expect(s.corners.parts.front.padSet?.label).toBe('P-9');
    expect(s.gate.stops.filter((f) => f.code === 'padCondition')).toHaveLength(1);
    expect(placeOf(logbookOf(facts, { padSets: [set] }), set.id).at).toBe('car');
  });

  test('parts without a label hold the car until they are measured where they are', () => {
    const texts2 = (facts: Fact[]): string => texts(judged(facts, { rotorPairs: [] }).gate.holds);
    const before = [pads('FL', 9), pads('FR', 9)];
    const on = fitted(null, null);
    expect(texts2([...before, on])).toContain('Pads without a label went on at the front');
    expect(texts2([on, pads('FL', 9)])).toContain('Pads without a label went on at the front');
    expect(texts2([on, pads('FL', 9), pads('FR', 9)])).not.toContain('without a label');
    expect(texts2([fitted(null, null, 'rotors')])).toContain('Rotors without a label went on at the front');
    expect(texts(judged([fitted(track.id, null)], records).gate.holds)).not.toContain('without a label');
  });

  test('a decided change is due until that very part went on; pistons pushed back again want another fitting', () => {
    const change = decision('pads', 'front', { action: 'change', padSetId: track.id, reason: 'x' });
    const held = (facts: Fact[]): string => texts(judged(facts, records).gate.holds);
    expect(held([change, fitted(null, pair.id, 'rotors')])).toContain('Pads, front axle: a change was decided');
    expect(held([change, fitted(track.id, pair.id)])).not.toContain('a change was decided');
    const back = (): Fact =>
      ({
        ...at(),
        kind: 'pistonsRetracted',
        axle: 'front',
        levelBeforeMl: 200,
        drawnOffMl: 0,
        levelAfterMl: 250,
      }) as Fact;
    const stopped = (facts: Fact[]): string => texts(judged(facts, records).gate.stops);
    const first = back();
    const on = fitted(track.id, pair.id);
    expect(stopped([change, first, on])).not.toContain('Pistons were pushed back');
    expect(stopped([change, first, on, back()])).toContain('Pistons were pushed back');
  });

  test('a compound on rotors that met another holds the car', () => {
    const facts = [fitted(other.id, pair.id, 'both'), fitted(track.id, pair.id)];
    const book = logbookOf(facts, records);
    expect(compoundHistory(book, pair.id).map((c) => c.name)).toEqual(['Holt S', 'Kerren R2']);
    const { gate } = judged(facts, records);
    expect(texts(gate.holds)).toContain('Rotors R-7 carry a transfer layer of Holt S');
  });

  test('a set reserved for another car is not offered; taken off it goes back to the shelf with its readings', () => {
    const facts = [fitted(track.id, pair.id, 'both'), pads('FL', 7, { padSetId: track.id }), fitted(other.id, pair.id)];
    const book = logbookOf(facts, records);
    expect(placeOf(book, track.id)).toEqual({ at: 'shelf' });
    expect(book.factsOfPart(track.id).some((f) => f.kind === 'padMeasurement')).toBe(true);
    expect(placeOf(book, other.id)).toMatchObject({ at: 'car' });
  });

  test('a hose with a fault asks for a change, and its fitting for a torque', () => {
    const facts = [checks('look', [['hoses', 'RL', 'fault']])];
    const { recommendations } = judged(facts);
    const hose = recommendations.find((p) => p.subject === 'hoses')!;
    expect(hose).toMatchObject({ corner: 'RL', action: 'change' });
    const decided = judged([
      ...facts,
      decision('hoses', 'rear', { corner: 'RL', action: 'change', reason: 'Chafed.' }),
    ]);
    expect(decided.torque.some((l) => l.fastener.group === 'hose' && l.corner === 'RL')).toBe(true);
    expect(decided.torque.some((l) => l.fastener.group === 'hose' && l.corner === 'RR')).toBe(false);
  });
});
