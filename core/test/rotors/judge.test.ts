import fc from 'fast-check';
import { deviationOf, meanOf } from '../builders/textbook';
import { judgeRotor, thicknessLossFromMass } from '../../src/rotors';
import { makeRotorPair, rotor } from '../builders/service-book';
import { texts } from '../builders/say';

describe('rotors', () => {
  const pair = makeRotorPair();
  test('mass and thickness by geometry: a ring weighed and worn', () => {
    // The ring 330/220 mm: π/4·(0.33² − 0.22²) = 0.047 517 m²; 1 mm of it at 7200 kg/m³ (handbook, from memory) weighs 0.342 kg.
    const oneMmKg = 7200 * 0.047517 * 0.001;
    expect(thicknessLossFromMass(oneMmKg, 330, 220)).toBeCloseTo(1, 4);
    fc.assert(
      fc.property(fc.double({ min: 0, max: 5, noNaN: true }), fc.integer({ min: 200, max: 420 }), (mm, outer) => {
        const area = (Math.PI / 4) * ((outer / 1000) ** 2 - ((outer * 0.6) / 1000) ** 2);
        expect(thicknessLossFromMass(area * (mm / 1000) * 7200, outer, outer * 0.6)).toBeCloseTo(mm, 9);
      }),
    );
  });
  test('scales and micrometer are compared', () => {
    const worn = rotor('FL', 31, { massKg: 9.5 - 0.342 });
    expect(judgeRotor(worn, pair).byWeight!.value).toBeCloseTo(1, 2);
    expect(texts(judgeRotor(worn, pair).findings)).not.toContain('Scales');
    expect(texts(judgeRotor(rotor('FL', 31, { massKg: 9.5 }), pair).findings)).toContain('Scales say');
  });
  test('no discard figure holds, and so does one that leaves more to wear off than any rotor has', () => {
    const codes = (discardThicknessMm: number | null) => {
      const reading = rotor('FL', 31, { discardThicknessMm: null });
      return judgeRotor(reading, { ...pair, discardThicknessMm })
        .findings.filter((f) => f.verdict === 'needsWork')
        .map((f) => f.code);
    };
    expect(codes(null)).toEqual(['rotorWithoutDiscard']);
    expect(codes(5)).toEqual(['discardOdd']);
    // Common practice, no source: 32 mm when new is discarded at 30.
    expect(codes(30)).toEqual([]);
  });
  test('least, spread, mean and deviation are those of their definitions', () => {
    fc.assert(
      fc.property(fc.array(fc.double({ min: 20, max: 36, noNaN: true }), { minLength: 1, maxLength: 8 }), (points) => {
        const j = judgeRotor(rotor('FR', 30, { thicknessesMm: points }), null);
        expect(j.thinnest.value).toBe(Math.min(...points));
        // One point is a thickness, not a variation.
        if (points.length === 1) expect(j.spread).toBeNull();
        else expect(j.spread!.value).toBeCloseTo(Math.max(...points) - Math.min(...points), 12);
        expect(j.meanMm).toBeCloseTo(meanOf(points), 10);
        expect(j.standardDeviationMm).toBeCloseTo(deviationOf(points), 10);
      }),
    );
  });
  test.each([
    [{ thicknessesMm: [30.39, 31] }, 'stop', 'discard at 30.40'],
    [{ crack: 'toEdge' }, 'stop', 'reaches an edge'],
    [{ crack: 'joinsHoles' }, 'stop', 'joins drilled holes'],
    [{ crack: 'crack', crackLengthMm: 11 }, 'stop', 'more than 10.0 mm'],
    [{ crack: 'crack', crackLengthMm: null }, 'stop', 'unknown length'],
    [{ crack: 'crack', crackLengthMm: 6 }, 'watch', 'look again'],
    [{ crack: 'crazing' }, 'inOrder', ''],
    [{ wearMarksGone: true }, 'stop', 'Wear marks'],
    [{ runoutMm: 0.12 }, 'needsWork', 'Run-out'],
    [{ runoutMm: 0.08 }, 'watch', 'Run-out'],
    [{ thicknessesMm: [31, 31.02] }, 'needsWork', 'Thickness variation 0.020'],
    [{ transferLayer: 'blotchy' }, 'needsWork', 'Blotchy'],
    [{ transferLayer: 'thin' }, 'watch', 'Silver'],
  ] as const)('%j is %s', (over, verdict, says) => {
    const j = judgeRotor(rotor('FL', 31.5, over as object), pair);
    expect(j.verdict).toBe(verdict);
    expect(texts(j.findings)).toContain(says);
  });
});

describe('carbon-ceramic rotors are judged by weight (common practice, no source)', () => {
  const pair = makeRotorPair({ material: 'carbonCeramic', minMassKg: 5.3, discardThicknessMm: null, newMassKg: 5.7 });
  const codes = (m: ReturnType<typeof rotor>, before: ReturnType<typeof rotor>[] = []): string[] =>
    judgeRotor(m, pair, before).findings.map((f) => f.code);
  test('thin is no reason, light is; not weighed holds it', () => {
    expect(codes(rotor('FL', 20, { massKg: 5.31 }))).toEqual([]);
    expect(codes(rotor('FL', 32, { massKg: 5.29 }))).toEqual(['ceramicUnderMass']);
    expect(codes(rotor('FL', 32, { massKg: null }))).toEqual(['ceramicNotWeighed']);
  });
  test('what was weighed before stands until it is weighed again; one point of thickness is enough', () => {
    const before = rotor('FL', 32, { massKg: 5.2 });
    expect(codes(rotor('FL', 32, { massKg: null, thicknessesMm: [31] }), [before])).toEqual(['ceramicUnderMass']);
  });
  test('iron stays with its micrometer', () => {
    expect(judgeRotor(rotor('FL', 30, { massKg: 1 }), makeRotorPair()).findings[0]!.code).toBe('rotorUnderDiscard');
    expect(texts(judgeRotor(rotor('FL', 32, { massKg: 5.1 }), pair).findings)).toContain('weighs 5.10');
  });
});

describe('a thickness alone', () => {
  const pair = makeRotorPair();
  const codes = (m: ReturnType<typeof rotor>, before: ReturnType<typeof rotor>[] = []): string[] =>
    judgeRotor(m, pair, before).findings.map((f) => f.code);
  test('is not a look at the faces: it asks for one, and says nothing of cracks', () => {
    const unseen = rotor('FL', 31.5, { isSeen: false, crack: 'toEdge' });
    expect(codes(unseen)).toContain('rotorFacesNotSeen');
    expect(codes(unseen)).not.toContain('crackToEdge');
    expect(codes(rotor('FL', 31.5))).not.toContain('rotorFacesNotSeen');
  });
  test('takes no crack away that somebody saw before', () => {
    const cracked = rotor('FL', 31.6, { crack: 'toEdge' });
    expect(codes(rotor('FL', 31.5, { isSeen: false }), [cracked])).toContain('crackToEdge');
  });
});
