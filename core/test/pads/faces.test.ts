/** Measured is not looked at: a face that somebody left out holds the car, and is never kept by itself. */
import { type Fact, judgeFacesSeen } from '../../src';
import { judged, pads, wholeService } from '../builders/service-book';

const face = (isSeen: boolean | undefined, conditions: string[] = []) =>
  ({ thicknessMm: 9, otherEndMm: null, conditions, ...(isSeen === undefined ? {} : { isSeen }) }) as never;

test('a face is seen when somebody says so, or says what was on it; older entries did not ask', () => {
  const of = (inner: unknown, outer: unknown) =>
    judgeFacesSeen({ corner: 'FL', inner: inner as never, outer: outer as never }, 'fixedCaliper').map(
      (f) => f.values.pad,
    );
  expect(of(face(true), face(true))).toEqual([]);
  expect(of(face(false), face(true))).toEqual(['inner']);
  expect(of(face(false, ['ashEdge']), face(false))).toEqual(['outer']);
  expect(of(face(undefined), face(undefined))).toEqual([]);
});

test('at the gate it holds, in decide nothing stands ready, and a look ends it', () => {
  const blind = wholeService().map((f): Fact =>
    f.kind === 'padMeasurement' && f.corner === 'FL' ? { ...f, inner: face(false), outer: face(false) } : f,
  );
  const s = judged(blind);
  expect(s.gate.holds.filter((h) => h.finding.code === 'padFaceNotSeen').map((h) => h.finding.place.corner)).toEqual([
    'FL',
    'FL',
  ]);
  expect(s.recommendations.find((r) => r.subject === 'pads' && r.axle === 'front')!.action).toBeNull();
  const looked = judged([...blind, pads('FL', 9)]);
  expect(looked.gate.holds.filter((h) => h.finding.code === 'padFaceNotSeen')).toEqual([]);
});
