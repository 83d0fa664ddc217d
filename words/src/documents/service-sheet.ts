/** The service sheet: what a customer and an inspector read. */
import {
  type Dimension,
  type Fact,
  type Finding,
  type FluidExchange,
  type Logbook,
  type PedalCheck,
  type ReservoirSeen,
  type ServiceJudgement,
  type UnitSystem,
  axleOfCorner,
  axles,
  corners,
  dateIn,
  judgeLevel,
  longDate,
  measuredIn,
  measurementKinds,
  wasteOf,
} from '@calvik/core';
import { fastenerNames, findingText } from '../findings';
import {
  actionNames,
  bubbleNames,
  checkNames,
  complaintWords,
  cornerNames,
  crackNames,
  feelNames,
  methodNames,
  padConditionWords,
  patternText,
  placeName,
  subjectNames,
  transferLayerWords,
} from '../names';
import { sayTo } from '../reader';
import { measurementSections } from './measurements';

/** One part of the sheet: sentences, a table, or both. */
export interface SheetSection {
  title: string;
  lines: string[];
  table: { head: string[]; rows: string[][] } | null;
}

/** The service sheet as it is printed: nothing in it has to be worked out again. */
export interface ServiceSheet {
  title: string;
  shop: string;
  customer: string;
  car: string;
  plate: string;
  event: string;
  date: string;
  units: UnitSystem;
  status: 'released' | 'notReleased' | 'reopened';
  statusLine: string;
  sections: SheetSection[];
  signature: string;
  caution: string;
}

const CAUTION =
  'Calvik advises, it certifies nothing. The maker’s manual, local codes and licensed workshops come first.';
const RETORQUE = 'Re-torque wheel nuts and caliper bolts after the first session.';

/** Exchanges of the same job before its last one. */
const earlierExchanges = (facts: readonly Fact[], lastId: string): FluidExchange[] =>
  facts.filter((f): f is FluidExchange => f.kind === 'fluidExchange' && f.id !== lastId);

/**
 * What a customer and an inspector read: found, done, measured before and after, fluid with bottle and grade, torque table, pedal,
 * what was let pass and by whom, what is due next.
 * @param units the customer's own, or those of whoever asks
 */
export function serviceSheet(logbook: Logbook, s: ServiceJudgement, units: UnitSystem): ServiceSheet {
  const { car, facts, job, gate } = s;
  const { timeZone } = logbook.shop;
  const say = sayTo({ units, timeZone });
  const show = (value: number | null | undefined, dimension: Dimension, digits?: number): string =>
    value === null || value === undefined ? '–' : say.value(value, dimension, digits);
  const fasteners = fastenerNames(s.sheet.fasteners);
  const tell = (finding: Finding): string => findingText(finding, say, fasteners);
  const name = (crewId: string): string => logbook.crew.get(crewId)?.name ?? 'somebody unknown';
  const when = say.moment;
  const last = <K extends Fact['kind']>(kind: K): Extract<Fact, { kind: K }> | undefined =>
    facts.findLast((f) => f.kind === kind) as Extract<Fact, { kind: K }> | undefined;
  const final = facts.findLast((f): f is ReservoirSeen => f.kind === 'reservoirSeen' && f.moment === 'final');
  const sections: SheetSection[] = [];
  const add = (title: string, lines: string[], table: SheetSection['table'] = null): void => {
    const rows = table && table.rows.length > 0 ? table : null;
    if (lines.length > 0 || rows) sections.push({ title, lines, table: rows });
  };

  // Found
  const found: string[] = [];
  if (s.baseline) found.push(`Pedal on arrival: ${feelNames[s.baseline.feel]}.`);
  const report = last('driverReport');
  for (const c of report?.complaints ?? []) found.push(`Driver: ${complaintWords[c].says.toLowerCase()}.`);
  if (report?.words) found.push(`Driver, in own words: ${report.words}`);
  const intake = facts.find((f) => f.kind === 'reservoirSeen' && f.moment === 'intake');
  if (intake?.kind === 'reservoirSeen')
    found.push(
      `Reservoir: ${show(intake.levelMl, 'volume')}, ${intake.colour}${intake.basket ? `, basket ${intake.basket}` : ''}.`,
    );
  const boil = facts.find((f) => f.kind === 'boilingTest');
  if (boil?.kind === 'boilingTest') found.push(`Fluid boiled at ${show(boil.readingC, 'temperature')} on arrival.`);
  const pen = facts.find((f) => f.kind === 'moistureReading');
  if (pen?.kind === 'moistureReading') found.push(`Moisture pen: ${pen.waterPercent.toFixed(1)} % water.`);
  for (const r of s.recommendations) for (const f of r.findings) if (f.verdict !== 'inOrder') found.push(tell(f));
  if (final) for (const f of judgeLevel(car, final, null)) found.push(tell(f));
  for (const fact of facts) {
    if (fact.kind !== 'checksDone') continue;
    for (const item of fact.items)
      if (item.result === 'fault' && !item.corner)
        found.push(`${checkNames[item.check]}: not in order. ${item.remark}`.trim());
  }
  add('Found', [...new Set(found)]);

  // Done
  const done: string[] = [];
  for (const p of s.recommendations) {
    if (!p.decision) continue;
    const where = placeName(p.corner ? { corner: p.corner } : { axle: p.axle });
    done.push(
      `${subjectNames[p.subject]}, ${where}: ${actionNames[p.decision.action].toLowerCase()}. ${p.decision.reason}`,
    );
  }
  for (const axle of axles) {
    const fitted = facts.findLast((f) => f.kind === 'partsFitted' && f.axle === axle);
    if (fitted?.kind !== 'partsFitted') continue;
    const pads = logbook.padSets.get(fitted.padSetId ?? '');
    const rotors = logbook.rotorPairs.get(fitted.rotorPairId ?? '');
    done.push(
      `Fitted, ${axle} axle: ${pads ? `pads ${pads.label} (${pads.compound})` : 'pads without a label'}, ${rotors ? `rotors ${rotors.label}` : 'rotors without a label'}.`,
    );
  }
  add('Done', done);

  // Measured
  add('Pads, friction material', [], {
    head: ['Corner', 'Inner', 'Outer', 'On the car now', 'Limit', 'Seen'],
    rows: corners.flatMap((c) => {
      const m = measuredIn(facts, 'padMeasurement', c);
      const state = s.corners.corners[c];
      const seen = m
        ? [...new Set([...m.inner.conditions, ...m.outer.conditions])].map((x) => padConditionWords[x].name)
        : [];
      // What nobody measured stands there as such.
      const figure = (value: number | undefined): string => (m ? show(value, 'length') : 'not measured');
      return [
        [
          cornerNames[c],
          figure(m?.inner.thicknessMm),
          figure(m?.outer.thicknessMm),
          show(state.padMm, 'length'),
          show(state.spec.limitMm, 'length'),
          seen.join(', ') || '–',
        ],
      ];
    }),
  });
  add('Rotors', [], {
    head: ['Corner', 'Thinnest', 'On the car now', 'Discard', 'Variation', 'Run-out', 'Lip', 'Cracks, transfer layer'],
    rows: corners.flatMap((c) => {
      const m = measuredIn(facts, 'rotorMeasurement', c);
      const state = s.corners.corners[c];
      if (car[axleOfCorner(c)].brake === 'drum') return [];
      if (!m) return [[cornerNames[c], 'not measured', '–', '–', '–', '–', '–', '–']];
      return [
        [
          cornerNames[c],
          show(Math.min(...m.thicknessesMm), 'length', units === 'metric' ? 2 : 4),
          show(state.rotorMm, 'length', units === 'metric' ? 2 : 4),
          show(state.rotorPair?.discardThicknessMm, 'length', units === 'metric' ? 2 : 4),
          // One point is a thickness, not a variation.
          m.thicknessesMm.length < 2
            ? '–'
            : show(Math.max(...m.thicknessesMm) - Math.min(...m.thicknessesMm), 'length', units === 'metric' ? 3 : 4),
          show(m.runoutMm, 'length', units === 'metric' ? 2 : 4),
          show(m.lipMm, 'length', units === 'metric' ? 2 : 4),
          `${crackNames[m.crack].toLowerCase()}, ${transferLayerWords[m.transferLayer].name.toLowerCase()}`,
        ],
      ];
    }),
  });

  for (const kind of measurementKinds) {
    const { title, head, cells } = measurementSections[kind];
    add(title, [], {
      head: ['Corner', ...head],
      rows: corners.flatMap((c) => {
        const reading = measuredIn(facts, kind, c);
        return reading ? [[cornerNames[c], ...cells(reading, s.sheet, say)]] : [];
      }),
    });
  }

  // Fluid
  const { begun } = s.exchange;
  if (begun) {
    const used = [
      ...new Set(s.exchange.steps.flatMap((x) => (x.drawn ? [x.drawn.bottleId] : [])).concat(begun.bottleId)),
    ];
    const fluids = used.map((id) => {
      const bottle = logbook.bottles.get(id);
      const fluid = logbook.fluids.get(bottle?.fluidId ?? '');
      return `${bottle?.label ?? 'bottle unknown'}, ${fluid ? `${fluid.name}, ${fluid.grade}, ${show(fluid.dryBoilingPointC, 'temperature')} dry, ${show(fluid.wetBoilingPointC, 'temperature')} wet` : 'fluid unknown'}`;
    });
    const left = s.exchange.leftOldPercent;
    add(
      'Fluid',
      [
        `${begun.scope === 'full' ? 'Flush' : 'Bleed'}, ${methodNames[begun.method].toLowerCase()}. Old fluid drawn: ${show(s.exchange.wasteMl, 'volume')}.`,
        ...fluids.map((f) => `Bottle ${f}.`),
        ...earlierExchanges(facts, begun.id).map(
          (f) =>
            `Before that: ${f.scope === 'full' ? 'flush' : 'bleed'}, ${show(wasteOf(f), 'volume')} drawn, bottle ${[...new Set(f.corners.map((c) => logbook.bottles.get(c.bottleId)?.label ?? '?'))].join(', ')}.`,
        ),
        ...facts.flatMap((f) =>
          f.kind === 'reservoirToppedUp'
            ? [`Topped up ${show(f.volumeMl, 'volume')} from bottle ${logbook.bottles.get(f.bottleId)?.label ?? '?'}.`]
            : [],
        ),
        ...(s.exchange.restart ? [tell(s.exchange.restart.finding)] : []),
      ],
      {
        head: ['Bleed nipple', 'Drawn', 'Ran clean', 'Bubbles', 'Shut, capped', 'Old fluid left, by the model'],
        rows: s.exchange.steps.flatMap(({ drawn, nipple, corner }) =>
          drawn
            ? [
                [
                  `${cornerNames[corner]}${nipple === 'single' ? '' : `, ${nipple}`}`,
                  show(drawn.volumeMl, 'volume'),
                  drawn.ranClean ? 'yes' : 'no',
                  bubbleNames[drawn.bubbles].toLowerCase(),
                  drawn.isShut && drawn.isCapped ? 'yes' : 'no',
                  left ? `${left[corner].toFixed(0)} %` : '–',
                ],
              ]
            : [],
        ),
      },
    );
  }

  add('Torque', [], {
    head: ['Fastener', 'Corner', 'Figure', 'Clicks', 'Order', 'Wrench, calibrated', 'Source'],
    rows: s.torque.map(({ fastener: f, corner, set }) => [
      f.name,
      corner,
      f.torqueNm === null ? 'no figure' : say.both({ value: f.torqueNm, measure: 'torque' }),
      set ? set.readingsNm.map((nm) => say.value(nm, 'torque')).join(', ') : 'not torqued',
      patternText(f),
      set ? `${set.wrench}${set.calibratedOn ? `, ${say.date(set.calibratedOn)}` : ''}` : '–',
      f.source || '–',
    ]),
  });

  // Pedal and level
  const gates = facts.filter((f): f is PedalCheck => f.kind === 'pedalCheck' && f.moment === 'gate');
  const feelOf = (p: PedalCheck): string =>
    `${feelNames[p.feel]}${p.heldSeconds !== null ? `, held ${Math.round(p.heldSeconds)} s` : ''}${p.sinks ? ', sinks' : ''}`;
  const pedal: string[] = [];
  // A gate that was not passed stands before the good one.
  if (gates.length > 0)
    pedal.push(
      `Pedal before ${s.baseline ? feelNames[s.baseline.feel] : 'not noted'}, after ${gates.map(feelOf).join('; then ')}.`,
    );
  if (final)
    pedal.push(`Reservoir set to ${show(final.levelMl, 'volume')} of ${show(car.reservoirMaxMl, 'volume')} at MAX.`);
  add('Pedal and level', pedal);

  add('Open when released', [
    ...gate.stops.map((f) => `Stops the car: ${tell(f)}`),
    ...gate.holds.map(({ finding, waived }) =>
      waived
        ? `Waived by ${name(waived.by)}: ${tell(finding)} Reason: ${waived.reason}`
        : `Holds the car: ${tell(finding)}`,
    ),
    ...gate.open.map(tell),
  ]);

  const due = s.fluid.nextDue;
  add('Next', [
    RETORQUE,
    due ? `Fluid: ${due.work} due by ${longDate(due.on)}.` : 'Fluid: nothing falls due by the rules in force.',
    ...(s.event ? [`Look at the pads again after the first session at ${s.event.name}.`] : []),
  ]);

  const status = gate.isReleased ? 'released' : gate.isReopened ? 'reopened' : 'notReleased';
  const statusLine = {
    released: `Released by ${gate.signed ? `${name(gate.signed.by)}, ${when(gate.signed.at)}` : ''}`,
    reopened: 'Was released; something written down since holds it again',
    notReleased: 'Not released: this car is not to be driven',
  }[status];
  const customer = logbook.customers.get(car.customerId);
  return {
    title: 'Brake service sheet',
    shop: logbook.shop.name,
    customer: customer?.name ?? '',
    car: `${car.name} (${car.make} ${car.model}${car.year ? `, ${car.year}` : ''})`,
    plate: car.plate,
    event: s.event?.name ?? '',
    date: longDate(dateIn(gate.signed?.at ?? job.startAt, timeZone)),
    units,
    status,
    statusLine,
    sections,
    signature: gate.signed ? name(gate.signed.by) : '',
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
