import type { Quantity, WearFindings } from '@calvik/core';
import { cornerNames } from '../names';
import type { Say } from '../reader';
import type { TextsFor } from '../texts';

type Place = { axle?: 'front' | 'rear' | undefined };
/** "Front pads" */
const partsAt = (part: 'pads' | 'rotors', { axle }: Place): string => `${axle === 'rear' ? 'Rear' : 'Front'} ${part}`;
const limitOf = (limit: Quantity, say: Say): string => `under ${say.quantity(limit)}`;

export const wearTexts: TextsFor<WearFindings> = {
  wearWillNotLast: ({ part, percent, limit, session }, at, say) =>
    `${partsAt(part, at)} would not last: ${percent} % ${limitOf(limit, say)} before the last session${session === null ? '' : `, most likely from session ${session} on`}. Change them first.`,
  wearMayNotLast: ({ part, percent, limit, lookAfter }, at, say) =>
    `${partsAt(part, at)} may not last: ${percent} % ${limitOf(limit, say)} before the last session. Take a spare${lookAfter === null ? '' : `; look after session ${lookAfter}`}.`,
  spareGoesAlong: ({ part, percent, spare }, at) =>
    `${partsAt(part, at)} may not last, ${percent} %: ${spare} goes along.`,
  wearReadingOff: ({ pad, read, expected }, { corner }, say) =>
    `${corner ? cornerNames[corner][0]!.toUpperCase() + cornerNames[corner].slice(1) : 'A corner'}${pad === null ? ' rotor' : `, ${pad} pad`}: ${say.quantity(read)} read, about ${say.quantity(expected)} expected. Measure it again.`,
  wearInOrder: ({ percent }) =>
    `Pads and rotors last: ${percent < 1 ? 'under 1 %' : `${percent} %`} that one is under its limit before the last session.`,
  wearNotTold: () => 'Not known how long pads and rotors last: two readings with driving between them tell.',
  noEventForWear: () => 'No event to say what lasts until.',
};
