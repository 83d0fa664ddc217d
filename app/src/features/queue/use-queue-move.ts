import { type Collection, type QueueEntry, type QueueMove, dateIn } from '@calvik/core';
import { refuseMove } from '@calvik/core/queue';
import { refusalProblem, problemText } from '@calvik/words/problems';
import { useState } from 'react';
import type { Saved } from '../../api/client';
import { asFact, useSaveFact } from '../../facts/save-fact';
import { useCrewOnDuty, useLogbook } from '../../state/hooks';
import { useSay } from '../../state/use-say';

export type Move = QueueMove['move'];
/** One move of one car. */
export interface OfEntry {
  entry: QueueEntry;
  move: Move;
}

/** Saves moves of cars in the queue, all or none; what the server would refuse is refused here, in its words. */
export function useQueueMove(): {
  /** @param records saved along with them */
  moveAll: (
    moves: readonly OfEntry[],
    records?: readonly { collection: Collection; body: Saved }[],
  ) => Promise<boolean>;
  saving: boolean;
  problem: string | null;
} {
  const logbook = useLogbook();
  const crew = useCrewOnDuty();
  const say = useSay();
  const { saveFacts, saving, problem } = useSaveFact();
  const [refused, setRefused] = useState<string | null>(null);
  const moveAll = async (
    moves: readonly OfEntry[],
    records: readonly { collection: Collection; body: Saved }[] = [],
  ): Promise<boolean> => {
    const now = new Date().toISOString();
    const drafts = moves.map(({ entry, move }) => ({
      kind: 'queueMove' as const,
      queueEntryId: entry.id,
      ...(entry.carId === null ? {} : { carId: entry.carId }),
      move,
    }));
    for (const draft of drafts) {
      const refusal = refuseMove(logbook, asFact(draft, now, crew?.id ?? '') as QueueMove);
      if (!refusal) continue;
      const { code, values } = refusalProblem(refusal);
      setRefused(problemText(code, values, say));
      return false;
    }
    setRefused(null);
    return saveFacts(
      drafts.map((draft) => ({ draft })),
      dateIn(now, logbook.shop.timeZone),
      records,
    );
  };
  return { moveAll, saving, problem: refused ?? problem };
}
