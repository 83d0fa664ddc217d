import { type Logbook, dateIn } from '@calvik/core';
import { type WorkItem, workLists } from '@calvik/core/run-up';
import type { LogbookCache } from '../database/logbook-cache';

/** The logbook of now, the shop's day, and the work lists of that day. */
export async function current(
  cache: LogbookCache,
): Promise<{ logbook: Logbook; today: string; lists: ReadonlyMap<string, WorkItem[]> }> {
  const { logbook } = await cache.current();
  const today = dateIn(new Date().toISOString(), logbook.shop.timeZone);
  return { logbook, today, lists: workLists(logbook, today) };
}
