import { useState } from 'react';

export interface Opened<T> {
  /** As it was when it was opened: what is typed stands on that. */
  readonly opened: T;
  /** Changes where the form is to begin anew: with what somebody else made of it. */
  readonly age: number;
  /** Somebody else has changed it since. */
  readonly overtaken: boolean;
  /** Goes on from what it is now. */
  readonly renew: () => void;
  /** The next change is one's own: what is typed goes on from it, and stays. */
  readonly onSaved: () => void;
}

/** Holds what a form was opened with: what others change meanwhile never empties it, and is offered. */
export function useOpened<T>(current: T, versionOf: (one: T) => string | number): Opened<T> {
  const [opened, setOpened] = useState(current);
  const [age, setAge] = useState(0);
  const [saved, setSaved] = useState(false);
  const isOther = versionOf(current) !== versionOf(opened);
  if (isOther && saved) {
    setOpened(current);
    setSaved(false);
  }
  return {
    opened,
    age,
    overtaken: isOther && !saved,
    renew: () => {
      setOpened(current);
      setAge(age + 1);
    },
    onSaved: () => {
      setSaved(true);
    },
  };
}
