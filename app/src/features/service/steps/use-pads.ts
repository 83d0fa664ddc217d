import { useMemo } from 'react';
import {
  type PadCondition,
  type PadFace,
  type PadMeasurement,
  axleWear,
  isFaceSeen,
  judgeFacesSeen,
  judgePads,
  judgeThickness,
  oddCorner,
  partnerOf,
  questionsOf,
  readingBefore,
  takenAheadMm,
  thinnest,
  usualNewPadMm,
  worstFirst,
} from '@calvik/core';
import { type FigureField, useReadFigure } from '../../../ui/figure-fields';
import { recordText } from '../../../ui/quantity-text';
import { useUnits } from '../../../ui/units';
import { useToday } from '../../../state/hooks';
import { useCursor, useDraft } from '../../../state/use-draft';
import { type NewFact, asFact } from '../../../facts/save-fact';
import { usePlaces } from '../use-places';
import { type StepProps, disagreeing } from '../use-service';

export const padSides = ['inner', 'outer'] as const;
export type PadSide = (typeof padSides)[number];

interface PadsForm {
  figures: Record<string, string>;
  /** Faces that somebody has looked at. */
  seen: Record<PadSide, boolean>;
  inner: PadCondition[];
  outer: PadCondition[];
  bothEnds: boolean;
  /** Measured with the plate, and how thick that is as it was typed. */
  withPlate: boolean;
  plate: string;
  instrument: PadMeasurement['instrument'];
}

/** What is left of a figure without the plate; not under nothing: that is said when it is saved. */
const withoutPlate = (typedMm: number, plateMm: number): number =>
  Math.max(0, Math.round((typedMm - plateMm) * 1000) / 1000);

const noOne = { id: '', at: '', recordedAt: '', by: '', carId: '', jobId: '' };

/** Both pads of a corner as they are measured: what is typed, and what there is to say of them while it is typed. */
export function usePads({ s, step, logbook }: StepProps) {
  const { system } = useUnits();
  const read = useReadFigure();
  const today = useToday();
  const corner = step.corner!;
  const state = s.corners.corners[corner];
  const { spec, padSet } = state;
  const isDrum = s.car[state.axle].brake === 'drum';
  const names: Record<PadSide, string> = isDrum
    ? { inner: 'Leading shoe', outer: 'Trailing shoe' }
    : { inner: 'Inner pad', outer: 'Outer pad' };
  // Of the pads that are there now: after new ones went on the form begins empty, and where readings contradict each other.
  const isThirdLook = disagreeing(s, step).length > 0;
  const standing = state.pads?.jobId === s.job.id && !isThirdLook ? state.pads : undefined;
  const last = readingBefore(logbook, s.car, 'padMeasurement', corner, s.job.id);
  const text = (mm: number | null | undefined): string => recordText(mm, 'length', system);
  /** As it was typed: with the plate that was taken off. */
  const typed = (mm: number | null | undefined): string =>
    text(typeof mm === 'number' ? mm + (standing?.plateMm ?? 0) : mm);
  const { draft, change, clear } = useDraft<PadsForm>(`service.${s.job.id}.${step.key}`, {
    figures: {
      inner: typed(standing?.inner.thicknessMm),
      outer: typed(standing?.outer.thicknessMm),
      innerEnd: typed(standing?.inner.otherEndMm),
      outerEnd: typed(standing?.outer.otherEndMm),
      hat: text(standing?.hatClearanceMm),
    },
    seen: {
      inner: standing !== undefined && isFaceSeen(standing.inner),
      outer: standing !== undefined && isFaceSeen(standing.outer),
    },
    inner: standing?.inner.conditions ?? [],
    outer: standing?.outer.conditions ?? [],
    bothEnds: typeof standing?.inner.otherEndMm === 'number',
    withPlate: standing?.plateMm !== undefined,
    plate: text(standing?.plateMm ?? last?.plateMm),
    instrument: standing?.instrument ?? 'byHand',
  });
  const plateMm = draft.withPlate ? read(draft.plate, 'length') : 0;
  const offMm = plateMm ?? 0;
  const isPlateMissing = draft.withPlate && offMm <= 0;
  /** Friction material alone. */
  const mm = (key: string): number | null => {
    const value = read(draft.figures[key], 'length');
    return value === null ? null : value - (key === 'hat' ? 0 : offMm);
  };
  const [selected, select] = useCursor(`service.${s.job.id}.${step.key}`, 'inner');
  const { places, choice: placesChoice } = usePlaces('gauge');
  const field = (key: string, label: string, lastMm: number | null | undefined): FigureField => {
    const value = mm(key);
    const verdict = value === null ? undefined : judgeThickness(value, spec).verdict;
    const judge = (typedMm: number) => judgeThickness(typedMm - offMm, spec).verdict;
    const lastTyped = typeof lastMm === 'number' ? lastMm + offMm : null;
    return { key, label, dimension: 'length', last: lastTyped, verdict, places, judge };
  };
  const fields: FigureField[] = padSides.flatMap((side) => [
    field(side, names[side], last?.[side].thicknessMm),
    ...(draft.bothEnds ? [field(`${side}End`, `${names[side]}, end 2`, last?.[side].otherEndMm)] : []),
  ]);
  if (!isDrum)
    fields.push({
      key: 'hat',
      label: 'Pad edge to hat',
      dimension: 'length',
      optional: true,
      last: last?.hatClearanceMm ?? null,
    });

  /** Takes a reading and says what to measure next. */
  const take = (readingMm: number): PadSide | null => {
    change({
      figures: { ...draft.figures, [selected]: text(readingMm + (selected === 'hat' ? 0 : offMm)) },
      instrument: 'simulatedCaliper',
    });
    const next = fields[fields.findIndex((f) => f.key === selected) + 1];
    if (!next || next.key === 'hat') return null;
    select(next.key);
    return next.key.startsWith('outer') ? 'outer' : 'inner';
  };

  const body = useMemo(() => {
    const face = (side: PadSide): PadFace | null => {
      const typedMm = read(draft.figures[side], 'length');
      const endMm = draft.bothEnds ? read(draft.figures[`${side}End`], 'length') : null;
      return typedMm === null
        ? null
        : {
            thicknessMm: withoutPlate(typedMm, offMm),
            otherEndMm: endMm === null ? null : withoutPlate(endMm, offMm),
            conditions: draft[side],
            isSeen: draft.seen[side] || draft[side].length > 0,
          };
    };
    const inner = face('inner');
    const outer = face('outer');
    if (!inner || !outer) return null;
    return {
      kind: 'padMeasurement' as const,
      corner,
      padSetId: padSet?.id ?? null,
      inner,
      outer,
      hatClearanceMm: isDrum ? null : read(draft.figures.hat, 'length'),
      instrument: draft.instrument,
      ...(offMm > 0 ? { plateMm: offMm } : {}),
    };
  }, [draft, corner, padSet, isDrum, offMm, read]);
  const judged = useMemo(() => body && judgePads({ ...body, ...noOne }, spec), [body, spec]);
  const other = s.corners.corners[partnerOf[corner]];
  const odd =
    body && other.pads?.jobId === s.job.id
      ? oddCorner({ corner, mm: thinnest(body) }, { corner: other.corner, mm: thinnest(other.pads) })
      : null;
  // While somebody types, what is still to be looked at is not found yet: it is said when it is saved like that.
  // One figure is judged and asked about as soon as it stands, before its partner is typed.
  const half = useMemo(() => {
    const typed = padSides.filter((side) => read(draft.figures[side], 'length') !== null);
    const [side] = typed;
    if (body || side === undefined || typed.length > 1) return [];
    const face = {
      thicknessMm: withoutPlate(read(draft.figures[side], 'length')!, offMm),
      otherEndMm: null,
      conditions: [],
    };
    const alone = {
      kind: 'padMeasurement',
      corner,
      padSetId: padSet?.id ?? null,
      hatClearanceMm: null,
      instrument: 'byHand',
    };
    const fact = asFact(
      { ...alone, inner: face, outer: face, carId: s.car.id, jobId: s.job.id } as NewFact,
      new Date().toISOString(),
      '',
    );
    const asked = questionsOf(logbook, fact).filter((f) => f.values.pad === side);
    const judgement = judgeThickness(face.thicknessMm, spec, corner, side);
    return judgement.verdict === 'inOrder' ? asked : [...asked, judgement];
  }, [draft.figures, body, corner, padSet, spec, logbook, s.car.id, s.job.id, offMm, read]);
  // What the event ahead takes of it, where it has been read often enough to say.
  const takenMm = useMemo(() => {
    const wear = s.event && axleWear(logbook, s.car, state.axle, 'pads', s.event, today);
    return wear && takenAheadMm(wear);
  }, [logbook, s.car, s.event, state.axle, today]);
  const leastMm = judged?.thinnest.value ?? mm('inner') ?? mm('outer');

  /** The reading; or what is missing of it. */
  const make = () => {
    for (const side of padSides)
      if (mm(side) === null) return { says: `Type the ${names[side].toLowerCase()}.`, select: () => select(side) };
    if (isPlateMissing) return { says: 'Type how thick the plate is, or measure without it.', at: 'Plate' };
    for (const side of padSides)
      if (mm(side)! < 0)
        return { says: `The ${names[side].toLowerCase()} is thinner than its plate.`, select: () => select(side) };
    return body ? [body] : 'A figure cannot be read.';
  };
  const isLookedAt = draft.seen.inner || draft.seen.outer || draft.inner.length + draft.outer.length > 0;
  /** The same with what is usual said of both faces; not once anything has been said of one. */
  const makeUsual = () =>
    body && !isLookedAt && !isPlateMissing && padSides.every((side) => mm(side)! >= 0)
      ? [{ ...body, inner: { ...body.inner, isSeen: true }, outer: { ...body.outer, isSeen: true } }]
      : null;
  return {
    draft,
    change,
    clear,
    /** Types a figure: from then on the reading is one by hand. */
    typeFigure: (key: string, value: string): void =>
      change({ figures: { ...draft.figures, [key]: value }, instrument: 'byHand' }),
    selected,
    select,
    fields,
    take,
    make,
    makeUsual,
    placesChoice,
    corner,
    names,
    spec,
    padSet,
    isStanding: standing !== undefined,
    leastMm,
    /** Where it will be after the event; null where nobody can say. */
    projectedMm: leastMm === null || takenMm === null ? null : Math.max(0, leastMm - takenMm),
    freshMm: spec.newMm ?? Math.max(usualNewPadMm(spec.brake), leastMm ?? 0),
    findings: worstFirst([...(judged?.findings ?? []), ...half, ...(odd ? [odd] : [])]),
    unseen: body ? judgeFacesSeen(body, spec.brake) : [],
    hasReading: judged !== null || leastMm !== null,
  };
}
