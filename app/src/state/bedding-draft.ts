/** A bedding run under way, as it is kept on this device: entry by entry, so that a dead battery takes none of it. */
import type { RunEntry } from '@calvik/core/bedding/driving';
import type { SpeedSource } from '@calvik/core';
import { keys, read, remove, write } from './storage';

export interface DraftHead {
  source: SpeedSource;
  /** When second 0 was. */
  startedAt: string;
}

/** Entries are written in blocks: one key for each. */
const BLOCK = 40;
const PREFIX = 'calvik.bedding.';
const headKey = (runId: string, cycle: number): string => `${PREFIX}${runId}.${cycle}`;
const blockKey = (runId: string, cycle: number, block: number): string => `${headKey(runId, cycle)}.${block}`;

/** As short as it can be read again: seconds and speed, or what else happened. */
type Stored = [number, number] | [number, 't'] | [number, 'm', number] | [number, 'e'];
const pack = (e: RunEntry): Stored =>
  'kmh' in e
    ? [e.seconds, e.kmh]
    : 'tap' in e
      ? [e.seconds, 't']
      : 'more' in e
        ? [e.seconds, 'm', e.more]
        : [e.seconds, 'e'];
const unpack = (s: Stored): RunEntry =>
  s[1] === 't'
    ? { seconds: s[0], tap: true }
    : s[1] === 'm'
      ? { seconds: s[0], more: s[2]! }
      : s[1] === 'e'
        ? { seconds: s[0], enough: true }
        : { seconds: s[0], kmh: s[1] as number };

export const readDraftHead = (runId: string, cycle: number): DraftHead | null => read<DraftHead>(headKey(runId, cycle));

/** What was written of a cycle. */
export function readDraft(runId: string, cycle: number): RunEntry[] {
  const entries: RunEntry[] = [];
  for (let block = 0; ; block++) {
    const stored = read<Stored[]>(blockKey(runId, cycle, block));
    if (!stored) return entries;
    entries.push(...stored.map(unpack));
  }
}

export function beginDraft(runId: string, cycle: number, head: DraftHead): void {
  write(headKey(runId, cycle), head);
}

/** Writes the last entry of a cycle. @param entries all of them, the new one last */
export function writeLast(runId: string, cycle: number, entries: readonly RunEntry[]): void {
  const block = Math.floor((entries.length - 1) / BLOCK);
  write(blockKey(runId, cycle, block), entries.slice(block * BLOCK).map(pack));
}

/** Forgets a cycle: it has been saved as a fact, or thrown away. */
export function dropDraft(runId: string, cycle: number): void {
  for (const key of keys(headKey(runId, cycle))) remove(key);
}

/** Writes all entries of a cycle anew: one came late and stands in the middle. */
export function writeAll(runId: string, cycle: number, entries: readonly RunEntry[]): void {
  for (let block = 0; block * BLOCK < entries.length; block++)
    write(blockKey(runId, cycle, block), entries.slice(block * BLOCK, (block + 1) * BLOCK).map(pack));
}
