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
let lastSaved: { said: string; at: number } | null = null;
/** Whether this very thing was saved a moment ago, by the same person: what it says apart from its id and its moment. */
function isEcho({ id: _, at: __, recordedAt, ...said }: Fact): boolean {
  const now = { said: JSON.stringify(said), at: Date.parse(recordedAt) };
  const isSame = lastSaved !== null && lastSaved.said === now.said && now.at - lastSaved.at < ECHO_MS;
  lastSaved = now;
  return isSame;
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
    // The same entry twice within two seconds is one tap that was made twice.
    if (given.id === undefined && isEcho(checked.data as Fact)) return true;
    setSaving(true);
    const result = await sync.save('facts', checked.data as Fact);
    setSaving(false);
    if (result.state === 'refused') {
      lastSaved = null;
      return fail(result.sentence);
    }
    setProblem(null);
    return true;
  };
  return { saveFact, saving, problem };
}
