import { type ReactNode, useState } from 'react';
import { View } from 'react-native';
import { type Consequences, breaksNothing, consequences, idOfLook } from '@calvik/core/run-up';
import { useAppStore, useToday } from '../state/hooks';
import { logbookWith, selectLogbook } from '../state/logbook';
import type { ToKeep } from '../state/sync';
import { MainButton } from '../ui/screen';
import { Breaks } from './breaks';

/** Says what a change breaks before it is saved: the first time it is only shown, the second it is meant. */
export function useBreaks(): {
  /** @returns whether it may be saved: it breaks nothing, or what it breaks has been shown */
  mayGo: (changed: readonly ToKeep[]) => boolean;
  warning: ReactNode;
  /** Does something at once where it breaks nothing; else asks, in `prompt`, with these words on the button. */
  guarded: (changed: readonly ToKeep[], act: () => void, words: string) => void;
  prompt: ReactNode;
} {
  const store = useAppStore();
  const today = useToday();
  const [shown, setShown] = useState<{ key: string; found: Consequences } | null>(null);
  const [asked, setAsked] = useState<{ act: () => void; words: string } | null>(null);
  const mayGo = (changed: readonly ToKeep[]): boolean => {
    const key = JSON.stringify(changed.map(({ body }) => ({ ...body, version: 0 })));
    if (shown?.key === key) return true;
    const state = store.getState();
    const all = consequences(selectLogbook(state), logbookWith(state, changed), today);
    // What is against a job's own place stands on the page where it is moved.
    const own = new Set(changed.filter((c) => c.collection === 'jobs').map((c) => c.body.id));
    const found = { ...all, looks: all.looks.filter((l) => !own.has(idOfLook(l))) };
    setShown(breaksNothing(found) ? null : { key, found });
    return breaksNothing(found);
  };
  const warning = shown ? <Breaks found={shown.found} /> : null;
  const guarded = (changed: readonly ToKeep[], act: () => void, words: string): void => {
    if (mayGo(changed)) {
      setAsked(null);
      act();
    } else setAsked({ act, words });
  };
  const leave = (): void => {
    setAsked(null);
    setShown(null);
  };
  const prompt =
    asked && warning ? (
      <View style={{ gap: 8 }}>
        {warning}
        <MainButton
          mode="outlined"
          danger
          onPress={() => {
            leave();
            asked.act();
          }}
        >
          {asked.words}
        </MainButton>
        <MainButton mode="text" onPress={leave}>
          Leave it
        </MainButton>
      </View>
    ) : null;
  return { mayGo, warning, guarded, prompt };
}
