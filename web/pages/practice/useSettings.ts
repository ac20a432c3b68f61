import { useState } from 'react';
import { useKeys } from '../../ui/keys.ts';
import { useOpened } from '../../ui/useOpened.ts';
import type { Opened } from '../../ui/useOpened.ts';
import { useSavedAs } from '../../ui/useSavedAs.ts';

/** What a form of settings is given: what it was opened with, and whether somebody else changed it since. */
export interface OpenedSettings<T> extends Opened<T> {
  readonly mayChange: boolean;
}

/** Settings are another state where their revision is another. */
export const useOpenedSettings = <T extends { readonly revision?: string }>(current: T): Opened<T> =>
  useOpened(current, ({ revision }) => revision ?? '');

interface Settings<T> {
  readonly values: T;
  readonly set: (part: Partial<T>) => void;
  /** Saves what stands here, on the state that was opened. */
  readonly keep: () => Promise<void>;
  readonly changed: boolean;
}

/** Some settings as they are being changed; what is refused stays as it was typed. */
export function useSettings<T extends { readonly revision?: string }>(
  opened: T,
  send: (values: T) => Promise<T>,
  onSaved: (saved: T) => void,
): Settings<T> {
  const [values, setValues] = useState(opened);
  const { changed, onSaved: setSaved } = useSavedAs<T>(values, opened);
  const set = (part: Partial<T>): void => {
    setValues((known) => ({ ...known, ...part }));
  };
  const keep = async (): Promise<void> => {
    if (!changed) return;
    // The state that it stands on is the one that was opened, not one that was typed.
    const { revision } = opened;
    const saved = await send(revision === undefined ? values : { ...values, revision }).catch(
      () => undefined,
    );
    if (!saved) return;
    setSaved(values);
    onSaved(saved);
  };
  useKeys({ 'Ctrl+s': () => void keep() });
  return { values, set, keep, changed };
}
