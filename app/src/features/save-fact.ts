import { useState } from 'react';
import { type Fact, dateIn, middayOf } from '@calvik/core';
import { factSchema } from '@calvik/core/model/schemas';
import { useAppSelector, useCrewOnDuty, useLogbook, useSync } from '../state/hooks';
import { useSay } from '../state/use-say';
import { fieldErrors, newId } from './save-record';

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
/** Saves an entry, or waits for the very same one that the same person made within two seconds: one tap that was made twice. */
function onceOf(
  device: object,
  { id: _, at: __, recordedAt, ...said }: Fact,
  save: () => Promise<boolean>,
): Promise<boolean> {
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

/** Saves a fact under the name of whoever is on duty. */
export function useSaveFact(): {
  saveFact: (
    draft: NewFact,
    date: string,
    correction?: Correction,
    /** An id that the caller goes on with, or a moment that is known. */
    given?: { id?: string; at?: string },
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
  const saveFact = async (
    draft: NewFact,
    date: string,
    correction?: Correction,
    given: { id?: string; at?: string } = {},
  ): Promise<boolean> => {
    if (!crew) return fail('Choose who is on duty first, so that this entry carries a name.');
    const recordedAt = new Date().toISOString();
    const at = given.at ?? momentFor(date, shop.timeZone, correction?.fact);
    if (at > recordedAt && date !== dateIn(recordedAt, shop.timeZone)) return fail('This day has not come yet.');
    const replaces = correction ? { replaces: correction.fact.id, because: correction.because } : {};
    const fact = { ...draft, id: given.id ?? newId(), recordedAt, at, by: crew.id, ...replaces } as Fact;
    const checked = factSchema.safeParse(fact);
    if (!checked.success) return fail(fieldErrors(checked.error, say)[0]?.message ?? 'This cannot be saved.');
    const save = async (): Promise<boolean> => {
      setSaving(true);
      const result = await sync.save('facts', checked.data as Fact);
      setSaving(false);
      if (result.state === 'refused') return fail(result.sentence);
      setProblem(null);
      return true;
    };
    return given.id === undefined ? onceOf(sync, checked.data as Fact, save) : save();
  };
  return { saveFact, saving, problem };
}
