import {
  type Fact,
  type Logbook,
  actionNames,
  checkName,
  complaintWords,
  cornerNames,
  crackWords,
  feelNames,
  transferLayerWords,
  methodNames,
  subjectNames,
  thinnestEnd,
  workName,
} from '@calvik/core';
import type { Units } from '../../state/hooks';

type ServiceFact = Exclude<
  Fact,
  {
    kind:
      | 'boilingTest'
      | 'moistureReading'
      | 'fluidExchange'
      | 'systemCleared'
      | 'bottleOpened'
      | 'bottleLevel'
      | 'withdrawal';
  }
>;

/** One fact of a guided service, or of the waste container, as a line of the history. */
export function serviceFactLine(fact: ServiceFact, logbook: Logbook, { show }: Units): { title: string; text: string } {
  const set = (id: string | null): string => logbook.padSets.get(id ?? '')?.label ?? 'no label';
  const pair = (id: string | null): string => logbook.rotorPairs.get(id ?? '')?.label ?? 'no label';
  switch (fact.kind) {
    case 'pedalCheck':
      return {
        title: `Pedal ${feelNames[fact.feel]}`,
        text: fact.moment === 'gate' ? 'Pedal gate' : 'Before the work',
      };
    case 'reservoirSeen':
      return {
        title: `Reservoir at ${show(fact.levelMl, 'volume')}`,
        text: `${fact.moment === 'final' ? 'Set' : 'As it came'}, ${fact.colour}`,
      };
    case 'driverReport':
      return {
        title: 'Driver’s report',
        text:
          [...fact.complaints.map((c) => complaintWords[c].says), fact.words].filter(Boolean).join('; ') ||
          'No complaints',
      };
    case 'checksDone': {
      const faults = fact.items.filter((i) => i.result === 'fault').map((i) => checkName(i.check));
      return {
        title: 'List gone through',
        text: faults.length > 0 ? `Not in order: ${faults.join('; ')}` : 'All in order',
      };
    }
    case 'padMeasurement':
      return {
        title: `Pads, ${cornerNames[fact.corner]}: ${show(thinnestEnd(fact.inner), 'length')} and ${show(thinnestEnd(fact.outer), 'length')}`,
        text: fact.padSetId ? `Set ${set(fact.padSetId)}` : '',
      };
    case 'rotorMeasurement':
      return {
        title: `Rotor, ${cornerNames[fact.corner]}: ${show(Math.min(...fact.thicknessesMm), 'length', 2)} at the thinnest`,
        text: `${crackWords[fact.crack]}, ${transferLayerWords[fact.transferLayer].name.toLowerCase()}`,
      };
    case 'partsDecision':
      return {
        title: `${subjectNames[fact.subject]}, ${fact.corner ? cornerNames[fact.corner] : `${fact.axle} axle`}: ${actionNames[fact.action].toLowerCase()}`,
        text: fact.reason,
      };
    case 'pistonsRetracted':
      return { title: `Pistons back, ${fact.axle}`, text: `${show(fact.drawnOffMl, 'volume')} drawn off first` };
    case 'partsFitted':
      return {
        title: `On the ${fact.axle} axle: pads ${set(fact.padSetId)}, rotors ${pair(fact.rotorPairId)}`,
        text: '',
      };
    case 'exchangeBegun':
      return { title: fact.scope === 'full' ? 'Exchange begun' : 'Bleed begun', text: methodNames[fact.method] };
    case 'leakDownTest':
      return { title: 'Seal held', text: `${fact.readings.length} readings` };
    case 'nippleBled':
      return {
        title: `Drawn ${show(fact.volumeMl, 'volume')}, ${cornerNames[fact.corner]}`,
        text: fact.isShut ? 'BleedNipple shut' : 'BleedNipple open',
      };
    case 'torqueSet':
      return {
        title: `Torque, ${fact.fastenerKey}, ${fact.corner}`,
        text: fact.readingsNm.map((nm) => show(nm, 'torque')).join(', '),
      };
    case 'stepSkipped':
      return { title: 'Step skipped', text: fact.reason };
    case 'stepHandedOver':
      return { title: 'Step handed over', text: `To ${logbook.crew.get(fact.toCrewId)?.name ?? 'somebody'}` };
    case 'holdWaived':
      return { title: 'Let pass', text: `${fact.finding} ${fact.reason}` };
    case 'carReleased':
      return { title: 'Car released', text: `${fact.openItems.length} items open and known` };
    case 'photoTaken':
      return { title: 'Photo', text: '' };
    case 'workDone':
      return {
        title: `Done: ${fact.items.map((key) => workName(key)).join(', ')}`,
        text: fact.minutes === null ? '' : `Took ${fact.minutes} min`,
      };
    case 'wearPartUsed':
      return {
        title: `${fact.count} × ${logbook.wearParts.get(fact.wearPartId)?.name ?? 'wear part'} used`,
        text: '',
      };
    case 'stockCounted':
      return { title: `Counted: ${fact.count}`, text: logbook.wearParts.get(fact.wearPartId)?.name ?? '' };
    case 'goodsReceived':
      return {
        title: `${fact.count} received`,
        text: logbook.orders.get(fact.orderId)?.lines[fact.line]?.name ?? '',
      };
    case 'wasteHandedOver':
      return { title: `${show(fact.volumeMl, 'volume')} handed over`, text: fact.to };
  }
}
