import { useState } from 'react';
import { type TrackEvent, dateIn } from '@calvik/core';
import { type Broken, brokenBy, placesOf } from '@calvik/core/queue';
import { useSaveFact } from '../../facts/save-fact';
import { useLogbook } from '../../state/hooks';
import { queuePlan } from '../../workers/heat-worker';
import type { Queue } from './use-queue';

/** An order that somebody wants, and whose promises it breaks. */
export interface Asked {
  order: string[];
  broken: Broken[];
}

/** Puts the queue in another order: what that breaks is asked before it is saved. */
export function useOrder(
  event: TrackEvent,
  { at, prepared }: Queue,
): {
  /** Moves a car before another; null: to the end. */
  moveBefore: (entryId: string, beforeId: string | null) => Promise<void>;
  /** Back to the order that is proposed. */
  propose: () => void;
  asked: Asked | null;
  confirm: () => void;
  dismiss: () => void;
  problem: string | null;
} {
  const logbook = useLogbook();
  const { saveFact, problem } = useSaveFact();
  const [asked, setAsked] = useState<Asked | null>(null);
  const save = (queueEntryIds: string[]): void => {
    setAsked(null);
    void saveFact(
      { kind: 'queueOrdered', eventId: event.id, queueEntryIds },
      dateIn(new Date().toISOString(), logbook.shop.timeZone),
    );
  };
  const moveBefore = async (entryId: string, beforeId: string | null): Promise<void> => {
    const waiting = at.lines.filter((l) => l.state.status !== 'inHand').map((l) => l.state.entry.id);
    const rest = waiting.filter((id) => id !== entryId);
    const place = beforeId === null ? rest.length : rest.indexOf(beforeId);
    const order = [...rest.slice(0, place), entryId, ...rest.slice(place)];
    if (order.join() === waiting.join() || !at.plan) return;
    const then = await queuePlan(prepared.case, prepared.after, placesOf(prepared.case, order));
    const broken = brokenBy(at.plan, then);
    if (broken.length > 0) setAsked({ order, broken });
    else save(order);
  };
  return {
    moveBefore,
    propose: () => save([]),
    asked,
    confirm: () => asked && save(asked.order),
    dismiss: () => setAsked(null),
    problem,
  };
}
