import { type Href, useRouter } from 'expo-router';
import { useCallback, useState } from 'react';
import type { FieldValues, Path, UseFormReturn } from 'react-hook-form';
import { v7 as uuidv7 } from 'uuid';
import type { z } from 'zod';
import {
  type Collection,
  type Dimension,
  type RecordOf,
  type SchemaIssue,
  parseQuantity,
  preferredUnit,
} from '@calvik/core';
import { recordSchemas } from '@calvik/core/model/schemas';
import { type Say } from '@calvik/words';
import { issueText } from '@calvik/words/input';
import { type FieldError, type Saved, fieldErrorsOf } from '../api/client';
import { useSync } from '../state/hooks';
import { useUnits } from '../ui/units';
import { useSay } from '../state/use-say';

export const newId = (): string => uuidv7();

/** What every new record begins with. */
export const newRecord = (): { id: string; version: number; archived: boolean } => ({
  id: newId(),
  version: 0,
  archived: false,
});

/** Reads the text of a quantity field; the field itself has already refused what cannot be read. */
export function useQuantity(): (text: string, dimension: Dimension) => number {
  const { system } = useUnits();
  return useCallback(
    (text, dimension) => {
      const parsed = parseQuantity(text, dimension, preferredUnit(dimension, system));
      return parsed.ok ? parsed.value : Number.NaN;
    },
    [system],
  );
}

/** A schema's complaints as errors of fields, in the reader's units. */
export const fieldErrors = (error: z.ZodError, say: Say): FieldError[] =>
  error.issues.map((issue) => ({ path: issue.path.join('.'), message: issueText(issue as SchemaIssue, say) }));

/** Puts complaints at their fields; those without a field of their own are joined into one sentence. */
function place<T extends FieldValues>(
  form: UseFormReturn<T>,
  errors: readonly FieldError[],
  detail: string,
): string | null {
  const values = form.getValues();
  const homeless = errors.filter(({ path, message }) => {
    const known = path.split('.')[0]! in values;
    if (known) form.setError(path as Path<T>, { message }, { shouldFocus: true });
    return !known;
  });
  if (errors.length === 0) return detail;
  return homeless.length > 0 ? homeless.map((e) => e.message).join(' ') : 'Look at the fields marked above.';
}

/** Saves a record from a form: checks it with core's schema, shows errors at their fields, and goes on when it is saved. */
export function useSaveRecord<C extends Collection, T extends FieldValues>(
  collection: C,
  form: UseFormReturn<T>,
  finished: () => void,
): {
  saveRecord: (record: RecordOf<C>, next: Href | null) => Promise<boolean>;
  saving: boolean;
  problem: string | null;
} {
  const sync = useSync();
  const say = useSay();
  const router = useRouter();
  const [saving, setSaving] = useState(false);
  const [problem, setProblem] = useState<string | null>(null);
  const saveRecord = async (record: RecordOf<C>, next: Href | null): Promise<boolean> => {
    const checked = recordSchemas[collection].safeParse(record);
    if (!checked.success) {
      setProblem(place(form, fieldErrors(checked.error, say), 'This cannot be saved.'));
      return false;
    }
    setSaving(true);
    const result = await sync.save(collection, checked.data as Saved);
    setSaving(false);
    if (result.state === 'refused') {
      setProblem(place(form, fieldErrorsOf(result.problem, say), result.sentence));
      return false;
    }
    setProblem(null);
    finished();
    if (next) router.replace(next);
    return true;
  };
  return { saveRecord, saving, problem };
}
