import { max, mean, min, standardDeviation } from 'simple-statistics';
import { formatQuantity } from '../units';
import {
  type Figure,
  PRACTICE,
  type Reason,
  type RotorMeasurement,
  type RotorPair,
  type Verdict,
  cornerNames,
  fromConstant,
  fromFact,
  fromRecord,
  input,
  inputOf,
  makeFigure,
  worst,
} from '../model';

/** Density of grey cast iron, kg/m³. Handbook value, from memory. */
export const GREY_IRON_KG_PER_M3 = 7200;
/** Spread of thickness around a rotor, mm. Common practice, no source. */
export const THICKNESS_VARIATION_LIMIT_MM = 0.013;
/** Run-out on the car with new parts, and at most, mm. Common practice, no source. */
export const RUNOUT_LIMIT_MM = { fresh: 0.05, most: 0.1 } as const;
/** A crack longer than this is out, mm. Common practice, no source. */
export const CRACK_LIMIT_MM = 10;
/** Weight and micrometer may differ by this much before it is said, mm. Calvik's own figure. */
export const WEIGHT_DISAGREES_MM = 0.3;

const mm = (value: number, digits = 2): string => formatQuantity(value, 'length', 'metric', digits);

export const crackWords: Record<RotorMeasurement['crack'], string> = {
  none: 'No cracks',
  crazing: 'Fine crazing',
  crack: 'A crack',
  toEdge: 'Reaches an edge',
  joinsHoles: 'Joins holes',
};
export const transferLayerWords: Record<RotorMeasurement['transferLayer'], { name: string; verdict: Verdict; advice: string }> = {
  even: { name: 'Even, blue-grey', verdict: 'inOrder', advice: 'Even transferLayer.' },
  thin: { name: 'Silver showing', verdict: 'watch', advice: 'Silver showing, transferLayer too thin: another bedding cycle.' },
  blotchy: {
    name: 'Blotches',
    verdict: 'needsWork',
    advice: 'Blotchy transferLayer, too hot too fast: sand or turn, then bed.',
  },
  smeared: {
    name: 'Smears',
    verdict: 'needsWork',
    advice: 'Smeared transferLayer, a thump in the pedal: sand or turn, then bed.',
  },
  rusty: { name: 'Rust', verdict: 'watch', advice: 'Rust on the face: clean off, then bed.' },
  none: { name: 'Bare, new', verdict: 'inOrder', advice: 'Bare: bed before use.' },
};

/**
 * Loss of thickness of a ring from its loss of mass: `Δt = Δm / (ρ·A)`, A the area of one face of the swept band.
 * @param massLossKg what the rotor has lost, kg
 * @param outerMm, innerMm diameters of the swept band, mm
 * @returns mm of thickness, both faces together
 * @example thicknessLossFromMass(0.35, 330, 220) // 1.02 mm
 */
export function thicknessLossFromMass(massLossKg: number, outerMm: number, innerMm: number): number {
  const areaM2 = (Math.PI / 4) * ((outerMm / 1000) ** 2 - (innerMm / 1000) ** 2);
  return (massLossKg / (GREY_IRON_KG_PER_M3 * areaM2)) * 1000;
}

export interface RotorJudgement {
  verdict: Verdict;
  reasons: Reason[];
  least: Figure;
  spread: Figure;
  /** Worn off since new; null for a rotor without a label. */
  wear: Figure | null;
  /** Loss by weight, a check on the micrometer; null where it was not weighed. */
  byWeight: Figure | null;
  meanMm: number;
  standardDeviationMm: number;
}

/** The verdict on the thinnest point so far, as it is while somebody types. */
export function judgeRotorThickness(minMm: number, pair: RotorPair | null): Reason {
  if (!pair)
    return { verdict: 'watch', text: `Thinnest ${mm(minMm)}; no discard figure on record: read it off the hat.` };
  if (minMm < pair.discardThicknessMm) {
    return { verdict: 'stop', text: `Thinnest ${mm(minMm)}, discard at ${mm(pair.discardThicknessMm)}: out.` };
  }
  return { verdict: 'inOrder', text: `Thinnest ${mm(minMm)}, discard at ${mm(pair.discardThicknessMm)}.` };
}

function crackReasons(m: RotorMeasurement, at: string): Reason[] {
  if (m.crack === 'toEdge') return [{ verdict: 'stop', text: `Crack reaches an edge at the ${at}: out.` }];
  if (m.crack === 'joinsHoles') return [{ verdict: 'stop', text: `Crack joins drilled holes at the ${at}: out.` }];
  if (m.crack !== 'crack') return [];
  const long = m.crackLengthMm;
  if (long === null || long > CRACK_LIMIT_MM) {
    const length = long === null ? 'of unknown length' : mm(long, 0);
    return [{ verdict: 'stop', text: `Crack ${length} at the ${at}; more than ${CRACK_LIMIT_MM} mm is out.` }];
  }
  return [{ verdict: 'watch', text: `Crack ${mm(long, 0)} at the ${at}: look again after every session.` }];
}

/** One rotor, each reading against its limit. */
export function judgeRotor(m: RotorMeasurement, pair: RotorPair | null): RotorJudgement {
  const at = cornerNames[m.corner];
  const measured = fromFact(m.id, 'Micrometer, 10 mm in from the edge');
  const points = m.thicknessesMm;
  const least = makeFigure(
    `Thinnest point, ${at}`,
    min(points),
    'length',
    `least of ${points.length} points`,
    points.map((p, i) => input(`point ${i + 1}`, p, 'length', measured)),
    PRACTICE,
  );
  const spread = makeFigure(
    `Thickness variation, ${at}`,
    max(points) - min(points),
    'length',
    'thickest − thinnest',
    [
      input('thickest', max(points), 'length', measured),
      inputOf('thinnest', least),
      input('limit', THICKNESS_VARIATION_LIMIT_MM, 'length', fromConstant('Common limit')),
    ],
    PRACTICE,
  );
  const wear =
    pair &&
    makeFigure(
      `Worn off, ${at}`,
      pair.newThicknessMm - least.value,
      'length',
      'new − thinnest',
      [input('new', pair.newThicknessMm, 'length', fromRecord(`Rotors ${pair.label}`)), inputOf('thinnest', least)],
      PRACTICE,
    );
  const byWeight =
    pair && pair.newMassKg !== null && m.massKg !== null
      ? makeFigure(
          `Worn off by weight, ${at}`,
          thicknessLossFromMass(pair.newMassKg - m.massKg, pair.sweptOuterDiameterMm, pair.sweptInnerDiameterMm),
          'length',
          'Δt = Δm / (ρ·A), A = π/4·(D² − d²)',
          [
            input('mass when new', pair.newMassKg, 'mass', fromRecord(`Rotors ${pair.label}`)),
            input('mass now', m.massKg, 'mass', fromFact(m.id, 'Weighed')),
            input('D, swept band outside', pair.sweptOuterDiameterMm, 'length', fromRecord(`Rotors ${pair.label}`)),
            input('d, swept band inside', pair.sweptInnerDiameterMm, 'length', fromRecord(`Rotors ${pair.label}`)),
            input('ρ, grey iron, kg/m³', GREY_IRON_KG_PER_M3, 'ratio', fromConstant('Handbook, from memory')),
          ],
          'Geometry',
        )
      : null;
  const reasons: Reason[] = [];
  const thickness = judgeRotorThickness(least.value, pair);
  if (thickness.verdict !== 'inOrder') {
    reasons.push({ ...thickness, text: thickness.text.replace('Thinnest', `Rotor ${m.corner} thinnest`) });
  }
  if (m.wearMarksGone) reasons.push({ verdict: 'stop', text: `Wear marks or slots gone at the ${at}: out.` });
  reasons.push(...crackReasons(m, at));
  if (points.length > 1 && spread.value > THICKNESS_VARIATION_LIMIT_MM + 1e-9) {
    reasons.push({
      verdict: 'needsWork',
      text: `Thickness varies by ${mm(spread.value, 3)} at the ${at}; ${mm(THICKNESS_VARIATION_LIMIT_MM, 3)} is a common limit.`,
    });
  }
  if (m.runoutMm !== null && m.runoutMm > RUNOUT_LIMIT_MM.most) {
    reasons.push({
      verdict: 'needsWork',
      text: `Runs out by ${mm(m.runoutMm)} at the ${at}; ${mm(RUNOUT_LIMIT_MM.most)} at most. Clean hub and seat, turn it on, measure again.`,
    });
  } else if (m.runoutMm !== null && m.runoutMm > RUNOUT_LIMIT_MM.fresh) {
    reasons.push({
      verdict: 'watch',
      text: `Runs out by ${mm(m.runoutMm)} at the ${at}; new ${mm(RUNOUT_LIMIT_MM.fresh)}.`,
    });
  }
  const transferLayer = transferLayerWords[m.transferLayer];
  if (transferLayer.verdict !== 'inOrder') reasons.push({ verdict: transferLayer.verdict, text: `${m.corner}: ${transferLayer.advice}` });
  if (wear && byWeight && Math.abs(wear.value - byWeight.value) > WEIGHT_DISAGREES_MM) {
    reasons.push({
      verdict: 'watch',
      text: `Scales say ${mm(byWeight.value)} worn at the ${at}, the micrometer ${mm(wear.value)}: measure again.`,
    });
  }
  return {
    verdict: worst(reasons.map((r) => r.verdict)),
    reasons,
    least,
    spread,
    wear,
    byWeight,
    meanMm: mean([...points]),
    standardDeviationMm: standardDeviation([...points]),
  };
}
