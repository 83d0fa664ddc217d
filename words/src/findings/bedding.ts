import type { BeddingCheck, BeddingFindings } from '@calvik/core';
import { type TextsFor, counted, list } from '../texts';

/** "Front pads P-013 on R-001": the pair as it is called. */
const pair = ({ pads, rotors }: { pads: string; rotors: string }, axle: 'front' | 'rear' | undefined): string => {
  const which = axle === undefined ? 'Pads' : axle === 'front' ? 'Front pads' : 'Rear pads';
  return `${which}${pads ? ` ${pads}` : ''}${rotors ? ` on ${rotors}` : ''}`;
};
const checkSays: Record<BeddingCheck, string> = {
  pedalFirm: 'pedal firm',
  fluidLevel: 'fluid level',
  tyres: 'tyres',
  ductsTaped: 'ducts taped',
  passenger: 'a passenger for the phone',
  placeClear: 'long sight and nobody about',
};
const complaintSays = { squeal: 'they squeal', firmNoBite: 'the bite is gone' } as const;

export const beddingTexts: TextsFor<BeddingFindings> = {
  beddingInOrder: () => 'Bedded.',
  pairGreen: (p, { axle }) =>
    `${pair(p, axle)} are green. ${p.isReleased ? 'Released to be bedded, not yet for the track.' : 'Bed them before they are used hard.'}`,
  otherCompoundMet: (p, { axle }) =>
    `${pair(p, axle)}: the rotors have met ${p.compound || 'another compound'} since. Clean them, then bed again.`,
  rotorsWereRefaced: (p, { axle }) => `${pair(p, axle)}: the rotors were ${p.how}. Bed again.`,
  pairNotLookedAt: (p, { axle }) => `${pair(p, axle)}: driven, but nobody has looked at the faces.`,
  pairWantsAgain: (p, { axle }) =>
    `${pair(p, axle)}: ${
      {
        anotherCycle: 'not bedded yet, drive another cycle.',
        cleanAndAgain: 'clean the rotors and bed again.',
        turn: 'turn the rotors, then bed again.',
      }[p.decision]
    }`,
  layerWornByRoad: (p, { axle }) =>
    `${pair(p, axle)}: ${p.km} km on the road since they were bedded; from ${p.limitKm} km on the layer is taken to be worn. Bed again.`,
  layerWornByDays: (p, { axle }) =>
    `${pair(p, axle)}: bedded ${counted(p.days, 'day')} ago. Look at the faces, bed again if silver shows.`,
  layerWornByWords: (p, { axle }) =>
    `${pair(p, axle)}: ${complaintSays[p.complaint]}; the layer may be gone. Bed again.`,
  acceptedNotDriven: (p, { axle }) =>
    `${pair(p, axle)}: ${p.counted} of ${counted(p.wanted, 'application')} counted. Even faces without them are old faces: drive it, then look.`,
  acceptedNotCooled: (p, { axle }) =>
    `${pair(p, axle)}: cooled ${p.cooledMin} of ${counted(p.wantedMin, 'minute')} rolling. Let them cool for half an hour, then look again.`,
  layerUnknown: (p, { axle }) =>
    `${pair(p, axle)} have run, and nobody knows how they were bedded: look at the faces, or bed them.`,
  layerSeenThin: (p, { axle }) => `${pair(p, axle)}: the layer was seen to be thin. Bed again.`,
  beddedInFirstSession: () =>
    'Planned for the first session: start from the back, tell those behind, and look at the faces before the second.',
  makersDisagree: ({ pads, rotors }) =>
    `Pad maker and rotor maker disagree: “${pads}” against “${rotors}”. Choose, and say whom you follow.`,
  countIsRight: ({ count }) => `${counted(count, 'application')} are right for this car.`,
  countTooSmall: ({ count, wanted, fromInstead }, _, say) =>
    `This car needs ${counted(wanted, 'application')}, not ${count}${fromInstead ? `; or ${count} from ${say.quantity(fromInstead)}` : ''}.`,
  countTooLarge: ({ count, wanted }) => `Stop at ${wanted}, not ${count}: there the pads begin to fade.`,
  neverReachesAim: ({ aim, hottest, fromInstead }, _, say) =>
    `It never gets the faces to ${say.quantity(aim)} on this car, ${say.quantity(hottest)} at most.${fromInstead ? ` From ${say.quantity(fromInstead)} it would.` : ''}`,
  fasterThanLawful: ({ fastest, lawful }, _, say) =>
    `Driven from ${say.quantity(fastest)}: over the ${say.quantity(lawful)} that is lawful on the road.`,
  tooColdAtLawful: ({ lawful }, _, say) =>
    `Held to ${say.quantity(lawful)} it cannot get hot enough: use a track, a machine, or another procedure.`,
  layerFormsAt: ({ application, fadeAt }) =>
    `The layer forms from application ${application}${fadeAt === null ? '; no fade within the count' : `, fade begins at ${fadeAt}`}.`,
  otherAxleTooCold: ({ hottest, layer }, { axle }, say) =>
    `The ${axle} faces get to ${say.quantity(hottest)} at most, their layer forms from ${say.quantity(layer)}: that axle needs more applications, more speed, or a run of its own.`,
  secondCycleAt: ({ layerAt, fadeAt }) =>
    layerAt === null
      ? 'In a second cycle the layer does not form either.'
      : `In a second cycle, straight after the cooling, the layer forms by ${layerAt}${fadeAt === null ? '' : ` and fade begins at ${fadeAt}`}.`,
  releaseMissing: () => 'This car is not released: torque, pedal and the release of its service come first.',
  placeNotAllowed: ({ place }) =>
    `This procedure is not for ${{ closedCourse: 'a closed course', privateGround: 'private ground', road: 'the road' }[place]}.`,
  checksMissing: ({ checks }) => `Still to do: ${list(checks.map((c) => checkSays[c as BeddingCheck]))}.`,
  reasonMissing: ({ proposed }) => `“${proposed}” is proposed: say why another one is followed.`,
  ductsStillTaped: () => 'The ducts are still taped: take the tape off before the car goes out.',
};
