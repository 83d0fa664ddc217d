import type {
  Booking,
  HydraulicsFindings,
  InventoryFindings,
  Logbook,
  PadFindings,
  PedalFindings,
  Place,
  RotorFindings,
  TighteningPattern,
  TorqueFindings,
} from '@calvik/core';
import { carLabel } from '@calvik/core/logbook';
import {
  atPlace,
  cornerNames,
  feelNames,
  padConditionWords,
  padPositionNames,
  placeName,
  positionName,
  threadConditionNames,
  transferLayerWords,
  unevenWearCauses,
} from '../names';
import { type TextsFor, capital, counted, list } from '../texts';

/** Why a reading that says otherwise has not ended what an earlier one found. */
const disagree = (wantsOther: boolean): string =>
  wantsOther
    ? 'whoever found it cannot take it back alone. Somebody else, or the lead, measures again and says why.'
    : 'two readings disagree, and the worse one counts. Measure a third time and say why.';

/** " FL inner" */
const padAt = ({ corner }: Place, pad: keyof typeof padPositionNames | null): string =>
  `${corner ? ` ${corner}` : ''}${pad ? ` ${padPositionNames[pad]}` : ''}`;

export const padTexts: TextsFor<PadFindings> = {
  padUnderLimit: ({ pad, thickness, limit }, at, say) =>
    `Pad${padAt(at, pad)} ${say.quantity(thickness)}, limit ${say.quantity(limit)}: change it.`,
  padThinForTrackStart: ({ pad, thickness, percentOfNew }, at, say) =>
    `Pad${padAt(at, pad)} ${say.quantity(thickness)}, ${percentOfNew} % of new: thin for a start at the track, heat goes to the fluid.`,
  padAboveLimit: ({ pad, thickness, limit }, at, say) =>
    `Pad${padAt(at, pad)} ${say.quantity(thickness)}, limit ${say.quantity(limit)}.`,
  padThickerThanNew: (v, at, say) =>
    `Pad${padAt(at, v.pad)} ${say.quantity(v.thickness)}, and it was ${say.quantity(v.new)} when new: measured with its backing plate?`,
  padThickerThanLast: ({ pad, thickness, last }, at, say) =>
    `Pad${padAt(at, pad)} ${say.quantity(thickness)}, last time ${say.quantity(last)}: pads do not grow. Another set, another corner, or with the plate?`,
  padCondition: ({ pad, condition }, at) => `${padAt(at, pad).trim()}: ${padConditionWords[condition].advice}`,
  padFaceNotSeen: ({ pad }, at) => `Pad${padAt(at, pad)}: measured, and nobody has looked at its face.`,
  padReadingsDisagree: ({ wantsOther }, at) => `Pads${atPlace(at)}: ${disagree(wantsOther)}`,
  padNearHat: ({ clearance, wanted }, at, say) =>
    `Pad edge ${say.quantity(clearance)} from the hat${atPlace(at)}; ${say.quantity(wanted)} wanted: trim or change.`,
  padWornUnevenly: ({ inner, outer, cause }, at, say) =>
    `Uneven${atPlace(at)}: inner ${say.quantity(inner)}, outer ${say.quantity(outer)}. Likely a ${unevenWearCauses[cause]}.`,
  padTapered: ({ pad, from, to }, at, say) =>
    `Tapered${atPlace(at)}, ${padPositionNames[pad]}: ${say.quantity(from)} to ${say.quantity(to)}. Likely caliper flex or worn guides.`,
  cornerOutOfFamily: ({ thin, thick, hasParkingBrake }, at, say) =>
    `${capital(placeName(at))} differs from the other side: ${say.quantity(thin)} against ${say.quantity(thick)}. Likely a sticking piston or hose${hasParkingBrake ? ', or a parking brake that drags' : ''}.`,
};

export const rotorTexts: TextsFor<RotorFindings> = {
  ceramicUnderMass: ({ mass, min }, at, say) =>
    `${rotorAt(at)} weighs ${say.quantity(mass)}, at least ${say.quantity(min)} by its hat: out.`,
  ceramicAboveMass: ({ mass, min }, at, say) =>
    `${rotorAt(at)} weighs ${say.quantity(mass)}, at least ${say.quantity(min)} by its hat.`,
  ceramicNotWeighed: (_, at) =>
    `${rotorAt(at)} is carbon-ceramic and has not been weighed: its weight counts, not its thickness.`,
  discardOdd: ({ discard, new: whenNew }, at, say) =>
    `${at.corner ? `Rotor ${at.corner}: ` : ''}discard at ${say.fine(discard)} of ${say.fine(whenNew)} when new. None may wear so far: read the figure off the hat again.`,
  rotorWithoutDiscard: ({ thickness }, at, say) =>
    `${rotorAt(at)} ${say.fine(thickness)}; no discard figure on record: read it off the hat.`,
  rotorUnderDiscard: ({ thickness, discard }, at, say) =>
    `${rotorAt(at)} ${say.fine(thickness)}, discard at ${say.fine(discard)}: out.`,
  rotorAboveDiscard: ({ thickness, discard }, at, say) =>
    `${rotorAt(at)} ${say.fine(thickness)}, discard at ${say.fine(discard)}.`,
  rotorThickerThanNew: (v, at, say) =>
    `Rotor${at.corner ? ` ${at.corner}` : ''} ${say.fine(v.thickness)}, and it was ${say.fine(v.new)} when new: zeroed, clean, another rotor?`,
  rotorThickerThanLast: ({ thickness, last }, at, say) =>
    `Rotor${at.corner ? ` ${at.corner}` : ''} ${say.fine(thickness)}, last time ${say.fine(last)}: rotors do not grow. Zeroed, clean, another rotor?`,
  rotorFacesNotSeen: (_, at) => `Nobody has looked at the faces${atPlace(at)}, for cracks and the transfer layer.`,
  rotorReadingsDisagree: ({ wantsOther }, at) => `Rotor${atPlace(at)}: ${disagree(wantsOther)}`,
  wearMarksGone: (_, at) => `Wear marks or slots gone${atPlace(at)}: out.`,
  crackToEdge: (_, at) => `Crack reaches an edge${atPlace(at)}: out.`,
  crackJoinsHoles: (_, at) => `Crack joins drilled holes${atPlace(at)}: out.`,
  crackTooLong: ({ length, max }, at, say) =>
    `Crack ${length === null ? 'of unknown length' : say.quantity(length)}${atPlace(at)}; more than ${say.quantity(max)} is out.`,
  crackShort: ({ length }, at, say) => `Crack ${say.quantity(length)}${atPlace(at)}: look again after every session.`,
  thicknessVaries: ({ variation, max }, at, say) =>
    `Thickness variation ${say.finest(variation)}${atPlace(at)}; ${say.finest(max)} is a common limit.`,
  fewPoints: ({ points, wanted }, at) =>
    `${points} of ${wanted} points measured${atPlace(at)}: fewer may pass by the thinnest place, and do not tell how the thickness varies.`,
  runoutTooHigh: ({ runout, max }, at, say) =>
    `Run-out ${say.fine(runout)}${atPlace(at)}; ${say.fine(max)} at most. Clean hub and seat, turn it on, measure again.`,
  runoutHigherThanNew: (v, at, say) => `Run-out ${say.fine(v.runout)}${atPlace(at)}; new ${say.fine(v.new)}.`,
  transferLayer: ({ transferLayer }, at) =>
    `${at.corner ? `${at.corner}: ` : ''}${transferLayerWords[transferLayer].advice}`,
  weightDisagrees: ({ byWeight, byMicrometer }, at, say) =>
    `Scales say ${say.fine(byWeight)} worn${atPlace(at)}, the micrometer ${say.fine(byMicrometer)}: measure again.`,
  lipHigh: ({ lip, max }, at, say) =>
    `Lip of ${say.fine(lip)}${atPlace(at)}, more than ${say.fine(max)}: new pads ride on it. Take it off, or chamfer the pads.`,
};
const rotorAt = ({ corner }: Place): string => (corner ? `Rotor ${corner} thinnest` : 'Thinnest');

export const torqueTexts: TextsFor<TorqueFindings> = {
  torqueFigureMissing: (_, at) =>
    `${fastenerAt(at)}no torque figure. “About right” is not a figure: find it, and give the source.`,
  torqueFigureOdd: ({ figure, low, high }, at, say) =>
    `${fastenerAt(at)}the sheet says ${say.both(figure)}; such fasteners mostly take ${say.both(low)} to ${say.both(high)}. Look at the maker’s sheet again.`,
  torqueOverStrength: ({ figure, most, diameter, propertyClass, isAluminiumNut }, at, say) =>
    `${fastenerAt(at)}the sheet says ${say.both(figure)}; no ${isAluminiumNut ? 'aluminium nut' : `bolt${propertyClass ? ` of class ${propertyClass}` : ''}`} with a thread of ${say.fine(diameter)} stands more than ${say.both(most)}. Correct the figure, or the thread.`,
  wrenchOutOfRange: ({ wrench, figure }, at, say) =>
    `${fastenerAt(at)}${say.both(figure)} is beyond the scale of wrench ${wrench}: do it again with another.`,
  notTorqued: (_, at) => `${fastenerAt(at)}not torqued.`,
  torqueLow: ({ position, pattern, reading, figure }, at, say) =>
    `${fastenerAt(at, position, pattern)}${say.both(reading)}: under ${say.both(figure)}. Bring it up to torque.`,
  torqueHigh: ({ position, pattern, reading, figure }, at, say) =>
    `${fastenerAt(at, position, pattern)}${say.both(reading)}: over ${say.both(figure)}. Undo it, look at the thread, do it again.`,
  torqueInBand: ({ reading }, _, say) => say.both(reading),
  someNotTorqued: ({ missing, of }, at) => `${fastenerAt(at)}${missing} of ${of} not torqued.`,
  secondStageMissing: ({ angleDeg }, at) => `${fastenerAt(at)}second stage, ${angleDeg}°, not done.`,
  threadNotAsMeant: ({ meant, is, preloadPercent }, at) =>
    `${fastenerAt(at)}the figure is for a thread ${threadConditionNames[meant].toLowerCase()}; ${threadConditionNames[is].toLowerCase()} it gives ${Math.abs(preloadPercent)} % ${preloadPercent > 0 ? 'more' : 'less'} preload at the same torque. Clean the thread, or find the maker’s figure for it.`,
  oneUseBoltsNotNew: (_, at) => `${fastenerAt(at)}one-use bolts, and no new ones recorded.`,
  threadLockerMissing: (_, at) => `${fastenerAt(at)}thread locker wanted, none recorded.`,
  calibrationOver: ({ wrench, calibratedOn }, _, say) =>
    `Wrench ${wrench} was last calibrated on ${say.date(calibratedOn)}: more than a year before.`,
  calibrationDue: ({ wrench, daysLeft, until }, _, say) =>
    `Wrench ${wrench} is due for calibration in ${counted(daysLeft, 'day')}, by ${say.date(until)}.`,
  calibrationUnknown: ({ wrench }) => `Wrench ${wrench}: nobody has said when it was calibrated.`,
};
/** "Slide pins, left front, bottom: ": the fastener's name is put in its place by whoever has the brake sheet. */
const fastenerAt = (
  { corner, nipple, fastener }: Place,
  position: number | null = null,
  pattern: TighteningPattern = 'inTurn',
): string => {
  const where = [
    fastener ?? '',
    corner ? cornerNames[corner] : '',
    nipple && nipple !== 'single' ? nipple : '',
    position === null ? '' : positionName(pattern, position),
  ].filter(Boolean);
  return where.length > 0 ? `${where.join(', ')}: ` : '';
};

export const pedalTexts: TextsFor<PedalFindings> = {
  pedalGateOpen: () => 'The pedal gate has not been passed.',
  pedalSoft: () => 'Pedal soft: bleed again. Nobody drives this car.',
  pedalSinks: () => 'Pedal sinks under a steady foot: a leak, or a bypassing master cylinder.',
  pedalLong: () => 'Pedal long: find out why before it goes.',
  pedalWorseThanBefore: ({ feel, before }) =>
    `Pedal ${feelNames[feel]}, came in ${feelNames[before]}: it must be at least that now.`,
  pedalHeldTooShort: ({ heldSeconds, minSeconds }) =>
    `Held ${heldSeconds === null ? 'for an unknown time' : `${Math.round(heldSeconds)} s`}; hold it ${minSeconds} s.`,
  pedalSinkingNotSaid: () => 'Not said whether it sinks under a steady foot.',
  pedalBoosterDead: () => 'Pedal did not give when the engine started: brake booster or its vacuum hose.',
  pedalManyStrokes: ({ strokes }) => `${strokes} pumps to firm: more than pistons need, look for air.`,
};

const bubbleTexts = {
  none: () => '',
  fine: (where: string) =>
    `A steady stream of fine bubbles${where}: often air past the nipple’s threads. Confirm with pedal strokes.`,
  large: (where: string) =>
    `Large bubbles${where}: air from the system. Keep bleeding until it runs clear. Where they do not end: a union or hose that draws air, seals of caliper or master cylinder, or a reservoir that ran low.`,
};

export const hydraulicsTexts: TextsFor<HydraulicsFindings> = {
  nippleNotShut: (_, at) => `Bleed nipple not shut${atPlace(at)}.`,
  nippleNotCapped: (_, at) => `No cap on the bleed nipple${atPlace(at)}.`,
  bubbles: ({ bubbles }, at) => bubbleTexts[bubbles](atPlace(at)),
  bubblesPastThreads: (_, at) =>
    `Fine bubbles${atPlace(at)} came past the nipple’s threads: none at the strokes of the pedal.`,
  clutchNippleNotShut: () => 'Bleed nipple of the clutch not shut.',
  clutchPedalStays: () => 'Clutch pedal does not come back: bleed the clutch line again.',
  clutchBubbles: () => 'Bubbles from the clutch line: bleed it again.',
  clutchNotClean: () => 'Fluid of the clutch line did not run clean.',
  levelNotRead: ({ min }, _, say) =>
    `Fluid was drawn and nobody had read the level: it may have been under MIN, ${say.quantity(min)}, and air gone in. Begin the sequence again, or say why not.`,
  fluidNotClean: (_, at) => `Fluid did not run clean${atPlace(at)}.`,
  reservoirUnderMin: ({ level, min }, at, say) =>
    `The reservoir stood at ${say.quantity(level)}${atPlace(at)}, MIN is ${say.quantity(min)}. Air may have gone in: the sequence starts again from the first nipple.`,
  wouldGoUnderMin: () => 'Under MIN: air may have gone in. Saved like this, the sequence starts again.',
  topUpNow: ({ level, min }, _, say) => `Stop and top up: ${say.quantity(level)}, MIN is ${say.quantity(min)}.`,
  levelUnderMin: ({ level, min }, _, say) =>
    `Reservoir ${level.value < min.value ? 'under' : 'at'} MIN: ${say.quantity(level)}, MIN is ${say.quantity(min)}. Look for a leak, and at the pads.`,
  levelOffTarget: ({ off, isAbove }, _, say) => `${say.quantity(off)} ${isAbove ? 'above' : 'below'} the figure.`,
  overflowComing: ({ overflow }, _, say) => `It will overflow by ${say.quantity(overflow)}: draw off more first.`,
  overflowSum: ({ returned, free, drawOff }, _, say) =>
    `${say.quantity(returned)} will come up, ${say.quantity(free)} free: ${drawOff.value > 0 ? `draw off at least ${say.quantity(drawOff)} first.` : 'it fits.'}`,
  pressureOverCeiling: ({ pressure, ceiling }, _, say) =>
    `${say.quantity(pressure)} is over this car’s ceiling of ${say.quantity(ceiling)}: let it down.`,
  noPressure: () => 'No pressure to speak of: pump up and hold again.',
  exchangeAnew: () => 'An exchange has begun. Starting again asks for every nipple again.',
  makerSequenceDiffers: ({ corners, source }) => `The maker’s sheet says otherwise: ${corners.join(', ')} (${source}).`,
  reservoirOverfilled: ({ level, max }, _, say) =>
    `${say.quantity(level)} is more than the reservoir holds: ${say.quantity(max)} at MAX.`,
  leaksDown: ({ lossPercentPerMin }) =>
    `Loses ${lossPercentPerMin.toFixed(1)} % a minute: the cap leaks. Seat it and hold again, before fluid goes in.`,
  holdGoesOn: ({ heldSeconds, minSeconds }) => `Held ${heldSeconds} s; go on to ${minSeconds} s.`,
  holdsPressure: ({ lossPercentPerMin }) => `Holds: ${lossPercentPerMin.toFixed(1)} % a minute. Release slowly.`,
  circuitAtRisk: ({ corners }, at) =>
    `If it lets go${atPlace(at)}, that circuit is lost: ${list(corners.map((c) => cornerNames[c as keyof typeof cornerNames]))} have no brakes.`,
};

export const inventoryTexts: TextsFor<InventoryFindings> = {
  bottleUnknown: () => 'What is in this bottle is not known. Take another one.',
  bottleNeverMixes: ({ inCar, inCarGrade, poured }) =>
    `The car was last filled with ${inCar} (${inCarGrade}): it never mixes with ${poured}.`,
  bottleOpenTooLong: ({ daysOpen, maxDays }) =>
    `Open for ${counted(daysOpen, 'day')}; the shop allows ${maxDays}. Keep it for the buffer under the hose end.`,
  bottleMustNotGoIn: () => 'This fluid must not go into this car. Choose another bottle.',
  bottleEmpty: () => 'By the count this bottle is empty.',
  bottleShort: ({ bottle, left, wanted }, _, say) =>
    `By the count bottle ${bottle} held ${say.quantity(left)}; this adds up to ${say.quantity(wanted)}. Was a second bottle opened?`,
  reservedFor: ({ car, event }) => `${capital(reservedForText(car, event))}.`,
  otherCompound: ({ rotors, met, pads, compound }) =>
    `Rotors ${rotors} carry a transfer layer of ${met}; pads ${pads} are ${compound}. Each compound keeps to its own rotors.`,
  wasteContainerNearlyFull: ({ inIt, holds }, _, say) =>
    `The container is nearly full, ${say.quantity(inIt)} of ${say.quantity(holds)}: take it to the disposal point.`,
  otherRotors: ({ pads, ownRotors, rotors }) =>
    `Pads ${pads} belong with rotors ${ownRotors || 'of another car'}, not ${rotors}.`,
};
/** "reserved for the Aldane at Dunvarrel two-day" */
const reservedForText = (car: string, event: string): string =>
  `reserved for ${car || 'a car'} at ${event || 'an event'}`;
/** For whom something is reserved. */
export const reservedText = (logbook: Logbook, booking: Booking): string =>
  reservedForText(carLabel(logbook, booking.carId), logbook.events.get(booking.eventId)?.name ?? '');
