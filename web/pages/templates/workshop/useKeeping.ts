import { useState } from 'react';
import { flushSync } from 'react-dom';
import { useNavigate } from 'react-router';
import type { TemplateDetail } from '../../../../contract/templates.ts';
import { useChangeTemplateMutation, useCreateTemplateMutation } from '../../../api/templates.ts';
import type { WorkshopDraft } from './draft.ts';

interface Keeping {
  /** Keeps the draft, with why it was changed. */
  readonly keep: (why: string) => Promise<void>;
  readonly busy: boolean;
  /** Somebody else saved a version since the one that this stands on. */
  readonly overtaken: boolean;
  /** A person's word that their own wording stands on top of what is there now. */
  readonly standOnTop: () => void;
  readonly error: unknown;
}

type Version = Pick<TemplateDetail, 'versionId' | 'version'>;

/** Keeps a template: a new one goes to its own address, one that is there becomes a new version. */
export function useKeeping(
  draft: WorkshopDraft,
  template: TemplateDetail | undefined,
  onKept: (sent: WorkshopDraft) => void,
): Keeping {
  const navigate = useNavigate();
  const [create, creating] = useCreateTemplateMutation();
  const [change, changing] = useChangeTemplateMutation();
  const [base, setBase] = useState<Version | undefined>(template);
  const busy = creating.isLoading || changing.isLoading;
  const { name, folder, tags, channel, content } = draft;
  const keepNew = async (): Promise<void> => {
    const made = await create({ name, channel, folder, tags: [...tags], content })
      .unwrap()
      .catch(() => undefined);
    if (!made) return;
    flushSync(() => {
      onKept(draft);
    });
    await navigate(`/templates/${made.id}`, { replace: true });
  };
  const keepChanged = async ({ id }: TemplateDetail, baseVersionId: string, why: string): Promise<void> => {
    // What is typed stands on the version that was opened, not on whatever is there by now.
    const kept = await change({
      id,
      change: { baseVersionId, name, folder, tags: [...tags], content, why },
    })
      .unwrap()
      .catch(() => undefined);
    if (!kept) return;
    setBase(kept);
    onKept(draft);
  };
  const keep = async (why: string): Promise<void> => {
    if (busy || name.trim() === '') return;
    await (template && base ? keepChanged(template, base.versionId, why) : keepNew());
  };
  return {
    keep,
    busy,
    // One's own version is known here before it comes back with the template.
    overtaken: template !== undefined && base !== undefined && template.version > base.version,
    standOnTop: () => {
      setBase(template);
    },
    error: creating.error ?? changing.error,
  };
}
