import { useEffect, useState, useSyncExternalStore } from 'react';
import type { MatterRecordView } from '../../../../contract/matterTypes.ts';
import { problemCode, problemWords } from '../../../words/en/wording.ts';
import { useChangeMatterMutation, useLazyRecordQuery } from '../../../api/matters.ts';
import { EditQueue } from './editQueue.ts';
import type { Edit, Part } from './editQueue.ts';

export interface Editing {
  /** The matter with what is on its way to be saved. */
  readonly record: MatterRecordView | undefined;
  /** One thing to change, or what is to become of the matter as it is when its turn comes. */
  readonly change: (edit: Part | Edit) => void;
  /** Takes the last change back; undefined where there is none. */
  readonly undo: (() => void) | undefined;
  /** Why the last change was not saved. */
  readonly problem: string | undefined;
  /** Sends what was not saved again. */
  readonly retry: () => void;
}

/** Changes of one matter, each kept at once and in its order, with a way back from the last. */
export function useEditing(record: MatterRecordView | undefined, matterId: string): Editing {
  const [send] = useChangeMatterMutation();
  const [read] = useLazyRecordQuery();
  const [queue] = useState(
    () =>
      new EditQueue({
        send: (change) => send({ id: matterId, change }).unwrap(),
        read: () => read(matterId).unwrap(),
        isConflict: (error) => problemCode(error) === 'matterChanged',
      }),
  );
  useEffect(() => {
    queue.saw(record);
  }, [queue, record]);
  const state = useSyncExternalStore(queue.subscribe, queue.state);
  return {
    // What was just read is shown at once, before the queue has seen it.
    record: state.record ?? record,
    change: (edit) => {
      queue.saw(record);
      queue.add(typeof edit === 'function' ? edit : () => edit);
    },
    undo: state.back && !state.busy ? queue.undo : undefined,
    problem: state.failed && problemWords(state.failed.error),
    retry: queue.retry,
  };
}
