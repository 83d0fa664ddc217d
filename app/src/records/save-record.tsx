import { type Href, useRouter } from 'expo-router';
import { type ReactNode, useCallback, useState } from 'react';
import type { FieldValues, Path, UseFormReturn } from 'react-hook-form';
import type { ToKeep } from '../state/sync';
import { type Collection, type Dimension, type RecordOf, parseQuantity, preferredUnit } from '@calvik/core';
import { recordSchemas } from '@calvik/core/model/schemas';
import { type FieldError, type Saved, fieldErrorsOf } from '../api/client';
import { useAppStore, useSync } from '../state/hooks';
import { fieldErrors } from '../state/new-record';
import { useOwnIds } from '../state/use-own-ids';
import { useUnits } from '../ui/units';
import { useSay } from '../state/use-say';
import { useBreaks } from './use-breaks';

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

/** Nothing that was planned or told stands on these. */
const breaksNothingEver: ReadonlySet<Collection> = new Set<Collection>([
  'procedures',
  'compounds',
  'wrenches',
  'carKinds',
  'messages',
  'imports',
]);

/** What is saved together with a record. */
interface Beside<C extends Collection> {
  before?: ToKeep[];
  after?: (saved: RecordOf<C>) => ToKeep[];
}

/** Saves a record from a form: checks it with core's schema, shows errors at their fields, and goes on when it is saved. */
export function useSaveRecord<C extends Collection, T extends FieldValues>(
  collection: C,
  form: UseFormReturn<T>,
  finished: (as?: object) => void,
  openedAs: () => object | null = () => null,
): {
  /**
   * @param record a new one gets the id that this page has for it: the second of two taps saves the first one's record
   * @param next where to go then, by the record as it was saved
   * @param beside what is saved with it, or not at all: before it what it points at, after it what points at it
   */
  saveRecord: (
    record: RecordOf<C>,
    next: Href | null | ((saved: RecordOf<C>) => Href),
    beside?: Beside<C>,
  ) => Promise<boolean>;
  saving: boolean;
  problem: string | null;
  /** What it would break, once that has been asked for by saving. */
  warning: ReactNode;
} {
  const sync = useSync();
  const say = useSay();
  const router = useRouter();
  const [saving, setSaving] = useState(false);
  const [problem, setProblem] = useState<string | null>(null);
  const store = useAppStore();
  const { idFor, anew } = useOwnIds();
  const { mayGo, warning } = useBreaks();
  const saveRecord = async (
    made: RecordOf<C>,
    next: Href | null | ((saved: RecordOf<C>) => Href),
    { before = [], after = () => [] }: Beside<C> = {},
  ): Promise<boolean> => {
    const isNew =
      openedAs() === null && made.version === 0 && !store.getState().logbook.items[collection].entities[made.id];
    const record = isNew ? { ...made, id: idFor('record') } : made;
    const checked = recordSchemas[collection].safeParse(record);
    if (!checked.success) {
      setProblem(place(form, fieldErrors(checked.error, say), 'This cannot be saved.'));
      return false;
    }
    const saved = checked.data as RecordOf<C>;
    const together: ToKeep[] = [
      ...before,
      { collection, body: saved as Saved, base: (openedAs() as Saved | null) ?? undefined },
      ...after(saved),
    ];
    // A new one breaks nothing of what was planned without it.
    setSaving(true);
    if (!isNew && !breaksNothingEver.has(collection)) {
      // What it breaks takes a moment to work out in a large shop: the button says that it is busy first.
      await new Promise((done) => setTimeout(done));
      if (!mayGo(together)) {
        setSaving(false);
        setProblem(null);
        return false;
      }
    }
    const result = await sync.saveAll(together);
    setSaving(false);
    if (result.state === 'refused') {
      const ofRecord = `entries.${before.length}.body.`;
      const errors = fieldErrorsOf(result.problem, say).map((e) => ({ ...e, path: e.path.replace(ofRecord, '') }));
      setProblem(place(form, errors, result.sentence));
      return false;
    }
    setProblem(null);
    finished(saved);
    anew();
    if (next) router.replace(typeof next === 'function' ? next(saved) : next);
    return true;
  };
  return { saveRecord, saving, problem, warning };
}
