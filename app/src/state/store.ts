import { configureStore } from '@reduxjs/toolkit';
import { logbookReducer } from './logbook';
import { PREFERENCES_KEY, preferencesReducer } from './preferences';
import { write } from './storage';

export const makeStore = () =>
  configureStore({
    reducer: { logbook: logbookReducer, preferences: preferencesReducer },
    // Walking through ten years of facts after every action is what these checks would do.
    middleware: (defaults) => defaults({ serializableCheck: false, immutableCheck: false }),
  });

export const store = makeStore();

let preferences = store.getState().preferences;
store.subscribe(() => {
  const now = store.getState().preferences;
  if (now === preferences) return;
  preferences = now;
  write(PREFERENCES_KEY, now);
});

export type AppStore = ReturnType<typeof makeStore>;
export type RootState = ReturnType<AppStore['getState']>;
export type AppDispatch = AppStore['dispatch'];
