import { useState } from 'react';
import { flushSync } from 'react-dom';
import { useNavigate } from 'react-router';
import type { MatterTypeImpact, MatterTypeJson, MatterTypeView } from '../../../../contract/matterTypes.ts';
import {
  useChangeMatterTypeMutation,
  useCreateMatterTypeMutation,
  useTypeImpactMutation,
} from '../../../api/matterTypes.ts';
import { useSavedAs } from '../../../ui/useSavedAs.ts';
import { NEW_TYPE } from '../../../words/en/typeWords.ts';

/** A part of the page: the matter type as it is being written, and how to change it. */
export interface TypePartProps {
  readonly draft: MatterTypeJson;
  readonly set: (part: Partial<MatterTypeJson>) => void;
  /** Puts a whole one in its place, for what is taken out of it. */
  readonly replace: (whole: MatterTypeJson) => void;
}

interface TypeDraft extends TypePartProps {
  /** What keeping it would touch, once it has been asked for. */
  readonly impact: MatterTypeImpact | undefined;
  /** Something is typed that is not saved yet. */
  readonly changed: boolean;
  readonly keep: () => Promise<void>;
  readonly error: unknown;
}

/** A matter type as it is being written, a new one from what it is given. One that matters hold already is kept only after what it touches was seen. */
export function useTypeDraft(type: MatterTypeView | undefined, first: MatterTypeJson = NEW_TYPE): TypeDraft {
  const navigate = useNavigate();
  const [draft, replace] = useState<MatterTypeJson>(type?.definition ?? first);
  const { changed, onSaved } = useSavedAs<MatterTypeJson>(draft, draft);
  const [impact, setImpact] = useState<MatterTypeImpact>();
  const [create, creating] = useCreateMatterTypeMutation();
  const [change, changing] = useChangeMatterTypeMutation();
  const [askImpact] = useTypeImpactMutation();
  const set = (part: Partial<MatterTypeJson>): void => {
    replace((known) => ({ ...known, ...part }));
    setImpact(undefined);
  };
  const keepNew = async (): Promise<boolean> =>
    create(draft)
      .unwrap()
      .then(
        () => true,
        () => false,
      );
  const keepChanged = async ({ id, revision }: MatterTypeView): Promise<boolean> => {
    const found = await askImpact({ id, definition: draft })
      .unwrap()
      .catch(() => undefined);
    const touched = found && (found.touches.some(({ matters }) => matters > 0) || found.templates.length > 0);
    if (touched && !impact) {
      setImpact(found);
      return false;
    }
    return change({ id, change: { revision, definition: draft } })
      .unwrap()
      .then(
        () => true,
        () => false,
      );
  };
  const keep = async (): Promise<void> => {
    if (!(await (type ? keepChanged(type) : keepNew()))) return;
    flushSync(() => {
      onSaved(draft);
    });
    await navigate('/practice/kinds');
  };
  return { draft, changed, set, replace, impact, keep, error: creating.error ?? changing.error };
}
