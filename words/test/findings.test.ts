/** Sentences for findings: every reader gets their own units, and what the gate holds reads the same everywhere. */
import fc from 'fast-check';
import {
  type Fact,
  type Finding,
  defaultBrakeSheet,
  judgeFluid,
  judgeLevel,
  judgeRotorThickness,
  judgeThickness,
} from '@calvik/core';
import { fastenerNames, findingText, sayTo } from '../src';
import { boil, flush, pen } from '../../core/test/builders/book';
import {
  bottle,
  car,
  judged,
  logbookOf,
  pads,
  pedal,
  rotor,
  torqueSet,
  wheelBearing,
  wholeService,
} from '../../core/test/builders/service-book';

const metric = sayTo({ units: 'metric', timeZone: 'UTC' });
const imperial = sayTo({ units: 'imperial', timeZone: 'UTC' });
const names = fastenerNames(defaultBrakeSheet(car).fasteners);

/** All that is found of a service with much wrong with it, and of a car's fluid. */
const found = (): Finding[] => {
  const facts = wholeService();
  const wheel = defaultBrakeSheet(car).fasteners.find((f) => f.group === 'wheel')!;
  const spoiled: Fact[] = [
    ...facts,
    pads('FL', [2, 6], { hatClearanceMm: 1.2 }),
    pads('RR', 3.4),
    rotor('FL', 29, { runoutMm: 0.3, lipMm: 0.9, crack: 'crack', crackLengthMm: 12 }),
    rotor('FR', 31, { thicknessesMm: [31, 31.05], transferLayer: 'blotchy' }),
    wheelBearing('RL', 1.4),
    torqueSet({ ...wheel, torqueNm: 60 }, 'FL'),
    pedal('gate', { feel: 'long', strokes: 20, heldSeconds: 4 }),
  ];
  const { gate } = judged(spoiled);
  const fluidFacts = [
    flush(car, '2025-01-05T10:00:00Z', bottle.id),
    boil(car.id, '2026-05-01T08:00:00Z', 190),
    pen(car.id, '2026-05-02T08:00:00Z', 3.2),
  ];
  return [
    ...gate.stops,
    ...gate.holds.map((h) => h.finding),
    ...gate.open,
    ...judgeFluid(logbookOf(fluidFacts), car, null, '2026-05-04').findings,
    ...judgeLevel(car, { levelMl: 90, moment: 'final' }, 230),
    judgeRotorThickness(30, 30.4, 'FL'),
  ];
};

test('a reader of inches reads no millimetre, a reader of millimetres no inch', () => {
  const all = found();
  expect(new Set(all.map((f) => f.code)).size).toBeGreaterThan(18);
  for (const finding of all) {
    // A torque is told in both: a figure that is converted by hand can hurt somebody.
    const inInches = findingText(finding, imperial, names);
    const inMillimetres = findingText(finding, metric, names);
    if (!inInches.includes('N·m')) expect(inInches).not.toMatch(/\d (mm|°C|mL|bar|kPa|kg)\b/);
    if (!inMillimetres.includes('N·m')) expect(inMillimetres).not.toMatch(/\d (in|°F|fl oz|psi|lb)\b/);
    for (const text of [inInches, inMillimetres]) {
      expect(text).toMatch(/^[A-Z“0-9].*[.%]$/);
      expect(text).not.toMatch(/undefined|null|NaN|\[object|Found:/);
    }
  }
});

test('the same pad, as the screen and the gate say it', () => {
  const spec = {
    limitMm: 3,
    limitFrom: 'shop' as const,
    newMm: null,
    brake: 'fixedCaliper' as const,
    trackStartPercent: 50,
  };
  expect(findingText(judgeThickness(2.6, spec), metric)).toContain('2.6 mm');
  expect(findingText(judgeThickness(2.6, spec), imperial)).toContain('0.102 in');
});

test('a code without words is shown, not hidden', () => {
  expect(findingText({ code: 'of a later version', place: {}, values: {} }, metric)).toBe('Found: of a later version.');
});

test('a fastener is called by its name on the sheet, and in words where nobody has the sheet', () => {
  const finding = {
    code: 'notTorqued',
    verdict: 'stop' as const,
    place: { corner: 'FL' as const, fastener: 'frontWheel' },
    values: {},
  };
  const say = sayTo({ units: 'metric', timeZone: 'UTC' });
  expect(findingText(finding, say)).toBe('Front wheel, left front: not torqued.');
  expect(findingText(finding, say, fastenerNames([{ key: 'frontWheel', name: 'Front wheel nuts' }]))).toBe(
    'Front wheel nuts, left front: not torqued.',
  );
});

describe('a figure and its limit never read alike where they differ', () => {
  const spec = { limitMm: 3, newMm: 11, brake: 'fixedCaliper' as const };
  test('2.997 mm against 3 mm, in both systems', () => {
    const finding = judgeThickness(2.997, spec as never);
    expect(finding.verdict).toBe('stop');
    expect(findingText(finding, metric)).toMatch(/2\.997\smm, limit 3\.000\smm/);
    const [own, limit] = /([\d.]+)\sin, limit ([\d.]+)\sin/.exec(findingText(finding, imperial))!.slice(1);
    expect(Number(own)).toBeLessThan(Number(limit));
  });
  test('property: whatever is measured, what is said of it agrees with the verdict', () => {
    fc.assert(
      fc.property(
        fc.double({ min: -0.6, max: 0.6, noNaN: true }).map((d) => Math.round(1000 * (3 + d)) / 1000),
        fc.constantFrom(metric, imperial),
        (thicknessMm, say) => {
          const finding = judgeThickness(thicknessMm, spec as never);
          if (finding.code !== 'padUnderLimit' && finding.code !== 'padAboveLimit')
            return void expect(finding.verdict).not.toBe('stop');
          const [own, limit] = /([\d.]+)\s(?:mm|in), limit ([\d.]+)/
            .exec(findingText(finding, say))!
            .slice(1)
            .map(Number);
          if (finding.verdict === 'stop') expect(own!).toBeLessThan(limit!);
          else expect(own!).toBeGreaterThanOrEqual(limit!);
        },
      ),
    );
  });
  test('what does not differ, and what nobody reads, is said as before', () => {
    expect(findingText(judgeThickness(3, spec as never), metric)).not.toMatch(/3\.00/);
    expect(findingText(judgeThickness(2.6, spec as never), metric)).toMatch(/2\.6\smm, limit 3\.0\smm/);
  });
});
