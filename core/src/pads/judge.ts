import {
  type AxleBrake,
  type Corner,
  type Figure,
  type Finding,
  type Origin,
  PRACTICE,
  type PadCondition,
  type PadFace,
  type PadMeasurement,
  type Retracting,
  type Verdict,
  axleOfCorner,
  contradicted,
  distinctFindings,
  fromDefault,
  fromFact,
  fromRecord,
  input,
  makeFigure,
  mm,
  standingFindings,
  worstOf,
} from '../model';
import { type PadPosition, type UnevenWearCause, padFinding } from './findings';

/** Where uneven wear begins to mean something, mm. Common practice, no source; Calvik's own figures. */
export const UNEVEN_MM = 1.5;
export const TAPER_MM = 1;
export const ODD_CORNER_MM = 2;
/** Between pad edge and hat: wanted, and at the very least, mm. Common practice, no source. */
export const HAT_CLEARANCE_MM = { wanted: 3, min: 2 } as const;

/** Thicker than it was, or than new, by more than this is no reading error, mm. Calvik's own figure. */
export const PAD_SLIP_MM = 0.5;

/** Drum linings: usual when new, and the limit where no maker's is on record, mm. Common practice, no source; own figures. */
export const LINING_MM = { fresh: 5.5, limit: 2 } as const;
/** Pads when new where nobody knows how thick they were, mm. Common practice, no source. */
export const USUAL_NEW_PAD_MM = 12;
export const usualNewPadMm = (brake: AxleBrake['brake']): number =>
  brake === 'drum' ? LINING_MM.fresh : USUAL_NEW_PAD_MM;

/** How serious each condition of a pad's face is. Common practice, no source. */
export const padConditionVerdicts: Record<PadCondition, Verdict> = {
  hairline: 'watch',
  crackThird: 'needsWork',
  crackThrough: 'stop',
  lifting: 'stop',
  crumbling: 'stop',
  glazed: 'needsWork',
  oily: 'stop',
  ashEdge: 'inOrder',
};

/** Whose limit a pad is judged by. */
export type PadLimitOwner = 'padMaker' | 'brakeSheet' | 'shop' | 'usualForLinings';

/** What a pad is judged against. */
export interface PadSpec {
  newMm: number | null;
  limitMm: number;
  limitFrom: PadLimitOwner;
  /** Share of new below which a start at the track is warned of, %. */
  trackStartPercent: number;
  brake: AxleBrake['brake'];
}

const ends = (p: PadFace): number[] => (p.otherEndMm === null ? [p.thicknessMm] : [p.thicknessMm, p.otherEndMm]);
/** The thinnest end of one pad, mm. */
export const thinnestEnd = (p: PadFace): number => Math.min(...ends(p));

/** The thinner end of the thinner pad of a reading, mm. */
export const thinnest = (m: Pick<PadMeasurement, 'inner' | 'outer'>): number =>
  Math.min(thinnestEnd(m.inner), thinnestEnd(m.outer));

/**
 * What each pad has lost from one reading to the next, mm; less than 0 where it is thicker. Where only the thinnest was read at either end, what the
 * thinnest has lost stands for both.
 * @example wornBetween({ inner: 8, outer: 9 }, { thinnest: 7.5 }) // { inner: 0.5, outer: 0.5 }
 */
export function wornBetween(before: PadReading, after: PadReading): Record<'inner' | 'outer', number> {
  if (before.isThinnestOnly || after.isThinnestOnly) {
    const lost = thinnest(before) - thinnest(after);
    return { inner: lost, outer: lost };
  }
  return {
    inner: thinnestEnd(before.inner) - thinnestEnd(after.inner),
    outer: thinnestEnd(before.outer) - thinnestEnd(after.outer),
  };
}
type PadReading = Pick<PadMeasurement, 'inner' | 'outer' | 'isThinnestOnly'>;

/**
 * The verdict on one thickness, as it is while somebody types. Under the limit is a stop; thin for a track start, a warning.
 * @param thicknessMm friction material without the plate, mm
 */
export function judgeThickness(
  thicknessMm: number,
  spec: PadSpec,
  corner?: Corner,
  pad: PadPosition | null = null,
): Finding {
  const place = corner ? { corner } : {};
  const thickness = mm(thicknessMm);
  const limit = mm(spec.limitMm);
  if (thicknessMm < spec.limitMm) return padFinding('padUnderLimit', 'stop', place, { pad, thickness, limit });
  if (spec.newMm !== null && thicknessMm < (spec.newMm * spec.trackStartPercent) / 100) {
    const percentOfNew = Math.round((100 * thicknessMm) / spec.newMm);
    return padFinding('padThinForTrackStart', 'watch', place, { pad, thickness, percentOfNew });
  }
  return padFinding('padAboveLimit', 'inOrder', place, { pad, thickness, limit });
}

const limitOrigin = (owner: PadLimitOwner): Origin =>
  ({
    padMaker: fromRecord('Pad maker’s limit'),
    brakeSheet: fromRecord('Car’s brake sheet'),
    shop: fromDefault('Shop limit'),
    usualForLinings: fromDefault('Usual limit of linings'),
  })[owner];

export interface PadJudgement {
  corner: Corner;
  verdict: Verdict;
  /** Everything that is not in order: of the pads themselves, and the patterns. */
  findings: Finding[];
  /** Uneven wear: it points at the caliper, not at the pad. */
  patterns: Finding[];
  thinnest: Figure;
  /** What is left above the limit, of what there was when new; null where new is not known. */
  left: Figure | null;
}

const conditionFindings = (face: PadFace, corner: Corner, pad: PadPosition): Finding[] =>
  face.conditions
    .filter((c) => padConditionVerdicts[c] !== 'inOrder')
    .map((condition) => padFinding('padCondition', padConditionVerdicts[condition], { corner }, { pad, condition }));

/** The likely cause of a difference between the two pads of a disc brake. Common practice, no source. */
const causeOf = (brake: AxleBrake['brake'], innerIsThinner: boolean): UnevenWearCause =>
  brake === 'floatingCaliper'
    ? innerIsThinner
      ? 'slidePin'
      : 'pistonOrSlidePin'
    : // A pad whose piston does not push wears less.
      innerIsThinner
      ? 'outerPiston'
      : 'innerPiston';

/** Inner against outer, and end against end, with the likely cause. Common practice, no source. */
function unevenWear(m: Pick<PadMeasurement, 'corner' | 'inner' | 'outer'>, spec: PadSpec): Finding[] {
  const { corner } = m;
  const inner = thinnestEnd(m.inner);
  const outer = thinnestEnd(m.outer);
  const found: Finding[] = [];
  if (Math.abs(inner - outer) >= UNEVEN_MM && spec.brake !== 'drum')
    found.push(
      padFinding(
        'padWornUnevenly',
        'needsWork',
        { corner },
        { inner: mm(inner), outer: mm(outer), cause: causeOf(spec.brake, inner < outer) },
      ),
    );
  for (const pad of ['inner', 'outer'] as const) {
    const { thicknessMm, otherEndMm } = m[pad];
    if (otherEndMm !== null && Math.abs(thicknessMm - otherEndMm) >= TAPER_MM)
      found.push(padFinding('padTapered', 'watch', { corner }, { pad, from: mm(thicknessMm), to: mm(otherEndMm) }));
  }
  return found;
}

const positionsOf = (brake: AxleBrake['brake']): [PadPosition, PadPosition] =>
  brake === 'drum' ? ['leading', 'trailing'] : ['inner', 'outer'];

/** What somebody saw on the pads of a corner, whatever their thickness. */
export function seenOnPads(
  m: Pick<PadMeasurement, 'corner' | 'inner' | 'outer'>,
  brake: AxleBrake['brake'],
): Finding[] {
  const [first, second] = positionsOf(brake);
  return [...conditionFindings(m.inner, m.corner, first), ...conditionFindings(m.outer, m.corner, second)];
}

/** Between pad edge and hat; null where there is room enough, and where nobody has measured it. */
function judgeClearance(clearanceMm: number | null, corner: Corner, brake: AxleBrake['brake']): Finding | null {
  if (clearanceMm === null || brake === 'drum' || clearanceMm >= HAT_CLEARANCE_MM.wanted) return null;
  const isOut = clearanceMm < HAT_CLEARANCE_MM.min;
  return padFinding(
    'padNearHat',
    isOut ? 'stop' : 'needsWork',
    { corner },
    { clearance: mm(clearanceMm), wanted: mm(isOut ? HAT_CLEARANCE_MM.min : HAT_CLEARANCE_MM.wanted) },
  );
}

/** What a reading of pads finds that stays until another says, with a reason, that it is in order: what was seen, and whatever stops the car. */
export function foundOnPads(m: Omit<PadMeasurement, 'id' | 'at' | 'recordedAt' | 'by'>, spec: PadSpec): Finding[] {
  const { corner } = m;
  const [first, second] = positionsOf(spec.brake);
  const clearance = judgeClearance(m.hatClearanceMm, corner, spec.brake);
  const measured = [
    judgeThickness(thinnestEnd(m.inner), spec, corner, first),
    judgeThickness(thinnestEnd(m.outer), spec, corner, second),
    ...(clearance ? [clearance] : []),
  ];
  return [...measured.filter((f) => f.verdict === 'stop'), ...seenOnPads(m, spec.brake)];
}

/**
 * Whether somebody looked at the face: a crack that was not looked for was not seen. An entry of before this was asked says nothing of it,
 * and is taken as looked at.
 */
export const isFaceSeen = (face: Pick<PadFace, 'conditions' | 'isSeen'>): boolean =>
  face.isSeen !== false || face.conditions.length > 0;

/** The pads of a reading whose faces nobody looked at: measured is not looked at. */
export function judgeFacesSeen(
  m: Pick<PadMeasurement, 'corner' | 'inner' | 'outer'>,
  brake: AxleBrake['brake'],
): Finding[] {
  const [first, second] = positionsOf(brake);
  return [
    ...(isFaceSeen(m.inner) ? [] : [padFinding('padFaceNotSeen', 'needsWork', { corner: m.corner }, { pad: first })]),
    ...(isFaceSeen(m.outer) ? [] : [padFinding('padFaceNotSeen', 'needsWork', { corner: m.corner }, { pad: second })]),
  ];
}

/** Whether a pad is thicker than it was, by more than anybody misreads. */
function hasGrown(
  m: PadMeasurement,
  before: readonly PadMeasurement[],
  { isCorrected }: Retracting<PadMeasurement>,
): boolean {
  const last = before.findLast((r) => r.at <= m.at && !isCorrected(r));
  return last !== undefined && Object.values(wornBetween(last, m)).some((lost) => lost < -PAD_SLIP_MM);
}

/**
 * One corner's pads: thickness, condition, patterns, clearance to the hat.
 * @param before earlier readings of the same pads at this corner, oldest first: what was seen then stays until a reading says why it is in
 * order now
 * @param retracting who may take back a stop; null by the rules of before, when anybody might, and a thickness was what was read last
 */
export function judgePads(
  m: PadMeasurement,
  spec: PadSpec,
  before: readonly PadMeasurement[] = [],
  retracting: Retracting<PadMeasurement> | null = null,
): PadJudgement {
  const { corner } = m;
  const found = (reading: PadMeasurement): Finding[] => foundOnPads({ ...reading, corner }, spec);
  const [first, second] = positionsOf(spec.brake);
  const thin = thinnest(m);
  // What the thinnest alone cannot say stands as it was read last.
  const full = [...before, m].findLast((r) => !r.isThinnestOnly && !retracting?.isCorrected(r)) ?? m;
  const patterns = unevenWear({ ...full, corner }, spec);
  const own: Finding[] = [
    judgeThickness(thinnestEnd(m.inner), spec, corner, first),
    judgeThickness(thinnestEnd(m.outer), spec, corner, second),
    ...(retracting
      ? standingFindings([...before, m], found, retracting)
      : standingFindings([...before, m], (reading) => seenOnPads({ ...reading, corner }, spec.brake))),
  ].filter((f) => f.verdict !== 'inOrder');
  // A reading without a clearance says nothing of it: the last one that was measured stands.
  const measured = [...before, m].filter((r) => !retracting?.isCorrected(r) && r.hatClearanceMm !== null);
  const clearance = judgeClearance(measured.at(-1)?.hatClearanceMm ?? null, corner, spec.brake);
  if (clearance) own.push(clearance);
  const against = retracting ? contradicted([...before, m], m, found, retracting) : [];
  if (against.length > 0 || (retracting && !m.explanation && hasGrown(m, before, retracting)))
    own.push(
      padFinding(
        'padReadingsDisagree',
        'needsWork',
        { corner },
        { wantsOther: against.some((s) => s.finding.verdict === 'stop' && !retracting!.mayEnd(s.found, m)) },
      ),
    );
  const thinFigure = makeFigure(
    'Thinnest pad',
    thin,
    'length',
    'least of inner and outer, both ends',
    [
      input(first, thinnestEnd(m.inner), 'length', fromFact(m.id, 'Measured')),
      input(second, thinnestEnd(m.outer), 'length', fromFact(m.id, 'Measured')),
      input('limit', spec.limitMm, 'length', limitOrigin(spec.limitFrom)),
    ],
    PRACTICE,
    { place: { corner } },
  );
  const { newMm, limitMm } = spec;
  const left =
    newMm === null
      ? null
      : makeFigure(
          'Left above the limit',
          Math.max(0, (100 * (thin - limitMm)) / (newMm - limitMm)),
          'share',
          '(thinnest − limit) ÷ (new − limit)',
          [
            input('thinnest', thin, 'length', { from: 'computed', figure: thinFigure }),
            input('new', newMm, 'length', fromRecord('Pad set')),
            input('limit', limitMm, 'length', limitOrigin(spec.limitFrom)),
          ],
          PRACTICE,
          { place: { corner } },
        );
  const findings = distinctFindings([...own, ...patterns]);
  return {
    corner,
    verdict: worstOf(findings),
    findings,
    patterns,
    thinnest: thinFigure,
    left,
  };
}

/**
 * A corner that wears unlike its partner across the axle: sticking piston, hose or parking brake. Common practice,
 * no source.
 * @param left and right the thinnest pad at each side, mm
 * @returns what is out of family, at its corner; null when neither is
 */
export function oddCorner(left: { corner: Corner; mm: number }, right: { corner: Corner; mm: number }): Finding | null {
  if (Math.abs(left.mm - right.mm) < ODD_CORNER_MM) return null;
  const [thin, thick] = left.mm < right.mm ? [left, right] : [right, left];
  return padFinding(
    'cornerOutOfFamily',
    'needsWork',
    { corner: thin.corner },
    { thin: mm(thin.mm), thick: mm(thick.mm), hasParkingBrake: axleOfCorner(thin.corner) === 'rear' },
  );
}

/** The limit that pads of an axle are judged by: the pad maker's, the car maker's or the shop's, whichever is the strictest. */
export function padLimit(
  padSetLimitMm: number | null,
  sheetLimitMm: number | null,
  shopLimitMm: number,
): { limitMm: number; limitFrom: PadLimitOwner } {
  const all: { limitMm: number; limitFrom: PadLimitOwner }[] = [
    { limitMm: padSetLimitMm ?? 0, limitFrom: 'padMaker' },
    { limitMm: sheetLimitMm ?? 0, limitFrom: 'brakeSheet' },
    { limitMm: shopLimitMm, limitFrom: 'shop' },
  ];
  return all.reduce((a, b) => (b.limitMm > a.limitMm ? b : a));
}
