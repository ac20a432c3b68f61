import { createSlice } from '@reduxjs/toolkit';
import type { PayloadAction } from '@reduxjs/toolkit';

/** Whether the server answers, and whether it still knows who is here: what only this window can know. */
export interface Connection {
  readonly line: 'up' | 'down';
  /** When the server is asked again, in milliseconds since 1970; undefined while it answers. */
  readonly nextTryUtc: number | undefined;
  readonly session: 'open' | 'over';
}

const initialState: Connection = { line: 'up', nextTryUtc: undefined, session: 'open' };

const connectionSlice = createSlice({
  name: 'connection',
  initialState,
  reducers: {
    lineLost: (state, { payload }: PayloadAction<number | undefined>) => {
      state.line = 'down';
      if (payload !== undefined) state.nextTryUtc = payload;
    },
    lineBack: (state) => {
      state.line = 'up';
      state.nextTryUtc = undefined;
    },
    sessionEnded: (state) => {
      state.session = 'over';
    },
    sessionResumed: (state) => {
      state.session = 'open';
    },
  },
  selectors: { selectConnection: (state) => state },
});

export const { lineLost, lineBack, sessionEnded, sessionResumed } = connectionSlice.actions;
export const { selectConnection } = connectionSlice.selectors;
export const connection = connectionSlice.reducer;
