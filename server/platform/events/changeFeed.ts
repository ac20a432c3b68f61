import { EventEmitter } from 'node:events';
import type { ChangeEvent } from '../../../contract/events.ts';

/** Spreads word of changes to whoever listens: one listener an open window. */
export interface ChangeFeed {
  readonly tell: (event: ChangeEvent) => void;
  /** Gives the way to stop listening. */
  readonly listen: (listener: (event: ChangeEvent) => void) => () => void;
}

const NAME = 'change';

export function changeFeed(): ChangeFeed {
  const emitter = new EventEmitter();
  // As many windows as people have open; the usual warning at eleven would be a false alarm.
  emitter.setMaxListeners(0);
  return {
    tell: (event) => void emitter.emit(NAME, event),
    listen: (listener) => {
      emitter.on(NAME, listener);
      return () => void emitter.off(NAME, listener);
    },
  };
}
