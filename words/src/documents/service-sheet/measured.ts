/** Pads and rotors: as they were measured, and drawn as they are on the car now. */
import type { Corner, CornerState } from '@calvik/core';
import { rotorHistoryAt } from '@calvik/core/inventory';
import { axleOfCorner, corners } from '@calvik/core/model';
import { thinnestEnd, usualNewPadMm } from '@calvik/core/pads';
import { discardThicknessMm } from '@calvik/core/rotors';
import { measuredIn, measurementKinds } from '@calvik/core/service';
import { cornerNames, padConditionWords, facesText } from '../../names';
import { capital } from '../../texts';
import { measurementWords } from '../../measurements';
import type { SheetBar, SheetCorner, SheetSection } from './types';
import type { SheetWriter } from './writer';

type Table = NonNullable<SheetSection['table']>;
const NOT_MEASURED = 'not measured';

/** The discard thickness of what is on a corner, mm: by its label, or as somebody read it off the hat. */
const discardAt = ({ logbook, s }: SheetWriter, corner: Corner): number | null =>
  discardThicknessMm(s.corners.corners[corner].rotorPair, rotorHistoryAt(logbook, s.car, corner).readings);

export function padsTable({ s, show, logbook }: SheetWriter): Table {
  return {
    head: ['Corner', 'Set', 'Inner', 'Outer', 'On the car now', 'Limit', 'Seen'],
    rows: corners.map((c) => {
      const m = measuredIn(s.facts, 'padMeasurement', c);
      const state = s.corners.corners[c];
      const seen = m
        ? [...new Set([...m.inner.conditions, ...m.outer.conditions])].map((x) => padConditionWords[x].name)
        : [];
      const isUnseen = m?.inner.isSeen === false || m?.outer.isSeen === false;
      const measuredSet = logbook.padSets.get(m?.padSetId ?? '')?.label;
      // What nobody measured stands there as such.
      const figure = (value: number | undefined): string =>
        m ? `${m.isThinnestOnly ? 'thinnest ' : ''}${show(value, 'length')}` : NOT_MEASURED;
      return [
        cornerNames[c],
        [...new Set([measuredSet ?? 'no label', state.padSet?.label ?? 'no label'])].join(', now '),
        figure(m ? thinnestEnd(m.inner) : undefined),
        figure(m ? thinnestEnd(m.outer) : undefined),
        state.padMm === null ? NOT_MEASURED : show(state.padMm, 'length'),
        show(state.spec.limitMm, 'length'),
        seen.join(', ') || (isUnseen ? 'not looked at' : m?.inner.isSeen && m.outer.isSeen ? 'clean' : '–'),
      ];
    }),
  };
}

export function rotorsTable(w: SheetWriter): Table {
  const { s, show, fine, units, logbook } = w;
  return {
    head: ['Corner', 'Rotors', 'Thinnest', 'On the car now', 'Discard', 'Variation', 'Run-out', 'Lip', 'Seen'],
    rows: corners.flatMap((c) => {
      if (s.car[axleOfCorner(c)].brake === 'drum') return [];
      const m = measuredIn(s.facts, 'rotorMeasurement', c);
      const state = s.corners.corners[c];
      const measuredPair = logbook.rotorPairs.get(m?.rotorPairId ?? '')?.label;
      const label = [...new Set([measuredPair ?? 'no label', state.rotorPair?.label ?? 'no label'])].join(', now ');
      const discard = discardAt(w, c);
      const now = state.rotorMm === null ? NOT_MEASURED : fine(state.rotorMm);
      const limit = discard === null ? 'not known' : fine(discard);
      if (!m) return [[cornerNames[c], label, NOT_MEASURED, now, limit, '–', '–', '–', '–']];
      return [
        [
          cornerNames[c],
          label,
          fine(Math.min(...m.thicknessesMm)),
          now,
          limit,
          // One point is a thickness, not a variation.
          m.thicknessesMm.length < 2
            ? '–'
            : show(Math.max(...m.thicknessesMm) - Math.min(...m.thicknessesMm), 'length', units === 'metric' ? 3 : 4),
          fine(m.runoutMm),
          fine(m.lipMm),
          facesText(m).toLowerCase(),
        ],
      ];
    }),
  };
}

/** The measured checks that have a folder of their own, each with its rows. */
export const otherTables = ({ s, say }: SheetWriter): { title: string; table: Table }[] =>
  measurementKinds.map((kind) => {
    const { title, head, cells } = measurementWords[kind];
    return {
      title,
      table: {
        head: ['Corner', ...head],
        rows: corners.flatMap((c) => {
          const reading = measuredIn(s.facts, kind, c);
          return reading ? [[cornerNames[c], ...cells(reading, s.sheet, say)]] : [];
        }),
      },
    };
  });

function padBars({ show }: SheetWriter, { pads, padMm, spec }: CornerState): SheetBar[] {
  const limit = `limit ${show(spec.limitMm, 'length')}`;
  const bar = (label: string, mm: number | null): SheetBar => ({
    label,
    text: mm === null ? `${NOT_MEASURED}, ${limit}` : `${show(mm, 'length')}, ${limit}`,
    scale: { newMm: spec.newMm ?? Math.max(usualNewPadMm(spec.brake), mm ?? 0), limitMm: spec.limitMm, readingMm: mm },
  });
  if (!pads || pads.isThinnestOnly) return [bar('Pads', padMm)];
  const [a, b] = spec.brake === 'drum' ? ['Leading', 'Trailing'] : ['Inner', 'Outer'];
  return [bar(a!, thinnestEnd(pads.inner)), bar(b!, thinnestEnd(pads.outer))];
}

function rotorBar(w: SheetWriter, { corner, rotorMm, rotorPair }: CornerState): SheetBar {
  const limitMm = discardAt(w, corner);
  const is = rotorMm === null ? NOT_MEASURED : w.fine(rotorMm);
  return {
    label: 'Rotor',
    text: `${is}, ${limitMm === null ? 'discard not known' : `discard ${w.fine(limitMm)}`}`,
    scale:
      limitMm === null
        ? null
        : { newMm: rotorPair?.newThicknessMm ?? Math.max(limitMm + 2, rotorMm ?? 0), limitMm, readingMm: rotorMm },
  };
}

/** Four corners with their limit bars, as they are on the car now. */
export const cornerDrawing = (w: SheetWriter): SheetCorner[] =>
  corners.map((corner) => {
    const state = w.s.corners.corners[corner];
    return {
      corner,
      name: capital(cornerNames[corner]),
      bars: [...padBars(w, state), ...(w.s.car[state.axle].brake === 'drum' ? [] : [rotorBar(w, state)])],
    };
  });
