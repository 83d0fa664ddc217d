import { type Fact, judgeService } from '@calvik/core';
import { serviceSheet, sheetRows } from '@calvik/words/documents';
import {
  LEAD,
  at,
  begun,
  checks,
  drawn,
  job,
  judged,
  logbookOf,
  pads,
  rotor,
  signature,
  today,
  wholeService,
} from '../../../core/test/builders/service-book';

describe('the service sheet', () => {
  test('says everything in the units asked for, and as flat rows', () => {
    const facts = [...wholeService(), signature()];
    const book = logbookOf(facts);
    const s = judgeService(book, job, today)!;
    const metric = serviceSheet(book, s, 'metric');
    const imperial = serviceSheet(book, s, 'imperial');
    expect(metric.statusLine).toContain('Released by Tove Loy');
    expect(metric.sections.map((x) => x.title)).toEqual([
      'Found',
      'Done',
      'Pads, friction material',
      'Rotors',
      'Wheel bearings',
      'Fluid',
      'Torque',
      'Pedal and level',
      'Bedding',
      'Next',
    ]);
    expect(JSON.stringify(imperial)).toContain('fl oz');
    const torque = metric.sections.find((x) => x.title === 'Torque')!.table!.rows;
    expect(torque.some((r) => r[2] === '110 N·m (81.1 lbf·ft)')).toBe(true);
    expect(sheetRows(metric)).toContainEqual({
      section: 'Torque',
      item: 'Front wheel nuts',
      field: 'Order',
      value: 'star: 1 3 5 2 4',
    });
  });
  test('tells both exchanges, the nipple under MIN, and what came after the restart', () => {
    const whole = wholeService();
    const first = begun();
    const flushed = [
      first,
      drawn(first.id, 0),
      drawn(first.id, 1, { lowestLevelMl: 90 }),
      ...[0, 1, 2, 3].map((i) => drawn(first.id, i)),
    ];
    const second = begun({ scope: 'heatAffected', drawnOffMl: 0, refillMl: 0 });
    const bled = [
      second,
      ...[0, 1, 2, 3].map((i) => drawn(second.id, i, { volumeMl: 40, bubbles: 'fine', strokesWithoutBubbles: true })),
    ];
    const facts = [...whole.filter((f) => !['exchangeBegun', 'nippleBled'].includes(f.kind)), ...flushed, ...bled];
    const book = logbookOf(facts);
    const sheet = serviceSheet(book, judgeService(book, job, today)!, 'imperial');
    const fluid = sheet.sections.filter((x) => x.title.startsWith('Fluid'));
    expect(fluid.map((x) => x.title)).toEqual(['Fluid 1: flush', 'Fluid 2: bleed']);
    expect(fluid[0]!.table!.rows.map((r) => r[0])).toEqual([
      'right rear, before the restart',
      'left rear, before the restart',
      'right rear',
      'left rear',
      'right front',
      'left front',
    ]);
    // 90 mL are 3.0 fl oz: no metric figure in an imperial sheet.
    expect(fluid[0]!.lines.join(' ')).toMatch(/stood at 3\.0.fl oz at the left rear.*starts again/);
    expect(fluid[1]!.table!.rows.every((r) => r[4] === 'fine stream, none at pedal strokes')).toBe(true);
    expect(JSON.stringify(fluid)).not.toMatch(/\d.mL/);
  });

  test('tells the leak-down of the bleeder', () => {
    const fed = begun({ method: 'pressureAir' });
    const hold = {
      ...at(),
      kind: 'leakDownTest',
      readings: [
        { seconds: 0, pressureKpa: 100 },
        { seconds: 150, pressureKpa: 99.5 },
      ],
      instrument: 'byHand',
    } as Fact;
    const facts = [...wholeService(), fed, hold];
    const sheet = serviceSheet(logbookOf(facts), judged(facts), 'metric');
    const lines = sheet.sections.flatMap((x) => x.lines).join(' ');
    expect(lines).toMatch(/Leak-down, dry: 1\.00\sbar held 150 s\. Holds: 0\.2 % a minute\./);
  });
  test('a fault that was put right says so, one that was not does not', () => {
    const facts = [
      ...wholeService(),
      checks('look', [
        ['hubs', 'FL', 'fault'],
        ['seals', 'RR', 'fault'],
      ]),
      checks('look', [
        ['hubs', null, 'ok'],
        ['seals', 'RR', 'fault'],
      ]),
    ];
    const book = logbookOf(facts);
    const [found] = serviceSheet(book, judgeService(book, job, today)!, 'metric').sections;
    expect(found!.lines.filter((l) => l.includes('not in order'))).toEqual([
      expect.stringMatching(/^Piston seals.*right rear: not in order\.$/),
      expect.stringMatching(/^Hubs.*left front: not in order\. Put right since\.$/),
    ]);
  });

  test('draws every corner as it is, names its parts, and says whose rule falls due', () => {
    const facts = wholeService().filter((f) => f.kind !== 'rotorMeasurement' || f.corner !== 'RR');
    const book = logbookOf(facts, { rotorPairs: [] });
    const sheet = serviceSheet(book, judgeService(book, job, today)!, 'metric');
    expect(sheet.corners.map((c) => c.corner)).toEqual(['FL', 'FR', 'RL', 'RR']);
    expect(sheet.corners[3]!.bars.map((b) => [b.label, b.scale === null, b.text])).toEqual([
      ['Inner', false, expect.stringMatching(/mm, limit 3\.0.mm$/)],
      ['Outer', false, expect.stringMatching(/mm, limit 3\.0.mm$/)],
      ['Rotor', true, 'not measured, discard not known'],
    ]);
    expect(sheet.sections.at(-1)!.lines[1]).toMatch(
      /^Fluid: (flush|bleed) due by .* \((shop|customer|organiser|boiling point)\)\. .+/,
    );
  });

  test('an odd figure that somebody vouched for, and a step before its turn, are told with the reason', () => {
    const odd = rotor('FL', 31, { explanation: 'Read twice, it is right' });
    const early = rotor('FR', 31, { outOfTurn: 'Working together', remark: 'Hot, measured at once' });
    const facts = [...wholeService(), odd, early];
    const book = logbookOf(facts);
    const sheet = serviceSheet(book, judgeService(book, job, today)!, 'metric');
    const { lines } = sheet.sections.find((x) => x.title === 'Remarks')!;
    expect(lines).toHaveLength(3);
    expect(lines[0]).toMatch(/^Rotor.*left front.*\. Why it is so: Read twice, it is right$/);
    expect(lines[1]).toMatch(/right front.*\. Out of turn: Working together$/);
    expect(lines[2]).toMatch(/\. Hot, measured at once$/);
  });
  test('what was typed anew or withdrawn stands in it, with who did so and why', () => {
    const thin = pads('FL', [2.1, 8]);
    const wet = checks('look', [['leaks', 'RL', 'fault']]);
    const over = { ...pads('FL', [9.1, 9]), by: LEAD, replaces: thin.id, because: 'Measured again.' } as Fact;
    const gone = { ...at({ by: LEAD }), kind: 'withdrawal', replaces: wet.id, because: 'Other car' } as Fact;
    const facts = [...wholeService(), thin, over, wet, gone];
    const book = logbookOf(facts);
    const sheet = serviceSheet(book, judgeService(book, job, today)!, 'imperial');
    const { lines } = sheet.sections.find((x) => x.title === 'Corrected')!;
    expect(lines).toHaveLength(2);
    expect(lines[0]).toMatch(/^Pads.*0\.083 in.*Entered by Tove Loy\. Corrected by Ines Ferrant: Measured again\.$/);
    expect(lines[1]).toMatch(/Withdrawn by Ines Ferrant: Other car\.$/);
  });
  test('of a car that is not released says so', () => {
    const book = logbookOf([]);
    expect(serviceSheet(book, judgeService(book, job, today)!, 'metric').statusLine).toContain('not to be driven');
  });
  test('rotors measured before and after a change', () => {
    const m = rotor('FL', 30.1);
    expect(judged([m], { rotorPairs: [] }).corners.corners.FL.rotorMm).toBeCloseTo(30.1, 6);
  });
});
