import { formatQuantity } from '../units';
import {
  type AxleBrake,
  type Corner,
  type Figure,
  type PadCondition,
  type PadFace,
  type PadMeasurement,
  PRACTICE,
  type Reason,
  type Verdict,
  cornerNames,
  fromFact,
  fromRecord,
  input,
  makeFigure,
  worst,
} from '../model';

/** Where uneven wear begins to mean something, mm. Common practice, no source; Calvik's own figures. */
export const UNEVEN_MM = 1.5;
export const TAPER_MM = 1;
export const ODD_CORNER_MM = 2;
/** Between pad edge and hat: wanted, and at the very least, mm. Common practice, no source. */
export const HAT_CLEARANCE_MM = { wanted: 3, least: 2 } as const;

/** Drum linings: usual when new, and the limit where no maker's is on record, mm. Common practice, no source; own figures. */
export const LINING_MM = { fresh: 5.5, limit: 2 } as const;
/** Pads when new where nobody knows how thick they were, mm. Common practice, no source. */
export const USUAL_NEW_PAD_MM = 12;
export const usualNewPadMm = (brake: AxleBrake['brake']): number =>
  brake === 'drum' ? LINING_MM.fresh : USUAL_NEW_PAD_MM;

export const padConditionWords: Record<PadCondition, { name: string; verdict: Verdict; advice: string }> = {
  hairline: { name: 'Hairline crack', verdict: 'watch', advice: 'Hairline crack: keep it and watch it.' },
  crackThird: { name: 'Crack, a third', verdict: 'needsWork', advice: 'Cracked through a third of the block or more.' },
  crackThrough: { name: 'Crack, through', verdict: 'stop', advice: 'Cracked through the whole block: out.' },
  lifting: { name: 'Lifting', verdict: 'stop', advice: 'Lifting off the plate: out.' },
  crumbling: { name: 'Crumbling', verdict: 'stop', advice: 'Crumbling: out.' },
  glazed: { name: 'Glazed', verdict: 'needsWork', advice: 'Glazed, no bite: bed it again or sand it.' },
  oily: {
    name: 'Oil or grease',
    verdict: 'stop',
    advice: 'Oil or grease on the face: out, and find where it comes from.',
  },
  ashEdge: { name: 'Ash edge', verdict: 'inOrder', advice: 'Ash-white or brown singed edge: normal after bedding.' },
};

/** What a pad is judged against. */
export interface PadSpec {
  newMm: number | null;
  limitMm: number;
  limitFrom: string;
  /** Share of new below which a start at the track is warned of, %. */
  trackStartPercent: number;
  brake: AxleBrake['brake'];
}

const mm = (value: number): string => formatQuantity(value, 'length');
const ends = (p: PadFace): number[] => (p.otherEndMm === null ? [p.thicknessMm] : [p.thicknessMm, p.otherEndMm]);
/** The thinnest end of one pad, mm. */
export const thinnestEnd = (p: PadFace): number => Math.min(...ends(p));

/** The verdict on one thickness, as it is while somebody types. Under the limit is a stop; thin for a track start, a warning. */
export function judgeThickness(thicknessMm: number, spec: PadSpec, where = ''): Reason {
  const at = where ? ` ${where}` : '';
  if (thicknessMm < spec.limitMm) {
    return { verdict: 'stop', text: `Pad${at} ${mm(thicknessMm)}, limit ${mm(spec.limitMm)}: change it.` };
  }
  if (spec.newMm !== null && thicknessMm < (spec.newMm * spec.trackStartPercent) / 100) {
    const share = Math.round((100 * thicknessMm) / spec.newMm);
    return {
      verdict: 'watch',
      text: `Pad${at} ${mm(thicknessMm)}, ${share} % of new: thin for a start at the track, heat goes to the fluid.`,
    };
  }
  return { verdict: 'inOrder', text: `Pad${at} ${mm(thicknessMm)}, limit ${mm(spec.limitMm)}.` };
}

export interface PadJudgement {
  corner: Corner;
  verdict: Verdict;
  /** Everything that is not in order: of the pads themselves, and the patterns. */
  reasons: Reason[];
  /** Uneven wear: it points at the caliper, not at the pad. */
  patterns: Reason[];
  thinnest: Figure;
  /** What is left above the limit, of what there was when new; null where new is not known. */
  left: Figure | null;
}

function conditionReasons(pad: PadFace, where: string): Reason[] {
  return pad.conditions
    .map((c) => padConditionWords[c])
    .filter((c) => c.verdict !== 'inOrder')
    .map((c) => ({ verdict: c.verdict, text: `${where}: ${c.advice}` }));
}

/** Inner against outer, and end against end, with the likely cause. Common practice, no source. */
function unevenReasons(m: Pick<PadMeasurement, 'corner' | 'inner' | 'outer'>, spec: PadSpec): Reason[] {
  const reasons: Reason[] = [];
  const inner = thinnestEnd(m.inner);
  const outer = thinnestEnd(m.outer);
  const at = cornerNames[m.corner];
  const figures = `inner ${mm(inner)}, outer ${mm(outer)}`;
  if (Math.abs(inner - outer) >= UNEVEN_MM && spec.brake !== 'drum') {
    const cause =
      spec.brake === 'floatingCaliper'
        ? inner < outer
          ? 'seized slide pin'
          : 'seized piston or slide pin'
        : `seized piston on the ${inner < outer ? 'outer' : 'inner'} side`;
    reasons.push({ verdict: 'needsWork', text: `Uneven at the ${at}: ${figures}. Likely a ${cause}.` });
  }
  for (const [name, pad] of [
    ['inner', m.inner],
    ['outer', m.outer],
  ] as const) {
    if (pad.otherEndMm !== null && Math.abs(pad.thicknessMm - pad.otherEndMm) >= TAPER_MM) {
      reasons.push({
        verdict: 'watch',
        text: `Tapered at the ${at}, ${name}: ${mm(pad.thicknessMm)} to ${mm(pad.otherEndMm)}. Likely caliper flex or worn guides.`,
      });
    }
  }
  return reasons;
}

/** One corner's pads: thickness, condition, patterns, clearance to the hat. */
export function judgePads(m: PadMeasurement, spec: PadSpec): PadJudgement {
  const at = cornerNames[m.corner];
  const words = spec.brake === 'drum' ? (['leading shoe', 'trailing shoe'] as const) : (['inner', 'outer'] as const);
  const thin = Math.min(thinnestEnd(m.inner), thinnestEnd(m.outer));
  const patterns = unevenReasons(m, spec);
  const own: Reason[] = [
    judgeThickness(thinnestEnd(m.inner), spec, `${m.corner} ${words[0]}`),
    judgeThickness(thinnestEnd(m.outer), spec, `${m.corner} ${words[1]}`),
    ...conditionReasons(m.inner, `${m.corner} ${words[0]}`),
    ...conditionReasons(m.outer, `${m.corner} ${words[1]}`),
  ].filter((r) => r.verdict !== 'inOrder');
  if (m.hatClearanceMm !== null && spec.brake !== 'drum' && m.hatClearanceMm < HAT_CLEARANCE_MM.wanted) {
    const isOut = m.hatClearanceMm < HAT_CLEARANCE_MM.least;
    own.push({
      verdict: isOut ? 'stop' : 'needsWork',
      text: `Pad edge ${mm(m.hatClearanceMm)} from the hat at the ${at}; ${isOut ? `${HAT_CLEARANCE_MM.least} mm at the very least` : `${HAT_CLEARANCE_MM.wanted} mm wanted`}: trim or change.`,
    });
  }
  const thinFigure = makeFigure(
    `Thinnest pad, ${at}`,
    thin,
    'length',
    'least of inner and outer, both ends',
    [
      input(words[0], thinnestEnd(m.inner), 'length', fromFact(m.id, 'Measured')),
      input(words[1], thinnestEnd(m.outer), 'length', fromFact(m.id, 'Measured')),
      input('limit', spec.limitMm, 'length', fromRecord(spec.limitFrom)),
    ],
    PRACTICE,
  );
  const { newMm, limitMm } = spec;
  const left =
    newMm === null
      ? null
      : makeFigure(
          `Left above the limit, ${at}`,
          Math.max(0, (100 * (thin - limitMm)) / (newMm - limitMm)),
          'share',
          '(thinnest − limit) ÷ (new − limit)',
          [
            input('thinnest', thin, 'length', { from: 'computed', figure: thinFigure }),
            input('new', newMm, 'length', fromRecord('Pad set')),
            input('limit', limitMm, 'length', fromRecord(spec.limitFrom)),
          ],
          PRACTICE,
        );
  const reasons = [...own, ...patterns];
  return {
    corner: m.corner,
    verdict: worst(reasons.map((r) => r.verdict)),
    reasons,
    patterns,
    thinnest: thinFigure,
    left,
  };
}

/**
 * A corner that wears unlike its partner across the axle: sticking piston, hose or parking brake. Common practice,
 * no source.
 * @param left and right the thinnest pad at each side, mm
 * @returns the corner that is out of family, with the likely cause; null when neither is
 */
export function oddCorner(
  left: { corner: Corner; mm: number },
  right: { corner: Corner; mm: number },
): { corner: Corner; reason: Reason } | null {
  if (Math.abs(left.mm - right.mm) < ODD_CORNER_MM) return null;
  const [thin, thick] = left.mm < right.mm ? [left, right] : [right, left];
  const also = thin.corner.startsWith('R') ? ', or a parking brake that drags' : '';
  return {
    corner: thin.corner,
    reason: {
      verdict: 'needsWork',
      text: `The ${cornerNames[thin.corner]} is out of family: ${mm(thin.mm)} against ${mm(thick.mm)}. Likely a sticking piston or hose${also}.`,
    },
  };
}

/** The limit that pads of an axle are judged by: the pad maker's, the car maker's or the shop's, whichever is the strictest. */
export function padLimit(
  padSetLimitMm: number | null,
  sheetLimitMm: number | null,
  shopLimitMm: number,
): { limitMm: number; limitFrom: string } {
  const all = [
    { limitMm: padSetLimitMm ?? 0, limitFrom: 'Pad maker’s limit' },
    { limitMm: sheetLimitMm ?? 0, limitFrom: 'Car’s sheet' },
    { limitMm: shopLimitMm, limitFrom: 'Shop’s limit' },
  ];
  return all.reduce((a, b) => (b.limitMm > a.limitMm ? b : a));
}
