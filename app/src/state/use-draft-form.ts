import { useCallback, useEffect, useEffectEvent, useRef, useState } from 'react';
import { type DefaultValues, type FieldValues, type UseFormReturn, useForm } from 'react-hook-form';
import { useLoaded } from './hooks';
import { read, remove, write } from './storage';

/** A form whose contents survive a reload: every change is kept on the device until it is saved or thrown away. */
export interface DraftForm<T extends FieldValues> {
  form: UseFormReturn<T>;
  /** Whether what is shown came back from an earlier visit. */
  restored: boolean;
  startOver: () => void;
  /** Call when the contents have been saved. @param as what the form goes on from, where it stays open */
  finished: (as?: object) => void;
  /** The record that the form was filled in from: what somebody else makes of it meanwhile is told by it. Null for a new one. */
  openedAs: () => object | null;
}

const DRAFT = 'calvik.draft.';
const OPENED = '#opened';

/**
 * @param defaults what the form begins with, by what is on record. Opened by its address a form stands before the logbook has been read: what nobody
 * has touched by then takes the defaults of what was read, so that no label is given twice and no setting begins as if there were none.
 * @param record what they are taken from; null or left out for a new one
 */
export function useDraftForm<T extends FieldValues>(
  key: string,
  defaults: T,
  record: object | null = null,
): DraftForm<T> {
  const [draft] = useState(() => read<T>(DRAFT + key));
  const [restored, setRestored] = useState(draft !== null);
  const form = useForm<T>({ defaultValues: { ...defaults, ...draft } as DefaultValues<T>, mode: 'onTouched' });
  const { subscribe, reset } = form;
  const loaded = useLoaded();
  const isSettled = useRef(loaded);
  const [begunFrom] = useState(() => read<object>(DRAFT + key + OPENED) ?? (loaded ? record : null));
  const opened = useRef(begunFrom);
  const [begun] = useState(defaults);
  useEffect(() => {
    // Before the logbook is read only what was typed is kept: a default of then would come back as if somebody had typed it.
    const typed = (values: object): object =>
      Object.fromEntries(
        Object.entries(values).filter(([name, value]) => JSON.stringify(value) !== JSON.stringify(begun[name])),
      );
    return subscribe({
      formState: { values: true },
      callback: ({ values }) => {
        write(DRAFT + key, isSettled.current ? values : typed(values));
        if (opened.current) write(DRAFT + key + OPENED, opened.current);
      },
    });
  }, [subscribe, key, begun]);
  const settle = useEffectEvent(() => {
    if (isSettled.current) return;
    isSettled.current = true;
    const isUntouched = draft === null && read(DRAFT + key) === null;
    reset({ ...defaults, ...draft } as DefaultValues<T>, { keepDirtyValues: true });
    opened.current ??= record;
    if (isUntouched) remove(DRAFT + key);
  });
  // Once, when the logbook has been read.
  useEffect(() => {
    if (loaded) settle();
  }, [loaded]);
  const finished = useCallback(
    (as?: object) => {
      remove(DRAFT + key);
      remove(DRAFT + key + OPENED);
      if (as) opened.current = as;
    },
    [key],
  );
  const startOver = (): void => {
    reset(defaults);
    finished(record ?? undefined);
    setRestored(false);
  };
  const openedAs = useCallback(() => opened.current, []);
  return { form, restored, startOver, finished, openedAs };
}
