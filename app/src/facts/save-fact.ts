import { useState } from 'react';
import { type Collection, type Fact, dateIn, middayOf } from '@calvik/core';
import { factSchema } from '@calvik/core/model/schemas';
import type { Saved } from '../api/client';
import { useAppSelector, useCrewOnDuty, useLogbook, useSync } from '../state/hooks';
import { useSay } from '../state/use-say';
import { fieldErrors, newId } from '../state/new-record';

/** A fact of one kind without what is filled in when it is saved. */
type Draft<F> = F extends Fact ? Omit<F, 'id' | 'at' | 'recordedAt' | 'by' | 'replaces' | 'because'> : never;
export type NewFact = Draft<Fact>;

export interface Correction {
  fact: Fact;
  because: string;
}

/** The moment to write down for a day: now for today, midday for another day, and the old moment for a correction. */
export function momentFor(date: string, timeZone: string, corrected: Fact | undefined): string {
  if (corrected && dateIn(corrected.at, timeZone) === date) return corrected.at;
  const now = new Date().toISOString();
  return date === dateIn(now, timeZone) ? now : middayOf(date, timeZone);
}

/** The fact that a draft would become: to judge it while somebody is still typing. */
export function asFact(draft: NewFact, at: string, by: string, correction?: Correction): Fact {
  const replaces = correction ? { replaces: correction.fact.id, because: correction.because || '…' } : {};
  return { id: '00000000-0000-7000-8000-000000000000', recordedAt: at, ...draft, at, by, ...replaces } as Fact;
}

/** The fact named in the address as the one to correct. */
export const useCorrected = (factId: string | undefined): Fact | undefined =>
  useAppSelector((state) => (factId ? (state.logbook.items.facts.entities[factId] as Fact | undefined) : undefined));

const ECHO_MS = 2_000;
/** What was saved a moment ago, by what it says, with what becomes of it. */
const latelyOf = new WeakMap<object, Map<string, { at: number; result: Promise<boolean> }>>();
/** Saves entries, or waits for the very same ones that the same person made within two seconds: one tap that was made twice. */
function onceOf(device: object, facts: readonly Fact[], save: () => Promise<boolean>): Promise<boolean> {
  const said = facts.map(({ id: _, at: __, recordedAt: ___, ...rest }) => rest);
  const recordedAt = facts[0]?.recordedAt ?? '';
  const lately = latelyOf.get(device) ?? new Map<string, { at: number; result: Promise<boolean> }>();
  latelyOf.set(device, lately);
  const [key, now] = [JSON.stringify(said), Date.parse(recordedAt)];
  for (const [old, { at }] of lately) if (now - at >= ECHO_MS) lately.delete(old);
  const known = lately.get(key);
  if (known) return known.result;
  const result = save();
  lately.set(key, { at: now, result });
  // What was refused may be tried again at once.
  void result.then((isSaved) => (isSaved ? undefined : lately.delete(key)));
  return result;
}

/** One of several entries that are saved together. */
export interface ToSave {
  draft: NewFact;
  correction?: Correction | undefined;
  /** An id that the page has for it, or a moment that is known. */
  given?: { id?: string; at?: string };
}

/** Saves facts under the name of whoever is on duty. */
export function useSaveFact(): {
  saveFact: (
    draft: NewFact,
    date: string,
    correction?: Correction,
    /** An id that the caller goes on with, or a moment that is known. */
    given?: { id?: string; at?: string },
  ) => Promise<boolean>;
  /** Several, and the records that they point at, as one entry: all of it is saved, or nothing. */
  saveFacts: (
    all: readonly ToSave[],
    date: string,
    records?: readonly { collection: Collection; body: Saved }[],
  ) => Promise<boolean>;
  saving: boolean;
  problem: string | null;
} {
  const sync = useSync();
  const crew = useCrewOnDuty();
  const { shop } = useLogbook();
  const say = useSay();
  const [saving, setSaving] = useState(false);
  const [problem, setProblem] = useState<string | null>(null);
  const fail = (sentence: string): false => {
    setProblem(sentence);
    return false;
  };
  /** A draft as it is saved; or why it is not. */
  const factOf = ({ draft, correction, given = {} }: ToSave, date: string, by: string): Fact | string => {
    const recordedAt = new Date().toISOString();
    const at = given.at ?? momentFor(date, shop.timeZone, correction?.fact);
    if (at > recordedAt && date !== dateIn(recordedAt, shop.timeZone)) return 'This day has not come yet.';
    const replaces = correction ? { replaces: correction.fact.id, because: correction.because } : {};
    const fact = { ...draft, id: given.id ?? newId(), recordedAt, at, by, ...replaces } as Fact;
    const checked = factSchema.safeParse(fact);
    return checked.success
      ? (checked.data as Fact)
      : (fieldErrors(checked.error, say)[0]?.message ?? 'This cannot be saved.');
  };
  const keep = async (facts: readonly Fact[], records: readonly { collection: Collection; body: Saved }[] = []) => {
    setSaving(true);
    const result = await sync.saveAll([...records, ...facts.map((body) => ({ collection: 'facts' as const, body }))]);
    setSaving(false);
    if (result.state === 'refused') return fail(result.sentence);
    setProblem(null);
    return true;
  };
  const nobody = (): boolean => fail('Choose who is on duty first, so that this entry carries a name.');
  const saveFact = async (
    draft: NewFact,
    date: string,
    correction?: Correction,
    given: { id?: string; at?: string } = {},
  ): Promise<boolean> => {
    if (!crew) return nobody();
    const fact = factOf({ draft, correction, given }, date, crew.id);
    if (typeof fact === 'string') return fail(fact);
    return given.id === undefined ? onceOf(sync, [fact], () => keep([fact])) : keep([fact]);
  };
  const saveFacts = async (
    all: readonly ToSave[],
    date: string,
    records: readonly { collection: Collection; body: Saved }[] = [],
  ): Promise<boolean> => {
    if (!crew) return nobody();
    const facts: Fact[] = [];
    for (const one of all) {
      const fact = factOf(one, date, crew.id);
      if (typeof fact === 'string') return fail(fact);
      facts.push(fact);
    }
    return onceOf(sync, facts, () => keep(facts, records));
  };
  return { saveFact, saveFacts, saving, problem };
}
