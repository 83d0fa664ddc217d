import { useCallback, useEffect, useRef, useState } from 'react';
import { type DefaultValues, type FieldValues, type UseFormReturn, useForm } from 'react-hook-form';
import { useLoaded } from './hooks';
import { read, remove, write } from './storage';

/** A form whose contents survive a reload: every change is kept on the device until it is saved or thrown away. */
export interface DraftForm<T extends FieldValues> {
  form: UseFormReturn<T>;
  /** Whether what is shown came back from an earlier visit. */
  restored: boolean;
  startOver: () => void;
  /** Call when the contents have been saved. */
  finished: () => void;
}

const DRAFT = 'calvik.draft.';

/**
 * @param defaults what the form begins with, by what is on record. Opened by its address a form stands before the logbook has been read: what nobody
 * has touched by then takes the defaults of what was read, so that no label is given twice and no setting begins as if there were none.
 */
export function useDraftForm<T extends FieldValues>(key: string, defaults: T): DraftForm<T> {
  const [draft] = useState(() => read<T>(DRAFT + key));
  const [restored, setRestored] = useState(draft !== null);
  const form = useForm<T>({ defaultValues: { ...defaults, ...draft } as DefaultValues<T>, mode: 'onTouched' });
  const { subscribe, reset } = form;
  const loaded = useLoaded();
  const isSettled = useRef(loaded);
  const [begun] = useState(defaults);
  useEffect(() => {
    // Before the logbook is read only what was typed is kept: a default of then would come back as if somebody had typed it.
    const typed = (values: object): object =>
      Object.fromEntries(
        Object.entries(values).filter(([name, value]) => JSON.stringify(value) !== JSON.stringify(begun[name])),
      );
    return subscribe({
      formState: { values: true },
      callback: ({ values }) => write(DRAFT + key, isSettled.current ? values : typed(values)),
    });
  }, [subscribe, key, begun]);
  useEffect(() => {
    if (!loaded || isSettled.current) return;
    isSettled.current = true;
    const isUntouched = draft === null && read(DRAFT + key) === null;
    reset({ ...defaults, ...draft } as DefaultValues<T>, { keepDirtyValues: true });
    if (isUntouched) remove(DRAFT + key);
    // Once, when the logbook has been read.
    // eslint-disable-next-line react-hooks/exhaustive-deps
  }, [loaded]);
  const finished = useCallback(() => remove(DRAFT + key), [key]);
  const startOver = (): void => {
    reset(defaults);
    finished();
    setRestored(false);
  };
  return { form, restored, startOver, finished };
}
