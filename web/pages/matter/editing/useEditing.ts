import { useState } from 'react';
import type { ChangeMatter, MatterRecordView } from '../../../../contract/matterTypes.ts';
import { problemWords } from '../../../words/wording.ts';
import { useChangeMatterMutation } from '../../../api/matters.ts';

export interface Editing {
  readonly change: (part: Omit<ChangeMatter, 'revision'>) => void;
  /** Takes the last change back; undefined where there is none. */
  readonly undo: (() => void) | undefined;
  readonly problem: string | undefined;
}

/** Changes of one matter, each kept at once, with a way back from the last. */
export function useEditing(record: MatterRecordView | undefined, matterId: string): Editing {
  const [send, { error }] = useChangeMatterMutation();
  const [back, setBack] = useState<ChangeMatter>();
  const apply = async (change: ChangeMatter, isUndo: boolean): Promise<void> => {
    const done = await send({ id: matterId, change })
      .unwrap()
      .catch(() => undefined);
    if (done) setBack(isUndo ? undefined : done.undo);
  };
  return {
    change: (part) => {
      if (record) void apply({ ...part, revision: record.revision }, false);
    },
    undo: back && record ? () => void apply({ ...back, revision: record.revision }, true) : undefined,
    problem: error === undefined ? undefined : problemWords(error),
  };
}
