import { configureStore } from '@reduxjs/toolkit';
import { api } from '../api/api.ts';
import { connection } from '../state/connection.ts';
import { preferences, preferencesRead, readPreferences, writePreferences } from '../state/preferences.ts';

export const store = configureStore({
  reducer: { [api.reducerPath]: api.reducer, connection, preferences },
  middleware: (defaults) => defaults().concat(api.middleware),
});

store.dispatch(preferencesRead(readPreferences(window.localStorage)));
store.subscribe(() => {
  writePreferences(window.localStorage, store.getState().preferences);
});
