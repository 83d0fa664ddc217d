/** The bedding sheet: what was done to which pair, application by application, what the faces said, and who accepted it. */
import type { BeddingBegun, Logbook, UnitSystem } from '@calvik/core';
import { runState } from '@calvik/core/bedding';
import { dateIn, longDate } from '@calvik/core/calendar';
import { axleParts } from '@calvik/core/inventory';
import { carLabel } from '@calvik/core/logbook';
import {
  applicationText,
  authorNames,
  beddingCheckTexts,
  beddingWordTexts,
  coolingText,
  decisionNames,
  drivenAtNames,
  faceSeenTexts,
  faultNames,
  placesText,
  seriesText,
  speedSourceNames,
} from '../bedding';
import { findingText } from '../findings';
import { axleNames, cornerNames } from '../names';
import { sayTo } from '../reader';
import { counted, list } from '../texts';
import type { SheetSection } from './service-sheet/types';

export interface BeddingSheet {
  title: string;
  shop: string;
  car: string;
  plate: string;
  customer: string;
  date: string;
  statusLine: string;
  isAccepted: boolean;
  sections: SheetSection[];
  /** Photos of the faces, by their ids. */
  photoIds: string[];
  signature: string;
  caution: string;
}

const sideNames = { inner: 'inner face', outer: 'outer face' } as const;

export function beddingSheet(logbook: Logbook, run: BeddingBegun, units: UnitSystem): BeddingSheet | null {
  const car = logbook.cars.get(run.carId);
  if (!car) return null;
  const say = sayTo({ units, timeZone: logbook.shop.timeZone });
  const { cycles, looks, lacks, next } = runState(logbook, run);
  const isAccepted = next === 'over';
  const name = (id: string): string => logbook.crew.get(id)?.name ?? 'somebody unknown';
  const { procedure: p } = run;
  const sections: SheetSection[] = [
    {
      title: 'What was bedded',
      lines: run.axles.map((axle) => {
        const look = looks.findLast((l) => l.axle === axle);
        const now = axleParts(logbook, car, axle);
        const pads = look ? logbook.padSets.get(look.padSetId ?? '') : now.padSet;
        const rotors = look ? logbook.rotorPairs.get(look.rotorPairId ?? '') : now.rotorPair;
        const compound = logbook.compounds.get(pads?.compoundId ?? '');
        return `${axleNames[axle]}: pads ${pads?.label ?? 'without a label'}${compound ? ` (${compound.name})` : ''} on rotors ${rotors?.label ?? 'without a label'}`;
      }),
      table: null,
    },
    {
      title: 'Procedure',
      lines: [
        `${p.name}, ${authorNames[p.author].toLowerCase()}${p.source ? `: ${p.source}` : ''}, ${p.procedureVersion === 0 ? 'as it comes with Calvik' : `version ${p.procedureVersion}`}`,
        // The letters of the sheet have no arrow.
        ...p.series.map((s) => seriesText(s, say).replace(' → ', ' to ')),
        `${coolingText(p, say)}; ${counted(p.cycles, 'cycle')} usual; allowed on ${placesText(p.places)}`,
        ...(run.reason ? [`Chosen because: ${run.reason}`] : []),
        `${drivenAtNames[run.place]}, air ${say.value(run.airTempC, 'temperature')}, ducts ${run.hasTapedDucts ? 'taped' : 'not taped'}`,
        `Before: ${list(run.checks.map((c) => beddingCheckTexts[c].toLowerCase()))}`,
      ],
      table: null,
    },
    ...cycles.map((c): SheetSection => {
      const done = c.applications.filter((a) => a.isCounted).length;
      return {
        title: `Cycle ${c.cycle}: ${done} of ${c.wanted}`,
        lines: [
          `${speedSourceNames[c.speedFrom]}; cooled ${Math.round(c.cooledS / 60)} of ${Math.round(c.coolingWantedS / 60)} min rolling`,
          ...(c.hotStops > 0
            ? [`Stopped on hot pads: ${c.hotStops === 1 ? 'once' : counted(c.hotStops, 'time')}`]
            : []),
          ...(c.endedBecause ? [`Ended before it was through: ${c.endedBecause}`] : []),
        ],
        table: {
          head: ['', 'From', 'To', 'Effort', 'Front face', 'Rear face', 'Judged'],
          rows: c.applications.map((a, i) => [
            String(i + 1),
            a.isTapped ? '' : say.value(Math.round(a.fromKmh), 'speed'),
            a.isTapped ? '' : say.value(Math.round(a.toKmh), 'speed'),
            a.isTapped ? '' : `${a.decelG.toFixed(2)} g`,
            a.faceC ? say.value(Math.round(a.faceC.front), 'temperature') : '',
            a.faceC ? say.value(Math.round(a.faceC.rear), 'temperature') : '',
            a.isTapped
              ? applicationText(a, say)
              : `${a.isCounted ? 'counted' : 'not counted'}${a.faults.length > 0 ? `: ${list(a.faults.map((f) => faultNames[f]))}` : ''}`,
          ]),
        },
      };
    }),
    ...looks.map((l): SheetSection => ({
      title: `The look, ${axleNames[l.axle]}: ${decisionNames[l.decision]}`,
      lines: [
        ...l.faces.map(
          (f) =>
            `${cornerNames[f.corner]}, ${sideNames[f.side]}: ${list(f.seen.map((s) => faceSeenTexts[s].name.toLowerCase()))}`,
        ),
        ...(l.driverSays.length > 0
          ? [`Driver: ${list(l.driverSays.map((w) => beddingWordTexts[w].toLowerCase()))}`]
          : []),
        ...(l.reason ? [`Because: ${l.reason}`] : []),
        `${name(l.by)}, ${say.moment(l.at)}`,
      ],
      table: null,
    })),
  ];
  const accepted = looks.findLast((l) => l.decision === 'accept');
  return {
    title: 'Bedding sheet',
    shop: logbook.shop.name,
    car: carLabel(logbook, car.id),
    plate: car.plate,
    customer: logbook.customers.get(car.customerId)?.name ?? '',
    date: longDate(dateIn(run.at, logbook.shop.timeZone)),
    isAccepted,
    statusLine: isAccepted
      ? 'BEDDED. Looked at and accepted.'
      : looks.length === 0
        ? 'NOT BEDDED YET. Nobody has looked at the faces.'
        : `NOT BEDDED YET.${lacks ? ` ${findingText(lacks, say)}` : ''}`,
    sections,
    photoIds: looks.flatMap((l) => l.photoIds),
    signature: isAccepted && accepted ? `${name(accepted.by)}, ${say.moment(accepted.at)}` : '',
    caution:
      'Face temperatures are computed, not measured. The makers’ sheets of pads and rotors come first. A layer wears off with cold driving and with another compound: bed again then.',
  };
}

/** The applications of a run as rows of a table: metric, as they were stored. */
export const beddingRows = (logbook: Logbook, run: BeddingBegun): object[] =>
  runState(logbook, run).cycles.flatMap((c) =>
    c.applications.map((a, i) => ({
      cycle: c.cycle,
      application: i + 1,
      'start s': a.startS,
      'duration s': a.seconds,
      'from km/h': a.fromKmh,
      'to km/h': a.toKmh,
      'effort g': a.decelG,
      counted: a.isCounted ? 'yes' : 'no',
      tapped: a.isTapped ? 'yes' : 'no',
      faults: a.faults.map((f) => faultNames[f]).join('; '),
      'front face °C': a.faceC?.front ?? '',
      'rear face °C': a.faceC?.rear ?? '',
    })),
  );
