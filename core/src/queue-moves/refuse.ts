/** What must not be saved of a car in the queue, whatever a phone has shown. */
import type { Logbook } from '../logbook';
import type { QueueMove, QueueProof } from '../model';
import { isOver, proofsWanted, queueState } from './state';

export type MoveRefusal =
  | { code: 'queueEntryGone' | 'neverBegun' | 'queueIsOver' | 'notInHand' | 'crewHasLeft' }
  | { code: 'notShown'; proofs: QueueProof[] };

/** Why a move must not be saved; null when nothing speaks against it. */
export function refuseMove(logbook: Logbook, fact: QueueMove): MoveRefusal | null {
  const entry = logbook.queueEntries.get(fact.queueEntryId);
  const { move } = fact;
  // Of one that is saved along with it nothing is known yet: it may be spoken of and begun, not ended.
  if (!entry)
    return move.move === 'said' || move.move === 'promised' || move.move === 'started' ? null : { code: 'neverBegun' };
  if (entry.archived) return { code: 'queueEntryGone' };
  const state = queueState(logbook, entry, fact.at);
  const isGone = (id: string | null): boolean => logbook.crew.get(id ?? '')?.archived === true;
  switch (move.move) {
    case 'started':
      return isGone(move.crewId) || isGone(move.helperId) ? { code: 'crewHasLeft' } : null;
    case 'handedOver':
      if (isGone(move.crewId)) return { code: 'crewHasLeft' };
      return state.status === 'inHand' ? null : { code: 'notInHand' };
    case 'paused':
      return state.status === 'inHand' ? null : { code: 'notInHand' };
    case 'said':
    case 'foundMore':
      return null;
    case 'promised':
    case 'left':
      return isOver(state) ? { code: 'queueIsOver' } : null;
    case 'referred': {
      if (isOver(state)) return { code: 'queueIsOver' };
      // Work begun on it and nothing shown of it: nobody is told in writing that it may be driven.
      const open = move.mayBeDriven && !state.car && state.firstStartedAt !== null ? proofsWanted(state) : [];
      return open.length > 0 ? { code: 'notShown', proofs: open } : null;
    }
    case 'done': {
      if (isOver(state)) return { code: 'queueIsOver' };
      if (state.firstStartedAt === null) return { code: 'neverBegun' };
      // No gate knows a car that is not on record: what its work leaves open is shown here, or it does not leave.
      const missing = state.car ? [] : proofsWanted(state).filter((p) => !move.shown.includes(p));
      return missing.length > 0 ? { code: 'notShown', proofs: missing } : null;
    }
  }
}
