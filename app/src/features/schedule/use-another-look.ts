import { useMemo } from 'react';
import type { Finding } from '@calvik/core';
import { type AnotherLook, needsAnotherLook } from '@calvik/core/run-up';
import { useLoaded, useLogbook, useToday } from '../../state/hooks';

/** Everything that no longer fits, and what is said of one job, booking or text. */
export function useAnotherLook(): { list: AnotherLook[]; of: (id: string) => readonly Finding[] } {
  const logbook = useLogbook();
  const today = useToday();
  const loaded = useLoaded();
  return useMemo(() => {
    const list = loaded ? needsAnotherLook(logbook, today) : [];
    const byId = new Map(list.map((l) => [idOf(l), l.findings]));
    return { list, of: (id: string) => byId.get(id) ?? [] };
  }, [loaded, logbook, today]);
}

export const idOf = (look: AnotherLook): string =>
  look.about === 'job' ? look.job.id : look.about === 'booking' ? look.booking.id : look.message.id;
