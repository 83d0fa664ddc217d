import { max, mean, min, standardDeviation } from 'simple-statistics';
import {
  type Corner,
  type Figure,
  type Finding,
  PRACTICE,
  type Retracting,
  type RotorMeasurement,
  type RotorPair,
  type Verdict,
  contradicted,
  distinctFindings,
  fromConstant,
  fromFact,
  fromRecord,
  kilograms,
  input,
  inputOf,
  makeFigure,
  mm,
  standingFindings,
  worstOf,
} from '../model';
import { rotorFinding } from './findings';

/** Density of grey cast iron, kg/m³. Handbook value, from memory. */
export const GREY_IRON_KG_PER_M3 = 7200;
/** Density of what rotors are made of, kg/m³. Handbook values, from memory. */
export const ROTOR_KG_PER_M3: Record<RotorPair['material'], number> = {
  greyIron: GREY_IRON_KG_PER_M3,
  carbonCeramic: 2400,
};
/** No rotor may wear down to less of what it was when new: a figure below that is a slip. Calvik's own figure. */
export const LEAST_DISCARD_SHARE = 0.6;
/** Spread of thickness around a rotor, mm. Common practice, no source. */
export const MAX_THICKNESS_VARIATION_MM = 0.013;
/** Points to measure round a rotor: fewer may pass by its thinnest place, and say little of how it varies. Common practice, no source. */
export const POINTS_WANTED = 8;
/** Thicker than it was, or than new, by more than this is no reading error, mm. Calvik's own figure. */
export const ROTOR_SLIP_MM = 0.1;
/** Run-out on the car with new parts, and at most, mm. Common practice, no source. */
export const RUNOUT_LIMIT_MM = { new: 0.05, max: 0.1 } as const;
/** A crack longer than this is out, mm. Common practice, no source. */
export const MAX_CRACK_MM = 10;
/** Weight and micrometer may differ by this much before it is said, mm. Calvik's own figure. */
export const WEIGHT_DISAGREES_MM = 0.3;

/** A lip at the edge higher than this is in the way of new pads, mm. Calvik's own figure. */
export const MAX_LIP_MM = 0.5;

/** How serious each look of the transfer layer is. Common practice, no source. */
export const transferLayerVerdicts: Record<RotorMeasurement['transferLayer'], Verdict> = {
  even: 'inOrder',
  thin: 'watch',
  blotchy: 'needsWork',
  smeared: 'needsWork',
  rusty: 'watch',
  none: 'inOrder',
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
  findings: Finding[];
  thinnest: Figure;
  /** Thickest less thinnest; null where one point alone was measured. */
  spread: Figure | null;
  /** Worn off since new; null for a rotor without a label. */
  wear: Figure | null;
  /** Loss by weight, a check on the micrometer; null where it was not weighed. */
  byWeight: Figure | null;
  meanMm: number;
  standardDeviationMm: number;
}

/** The discard thickness of a rotor, mm: by its label, or the highest that was read off its hat; null where nobody knows. */
export function discardThicknessMm(
  pair: Pick<RotorPair, 'discardThicknessMm'> | null,
  readings: readonly Pick<RotorMeasurement, 'discardThicknessMm'>[] = [],
): number | null {
  const onHat = readings.flatMap((r) => (typeof r.discardThicknessMm === 'number' ? [r.discardThicknessMm] : []));
  return pair?.discardThicknessMm ?? (onHat.length > 0 ? Math.max(...onHat) : null);
}

/**
 * The verdict on the thinnest point so far, as it is while somebody types.
 * @param discardMm discard thickness, mm; null where nobody knows it
 */
export function judgeRotorThickness(thinnestMm: number, discardMm: number | null, corner?: Corner): Finding {
  const place = corner ? { corner } : {};
  const thickness = mm(thinnestMm);
  if (discardMm === null) return rotorFinding('rotorWithoutDiscard', 'needsWork', place, { thickness });
  const discard = mm(discardMm);
  return thinnestMm < discardMm
    ? rotorFinding('rotorUnderDiscard', 'stop', place, { thickness, discard })
    : rotorFinding('rotorAboveDiscard', 'inOrder', place, { thickness, discard });
}

/**
 * A carbon-ceramic rotor wears by oxidation, not by getting thinner: it is judged by its weight against the maker's minimum on the hat.
 * Common practice, no source.
 * @param massKg as it was weighed last, kg; null where nobody has weighed it
 */
export function judgeRotorMass(massKg: number | null, minKg: number, corner?: Corner): Finding {
  const place = corner ? { corner } : {};
  if (massKg === null) return rotorFinding('ceramicNotWeighed', 'needsWork', place, {});
  const [mass, min] = [kilograms(massKg), kilograms(minKg)];
  return massKg < minKg
    ? rotorFinding('ceramicUnderMass', 'stop', place, { mass, min })
    : rotorFinding('ceramicAboveMass', 'inOrder', place, { mass, min });
}

/** Whether a pair is judged by weight alone. */
export const isCeramic = (pair: Pick<RotorPair, 'material'> | null): boolean => pair?.material === 'carbonCeramic';

function crackFindings({ crack, crackLengthMm, corner }: RotorMeasurement): Finding[] {
  if (crack === 'toEdge') return [rotorFinding('crackToEdge', 'stop', { corner }, {})];
  if (crack === 'joinsHoles') return [rotorFinding('crackJoinsHoles', 'stop', { corner }, {})];
  if (crack !== 'crack') return [];
  const length = crackLengthMm === null ? null : mm(crackLengthMm);
  return length === null || length.value > MAX_CRACK_MM
    ? [rotorFinding('crackTooLong', 'stop', { corner }, { length, max: mm(MAX_CRACK_MM) })]
    : [rotorFinding('crackShort', 'watch', { corner }, { length })];
}

/** Run-out of one rotor on the car, mm; null where it is no more than on a new one. */
export function judgeRunout(runoutMm: number, corner?: Corner): Finding | null {
  const place = corner ? { corner } : {};
  const runout = mm(runoutMm);
  if (runoutMm > RUNOUT_LIMIT_MM.max)
    return rotorFinding('runoutTooHigh', 'needsWork', place, { runout, max: mm(RUNOUT_LIMIT_MM.max) });
  return runoutMm > RUNOUT_LIMIT_MM.new
    ? rotorFinding('runoutHigherThanNew', 'watch', place, { runout, new: mm(RUNOUT_LIMIT_MM.new) })
    : null;
}

/** What somebody saw on a rotor, whatever its thickness. */
export function seenOnRotor(m: RotorMeasurement): Finding[] {
  const place = { corner: m.corner };
  if (m.isSeen === false) return [rotorFinding('rotorFacesNotSeen', 'needsWork', place, {})];
  const layer = transferLayerVerdicts[m.transferLayer];
  return [
    ...(m.wearMarksGone || m.markLeftMm === 0 ? [rotorFinding('wearMarksGone', 'stop', place, {})] : []),
    ...crackFindings(m),
    ...(layer === 'inOrder' ? [] : [rotorFinding('transferLayer', layer, place, { transferLayer: m.transferLayer })]),
  ];
}

/**
 * What a reading of a rotor finds that stays until another says, with a reason, that it is in order: what was seen, and whatever stops the car.
 * @param discardMm discard thickness, mm; null where nobody knows it
 */
export function foundOnRotor(m: RotorMeasurement, pair: RotorPair | null, discardMm: number | null): Finding[] {
  const worn = isCeramic(pair)
    ? m.massKg === null
      ? []
      : [judgeRotorMass(m.massKg, pair!.minMassKg ?? 0, m.corner)]
    : [judgeRotorThickness(min(m.thicknessesMm), discardMm, m.corner)];
  return [...worn.filter((f) => f.verdict === 'stop'), ...seenOnRotor(m)];
}

/**
 * One rotor, each reading against its limit.
 * @param before earlier readings of the same rotor, oldest first: what was seen then stays until a reading says why it is in order now
 * @param retracting who may take back a stop; null by the rules of before, when anybody might, and a thickness was what was read last
 */
export function judgeRotor(
  m: RotorMeasurement,
  pair: RotorPair | null,
  before: readonly RotorMeasurement[] = [],
  retracting: Retracting<RotorMeasurement> | null = null,
): RotorJudgement {
  const { corner } = m;
  const place = { corner };
  const measured = fromFact(m.id, 'Micrometer, 10 mm in from the edge');
  const points = m.thicknessesMm;
  const thinnest = makeFigure(
    'Thinnest point',
    min(points),
    'length',
    `least of ${points.length} points`,
    points.map((p, i) => input(`point ${i + 1}`, p, 'length', measured)),
    PRACTICE,
    { place },
  );
  // One point is a thickness, not a variation.
  const spread =
    points.length < 2
      ? null
      : makeFigure(
          'Thickness variation',
          max(points) - min(points),
          'length',
          'thickest − thinnest',
          [
            input('thickest', max(points), 'length', measured),
            inputOf('thinnest', thinnest),
            input('limit', MAX_THICKNESS_VARIATION_MM, 'length', fromConstant('Common limit')),
          ],
          PRACTICE,
          { place },
        );
  const wear =
    pair &&
    makeFigure(
      'Worn off',
      pair.newThicknessMm - thinnest.value,
      'length',
      'new − thinnest',
      [input('new', pair.newThicknessMm, 'length', fromRecord(`Rotors ${pair.label}`)), inputOf('thinnest', thinnest)],
      PRACTICE,
      { place },
    );
  const byWeight =
    pair && !isCeramic(pair) && !pair.isSizeAssumed && pair.newMassKg !== null && m.massKg !== null
      ? makeFigure(
          'Worn off by weight',
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
          { place },
        )
      : null;
  const findings: Finding[] = [];
  const all = [...before, m];
  const readings = all.filter((r) => !retracting?.isCorrected(r));
  // A figure that was read off the hat once holds for every reading of that rotor: the highest, by the rules of before the last.
  const last = readings.findLast((r) => typeof r.discardThicknessMm === 'number');
  const discardMm = discardThicknessMm(pair, retracting ? all : last ? [last] : []);
  const worn = isCeramic(pair)
    ? judgeRotorMass(readings.findLast((r) => r.massKg !== null)?.massKg ?? null, pair!.minMassKg ?? 0, corner)
    : judgeRotorThickness(thinnest.value, discardMm, corner);
  if (worn.verdict !== 'inOrder') findings.push(worn);
  if (pair && !isCeramic(pair) && discardMm !== null && discardMm < LEAST_DISCARD_SHARE * pair.newThicknessMm)
    findings.push(
      rotorFinding('discardOdd', 'needsWork', place, { discard: mm(discardMm), new: mm(pair.newThicknessMm) }),
    );
  const found = (reading: RotorMeasurement): Finding[] => foundOnRotor({ ...reading, corner }, pair, discardMm);
  findings.push(
    ...(retracting
      ? standingFindings(all, found, retracting)
      : standingFindings(readings, (reading) => seenOnRotor({ ...reading, corner }))),
  );
  const against = retracting ? contradicted(all, m, found, retracting) : [];
  const previous = before.findLast((r) => r.at <= m.at && !retracting?.isCorrected(r));
  const hasGrown = previous !== undefined && max(points) > max(previous.thicknessesMm) + ROTOR_SLIP_MM;
  if (against.length > 0 || (retracting && !m.explanation && hasGrown))
    findings.push(
      rotorFinding('rotorReadingsDisagree', 'needsWork', place, {
        wantsOther: against.some((s) => s.finding.verdict === 'stop' && !retracting!.mayEnd(s.found, m)),
      }),
    );
  if (spread && spread.value > MAX_THICKNESS_VARIATION_MM + 1e-9)
    findings.push(
      rotorFinding('thicknessVaries', 'needsWork', place, {
        variation: mm(spread.value),
        max: mm(MAX_THICKNESS_VARIATION_MM),
      }),
    );
  if (points.length < POINTS_WANTED && !isCeramic(pair))
    findings.push(rotorFinding('fewPoints', 'watch', place, { points: points.length, wanted: POINTS_WANTED }));
  // What a reading leaves out it says nothing of: the last one that was measured stands.
  const runoutMm = readings.findLast((r) => r.runoutMm !== null)?.runoutMm ?? null;
  const runout = runoutMm === null ? null : judgeRunout(runoutMm, corner);
  if (runout) findings.push(runout);
  const lipMm = readings.findLast((r) => r.lipMm !== null)?.lipMm ?? null;
  if (lipMm !== null && lipMm > MAX_LIP_MM)
    findings.push(rotorFinding('lipHigh', 'watch', place, { lip: mm(lipMm), max: mm(MAX_LIP_MM) }));
  if (wear && byWeight && Math.abs(wear.value - byWeight.value) > WEIGHT_DISAGREES_MM)
    findings.push(
      rotorFinding('weightDisagrees', 'watch', place, {
        byWeight: mm(byWeight.value),
        byMicrometer: mm(wear.value),
      }),
    );
  return {
    verdict: worstOf(findings),
    findings: distinctFindings(findings),
    thinnest,
    spread,
    wear,
    byWeight,
    meanMm: mean([...points]),
    standardDeviationMm: standardDeviation([...points]),
  };
}
