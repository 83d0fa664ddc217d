import { trackTime } from '../track-time';
import type { TrackFindings } from '@calvik/core';
import { faultTitle } from '../condition';
import { complaintWords, cornerNames, jobNames } from '../names';
import { type TextsFor, counted, list } from '../texts';
import { causeNames, faultNames, limitsText, lookNames } from '../track-names';

const inPlace = (corner: keyof typeof cornerNames | undefined): string => (corner ? `, ${cornerNames[corner]}` : '');
export const trackTexts: TextsFor<TrackFindings> = {
  levelByWear: ({ drop, explained }, _, say) => `Down ${say.quantity(drop)}; wear explains ${say.quantity(explained)}.`,
  levelMoreThanWear: ({ drop, explained }, _, say) =>
    `Level down ${say.quantity(drop)}; wear explains ${say.quantity(explained)}. Look where the rest went.`,
  levelLeak: ({ drop, explained }, _, say) =>
    `Level down ${say.quantity(drop)}; wear explains ${say.quantity(explained)}: it leaks.`,
  levelRose: ({ rise }, _, say) => `Level up ${say.quantity(rise)}: hot fluid, or read it again standing level.`,
  levelWearUnknown: ({ drop, frontPad }, _, say) =>
    `Level down ${say.quantity(drop)}: ${say.quantity(frontPad)} off each front pad, or a leak. Gauge the pads.`,
  levelNotComparable: () => 'No level on record from before: this one is the first to compare with.',
  levelUnderMin: ({ level, min }, _, say) =>
    `Level ${say.quantity(level)}, under MIN at ${say.quantity(min)}: air may be in.`,
  cornerWarmer: ({ hot, other }, { corner }, say) =>
    `Hotter than the other side${inPlace(corner)}: ${say.quantity(hot)} against ${say.quantity(other)}, a minute after the stop.`,
  cornerHotter: ({ hot, other }, { corner }, say) =>
    `Hot corner${inPlace(corner)}: ${say.quantity(hot)} against ${say.quantity(other)}. It drags, or its duct is off.`,
  cornerDrags: ({ hot, other }, { corner }, say) =>
    `Far too hot${inPlace(corner)}: ${say.quantity(hot)} against ${say.quantity(other)}. It drags.`,
  hotterThanModel: ({ read, edge }, { corner }, say) =>
    `Hotter than this car should be${inPlace(corner)}: ${say.quantity(read)}, expected ${say.quantity(edge)} at most.`,
  hotTooLate: ({ minutes }) => `Read ${minutes} min after the stop: too late to tell much.`,
  lookFault: ({ fault, length }, { corner }, say) =>
    `${fault === 'crazing' ? faultNames[fault] : faultTitle(fault)}${length ? ` of ${say.quantity(length)}` : ''}${inPlace(corner)}.`,
  torqueFiguresMissing: ({ count }) =>
    `${counted(count, 'place')} without a torque figure on the sheet: find them, and say where they stand.`,
  lookOpen: ({ left }) => `Not looked at yet: ${list(left.map((k) => lookNames[k].toLowerCase()))}.`,
  driverComplained: ({ complaint }) => `Driver: ${complaintWords[complaint].says.toLowerCase()}. Find out why.`,
  driverExplained: ({ complaint, cause }) =>
    `Driver: ${complaintWords[complaint].says.toLowerCase()}. It was: ${causeNames[cause].toLowerCase()}.`,
  boiledInSession: () => 'The fluid boiled: not out again before it is bled or flushed.',
  referredNotDriven: ({ to }) => `Referred to ${to}; not to be driven.`,
  sessionNotLookedAt: ({ session }) => `Session ${session}: not decided yet whether it goes out again.`,
  stoppedAtTrack: ({ session, reason }) => `Stopped after session ${session}${reason ? `: ${reason}` : '.'}`,
  drivenOnStop: ({ session }) => `Driven although it was stopped after session ${session}.`,
  decisionEnded: ({ session }) =>
    `Something was found after the decision on session ${session}: it counts no more, decide again.`,
  drivenUndecided: ({ session }) => `Driven before anybody had decided on session ${session}.`,
  goesWithLimits: ({ laps, minutes, coolDownLap, notInTheWet, lookAfter }) =>
    `Goes with limits: ${limitsText({ maxLaps: laps, maxMinutes: minutes, coolDownLap, notInTheWet, lookAfterSessions: lookAfter })}.`,
  trackInOrder: ({ sessions }) => (sessions === 0 ? 'Not out yet.' : `${counted(sessions, 'session')}, all looked at.`),
  closeSessionsOpen: ({ count }) => `${counted(count, 'session')} not decided on.`,
  closeStopped: () => 'The car is stopped: it stays stopped until it is looked at again.',
  closeDuctsOn: () => 'Ducts are still on.',
  closeTapeOn: () => 'Tape is still on the ducts.',
  closeRoadPads: ({ pads, rotors }, { axle }) =>
    `Road pads ${pads}${rotors ? ` on their rotors ${rotors}` : ''} go back on the ${axle ?? 'axle'}.`,
  closeOtherRotors: ({ pads, rotors }, { axle }) =>
    `Road pads ${pads} are on other rotors at the ${axle ?? 'axle'}: their own are ${rotors}.`,
  closeSetOnShelf: ({ pads, minutes }) =>
    `Set ${pads} goes on the shelf with about ${trackTime(minutes)} of track left.`,
  closeSetNotRead: ({ pads }) => `Set ${pads}: not read since the last session.`,
  closeFluidWanted: ({ work }) =>
    ({
      flush: 'A flush is wanted.',
      bleed: 'A bleed of the heat-affected fluid is wanted.',
      boilingTest: 'A boiling test is wanted.',
    })[work],
  closeFluidOut: ({ volume }, _, say) => `${say.quantity(volume)} of used fluid out: into the container.`,
  closeNotTold: () => 'The customer has not been told yet.',
  closeReferred: ({ to }) => `Referred to ${to}.`,
  closeNextDue: ({ on, work }, _, say) => `${jobNames[work]} due by ${say.date(on)}.`,
};
