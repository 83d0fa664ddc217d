import type { Logbook } from '@calvik/core';
import { type HeatCase, outlookOf } from '@calvik/core/heat-outlook';
import { heatCasesAhead } from '@calvik/core/readiness';
import { outlookOfCase } from './heat-worker';

/** Longer than this nobody waits for it: what is not there then is computed where it is asked for. */
const LONGEST_MS = 4000;

async function computeAll(cases: readonly HeatCase[]): Promise<void> {
  const until = performance.now() + LONGEST_MS;
  for (const c of cases) {
    const left = until - performance.now();
    if (left <= 0) return;
    const outlook = await Promise.race([
      outlookOfCase(c),
      new Promise<null>((done) => setTimeout(() => done(null), left)),
    ]);
    if (outlook) outlookOf.remember(c, outlook);
  }
}

/** The car that a page is about, by its address; undefined where it is about several. */
export function carOfPage(logbook: Logbook, path: string): string | undefined {
  const [, room, id = ''] = path.split('/');
  if (room === 'service') return logbook.jobs.get(id)?.carId;
  return room === 'cars' || room === 'track' ? logbook.cars.get(id)?.id : undefined;
}

/** Computes in the worker what a page will ask of heat, so that none stands still for it: of its own car first, of the others behind it. */
export async function heatAhead(logbook: Logbook, today: string, path = location.pathname): Promise<void> {
  if (typeof Worker === 'undefined') return;
  const own = carOfPage(logbook, path);
  await computeAll(heatCasesAhead(logbook, today, own));
  // What fails here is computed where it is asked for.
  if (own !== undefined) computeAll(heatCasesAhead(logbook, today)).catch(() => undefined);
}
