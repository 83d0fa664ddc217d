import { type Logbook, type QueueWant, type QueueWork, queueWorks, timeIn } from '@calvik/core';
import type { QueueLine } from '@calvik/core/queue';
import { wantName } from '@calvik/words/queue';

/** Everything that can be wanted, as it is tapped. */
export const wantChoices: { value: string; label: string; want: QueueWant }[] = queueWorks
  .flatMap((work: QueueWork): QueueWant[] =>
    work === 'pads' || work === 'rotors'
      ? [
          { work, axle: 'front' },
          { work, axle: 'rear' },
        ]
      : [{ work, axle: null }],
  )
  .map((want) => ({ value: `${want.work}.${want.axle ?? ''}`, label: wantName(want), want }));

export const wantsOf = (keys: readonly string[]): QueueWant[] =>
  wantChoices.filter((c) => keys.includes(c.value)).map((c) => c.want);
export const keysOf = (wants: readonly QueueWant[]): string[] => wants.map(({ work, axle }) => `${work}.${axle ?? ''}`);

/** When a car is back, for the eye: a promise as it stands, else what could be promised. */
export function backText(logbook: Logbook, { state, plan }: QueueLine): { time: string; small: string } {
  const { timeZone } = logbook.shop;
  const { promise } = state;
  if (promise && promise.outcome === 'open') return { time: timeIn(promise.backBy, timeZone), small: 'promised' };
  if (plan?.backBy)
    return {
      time: timeIn(plan.backBy, timeZone),
      small: promise?.outcome === 'broken' ? `not ${timeIn(promise.backBy, timeZone)}` : 'back by',
    };
  return { time: '–', small: plan ? 'nobody can say' : 'working out' };
}
