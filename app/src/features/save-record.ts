import { useRouter } from 'expo-router';
import { useState } from 'react';
import type { FieldValues, Path, UseFormReturn } from 'react-hook-form';
import { v7 as uuidv7 } from 'uuid';
import type { z } from 'zod';
import { type Collection, type Dimension, type RecordOf, parseQuantity, preferredUnit } from '@calvik/core';
import type { FieldError, Saved } from '../api/client';
import { useSync, useUnits } from '../state/hooks';

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
  return (text, dimension) => {
    const parsed = parseQuantity(text, dimension, preferredUnit(dimension, system));
    return parsed.ok ? parsed.value : Number.NaN;
  };
}

const issuesOf = (error: z.ZodError): FieldError[] =>
  error.issues.map((i) => ({ path: i.path.join('.'), message: i.message }));

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

/** Keeps a record from a form: checks it with core's schema, shows errors at their fields, and goes on when it is kept. */
export function useSaveRecord<C extends Collection, T extends FieldValues>(
  collection: C,
  form: UseFormReturn<T>,
  finished: () => void,
): { keep: (record: RecordOf<C>, next: string | null) => Promise<boolean>; saving: boolean; problem: string | null } {
  const sync = useSync();
  const router = useRouter();
  const [saving, setSaving] = useState(false);
  const [problem, setProblem] = useState<string | null>(null);
  const keep = async (record: RecordOf<C>, next: string | null): Promise<boolean> => {
    // The schemas come when something is kept: no page needs them to show itself. Without them the server alone checks.
    const schemas = await import('@calvik/core/schemas').catch(() => null);
    const checked = schemas?.recordSchemas[collection].safeParse(record);
    if (checked && !checked.success) {
      setProblem(place(form, issuesOf(checked.error), 'This cannot be kept.'));
      return false;
    }
    setSaving(true);
    const result = await sync.keep(collection, (checked?.data ?? record) as Saved);
    setSaving(false);
    if (result.state === 'refused') {
      setProblem(place(form, result.problem.errors, result.problem.message));
      return false;
    }
    setProblem(null);
    finished();
    if (next) router.replace(next as never);
    return true;
  };
  return { keep, saving, problem };
}
