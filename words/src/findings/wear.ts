import type { Quantity, WearFindings, WornPart } from '@calvik/core';
import { cornerNames } from '../names';
import type { Say } from '../reader';
import { type TextsFor, capital, list } from '../texts';

type Place = { axle?: 'front' | 'rear' | undefined };
/** "Front pads" */
const partsAt = (part: 'pads' | 'rotors', { axle }: Place): string => `${axle === 'rear' ? 'Rear' : 'Front'} ${part}`;
/** "front pads and rear pads" */
const partsText = (parts: readonly WornPart[]): string => list(parts.map((p) => p.replace('.', ' ')));
const limitOf = (limit: Quantity, say: Say): string => `under ${say.quantity(limit)}`;

export const wearTexts: TextsFor<WearFindings> = {
  wearUnderNow: ({ part, limit }, at, say) => `${partsAt(part, at)} were read ${limitOf(limit, say)}: change them.`,
  wearWillNotLast: ({ part, percent, limit, session }, at, say) =>
    `${partsAt(part, at)} would not last: ${percent} % ${limitOf(limit, say)} before the last session${session === null ? '' : `, most likely from session ${session} on`}. Change them first.`,
  wearThinAtStart: ({ part, percent, limit }, at, say) =>
    `${partsAt(part, at)} would begin it thin: ${percent} % ${limitOf(limit, say)}, the shop’s share of new. Take a spare.`,
  wearMayNotLast: ({ part, percent, limit, lookAfter }, at, say) =>
    `${partsAt(part, at)} may not last: ${percent} % ${limitOf(limit, say)} before the last session. Take a spare${lookAfter === null ? '' : `; look after session ${lookAfter}`}.`,
  spareGoesAlong: ({ part, percent, spare, lookAfter }, at) =>
    `${partsAt(part, at)} may not last, ${percent} %: ${spare} goes along${lookAfter === null ? '' : `; look after session ${lookAfter}`}.`,
  wearReadingOff: ({ pad, read, expected }, { corner }, say) =>
    `${corner ? cornerNames[corner][0]!.toUpperCase() + cornerNames[corner].slice(1) : 'A corner'}${pad === null ? ' rotor' : `, ${pad} pad`}: ${say.quantity(read)} read, about ${say.quantity(expected)} expected. Measure it again.`,
  wearInOrder: ({ percent, lasts, notTold }) =>
    `${capital(partsText(lasts))} last: ${percent < 1 ? 'under 1 %' : `${percent} %`} to be under a limit before the last session.${notTold.length > 0 ? ` Not known of ${partsText(notTold)}.` : ''}`,
  wearNotTold: () => 'Not known how long pads and rotors last: two readings with driving between them tell.',
  noEventForWear: () => 'No event to say what lasts until.',
};
