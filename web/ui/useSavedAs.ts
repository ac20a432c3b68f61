import { useState } from 'react';

/**
 * Whether something differs from what was saved last. What is typed while it is being saved is not saved by that: `onSaved` is told what
 * was sent, and whatever came after it still counts. `saved` at first is what it was opened with; undefined where nothing is saved yet.
 */
export function useSavedAs<T>(
  current: T,
  initially: T | undefined,
): { readonly changed: boolean; readonly onSaved: (sent: T) => void } {
  const [saved, setSaved] = useState(initially);
  return {
    changed: current !== saved,
    onSaved: (sent) => {
      setSaved(() => sent);
    },
  };
}
