import type { Dimension, FigureOutside, HeatFindings, HeatMissing, TooHot } from '@calvik/core';
import { atPlace } from '../names';
import { type TextsFor, counted, list, plural } from '../texts';

/** What is missing before the heat of a car can be reckoned. */
export const heatMissingNames: Record<HeatMissing, string> = {
  zones: 'the venue’s braking zones',
  massKg: 'the weight of the car',
  frontRotors: 'which rotors are on the front axle',
  rearRotors: 'which rotors are on the rear axle',
  outlook: 'its outlook, which is being computed',
};

const outsideNames: Record<TooHot['part'], string> = {
  faceC: 'the faces',
  rotorC: 'the rotors',
  fluidC: 'the fluid',
};

const outsideFigureNames: Record<FigureOutside['key'], string> = {
  massKg: 'the weight of the car',
  tyreGrip: 'the grip of its tyres',
  wheelbaseMm: 'the wheelbase',
  cgHeightMm: 'the height of the centre of gravity',
  frontWeightPercent: 'the weight on the front axle',
  frontRadiusMm: 'the effective radius in front',
  rearRadiusMm: 'the effective radius at the rear',
  frontRotorKg: 'the weight of a front rotor',
  rearRotorKg: 'the weight of a rear rotor',
  frontPadAreaMm2: 'the area of a front pad',
  rearPadAreaMm2: 'the area of a rear pad',
  frontPadMm: 'the thickness of the front pads',
  rearPadMm: 'the thickness of the rear pads',
  fromKmh: 'the fastest braking zone',
};

export const heatTexts: TextsFor<HeatFindings> = {
  heatNotComputed: ({ missing }) => `Heat not computed: missing ${list(missing.map((m) => heatMissingNames[m]))}.`,
  outsideModel: ({ part, computed, most }, at, say) =>
    `Not known: ${outsideNames[part]}${atPlace(at)} would get to ${say.quantity(computed)}, and none gets over ${say.quantity(most)}. Look at the weight, the rotors and the venue’s zones again.`,
  figureOutsideModel: ({ key, measure, value, low, high }, _, say) => {
    const said = (of: number): string => (measure === 'ratio' ? of.toFixed(2) : say.value(of, measure as Dimension));
    return `Heat not known: ${outsideFigureNames[key]} is on record as ${said(value)}, and heat is computed for ${said(low)} to ${said(high)}. Check that figure.`;
  },
  noEventForHeat: () => 'No event to compute the heat for.',
  heatInOrder: ({ fluid, face }, _, say) =>
    `Fluid to about ${say.quantity(fluid)}, rotor faces to about ${say.quantity(face)}: within the limits.`,
  fluidMayBoil: ({ edge, boilsAt }, _, say) =>
    `The fluid may get to ${say.quantity(edge)} and boils at ${say.quantity(boilsAt)} on the day.`,
  fluidMarginThin: ({ edge, boilsAt, margin }, _, say) =>
    `The fluid may get to ${say.quantity(edge)} and boils at ${say.quantity(boilsAt)}: ${say.quantity(margin)} to spare, too little.`,
  padsOverHighest: ({ face, max, compound }, at, say) =>
    `Rotor faces to about ${say.quantity(face)}${atPlace(at)}: more than ${compound} stands, ${say.quantity(max)}.`,
  padsMayGoOverHighest: ({ edge, max, compound }, at, say) =>
    `Rotor faces may get to ${say.quantity(edge)}${atPlace(at)}; ${compound} stands ${say.quantity(max)}.`,
  padsOverWorkingRange: ({ face, max, compound }, at, say) =>
    `Rotor faces to about ${say.quantity(face)}${atPlace(at)}: over the working range of ${compound}, ${say.quantity(max)}.`,
  rotorTooHot: ({ face, max }, at, say) =>
    `Rotor faces to about ${say.quantity(face)}${atPlace(at)}: over the ${say.quantity(max)} that a rotor is taken to stand.`,
  tooFewReadings: ({ have, want }, at) =>
    `Calipers read${atPlace(at)}: ${have} of the ${want} readings that are wanted. Stickers count, or a pyrometer on the caliper, read by somebody else than whoever takes it over.`,
  wayInNotAsked: ({ count }) =>
    `${counted(count, 'reading')} ${plural(count, 'does', 'do')} not say how the car came in: an easy lap before it changes what was read.`,
  readInTooFewSessions: ({ have, want }) =>
    `Read after ${counted(have, 'session')}: ${want} are wanted, as one says little of another day or driver.`,
  readLongAgo: ({ days }) => `Nothing was read in the last ${counted(days, 'day')}.`,
  readingsDisagree: ({ count }) =>
    `${counted(count, 'reading')} ${plural(count, 'does', 'do')} not fit the others: look again, or withdraw what was misread.`,
  bandStillWide: ({ percent, atMostPercent }) =>
    `The readings have left ${percent} % of the band, at most ${atMostPercent} % are wanted: read where it is least known.`,
  readingDoesNotFit: ({ count }) =>
    `${counted(count, 'reading')} of heat ${plural(count, 'does', 'do')} not fit what is computed: look at ${plural(count, 'it', 'them')}.`,
};
