import { createSlice } from '@reduxjs/toolkit';
import type { PayloadAction } from '@reduxjs/toolkit';

/** What somebody prefers on this computer. */
export interface Preferences {
  /** Whether keys pressed alone do something (WCAG 2.2, 2.1.4): those with Ctrl always do. */
  readonly singleKeys: boolean;
}

const KEPT_AS = 'officium.preferences';
const DEFAULTS: Preferences = { singleKeys: true };

/** What was chosen before; where nothing can be read of it, what holds without. */
export function readPreferences(storage: Pick<Storage, 'getItem'> | undefined): Preferences {
  try {
    const kept = JSON.parse(storage?.getItem(KEPT_AS) ?? '{}') as Partial<Preferences> | null;
    return { singleKeys: kept?.singleKeys ?? DEFAULTS.singleKeys };
  } catch {
    return DEFAULTS;
  }
}

export function writePreferences(storage: Pick<Storage, 'setItem'> | undefined, chosen: Preferences): void {
  try {
    storage?.setItem(KEPT_AS, JSON.stringify(chosen));
  } catch {
    // A browser that keeps nothing goes by what was chosen until the window is closed.
  }
}

const preferencesSlice = createSlice({
  name: 'preferences',
  initialState: DEFAULTS,
  reducers: {
    preferencesRead: (_state, { payload }: PayloadAction<Preferences>) => payload,
    singleKeysSet: (state, { payload }: PayloadAction<boolean>) => {
      state.singleKeys = payload;
    },
  },
  selectors: { selectSingleKeys: ({ singleKeys }) => singleKeys },
});

export const { preferencesRead, singleKeysSet } = preferencesSlice.actions;
export const { selectSingleKeys } = preferencesSlice.selectors;
export const preferences = preferencesSlice.reducer;
