import { type PayloadAction, createSlice } from '@reduxjs/toolkit';
import type { UnitSystem } from '@calvik/core';
import { read } from './storage';

export interface Preferences {
  units: UnitSystem;
  theme: 'system' | 'light' | 'dark';
  /** Who holds this phone. */
  crewId: string | null;
}

export const PREFERENCES_KEY = 'calvik.preferences';

const slice = createSlice({
  name: 'preferences',
  initialState: (): Preferences => ({
    units: 'metric',
    theme: 'system',
    crewId: null,
    ...read<Partial<Preferences>>(PREFERENCES_KEY),
  }),
  reducers: {
    prefer: (state, { payload }: PayloadAction<Partial<Preferences>>) => ({ ...state, ...payload }),
  },
});

export const { prefer } = slice.actions;
export const preferencesReducer = slice.reducer;
