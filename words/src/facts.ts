/** How the history tells a fact: one entry for every kind; a kind without one does not compile. */
import { timeIn } from '@calvik/core/calendar';
import { brakeSheetOf } from '@calvik/core/logbook';
import type { Fact, FactKind, Logbook, RepairDone } from '@calvik/core';
import { wasteOf } from '@calvik/core/inventory';
import { stepsByKey } from '@calvik/core/model';
import { thinnest, thinnestEnd } from '@calvik/core/pads';
import { limitValue } from '@calvik/core/service';
import { minutesOf } from '@calvik/core/sessions';
import { type FastenerNames, fastenerNames, findingText } from './findings';
import {
  actionNames,
  axleNames,
  checkNames,
  complaintWords,
  cornerNames,
  feelNames,
  limitChoice,
  limitNames,
  methodNames,
  padConditionWords,
  placeName,
  subjectNames,
  facesText,
} from './names';
import { actNames, faultTitle, proofName } from './condition';
import { evidenceText } from './diagnosis';
import { decisionNames, faceSeenTexts, speedSourceNames } from './bedding';
import { causeNames, decisionNames as goNames, faultNames as lookFaultNames, limitsText, lookNames } from './track';
import { heatInstrumentNames, heatReadText } from './heat';
import type { Say } from './reader';
import { stepName } from './steps';
import type { FactText } from './measurement-words';
import { measuredFactTexts } from './measurements';
import { moveText } from './queue-names';
import { counted, list } from './texts';
import { workName } from './work-names';

export type { FactText };
type Tell<K extends FactKind> = (fact: Extract<Fact, { kind: K }>, logbook: Logbook, say: Say) => FactText;

const nameOfStep = (key: string): string => {
  const step = stepsByKey.get(key);
  return step ? stepName(step) : key;
};
const padSet = (logbook: Logbook, id: string | null): string => logbook.padSets.get(id ?? '')?.label ?? 'no label';
const rotorPair = (logbook: Logbook, id: string | null): string =>
  logbook.rotorPairs.get(id ?? '')?.label ?? 'no label';
/** What fasteners of a car are called: on its own sheet, or on the usual one where nobody has entered it. */
const fastenersOf = (logbook: Logbook, carId: string): FastenerNames => {
  const car = logbook.cars.get(carId);
  return car ? fastenerNames(brakeSheetOf(logbook, car).fasteners) : new Map();
};

const limitText = (limit: Parameters<typeof limitValue>[0], figure: number, say: Say): string => {
  const value = limitValue(limit, figure);
  return typeof value === 'number' ? limitChoice(limit, value) : say.quantity(value);
};
const at = ({ axle, corner }: Pick<RepairDone, 'axle' | 'corner'>): string =>
  corner || axle ? `, ${placeName({ ...(corner ? { corner } : {}), ...(axle ? { axle } : {}) })}` : '';

const tellings: { [K in FactKind]: Tell<K> } = {
  boilingTest: (f, _, say) => ({
    title: `Boiled at ${say.value(f.readingC, 'temperature')}`,
    text: `${f.instrument === 'simulatedTester' ? 'Bench tester' : 'Read by hand'}, air ${say.value(f.ambientKpa, 'pressure')}`,
  }),
  moistureReading: (f) => ({
    title: `Pen: ${f.waterPercent.toFixed(1)} % water`,
    text: f.instrument === 'simulatedPen' ? 'Bench pen' : 'Read by hand',
  }),
  fluidExchange: (f, logbook, say) => {
    if (f.elsewhere)
      return {
        title: f.scope === 'full' ? 'Flush, done elsewhere' : 'Bleed, done elsewhere',
        text: [f.elsewhere.doneBy, logbook.fluids.get(f.elsewhere.fluidId ?? '')?.name ?? 'fluid not named']
          .filter(Boolean)
          .join('; '),
      };
    const bottles = [...new Set(f.corners.map((c) => c.bottleId))].map((b) => logbook.bottles.get(b));
    const names = bottles
      .map((b) => `${b?.label ?? '?'} (${logbook.fluids.get(b?.fluidId ?? '')?.name ?? 'unknown fluid'})`)
      .join(', ');
    const feel = (pedal: keyof typeof feelNames | null): string => (pedal ? feelNames[pedal] : 'not noted');
    return {
      title: f.scope === 'full' ? 'Flush' : 'Bleed',
      text: `${names}; ${say.value(wasteOf(f), 'volume')} out; pedal ${feel(f.pedalBefore)} → ${feel(f.pedalAfter)}`,
    };
  },
  heatReading: (f, logbook, say) => ({
    title: `${heatInstrumentNames[f.read.instrument]}: ${heatReadText(f.read, say)}`,
    text: logbook.venues.get(f.venueId)?.name ?? '',
  }),
  peakTakenOver: (f, logbook, say) => ({
    title: `Computed peak taken over: ${say.value(f.tempC, 'temperature')} instead of ${say.value(f.insteadOfC, 'temperature')}`,
    text: [logbook.venues.get(f.venueId)?.name, f.reason].filter(Boolean).join('; '),
  }),
  beddingBegun: (f) => ({ title: 'Bedding begun', text: f.procedure.name }),
  beddingDriven: (f) => {
    const counted_ = f.applications.filter((x) => x.isCounted).length;
    return {
      title: `Bedding, cycle ${f.cycle}: ${counted_} of ${f.wanted}`,
      text: [speedSourceNames[f.speedFrom], f.hotStops > 0 ? counted(f.hotStops, 'full stop') : '', f.endedBecause]
        .filter(Boolean)
        .join('; '),
    };
  },
  beddingLook: (f) => ({
    title: decisionNames[f.decision],
    text: [
      `${axleNames[f.axle]}: ${list([...new Set(f.faces.flatMap((x) => x.seen))].map((x) => faceSeenTexts[x].name.toLowerCase()))}`,
      f.reason,
    ]
      .filter(Boolean)
      .join('; '),
  }),
  repairDone: (f) => ({ title: `${actNames[f.repair]}${at(f)}`, text: f.words }),
  recheckDone: (f) => ({ title: `${proofName(f.proof)}${at(f)}: ${f.isRight ? 'yes' : 'no'}`, text: f.words }),
  faultLetPass: (f) => ({
    title: `Let pass ${f.until === 'nextSession' ? 'until after the next session' : 'until the end of the event'}: ${faultTitle(f.fault)}${at(f)}`,
    text: f.reason,
  }),
  limitMoved: (f, logbook, say) => ({
    title: `${limitNames[f.limit]}${f.label ? ` of ${f.label}` : ''} changed while the ${f.eventId === undefined ? 'service was open' : 'event ran'}`,
    text:
      f.limit === 'lead'
        ? 'Lead from then on'
        : f.limit === 'name'
          ? `Now ${logbook.crew.get(f.subject)?.name ?? f.label}`
          : `${limitText(f.limit, f.from, say)} before, ${f.to === null ? 'none' : limitText(f.limit, f.to, say)} now`,
  }),
  ductsUntaped: () => ({ title: 'Ducts untaped', text: '' }),
  sentForBedding: (f, logbook) => ({
    title: 'Sent to be bedded',
    text: `${padSet(logbook, f.padSetId)} with ${rotorPair(logbook, f.rotorPairId)} to ${f.to}, back on ${f.backOn}`,
  }),
  backFromBedding: (f, logbook) => ({
    title: f.isBedded ? 'Back, bedded' : 'Back, not bedded',
    text: `${padSet(logbook, f.padSetId)} with ${rotorPair(logbook, f.rotorPairId)}`,
  }),
  rotorsRefaced: (f, logbook) => ({
    title: f.how === 'turned' ? 'Rotors skimmed' : 'Rotors cleaned',
    text: rotorPair(logbook, f.rotorPairId),
  }),
  roadUse: (f) => ({ title: `${Math.round(f.km)} km on the road`, text: '' }),
  sessionDriven: (f, logbook, say) => ({
    title: `Session: ${f.laps === null ? `${Math.round(minutesOf(f))} min` : counted(f.laps, 'lap')}${f.isWet ? ', wet' : ''}`,
    text: [
      logbook.events.get(f.eventId)?.name ?? '',
      `air ${say.value(f.airTempC, 'temperature')}`,
      ...f.complaints.map((c) => complaintWords[c].says),
      f.words,
    ]
      .filter(Boolean)
      .join('; '),
  }),
  trackCheck: (f) => ({
    title: `${lookNames[f.check]}: ${
      f.faults.length === 0
        ? 'in order'
        : list(
            f.faults.map(
              (x) => `${lookFaultNames[x.fault].toLowerCase()}${x.corner ? `, ${cornerNames[x.corner]}` : ''}`,
            ),
          )
    }`,
    text: f.done,
  }),
  levelRead: (f, _, say) => ({
    title: `Level ${say.value(f.levelMl, 'volume')}`,
    text: f.toppedUpMl > 0 ? `Topped up ${say.value(f.toppedUpMl, 'volume')}` : '',
  }),
  sessionDecision: (f) => ({
    title: goNames[f.decision],
    text: [f.decision === 'limits' ? limitsText(f.limits) : '', f.reason].filter(Boolean).join('; '),
  }),
  diagnosisOpened: () => ({ title: 'Diagnosis begun', text: '' }),
  diagnosisChecked: (f) => ({ title: evidenceText({ check: f.check, outcome: f.outcome }), text: '' }),
  diagnosisClosed: (f) => ({ title: `It was: ${causeNames[f.cause].toLowerCase()}`, text: f.words }),
  queueMove: (f, logbook) => ({ title: moveText(logbook, f), text: 'In the paddock queue' }),
  queueOrdered: () => ({ title: 'Queue put in order by hand', text: '' }),
  crewAway: (f, logbook) => ({
    title: `${logbook.crew.get(f.crewId)?.name ?? 'Somebody'} away until ${timeIn(f.until, logbook.shop.timeZone)}`,
    text: f.why,
  }),
  referralWritten: (f) => ({
    title: `Referred to ${f.to}`,
    text: f.mayBeDriven ? 'May be driven there' : 'Not to be driven',
  }),
  caseWeightsReset: () => ({ title: 'Own cases set aside', text: '' }),
  eventClosed: (f) => ({ title: 'Event closed', text: f.advice }),
  systemCleared: (f) => ({ title: 'System cleared', text: f.workshop }),
  bottleOpened: () => ({ title: 'Bottle opened', text: '' }),
  bottleLevel: (f, _, say) => ({ title: `${say.value(f.leftMl, 'volume')} left`, text: 'Looked at' }),
  withdrawal: () => ({ title: 'Withdrawn', text: '' }),
  wasteHandedOver: (f, _, say) => ({ title: `${say.value(f.volumeMl, 'volume')} handed over`, text: f.to }),
  pedalCheck: (f) => ({
    title: `Pedal ${feelNames[f.feel]}`,
    text: f.moment === 'gate' ? 'Pedal check before release' : 'Before the work',
  }),
  reservoirSeen: (f, _, say) => ({
    title: `Reservoir at ${say.value(f.levelMl, 'volume')}`,
    text: `${f.moment === 'final' ? 'Set' : 'As it came'}, ${f.colour}`,
  }),
  driverReport: (f) => ({
    title: 'Driver’s report',
    text: [...f.complaints.map((c) => complaintWords[c].says), f.words].filter(Boolean).join('; ') || 'No complaints',
  }),
  checksDone: (f) => {
    const faults = f.items.filter((i) => i.result === 'fault');
    return {
      title: `${nameOfStep(f.step)}: ${counted(f.items.length, 'check')}`,
      text:
        faults
          .map((i) => `${checkNames[i.check]}${i.corner ? `, ${cornerNames[i.corner]}` : ''}: not in order`)
          .join('; ') || 'All in order',
    };
  },
  padMeasurement: (f, logbook, say) => ({
    title: f.isThinnestOnly
      ? `Pads, ${cornerNames[f.corner]}: ${say.value(thinnest(f), 'length')} at the thinnest`
      : `Pads, ${cornerNames[f.corner]}: ${say.value(thinnestEnd(f.inner), 'length')} and ${say.value(thinnestEnd(f.outer), 'length')}`,
    text: [
      f.padSetId ? `Set ${padSet(logbook, f.padSetId)}` : '',
      ...new Set([...f.inner.conditions, ...f.outer.conditions].map((c) => padConditionWords[c].name)),
    ]
      .filter(Boolean)
      .join('; '),
  }),
  rotorMeasurement: (f, _, say) => ({
    title: `Rotor, ${cornerNames[f.corner]}: ${say.fine({ value: Math.min(...f.thicknessesMm), measure: 'length' })} at the thinnest`,
    text: facesText(f),
  }),
  ...measuredFactTexts,
  partsDecision: (f) => ({
    title: `${subjectNames[f.subject]}, ${f.corner ? cornerNames[f.corner] : axleNames[f.axle]}: ${actionNames[f.action].toLowerCase()}`,
    text: f.reason,
  }),
  pistonsRetracted: (f, _, say) => ({
    title: `Pistons back, ${f.axle}`,
    text: `${say.value(f.drawnOffMl, 'volume')} drawn off first`,
  }),
  partsFitted: (f, logbook) => ({
    title: `On the ${axleNames[f.axle]}: pads ${padSet(logbook, f.padSetId)}, rotors ${rotorPair(logbook, f.rotorPairId)}`,
    text: '',
  }),
  exchangeBegun: (f) => ({ title: f.scope === 'full' ? 'Flush begun' : 'Bleed begun', text: methodNames[f.method] }),
  leakDownTest: (f) => ({ title: 'Leak-down test', text: counted(f.readings.length, 'reading') }),
  reservoirToppedUp: (f, logbook, say) => ({
    title: `Topped up ${say.value(f.volumeMl, 'volume')}`,
    text: `From bottle ${logbook.bottles.get(f.bottleId)?.label ?? '?'}`,
  }),
  nippleBled: (f, _, say) => ({
    title: `Bled ${say.value(f.volumeMl, 'volume')}, ${placeName({ corner: f.corner, nipple: f.nipple })}`,
    text: f.isShut ? 'Bleed nipple shut' : 'Bleed nipple open',
  }),
  clutchBled: (f, _, say) => ({
    title: `Clutch line bled, ${say.value(f.volumeMl, 'volume')}`,
    text: f.pedalReturns ? 'Pedal comes back' : 'Pedal does not come back',
  }),
  torqueSet: (f, logbook, say) => ({
    title: `${fastenersOf(logbook, f.carId).get(f.fastenerKey) ?? 'Fastener'}, ${cornerNames[f.corner]}: torqued`,
    text: f.readingsNm.map((nm) => say.value(nm, 'torque')).join(', '),
  }),
  stepSkipped: (f) => ({ title: `Skipped: ${nameOfStep(f.step)}`, text: f.reason }),
  stepHandedOver: (f, logbook) => ({
    title: `Handed over: ${nameOfStep(f.step)}`,
    text: `To ${logbook.crew.get(f.toCrewId)?.name ?? 'somebody'}`,
  }),
  holdWaived: (f, logbook, say) => ({
    title: 'Hold waived',
    text: `${findingText(f.finding, say, fastenersOf(logbook, f.carId))} ${f.reason}`,
  }),
  carReleased: (f) => ({ title: 'Car released', text: `${counted(f.openItems.length, 'item')} open and known` }),
  photoTaken: (f) => ({ title: 'Photo', text: nameOfStep(f.step) }),
  workDone: (f) => ({
    title: `Done: ${list(f.items.map((key) => workName(key)))}`,
    text: f.minutes === null ? '' : `Took ${f.minutes} min`,
  }),
  stockCounted: (f, logbook) => ({
    title: `Counted: ${f.count}`,
    text: logbook.wearParts.get(f.wearPartId)?.name ?? '',
  }),
  wearPartUsed: (f, logbook) => ({
    title: `${f.count} × ${logbook.wearParts.get(f.wearPartId)?.name ?? 'wear part'} used`,
    text: '',
  }),
  goodsReceived: (f, logbook) => ({
    title: `${f.count} received`,
    text: logbook.orders.get(f.orderId)?.lines[f.line]?.name ?? '',
  }),
};

/** One fact as a line of the history: what it is, and what it says. */
export const factText = (fact: Fact, logbook: Logbook, say: Say): FactText =>
  (tellings[fact.kind] as Tell<FactKind>)(fact as never, logbook, say);

/** What whoever wrote an entry down said about it: the answer to what was asked, why it came out of turn, and in own words. */
export function factRemarks(fact: Fact): string[] {
  const said = (key: 'explanation' | 'outOfTurn' | 'remark'): string =>
    key in fact ? ((fact as Partial<Record<typeof key, string>>)[key] ?? '') : '';
  return [
    said('explanation') && `Why it is so: ${said('explanation')}`,
    said('outOfTurn') && `Out of turn: ${said('outOfTurn')}`,
    said('remark'),
  ].filter(Boolean);
}
