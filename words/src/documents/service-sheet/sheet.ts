import type { Logbook, PedalCheck, ServiceJudgement, UnitSystem } from '@calvik/core';
import { layerOnAxle } from '@calvik/core/bedding';
import { dateIn, longDate } from '@calvik/core/calendar';
import { byTime, carLabel, ofKind } from '@calvik/core/logbook';
import { axles } from '@calvik/core/model';
import { axleNames, feelNames, jobNames, patternText, ruleOwnerNames } from '../../names';
import { layerStateNames } from '../../bedding';
import { factRemarks, factText } from '../../facts';
import { doneLines, foundLines } from './found';
import { fluidSections } from './fluid';
import { cornerDrawing, otherTables, padsTable, rotorsTable } from './measured';
import type { ServiceSheet, SheetSection } from './types';
import { type SheetWriter, sheetWriter } from './writer';

const CAUTION =
  'Calvik advises, it certifies nothing. The maker’s manual, local codes and licensed workshops come first.';
const RETORQUE = 'Re-torque wheel nuts and caliper bolts after the first session.';

/** What each fastener was tightened to, with which wrench, and where its figure stands. */
const torqueTable = ({ s, say }: SheetWriter): NonNullable<SheetSection['table']> => ({
  head: ['Fastener', 'Corner', 'Figure', 'Clicks', 'Order', 'Wrench, calibrated', 'Source'],
  rows: s.torque.map(({ fastener: f, corner, set }) => [
    f.name,
    corner,
    f.torqueNm === null ? 'no figure' : say.both({ value: f.torqueNm, measure: 'torque' }),
    set
      ? [
          set.readingsNm.map((nm) => say.value(nm, 'torque')).join(', '),
          f.angleDeg !== null && set.angleDone ? `then ${f.angleDeg}°` : '',
          set.newBolts ? 'new bolts' : '',
          set.threadLocker ? 'thread locker' : '',
        ]
          .filter(Boolean)
          .join('; ')
      : 'not torqued',
    patternText(f),
    set?.wrench ? `${set.wrench}${set.calibratedOn ? `, ${say.date(set.calibratedOn)}` : ''}` : '–',
    f.source || '–',
  ]),
});

/** The pedal before and after, with every gate that was tried, and the level as it was set last. */
function pedalLines({ s, show }: SheetWriter): string[] {
  const gates = ofKind(s.facts, 'pedalCheck').filter((f) => f.moment === 'gate');
  const feelOf = (p: PedalCheck): string =>
    `${feelNames[p.feel]}${p.heldSeconds !== null ? `, held ${Math.round(p.heldSeconds)} s` : ''}${p.sinks ? ', sinks' : ''}`;
  const final = ofKind(s.facts, 'reservoirSeen').findLast((f) => f.moment === 'final');
  return [
    // A gate that was not passed stands before the good one.
    ...(gates.length > 0
      ? [
          `Pedal before ${s.baseline ? feelNames[s.baseline.feel] : 'not noted'}, after ${gates.map(feelOf).join('; then ')}.`,
        ]
      : []),
    ...(final
      ? [`Reservoir set to ${show(final.levelMl, 'volume')} of ${show(s.car.reservoirMaxMl, 'volume')} at MAX.`]
      : []),
  ];
}

function openLines({ s, tell, crewName }: SheetWriter): string[] {
  const { gate } = s;
  return [
    ...gate.stops.map((f) => `Stops the car: ${tell(f)}`),
    ...gate.holds.map(({ finding, waived }) =>
      waived
        ? `Waived by ${crewName(waived.by)}: ${tell(finding)} Reason: ${waived.reason}`
        : `On hold: ${tell(finding)}`,
    ),
    ...gate.open.map(tell),
  ];
}

/** Whether the pairs that are on are bedded. */
function beddingLines({ logbook, s, tell }: SheetWriter): string[] {
  const { timeZone } = logbook.shop;
  const today = dateIn(s.facts.at(-1)?.at ?? s.job.startAt, timeZone);
  return axles.flatMap((axle) => {
    const { state, finding, since } = layerOnAxle(logbook, s.car, axle, today);
    const on = since && state === 'bedded' ? `, ${longDate(dateIn(since.at, timeZone))}` : '';
    return [`${axleNames[axle]}: ${layerStateNames[state].toLowerCase()}${on}.${finding ? ` ${tell(finding)}` : ''}`];
  });
}

/** What the crew said of single entries: an odd figure that is right, a step before its turn. */
const remarkLines = ({ logbook, s, say }: SheetWriter): string[] =>
  s.facts.flatMap((fact) => factRemarks(fact).map((remark) => `${factText(fact, logbook, say).title}. ${remark}`));

/** What was typed anew, or withdrawn, with what it had said: nothing that was read once is gone from the sheet. */
const correctedLines = ({ logbook, s, say, crewName }: SheetWriter): string[] =>
  [...logbook.replacedOfCar(s.car.id)]
    .filter(({ fact }) => fact.jobId === s.job.id)
    .sort((a, b) => byTime(a.fact, b.fact))
    .map(({ fact, by }) => {
      const { title, text } = factText(fact, logbook, say);
      const how = by.kind === 'withdrawal' ? 'Withdrawn' : 'Corrected';
      return `${[title, text].filter(Boolean).join(': ')}. Entered by ${crewName(fact.by)}. ${how} by ${crewName(by.by)}${by.because ? `: ${by.because.replace(/\.$/, '')}` : ''}.`;
    });

/** What falls due next, and whose rule says so. */
function nextLines({ s, tell }: SheetWriter): string[] {
  const due = s.fluid.nextDue;
  return [
    RETORQUE,
    due?.rule.reason.code === 'neverMet'
      ? tell(due.rule.reason)
      : due
        ? `Fluid: ${jobNames[due.work].toLowerCase()} due by ${longDate(due.on)} (${ruleOwnerNames[due.rule.owner]}). ${tell(due.rule.reason)}`
        : 'Fluid: nothing falls due by the rules in force.',
    ...(s.event ? [`Look at the pads again after the first session at ${s.event.name}.`] : []),
  ];
}

/**
 * What a customer and an inspector read: found, done, measured before and after, every exchange with its bottles, the torque table, the
 * pedal, what was waived and by whom, what is due next and by which rule.
 * @param units the customer's own, or those of whoever asks
 */
export function serviceSheet(logbook: Logbook, s: ServiceJudgement, units: UnitSystem): ServiceSheet {
  const w = sheetWriter(logbook, s, units);
  const { car, job, gate } = s;
  const sections: SheetSection[] = [];
  const add = (title: string, lines: string[], table: SheetSection['table'] = null): void => {
    const rows = table && table.rows.length > 0 ? table : null;
    if (lines.length > 0 || rows) sections.push({ title, lines, table: rows });
  };
  add('Found', foundLines(w));
  add('Done', doneLines(w));
  add('Pads, friction material', [], padsTable(w));
  add('Rotors', [], rotorsTable(w));
  for (const { title, table } of otherTables(w)) add(title, [], table);
  for (const { title, lines, table } of fluidSections(w)) add(title, lines, table);
  add('Torque', [], torqueTable(w));
  add('Pedal and level', pedalLines(w));
  add('Bedding', beddingLines(w));
  add('Open when released', openLines(w));
  add('Remarks', remarkLines(w));
  add('Corrected', correctedLines(w));
  add('Next', nextLines(w));

  const status = gate.isReleased ? 'released' : gate.isReopened ? 'reopened' : 'notReleased';
  const statusLine = {
    released: `Released by ${gate.signed ? `${w.crewName(gate.signed.by)}, ${w.say.moment(gate.signed.at)}` : ''}`,
    reopened: 'Was released; something written down since holds it again',
    notReleased: 'Not released: this car is not to be driven',
  }[status];
  return {
    title: 'Brake service sheet',
    shop: logbook.shop.name,
    customer: logbook.customers.get(car.customerId)?.name ?? '',
    car: `${carLabel(logbook, car.id)} (${car.make} ${car.model}${car.year ? `, ${car.year}` : ''})`,
    plate: car.plate,
    event: s.event?.name ?? '',
    date: longDate(dateIn(gate.signed?.at ?? job.startAt, logbook.shop.timeZone)),
    units,
    status,
    statusLine,
    corners: cornerDrawing(w),
    sections,
    signature: gate.signed ? w.crewName(gate.signed.by) : '',
    caution: CAUTION,
  };
}

/** The sheet as flat rows, for a table in any program: section, item, column, value. */
export const sheetRows = (sheet: ServiceSheet): { section: string; item: string; field: string; value: string }[] =>
  sheet.sections.flatMap(({ title, lines, table }) => [
    ...lines.map((value, i) => ({ section: title, item: String(i + 1), field: 'text', value })),
    ...(table?.rows ?? []).flatMap((row) =>
      row.slice(1).map((value, i) => ({ section: title, item: row[0]!, field: table!.head[i + 1]!, value })),
    ),
  ]);
