/** Names of what belongs to the paddock queue. */
import type { Logbook, QueueMove, QueueProof, QueueWant, QueueWork } from '@calvik/core';
import { timeIn } from '@calvik/core/calendar';
import type { QueueStatus } from '@calvik/core/queue-moves';
import { complaintWords } from './names';
import { list } from './texts';

export const queueWorkNames: Record<QueueWork, string> = {
  findFault: 'Find the fault',
  boilingTest: 'Boiling test',
  pads: 'Pads',
  rotors: 'Rotors',
  hoses: 'Hose',
  bleed: 'Bleed',
  flush: 'Flush',
  reTorque: 'Torque again',
  other: 'Something else',
};

/** "Front pads", "Bleed" */
export const wantName = ({ work, axle }: QueueWant): string =>
  axle === null ? queueWorkNames[work] : `${axle === 'front' ? 'Front' : 'Rear'} ${queueWorkNames[work].toLowerCase()}`;

/** "Front pads and bleed" */
export const wantsText = (wants: readonly QueueWant[]): string =>
  list(wants.map((w, i) => (i === 0 ? wantName(w) : wantName(w).toLowerCase())));

/** "In the paddock queue, back by 14:20" */
export function promiseLine(
  logbook: Logbook,
  own: { status: QueueStatus; promise: { backBy: string; outcome: string } | null },
): string {
  const where = own.status === 'inHand' ? 'Being worked on' : 'In the paddock queue';
  if (!own.promise) return `${where}, no time promised yet`;
  const time = timeIn(own.promise.backBy, logbook.shop.timeZone);
  return own.promise.outcome === 'broken' ? `${where}, was to be back by ${time}` : `${where}, back by ${time}`;
}

/** What is shown before a car leaves. */
export const queueProofNames: Record<QueueProof, string> = {
  pedalFirm: 'Pedal firm at once, engine off',
  jointsDry: 'Joints and nipples dry under a held pedal',
  levelRight: 'Level right, cap on',
  nutsTorqued: 'Wheel nuts to their figure, on the ground',
};

const nameOf = (logbook: Pick<Logbook, 'crew'>, id: string | null): string =>
  logbook.crew.get(id ?? '')?.name ?? 'somebody';

/** One move as a line of the entry's history. */
export function moveText(logbook: Logbook, { move, by }: Pick<QueueMove, 'move' | 'by'>): string {
  switch (move.move) {
    case 'said':
      return `The driver: ${list(move.complaints.map((c) => complaintWords[c].says.toLowerCase()))}`;
    case 'started':
      return `Begun by ${nameOf(logbook, move.crewId)}${move.helperId ? ` with ${nameOf(logbook, move.helperId)}` : ''}: ${wantsText(move.wants).toLowerCase()}`;
    case 'paused':
      return `Paused: ${move.why}`;
    case 'handedOver':
      return `Handed over to ${nameOf(logbook, move.crewId)}${move.why ? `: ${move.why}` : ''}`;
    case 'foundMore':
      return `Found: ${wantsText(move.wants).toLowerCase()}${move.words ? `. ${move.words}` : ''}`;
    case 'done':
      return `Done by ${nameOf(logbook, by)}${move.shown.length > 0 ? `; shown: ${list(move.shown.map((p) => queueProofNames[p].toLowerCase()))}` : ''}`;
    case 'referred':
      return `Referred to ${move.to}, ${move.mayBeDriven ? 'may be driven there' : 'not to be driven'}`;
    case 'left':
      return `Left: ${move.why}`;
    case 'promised':
      return `Promised: back by ${timeIn(move.backBy, logbook.shop.timeZone)}`;
  }
}
