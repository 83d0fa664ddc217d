import type { Logbook } from '@calvik/core';
import { outlookOf } from '@calvik/core/heat-outlook';
import { heatCasesAhead } from '@calvik/core/readiness';
import { outlookOfCase } from './heat-worker';

/** Longer than this nobody waits for it: what is not there then is computed where it is asked for. */
const LONGEST_MS = 4000;

/** Computes in the worker what the run-up will ask of heat, so that no page stands still for it. */
export async function heatAhead(logbook: Logbook, today: string): Promise<void> {
  if (typeof Worker === 'undefined') return;
  const until = performance.now() + LONGEST_MS;
  for (const c of heatCasesAhead(logbook, today)) {
    const left = until - performance.now();
    if (left <= 0) return;
    const outlook = await Promise.race([
      outlookOfCase(c),
      new Promise<null>((done) => setTimeout(() => done(null), left)),
    ]);
    if (outlook) outlookOf.remember(c, outlook);
  }
}
