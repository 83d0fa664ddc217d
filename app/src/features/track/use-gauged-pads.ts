import { useState } from 'react';
import {
  type Corner,
  type Finding,
  type PadMeasurement,
  axleOfCorner,
  axleParts,
  brakeSheetOf,
  judgeThickness,
  padReadingsAt,
  padSpec,
  readInFull,
} from '@calvik/core';
import { capital, cornerNames } from '@calvik/words';
import { useLogbook, useWalk } from '../../state/hooks';
import { useDraft } from '../../state/use-draft';
import { type FigureField, useReadFigure } from '../../ui/figure-fields';
import { usePlaces } from '../service/use-places';
import type { PanelProps } from './use-look';

type Pad = 'inner' | 'outer' | 'thinnest';
type Key = `${Corner}.${Pad}`;
interface PadDraft {
  typed: Partial<Record<Key, string>>;
  /** Both pads of every corner are read, though the thinnest would be enough. */
  isBoth: boolean;
  why: string;
}

const thinnestOf = (m: PadMeasurement): number => Math.min(m.inner.thicknessMm, m.outer.thicknessMm);

/** The pads of a car as they are gauged in the paddock: which figures are asked, what is typed, what there is to say of it. */
export function useGaugedPads({ car, session, look }: Pick<PanelProps, 'car' | 'session' | 'look'>) {
  const logbook = useLogbook();
  const read = useReadFigure();
  const walk = useWalk();
  const { places } = usePlaces('gauge');
  const item = look.items.find((i) => i.kind === 'pads')!;
  const { draft, change, clear } = useDraft<PadDraft>(`look.${session.fact.id}.pads`, {
    typed: {},
    isBoth: false,
    why: '',
  });
  const inFull = readInFull(logbook, car);
  const gauged = walk.filter((c) => car[axleOfCorner(c)].brake !== 'drum');
  /** The figures of a corner that are asked for. */
  const padsOf = (corner: Corner): Pad[] =>
    draft.isBoth || inFull.includes(corner) ? ['inner', 'outer'] : ['thinnest'];
  const keys = gauged.flatMap((c) => padsOf(c).map((pad): Key => `${c}.${pad}`));
  const [selected, select] = useState<string>(
    () => keys.find((k) => item.left.includes(k.slice(0, 2) as Corner) && !draft.typed[k]) ?? keys[0] ?? '',
  );
  const judge = (corner: Corner, pad: Pad, thicknessMm: number): Finding => {
    const axle = axleOfCorner(corner);
    const spec = padSpec(logbook, car, brakeSheetOf(logbook, car), axle, axleParts(logbook, car, axle).padSet);
    return judgeThickness(thicknessMm, spec, corner, pad === 'thinnest' ? null : pad);
  };
  const mm = (key: Key): number | null => read(draft.typed[key], 'length');
  const fields = keys.map((key): FigureField => {
    const [corner, pad] = key.split('.') as [Corner, Pad];
    const last = padReadingsAt(logbook, car, corner).at(-1);
    const value = mm(key);
    return {
      key,
      label: `${corner} ${pad}${item.left.includes(corner) ? '' : ' ✓'}`,
      dimension: 'length',
      last: last ? (pad === 'thinnest' ? thinnestOf(last) : last[pad].thicknessMm) : null,
      digits: places,
      places,
      judge: (thicknessMm) => judge(corner, pad, thicknessMm).verdict,
      verdict: value === null ? 'inOrder' : judge(corner, pad, value).verdict,
    };
  });
  const on = keys.includes(selected as Key) ? (selected as Key) : keys[0];
  const liveMm = on === undefined ? null : mm(on);
  const typedOf = (corner: Corner): Pad[] => padsOf(corner).filter((pad) => draft.typed[`${corner}.${pad}`]?.trim());
  /** Corners of which all is typed that is asked. */
  const whole = gauged.filter((c) => typedOf(c).length === padsOf(c).length);
  const bodyOf = (corner: Corner, jobId: string) => {
    const face = (pad: 'inner' | 'outer') => ({
      thicknessMm: mm(`${corner}.${pad}`) ?? mm(`${corner}.thinnest`) ?? 0,
      otherEndMm: null,
      conditions: [],
    });
    const isThinnestOnly = padsOf(corner)[0] === 'thinnest';
    return {
      kind: 'padMeasurement' as const,
      carId: car.id,
      jobId,
      corner,
      padSetId: axleParts(logbook, car, axleOfCorner(corner)).padSet?.id ?? null,
      inner: face('inner'),
      outer: face('outer'),
      hatClearanceMm: null,
      instrument: 'byHand' as const,
      ...(isThinnestOnly ? { isThinnestOnly } : {}),
      ...(draft.why.trim() ? { explanation: draft.why.trim() } : {}),
    };
  };
  const half = gauged.find((c) => typedOf(c).length > 0 && !whole.includes(c));
  const bad = keys.find((k) => draft.typed[k]?.trim() && mm(k) === null);
  return {
    draft,
    change,
    fields,
    selected: on ?? '',
    select,
    live: on === undefined || liveMm === null ? null : judge(on.slice(0, 2) as Corner, on.split('.')[1] as Pad, liveMm),
    whole,
    bodyOf,
    /** What keeps it from being saved; null where nothing does. */
    missing: half
      ? `${capital(cornerNames[half])}: inner and outer, both.`
      : whole.length === 0
        ? 'Type what you read.'
        : bad
          ? `${bad.replace('.', ', ')}: cannot be read.`
          : null,
    isThinnest: keys.some((k) => k.endsWith('.thinnest')),
    /** Both pads of every corner; what has been typed of the thinnest is kept, and comes back. */
    readBoth: (isBoth: boolean): void => change({ isBoth }),
    left: item.left,
    emptied: (): void => {
      clear();
      change({ typed: {}, why: '' });
    },
  };
}
