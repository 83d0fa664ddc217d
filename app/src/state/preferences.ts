import { type PayloadAction, createSlice } from '@reduxjs/toolkit';
import type { Corner, UnitSystem } from '@calvik/core';
import { read } from './storage';

export interface Preferences {
  units: UnitSystem;
  theme: 'system' | 'light' | 'dark';
  /** Who holds this phone. */
  crewId: string | null;
  /** Where a walk round the car begins, and which way it goes, seen from above. */
  walkFrom: Corner;
  walkWay: 'clockwise' | 'anticlockwise';
}

const CLOCKWISE: readonly Corner[] = ['FL', 'FR', 'RR', 'RL'];

/**
 * The corners in the order in which somebody walks round the car.
 * @example walkOf({ walkFrom: 'FR', walkWay: 'anticlockwise' }) // ['FR', 'FL', 'RL', 'RR']
 */
export function walkOf({ walkFrom, walkWay }: Pick<Preferences, 'walkFrom' | 'walkWay'>): Corner[] {
  const round = walkWay === 'clockwise' ? [...CLOCKWISE] : [...CLOCKWISE].reverse();
  const first = round.indexOf(walkFrom);
  return [...round.slice(first), ...round.slice(0, first)];
}

export const PREFERENCES_KEY = 'calvik.preferences';

const slice = createSlice({
  name: 'preferences',
  initialState: (): Preferences => ({
    units: 'metric',
    theme: 'system',
    crewId: null,
    walkFrom: 'FL',
    walkWay: 'clockwise',
    ...read<Partial<Preferences>>(PREFERENCES_KEY),
  }),
  reducers: {
    prefer: (state, { payload }: PayloadAction<Partial<Preferences>>) => ({ ...state, ...payload }),
  },
});

export const { prefer } = slice.actions;
export const preferencesReducer = slice.reducer;
