import { useState } from 'react';

export interface Opened<T> {
  /** As it was when it was opened, or saved from here: what is typed stands on that. */
  readonly opened: T;
  /** Changes where the form is to begin anew: with what somebody else made of it. */
  readonly age: number;
  /** Someone else has changed it since. */
  readonly overtaken: boolean;
  /** Goes on from what it is now. */
  readonly renew: () => void;
  /** What was saved from here, as the server answered: what is typed goes on from it, and stays. */
  readonly onSaved: (saved: T) => void;
}

/** Holds what a form was opened with: what others change meanwhile never empties it, and is offered. */
export function useOpened<T>(current: T, versionOf: (one: T) => string | number): Opened<T> {
  const [opened, setOpened] = useState(current);
  const [age, setAge] = useState(0);
  // One's own saving is answered before it is read again: until then what is there is a version seen before.
  const [seen, setSeen] = useState(() => new Set([versionOf(current)]));
  const goOnFrom = (one: T): void => {
    setOpened(one);
    setSeen((known) => new Set(known).add(versionOf(one)));
  };
  return {
    opened,
    age,
    overtaken: !seen.has(versionOf(current)),
    renew: () => {
      goOnFrom(current);
      setAge(age + 1);
    },
    onSaved: goOnFrom,
  };
}
