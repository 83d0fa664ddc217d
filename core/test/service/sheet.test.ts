import { judgeService } from '../../src';
import { serviceSheet, sheetRows } from '@calvik/words/documents';
import { job, judged, logbookOf, rotor, signature, today, wholeService } from '../builders/service-book';

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
      'Open when released',
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
  test('of a car that is not released says so', () => {
    const book = logbookOf([]);
    expect(serviceSheet(book, judgeService(book, job, today)!, 'metric').statusLine).toContain('not to be driven');
  });
  test('rotors measured before and after a change', () => {
    const m = rotor('FL', 30.1);
    expect(judged([m], { rotorPairs: [] }).corners.corners.FL.rotorMm).toBeCloseTo(30.1, 6);
  });
});
