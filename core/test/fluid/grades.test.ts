import { checkGrade, gradeFacts } from '../../src/fluid';

// FMVSS No. 116, 49 CFR 571.116 S5.1.1 and S5.1.2.
test.each([
  ['DOT 3', 205, 140],
  ['DOT 4', 230, 155],
  ['DOT 5', 260, 180],
  ['DOT 5.1', 260, 180],
] as const)('%s boils at %d °C dry and %d °C wet at least', (grade, dryC, wetC) => {
  expect(gradeFacts[grade].minimum).toEqual({ dryC, wetC });
});
// Which bases mix: common practice, no source.
test('glycol fluids mix; silicone and mineral mix with nothing else', () => {
  expect(checkGrade('DOT 5.1', 'DOT 4').verdict).toBe('inOrder');
  expect(checkGrade('DOT 3', 'DOT 4').verdict).toBe('needsWork');
  expect(checkGrade('DOT 5', 'DOT 4').verdict).toBe('stop');
  expect(checkGrade('DOT 5', 'DOT 5.1').verdict).toBe('stop');
  expect(checkGrade('mineral', 'DOT 4').verdict).toBe('stop');
  expect(checkGrade('DOT 4', 'mineral').verdict).toBe('stop');
  expect(checkGrade('DOT 5', 'mineral').verdict).toBe('stop');
});
