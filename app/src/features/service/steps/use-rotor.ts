import { useMemo } from 'react';
import {
  type RotorMeasurement,
  discardThicknessMm,
  isCeramic,
  judgeRotor,
  readingBefore,
  rotorHistoryAt,
  worstFirst,
} from '@calvik/core';
import { useReadFigure } from '../../../ui/figure-fields';
import { recordText } from '../../../ui/quantity-text';
import { useUnits } from '../../../ui/units';
import { useCursor, useDraft } from '../../../state/use-draft';
import { usePlaces } from '../use-places';
import { type StepProps, disagreeing } from '../use-service';

/** Thickness is read at eight points round the rotor. */
export const POINTS = [1, 2, 3, 4, 5, 6, 7, 8];

export interface RotorForm {
  figures: Record<string, string>;
  crack: RotorMeasurement['crack'] | '';
  transferLayer: RotorMeasurement['transferLayer'] | '';
  marks: 'there' | 'gone' | '';
  /** How much is left of them is read too. */
  isMarkRead: boolean;
  instrument: RotorMeasurement['instrument'];
}

const noOne = { id: '', at: '', recordedAt: '', by: '', carId: '', jobId: '' };

/** One rotor as it is measured: what is typed, and what there is to say of it. */
export function useRotor({ s, step, logbook }: StepProps) {
  const { system } = useUnits();
  const read = useReadFigure();
  const corner = step.corner!;
  const { rotorPair, rotor } = s.corners.corners[corner];
  const isThirdLook = disagreeing(s, step).length > 0;
  const standing = rotor?.jobId === s.job.id && !isThirdLook ? rotor : undefined;
  const knownDiscardMm = discardThicknessMm(null, rotorHistoryAt(logbook, s.car, corner).readings);
  const text = (mm: number | null | undefined): string => recordText(mm, 'length', system);
  const { draft, change, clear } = useDraft<RotorForm>(`service.${s.job.id}.${step.key}`, {
    figures: {
      ...Object.fromEntries(POINTS.map((n) => [`t${n}`, text(standing?.thicknessesMm[n - 1])])),
      runout: text(standing?.runoutMm),
      lip: text(standing?.lipMm),
      mass: recordText(standing?.massKg, 'mass', system),
      crackLength: text(standing?.crackLengthMm),
      mark: text(standing?.markLeftMm),
      discard: text(standing?.discardThicknessMm),
    },
    crack: standing?.crack ?? '',
    transferLayer: standing?.transferLayer ?? '',
    marks: standing ? (standing.wearMarksGone ? 'gone' : 'there') : '',
    isMarkRead: typeof standing?.markLeftMm === 'number',
    instrument: standing?.instrument ?? 'byHand',
  });
  const byWeight = isCeramic(rotorPair);
  const { places, choice: placesChoice } = usePlaces('micrometer');
  const [selected, select] = useCursor(`service.${s.job.id}.${step.key}`, byWeight ? 'mass' : 't1');
  // Read off the hat where nothing on record says it: it goes with the reading.
  const typedDiscardMm = read(draft.figures.discard, 'length');
  const onHat = [knownDiscardMm, typedDiscardMm].map((mm) => ({ discardThicknessMm: mm }));
  const discardMm = discardThicknessMm(rotorPair, onHat);
  const body = useMemo(() => {
    const thicknessesMm = POINTS.flatMap((n) => read(draft.figures[`t${n}`], 'length') ?? []);
    if (thicknessesMm.length === 0) return null;
    return {
      kind: 'rotorMeasurement' as const,
      corner,
      rotorPairId: rotorPair?.id ?? null,
      ...(rotorPair ? {} : { discardThicknessMm: read(draft.figures.discard, 'length') }),
      thicknessesMm,
      runoutMm: read(draft.figures.runout, 'length'),
      lipMm: read(draft.figures.lip, 'length'),
      massKg: read(draft.figures.mass, 'mass'),
      crack: draft.crack || ('none' as const),
      crackLengthMm: draft.crack === 'crack' ? read(draft.figures.crackLength, 'length') : null,
      wearMarksGone: draft.marks === 'gone',
      ...(draft.marks === 'there' && draft.isMarkRead && draft.figures.mark
        ? { markLeftMm: read(draft.figures.mark, 'length') }
        : {}),
      transferLayer: draft.transferLayer || ('even' as const),
      instrument: draft.instrument,
    };
  }, [draft, corner, rotorPair, read]);
  const judged = useMemo(
    () => body && judgeRotor({ ...body, ...noOne, discardThicknessMm: discardMm }, rotorPair),
    [body, rotorPair, discardMm],
  );
  const massKg = read(draft.figures.mass, 'mass');

  /** Takes a reading at this point and says whether there is another. */
  const take = (mm: number): 'rotor' | null => {
    change({ figures: { ...draft.figures, [selected]: text(mm) }, instrument: 'simulatedCaliper' });
    const n = Number(selected.slice(1));
    if (!selected.startsWith('t') || n >= POINTS.length) return null;
    select(`t${n + 1}`);
    return 'rotor';
  };

  /** The reading; or what is missing of it. */
  const make = () => {
    if (byWeight && massKg === null)
      return { says: 'Weigh it: a carbon-ceramic rotor is judged by its weight.', select: () => select('mass') };
    if (!body) return { says: 'Measure at one point at least; eight are usual.', select: () => select('t1') };
    if (!draft.crack) return { says: 'Say what cracks there are, or none.', at: 'Cracks' };
    if (draft.crack === 'crack' && body.crackLengthMm === null)
      return { says: 'Type how long the crack is.', at: 'Crack length' };
    if (!draft.transferLayer) return { says: 'Say how the transfer layer looks.', at: 'Transfer layer' };
    if (!draft.marks) return { says: 'Say whether the wear marks are still there.', at: 'Wear marks' };
    return [body];
  };
  const isLookedAt = draft.crack !== '' || draft.transferLayer !== '' || draft.marks !== '';
  /** The same with what is usual said of its faces; not once anything has been said of them. */
  const makeUsual = () =>
    body && !isLookedAt && body.thicknessesMm.length === POINTS.length && !(byWeight && massKg === null)
      ? [body]
      : null;
  return {
    draft,
    change,
    clear,
    /** Types a figure: from then on the reading is one by hand. */
    typeFigure: (key: string, text: string): void =>
      change({ figures: { ...draft.figures, [key]: text }, instrument: 'byHand' }),
    selected,
    select,
    take,
    make,
    makeUsual,
    places,
    placesChoice,
    corner,
    rotorPair,
    isStanding: standing !== undefined,
    last: readingBefore(logbook, s.car, 'rotorMeasurement', corner, s.job.id),
    knownDiscardMm,
    discardMm,
    byWeight,
    massKg,
    runoutMm: read(draft.figures.runout, 'length'),
    judged,
    findings: worstFirst(judged?.findings ?? []),
  };
}
export type Rotor = ReturnType<typeof useRotor>;
