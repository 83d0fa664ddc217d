import { type Axle, type BrakeSheet, type Car, type CheckName, type Fact, type PadSet, type RotorPair } from '../model';
import type { DecidedWork } from './decide';

export const groundChecks = (sheet: BrakeSheet): CheckName[] => [
  'nutsCracked',
  'chocked',
  'onStands',
  ...(sheet.parkingBrake === 'electric' ? (['parkingBrakeService'] as const) : []),
  'wheelsOff',
];

export const lookChecks = (sheet: BrakeSheet): CheckName[] => [
  'hoses',
  'seals',
  'leaks',
  'hubs',
  ...(sheet.hasDucts ? (['ductsSound'] as const) : []),
];

/** Joints are looked at under pressure while they can be reached, wheels turned while they hang free. Common practice, no source. */
export const downChecks = (sheet: BrakeSheet): CheckName[] => [
  'unionsUnderPedal',
  'wheelsTurnFree',
  ...(sheet.parkingBrake === 'electric' ? (['parkingBrakeNormal'] as const) : []),
  ...(sheet.hasDucts ? (['ductsFitted'] as const) : []),
  'wheelsOn',
];

export function retractChecks(car: Car, sheet: BrakeSheet, axle: Axle): CheckName[] {
  const { brake } = car[axle];
  if (brake === 'drum') return ['drumAdjuster'];
  return [
    'pistonsClean',
    ...(brake === 'fixedCaliper' ? (['oppositeHeld'] as const) : []),
    ...(axle === 'rear' && sheet.rearPistons === 'screwIn' ? (['notchesLinedUp'] as const) : []),
  ];
}

/** What is known of the parts that go on; null where they have no label: then everything is asked. */
export interface PartsGoingOn {
  padSet: PadSet | null;
  rotorPair: RotorPair | null;
}

/** The list of fitting: only what these pads and rotors have. */
export function fitChecks(
  car: Car,
  sheet: BrakeSheet,
  work: DecidedWork,
  axle: Axle,
  { padSet, rotorPair }: PartsGoingOn,
): CheckName[] {
  if (car[axle].brake === 'drum') return ['springs', 'drumAdjuster'];
  const isSlotted = rotorPair === null || rotorPair.face === 'slotted' || rotorPair.face === 'slottedAndDrilled';
  const pads: CheckName[] = [
    'faceToRotor',
    'innerOuter',
    ...(padSet?.isDirectional === false ? [] : (['direction'] as const)),
    'springs',
    'pins',
    'clips',
    'shims',
    ...(car[axle].brake === 'floatingCaliper' ? (['slidePinsGreased'] as const) : []),
    // Race pads have no slot for the sensor: it is tied up or left out.
    ...(sheet.hasWearSensors ? ([padSet?.hasSensorSlot === false ? 'sensorTiedUp' : 'sensorRefitted'] as const) : []),
    // Before any bleeding: pistons that stand back swallow the first strokes of the pedal. Common practice, no source.
    'pistonsHome',
  ];
  const rotors: CheckName[] = work.rotors[axle]
    ? [
        'hubFaceClean',
        'rotorClean',
        ...(rotorPair?.hasCurvedVanes === false ? [] : (['vanes'] as const)),
        ...(isSlotted ? (['slots'] as const) : []),
        ...(rotorPair?.isTwoPiece === false ? [] : (['bobbins'] as const)),
      ]
    : [];
  return [...pads, ...rotors];
}

/** Parts that were decided on for an axle, or are on it. */
export function decidedParts(
  facts: readonly Fact[],
  axle: Axle,
): { padSetId: string | null; rotorPairId: string | null } {
  const on = (subject: 'pads' | 'rotors') =>
    facts.findLast((f) => f.kind === 'partsDecision' && f.subject === subject && f.axle === axle && f.corner === null);
  const pads = on('pads');
  const rotors = on('rotors');
  return {
    padSetId: pads?.kind === 'partsDecision' ? pads.padSetId : null,
    rotorPairId: rotors?.kind === 'partsDecision' ? rotors.rotorPairId : null,
  };
}
